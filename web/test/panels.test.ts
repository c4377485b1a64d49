// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick, type Component } from 'vue'
import type { VueWrapper } from '@vue/test-utils'
import { typeThickness } from '@lamina/core/building'
import { newProject } from '@lamina/core/edit'
import { Project, type AnyRecord, type RecordKind, type RecordOf } from '@lamina/core/records'
import { houseRecords } from '../../core/test/house'
import { LEVEL } from '../../core/test/wallFixture'
import LayersPanel from '../src/components/LayersPanel.vue'
import LensesPanel from '../src/components/LensesPanel.vue'
import LevelsPanel from '../src/components/LevelsPanel.vue'
import MaterialsPanel from '../src/components/MaterialsPanel.vue'
import OpeningTypesPanel from '../src/components/OpeningTypesPanel.vue'
import StylesPanel from '../src/components/StylesPanel.vue'
import WallTypesPanel from '../src/components/WallTypesPanel.vue'
import { useHand } from '../src/store/hand'
import { useSay } from '../src/store/say'
import { fill, openDesk, type Desk } from './mounted'

afterEach(() => {
  document.body.innerHTML = ''
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

/** A new project with the house built in it. */
function records(): AnyRecord[] {
  let n = 0
  const { change } = newProject(
    {
      name: 'Panels',
      system: 'metric',
      levelName: 'Ground',
      storeyHeight: 2700,
      sheetSize: 'A2',
      orientation: 'landscape',
      date: '',
    },
    () => `p${++n}`,
  )
  const project = new Project()
  project.apply(change)
  const own: AnyRecord = {
    id: LEVEL,
    kind: 'level',
    name: 'House',
    elevation: 3000,
    height: 2700,
    cutHeight: 1200,
  }
  project.apply({ put: [own, ...houseRecords()], drop: [] })
  return [...project.everything()]
}

type Named = Extract<AnyRecord, { name: string }>
const all = (desk: Desk, kind: RecordKind): Named[] => desk.store.project.all(kind) as Named[]
const byName = (desk: Desk, kind: RecordKind, name: string): Named | undefined =>
  all(desk, kind).find((each) => each.name === name)
const field = (panel: VueWrapper, label: string): HTMLInputElement =>
  panel.find(`[aria-label="${label}"]`).element as HTMLInputElement
async function press(panel: VueWrapper, label: string): Promise<void> {
  await panel.find(`[aria-label="${label}"]`).trigger('click')
  await nextTick()
}

interface Table {
  readonly panel: Component
  readonly kind: RecordKind
  readonly copies: boolean
  /** One that others need, so that it stays. */
  readonly used: string | null
}
const TABLES: readonly [string, Table][] = [
  ['materials', { panel: MaterialsPanel, kind: 'material', copies: true, used: 'Blockwork' }],
  ['lenses', { panel: LensesPanel, kind: 'lens', copies: false, used: null }],
  ['levels', { panel: LevelsPanel, kind: 'level', copies: false, used: 'House' }],
  ['annotation styles', { panel: StylesPanel, kind: 'annotationStyle', copies: true, used: 'Standard' }],
  ['line types', { panel: LayersPanel, kind: 'lineType', copies: false, used: 'Dashed' }],
  ['layers', { panel: LayersPanel, kind: 'layer', copies: false, used: null }],
]

describe.each(TABLES)('the table of %s', (_, { panel: component, kind, copies, used }) => {
  it('renames, and gives a refused name back', async () => {
    const desk = await openDesk(records())
    const panel = desk.show(component)
    const [first, second] = all(desk, kind)
    await fill(panel, `Name of ${first!.name}`, 'Another name')
    expect(desk.store.project.get(first!.id)).toMatchObject({ name: 'Another name' })
    expect(field(panel, 'Name of Another name').value).toBe('Another name')
    for (const [name, sentence] of [
      [second!.name, 'already'],
      ['   ', 'needs a name'],
    ] as const) {
      await fill(panel, 'Name of Another name', name)
      expect(useSay().text).toContain(sentence)
      expect(field(panel, 'Name of Another name').value).toBe('Another name')
      expect(desk.store.project.get(first!.id)).toMatchObject({ name: 'Another name' })
    }
    desk.store.undo()
    await nextTick()
    expect(field(panel, `Name of ${first!.name}`).value).toBe(first!.name)
    panel.unmount()
  })

  if (copies)
    it('copies, and removes the copy', async () => {
      const desk = await openDesk(records())
      const panel = desk.show(component)
      const [first] = all(desk, kind)
      const before = all(desk, kind).length
      await press(panel, `Copy ${first!.name}`)
      expect(all(desk, kind)).toHaveLength(before + 1)
      const copy = all(desk, kind).at(-1)!
      const { id: _id, name: _name, ...facts } = first!
      const kept = 'order' in facts ? { ...facts, order: (copy as { order?: number }).order } : facts
      expect(copy).toMatchObject(kept)
      expect(copy.name).toBe(`${first!.name} copy`)
      await press(panel, `Remove ${copy.name}`)
      expect(all(desk, kind)).toHaveLength(before)
      panel.unmount()
    })

  if (used !== null)
    it('keeps what others need, and says so', async () => {
      const desk = await openDesk(records())
      const panel = desk.show(component)
      expect(byName(desk, kind, used)).toBeDefined()
      await press(panel, `Remove ${used}`)
      expect(byName(desk, kind, used)).toBeDefined()
      expect(useSay().text).toMatch(/^\S.{10,}\.$/)
      panel.unmount()
    })
})

describe('the panel of layers', () => {
  it('hides, locks and stops printing; counts what lies there; puts there what is selected', async () => {
    const desk = await openDesk(records())
    const panel = desk.show(LayersPanel)
    const walls = (): RecordOf<'layer'> => desk.store.project.need('layer', 'layer-walls')
    expect(panel.text()).toMatch(/6/)
    for (const [label, key] of [
      ['Walls shown', 'shown'],
      ['Walls locked', 'locked'],
      ['Walls printed', 'printed'],
    ] as const) {
      const before = walls()[key]
      await press(panel, label)
      expect(walls()[key]).toBe(!before)
      expect(panel.find(`[aria-label="${label}"]`).attributes('aria-pressed')).toBe(String(!before))
      await press(panel, label)
      expect(walls()[key]).toBe(before)
    }
    const pen = panel.find('[aria-label="Pen of Walls"]')
    await pen.setValue('0.7')
    await nextTick()
    expect(walls().penMm).toBe(0.7)
    useHand().select(['line'])
    await nextTick()
    await press(panel, 'Put what is selected on Demolition')
    expect(desk.store.project.need('linework', 'line').layer).toBe('layer-demolition')
    panel.unmount()
  })
})

describe('the panel of wall types', () => {
  it('changes strips: their thickness in any unit, their order, their number; the sum follows', async () => {
    const desk = await openDesk(records())
    useHand().select(['south'])
    const panel = desk.show(WallTypesPanel)
    const type = (): RecordOf<'wallType'> =>
      desk.store.project.need('wallType', desk.store.project.need('wall', 'south').type)
    const sum = (): string => panel.find('[data-test=total]').text()
    const before = type().strips.length
    expect(sum()).toBe(String(typeThickness(type())))
    await fill(panel, 'Thickness of strip 1', '21.5cm')
    expect(type().strips[0]!.thickness).toBe(215)
    await panel.find('tfoot button').trigger('click')
    await nextTick()
    expect(type().strips).toHaveLength(before + 1)
    expect(sum()).toBe(String(typeThickness(type())))
    await fill(panel, `Thickness of strip ${before + 1}`, '15')
    await press(panel, `Strip ${before + 1} further left`)
    expect(type().strips[before - 1]!.thickness).toBe(15)
    await fill(panel, 'Thickness of strip 1', 'thick')
    expect(useSay().text).toMatch(/^\S.{8,}/)
    await press(panel, `Remove strip ${before}`)
    expect(type().strips).toHaveLength(before)
    panel.unmount()
  })
  it('is renamed and copied over its facts', async () => {
    const desk = await openDesk(records())
    useHand().select(['south'])
    const panel = desk.show(WallTypesPanel)
    const { name } = desk.store.project.need('wallType', desk.store.project.need('wall', 'south').type)
    await fill(panel, `Name of ${name}`, 'Outer wall')
    const buttons = (): string[] => panel.findAll('button').map((each) => each.text())
    expect(buttons()).toContain('Copy')
    await panel.findAll('button')[buttons().indexOf('Copy')]!.trigger('click')
    await nextTick()
    expect(byName(desk, 'wallType', 'Outer wall copy')).toBeDefined()
    // The copy is shown; it is used nowhere, and can go.
    expect(field(panel, 'Name of Outer wall copy').value).toBe('Outer wall copy')
    await panel.findAll('button')[buttons().indexOf('Remove')]!.trigger('click')
    await nextTick()
    expect(byName(desk, 'wallType', 'Outer wall copy')).toBeUndefined()
    panel.unmount()
  })
})

describe('the other panels', () => {
  it('a lens shows or leaves out, and draws walls its way', async () => {
    const desk = await openDesk(records())
    const panel = desk.show(LensesPanel)
    const lens = (): RecordOf<'lens'> => desk.store.project.all('lens')[0]!
    const was = lens()
    const labelled = (words: string) => panel.findAll('label').find((each) => each.text().startsWith(words))!
    await labelled('Furniture').find('input').setValue(!was.furniture)
    await labelled('Cut walls').find('select').setValue('outline')
    await labelled('Ink').find('select').setValue('tones')
    await labelled('New').find('select').setValue('filled')
    expect(lens()).toMatchObject({
      furniture: !was.furniture,
      poche: 'outline',
      ink: 'tones',
      statuses: { existing: 'as it is', removed: 'dashed', new: 'filled' },
    })
    await labelled('Ink').find('select').setValue('colours')
    expect(lens().ink).toBeUndefined()
    panel.unmount()
  })
  it('a lens is copied and removed, and draws kinds, layers and levels otherwise', async () => {
    const desk = await openDesk(records())
    const panel = desk.show(LensesPanel)
    const before = all(desk, 'lens').length
    const button = (words: string) => panel.findAll('button').find((each) => each.text() === words)!
    await button('Copy').trigger('click')
    await nextTick()
    expect(all(desk, 'lens')).toHaveLength(before + 1)
    const copy = (): RecordOf<'lens'> => desk.store.project.all('lens').at(-1)!
    await panel.find('[aria-label="Draw something otherwise"]').setValue('kind wall')
    await nextTick()
    expect(copy().rules).toEqual([{ by: 'kind', kind: 'wall', shown: false }])
    await panel.find('[aria-label="Colour of Wall"]').setValue('#b5533c')
    await panel.find('[aria-label="Wall shown"]').setValue(true)
    expect(copy().rules).toEqual([{ by: 'kind', kind: 'wall', colour: '#b5533c' }])
    await panel.find('[aria-label="Remove Wall"]').trigger('click')
    expect(copy().rules).toBeUndefined()
    await button('Remove').trigger('click')
    await nextTick()
    expect(all(desk, 'lens')).toHaveLength(before)
    panel.unmount()
  })
  it('a level is typed in any unit, and refused where its storey would have no room', async () => {
    const desk = await openDesk(records())
    const panel = desk.show(LevelsPanel)
    await fill(panel, 'Storey height of House', '3.1m')
    expect(desk.store.project.need('level', LEVEL).height).toBe(3100)
    await fill(panel, 'Plan cut at of House', '4000')
    expect(useSay().text).toContain('between the floor and the top of its storey')
    expect(field(panel, 'Plan cut at of House').value).toBe('1\u202f200')
    panel.unmount()
  })
  it('a pen of a role, and a size of a style, with what cannot be meant refused', async () => {
    const desk = await openDesk(records())
    const panel = desk.show(StylesPanel)
    await panel.find('[aria-label="Width: Patterns"]').setValue('0.25')
    expect(desk.store.project.all('pen').find(({ role }) => role === 'hatch')!.widthMm).toBe(0.25)
    const size = () =>
      panel
        .findAll('.v-text-field')
        .find((each) => each.text().startsWith('Letter height'))!
        .find('input')
    await size().setValue('3.5')
    await size().trigger('change')
    expect(desk.store.project.need('annotationStyle', 'style-standard').textPaperMm).toBe(3.5)
    await size().setValue('0')
    await size().trigger('change')
    expect(useSay().text).toContain('mm on paper')
    await nextTick()
    await nextTick()
    expect((size().element as HTMLInputElement).value).toBe('3.5')
    panel.unmount()
  })
  it('a type of opening is chosen from pictures and renamed', async () => {
    const desk = await openDesk(records())
    const panel = desk.show(OpeningTypesPanel)
    const options = panel.findAll('[role=option]')
    expect(options).toHaveLength(desk.store.project.all('openingType').length)
    const window = desk.store.project.all('openingType').find(({ fit }) => fit === 'window')!
    const at = options.findIndex((each) => each.text().startsWith(window.name))
    await options[at]!.trigger('click')
    await fill(panel, `Name of ${window.name}`, 'North light')
    expect(desk.store.project.need('openingType', window.id).name).toBe('North light')
    panel.unmount()
  })
})
