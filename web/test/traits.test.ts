// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { moveItems, retypeWalls, setFacts } from '@lamina/core/edit'
import { standsSomewhere } from '@lamina/core/kinds'
import { kindWord, type AnyRecord } from '@lamina/core/records'
import { IN_HOUSE, PLAN, houseRecords } from '../../core/test/house'
import { projectWith } from '../../core/test/wallFixture'
import TraitsPanel from '../src/components/traits/TraitsPanel.vue'
import { useHand } from '../src/store/hand'
import { useOpened } from '../src/store/opened'
import { useSay } from '../src/store/say'
import { figures, openDesk, type Desk } from './mounted'

afterEach(() => {
  document.body.innerHTML = ''
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

/** All of the house, as a project holds it. */
const records = (): AnyRecord[] => [...projectWith(...houseRecords()).everything()]
const boardOf = (desk: Desk, id: string) => {
  const record = desk.store.project.get(id)!
  const sheet = 'sheet' in record ? record.sheet : 'drawing' in record ? record.drawing : undefined
  const { project } = desk.store
  return project.find('sheet', sheet ?? '') ?? project.need('drawing', PLAN)
}
async function traitsOf(desk: Desk, ...ids: string[]) {
  useHand().select(ids)
  const board = boardOf(desk, ids[0]!)
  const card = desk.show(TraitsPanel, { scene: desk.store.scene(board) })
  const follow = async (): Promise<void> => {
    await card.setProps({ scene: desk.store.scene(board) } as never)
    await nextTick()
  }
  return { card, follow }
}

describe('Traits, mounted over a project', () => {
  it.each(
    Object.values(IN_HOUSE)
      .flat()
      .filter(({ kind }) => standsSomewhere(kind))
      .map((record) => [record.kind, record.id] as const),
  )('show a %s (%s) without a warning', async (kind, id) => {
    const desk = await openDesk(records())
    const { card } = await traitsOf(desk, id)
    const title = card.find('h2').text()
    expect(title.length).toBeGreaterThan(2)
    // What has a name or number of its own goes by it; the rest by the word for its kind.
    const named = [
      'opening',
      'room',
      'placement',
      'linework',
      'drawing',
      'viewport',
      'framing',
      'symbol',
    ].includes(kind)
    if (!named) expect(title.toLowerCase()).toBe(kindWord(kind))
    expect(card.text()).toContain('Select everything like this')
    card.unmount()
  })

  it('of a dimension follow a moved wall, and its undo and redo', async () => {
    const desk = await openDesk(records())
    const { card, follow } = await traitsOf(desk, 'corners')
    const { store } = desk
    const measured = (): string[] => card.findAll('.part .figure').map((each) => each.text())
    // From outer corner to outer corner of walls of 140 on an 8 000 house.
    expect(measured()).toEqual(['8\u202f140'])
    store.edit('Move', (project) => moveItems(project, ['east'], { x: 500, y: 0 }))
    await follow()
    expect(measured()).toEqual(['8\u202f640'])
    store.undo()
    await follow()
    expect(measured()).toEqual(['8\u202f140'])
    store.redo()
    await follow()
    expect(measured()).toEqual(['8\u202f640'])
    card.unmount()
  })

  it('of a wall follow its type and what stands in it, also when that is undone', async () => {
    const desk = await openDesk(records())
    const { card, follow } = await traitsOf(desk, 'south')
    const { store } = desk
    const thick = (): string => /([\d\u202f]+) thick/.exec(card.text())![1]!
    expect(figures(card)['Openings']).toBe('2')
    expect(thick()).toBe('140')
    expect(
      store.edit('Type', (project) =>
        retypeWalls(project, ['south'], { type: 'wall-type-partition-100' }, 'line'),
      ),
      useSay().text,
    ).not.toBeNull()
    await follow()
    expect(thick()).toBe('100')
    store.edit('Remove', (project) => setFacts(project, 'wall', 'south', { height: 900 }))
    await follow()
    expect(card.find('[data-test=zone]').text()).toContain('Below the cut')
    store.undo()
    store.undo()
    await follow()
    expect(thick()).toBe('140')
    expect(card.find('[data-test=zone]').text()).toContain('Cut in plan')
    card.unmount()
  })

  it('of several walls show what they have alike, and set it for all, also to what one has', async () => {
    const desk = await openDesk(records())
    const { store } = desk
    store.edit('Lower', (project) => setFacts(project, 'wall', ['south'], { height: 1200 }))
    const { card, follow } = await traitsOf(desk, 'south', 'east')
    const height = card
      .findAll('.v-text-field')
      .find((each) => each.text().startsWith('Height'))!
      .find('input')
    const element = height.element as HTMLInputElement
    expect([element.value, element.placeholder]).toEqual(['', 'Various'])
    await height.trigger('focus')
    await height.setValue('1200')
    await height.trigger('keydown', { key: 'Enter' })
    const heights = () => ['south', 'east'].map((id) => store.project.need('wall', id).height)
    expect(heights()).toEqual([1200, 1200])
    await height.trigger('blur')
    await follow()
    expect(element.value).toBe('1\u202f200')
    // One step back takes both.
    store.undo()
    expect(heights()).toEqual([1200, null])
    card.unmount()
  })

  /** Types a figure into a field of a card, by what the field is called. */
  async function typed(card: Awaited<ReturnType<typeof traitsOf>>['card'], label: string, text: string) {
    const field = card.findAll('.v-text-field').find((each) => each.text().startsWith(label))!
    const input = field.find('input')
    await input.trigger('focus')
    await input.setValue(text)
    await input.trigger('keydown', { key: 'Enter' })
    await input.trigger('blur')
  }

  it('of a wall take another thickness for it alone, and the clear distance beside it', async () => {
    const desk = await openDesk(records())
    const { store } = desk
    const { card, follow } = await traitsOf(desk, 'south')
    const others = store.project.all('wall').filter(({ id }) => id !== 'south')
    await typed(card, 'Thickness', '190')
    await follow()
    const type = store.project.need('wallType', store.project.need('wall', 'south').type)
    expect(type.strips.reduce((sum, { thickness }) => sum + thickness, 0)).toBe(190)
    expect(others.map(({ id }) => store.project.need('wall', id).type)).toEqual(
      others.map((wall) => wall.type),
    )
    expect(card.text()).toContain(type.name)
    store.undo()
    // Its type goes with it: one step.
    expect(store.project.find('wallType', type.id)).toBeUndefined()
    await follow()
    const clear = card.findAll('.v-text-field').find((each) => each.text().startsWith('Clear'))!
    const before = Number((clear.find('input').element as HTMLInputElement).value.replace(/\D/g, ''))
    await typed(card, clear.text(), String(before - 300))
    await follow()
    expect((clear.find('input').element as HTMLInputElement).value.replace(/\D/g, '')).toBe(
      String(before - 300),
    )
    card.unmount()
  })

  it('of a door tell the distance as it was measured, and take another', async () => {
    const desk = await openDesk(records())
    const { store } = desk
    const { card, follow } = await traitsOf(desk, 'door')
    const shown = (): string =>
      (
        card
          .findAll('.v-text-field')
          .find((each) => each.text().startsWith('Distance'))!
          .find('input').element as HTMLInputElement
      ).value
    const { along, width } = store.project.need('opening', 'door')
    await typed(card, 'Distance', '600')
    await follow()
    expect(shown()).toBe('600')
    const now = store.project.need('opening', 'door')
    expect(now.measured).toMatchObject({ from: 'inner corner', to: 'near edge' })
    expect(now.along).not.toBe(along)
    // To the middle it is half a width more.
    store.edit('To', (p) => setFacts(p, 'opening', 'door', { measured: { ...now.measured!, to: 'middle' } }))
    await follow()
    expect(Number(shown().replace(/\D/g, ''))).toBe(Math.round(600 + width / 2))
    card.unmount()
  })

  it('of several things count them by kind, and show one filling for several hatches', async () => {
    const desk = await openDesk(records())
    const { card } = await traitsOf(desk, 'south', 'line', 'next')
    expect(card.find('h2').text()).toBe('3 things')
    expect(card.findAll('.kinds li').map((each) => each.text())).toEqual(['1 wall', '2 lines'])
    await card.findAll('.kinds button')[1]!.trigger('click')
    expect(useHand().selection).toEqual(['line', 'next'])
    card.unmount()
    const hatches = IN_HOUSE.hatch.map(({ id }) => id)
    const { card: fillings } = await traitsOf(desk, ...hatches)
    expect(fillings.find('h2').text()).toBe(`${hatches.length} things`)
    expect(fillings.text()).toContain('Pattern')
    fillings.unmount()
  })

  it('select everything like one, on the board or in view, and set things aside', async () => {
    const desk = await openDesk(records())
    const asked: unknown[] = []
    useOpened().surface = {
      focus: () => undefined,
      takeAlike: (by, inView) => void asked.push([by, inView]),
      setAside: (what) => asked.push(what) > 0,
      fit: () => undefined,
      zoom: () => undefined,
      show: () => undefined,
    }
    const { card } = await traitsOf(desk, 'south')
    const press = async (words: string): Promise<void> =>
      void (await card
        .findAll('button')
        .find((each) => each.text() === words)!
        .trigger('click'))
    for (const words of ['Same kind', 'Same type', 'Same layer', 'Same look']) await press(words)
    await card.get('input[aria-label="Only what is in view"]').setValue(true)
    await press('Same type')
    await press('Set aside')
    await press('Set all else aside')
    expect(asked).toEqual([
      ['kind', false],
      ['type', false],
      ['layer', false],
      ['look', false],
      ['type', true],
      'selected',
      'rest',
    ])
    card.unmount()
  })
})
