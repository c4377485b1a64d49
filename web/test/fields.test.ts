// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import type { VueWrapper } from '@vue/test-utils'
import { FEET_INCHES, METRIC } from '@lamina/core/units'
import { houseRecords } from '../../core/test/house'
import { projectWith } from '../../core/test/wallFixture'
import AngleField from '../src/components/AngleField.vue'
import AskDialog from '../src/components/AskDialog.vue'
import LengthField from '../src/components/LengthField.vue'
import NumberField from '../src/components/NumberField.vue'
import TextField from '../src/components/TextField.vue'
import MeasureTag from '../src/components/MeasureTag.vue'
import { useSay } from '../src/store/say'
import { useTyping, type Typing } from '../src/surface/typing'
import type { TagField } from '../src/tools/tool'
import { openDesk } from './mounted'

afterEach(() => {
  document.body.innerHTML = ''
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})
const desk = () => openDesk([...projectWith(...houseRecords()).everything()])

describe('a field for a length', () => {
  const shown = (field: VueWrapper): string => (field.find('input').element as HTMLInputElement).value
  const type = async (field: VueWrapper, text: string): Promise<void> => {
    await field.find('input').trigger('focus')
    await field.find('input').setValue(text)
  }
  it('takes any unit at Enter, once, and echoes it before', async () => {
    const { show } = await desk()
    const field = show(LengthField, { label: 'Length', mm: 2400, units: METRIC })
    expect(shown(field)).toBe('2\u202f400')
    await type(field, `8'`)
    expect(field.text()).toContain('2.438')
    await field.find('input').trigger('keydown', { key: 'Enter' })
    expect(field.emitted('set')).toEqual([[8 * 304.8]])
    await field.find('input').trigger('blur')
    expect(field.emitted('set')).toHaveLength(1)
    field.unmount()
  })
  it('refuses what is no length, and less than the least, and then shows what is stored', async () => {
    const { show } = await desk()
    const field = show(LengthField, { label: 'Height', mm: 900, units: METRIC, least: 300 })
    for (const [text, sentence] of [
      ['high', 'not understood'],
      ['2', 'At least 300'],
      ['1/0', ''],
    ] as const) {
      await type(field, text)
      expect(field.text()).toContain(sentence)
      await field.find('input').trigger('keydown', { key: 'Enter' })
    }
    await field.find('input').trigger('blur')
    expect(field.emitted('set')).toBeUndefined()
    expect(shown(field)).toBe('900')
    field.unmount()
  })
  it('shows feet and inches in a project of those, and gives Escape its former value back', async () => {
    const { show } = await desk()
    const field = show(LengthField, { label: 'Width', mm: 36 * 25.4, units: FEET_INCHES })
    expect(shown(field)).toBe(`3'-0"`)
    await type(field, `3'4`)
    await field.find('input').trigger('keydown', { key: 'Escape' })
    await field.find('input').trigger('blur')
    expect(shown(field)).toBe(`3'-0"`)
    expect(field.emitted('set')).toBeUndefined()
    field.unmount()
  })
})

describe('a field for an angle', () => {
  it('takes degrees and slopes; what is no angle is said, and the field shows what is stored', async () => {
    const { show } = await desk()
    const field = show(AngleField, { label: 'Pitch', radians: (35 * Math.PI) / 180 })
    const input = field.find('input')
    await input.setValue('45')
    await input.setValue('1:1')
    for (const [radians] of field.emitted('set') as [number][]) expect(radians).toBeCloseTo(Math.PI / 4, 12)
    expect(field.emitted('set')).toHaveLength(2)
    await input.setValue('steep')
    await nextTick()
    await nextTick()
    expect(useSay().text).toMatch(/^\S.{10,}/)
    expect((input.element as HTMLInputElement).value).toBe('35°')
    expect(field.emitted('set')).toHaveLength(2)
    field.unmount()
  })
})

describe('fields for texts and numbers', () => {
  const value = (field: VueWrapper): string => (field.find('input').element as HTMLInputElement).value
  it('give a refused text way to what is stored, and follow what is stored anew', async () => {
    const { show } = await desk()
    const field = show(TextField, { label: 'Name', shown: 'Hall' })
    await field.find('input').setValue('Kitchen')
    expect(field.emitted('set')).toEqual([['Kitchen']])
    await nextTick()
    await nextTick()
    expect(value(field)).toBe('Hall')
    await field.setProps({ shown: 'Kitchen' } as never)
    expect(value(field)).toBe('Kitchen')
    await field.find('input').setValue('Kitchen')
    expect(field.emitted('set')).toHaveLength(1)
    field.unmount()
  })
  it('take numbers as expressions, whole ones rounded, and say what lies out of bounds', async () => {
    const { show } = await desk()
    const field = show(NumberField, { label: 'Rows', value: 3, whole: true, least: 1, most: 20 })
    await field.find('input').setValue('2*4')
    await field.find('input').setValue('6.6')
    expect(field.emitted('set')).toEqual([[8], [7]])
    await field.find('input').setValue('21')
    expect(useSay().text).toBe('Rows: between 1 and 20.')
    await field.find('input').setValue('many')
    expect(useSay().text).toContain('many')
    expect(field.emitted('set')).toHaveLength(2)
    await nextTick()
    await nextTick()
    expect(value(field)).toBe('3')
    field.unmount()
  })
})

describe('the measure tag', () => {
  const fields: readonly TagField[] = [
    { key: 'along', label: 'along', kind: 'length', shown: '1\u202f250', least: 600 },
    { key: 'turn', label: 'turn', kind: 'angle', shown: '90°' },
  ]
  function typingOf(typed: Record<string, string>): Typing {
    const typing = useTyping(() => fields)
    Object.assign(typing.texts, typed)
    return typing
  }
  const props = (typed: Record<string, string>, units = METRIC) => ({
    fields,
    typing: typingOf(typed),
    remark: 'in all 2 500',
    units,
    x: 100,
    y: 100,
    width: 900,
    height: 600,
    above: false,
  })
  it('shows what the pointer gives, and echoes what is typed instead', async () => {
    const { show } = await desk()
    const tag = show(MeasureTag, props({ along: '3.2m', turn: '' }))
    expect(tag.text()).toContain('in all 2 500')
    const inputs = tag.findAll('input').map((each) => each.element as HTMLInputElement)
    expect(inputs.map(({ value, placeholder }) => value || placeholder)).toEqual(['3.2m', '90°'])
    expect(tag.find('[data-test=echo]').text()).toMatch(/3.200 m|3\u202f200/)
    tag.unmount()
  })
  it('says what cannot be understood, and offers the other reading of a figure hardly meant', async () => {
    const { show } = await desk()
    const tag = show(MeasureTag, props({ along: '4 beers' }))
    expect(tag.find('[data-test=echo]').classes()).toContain('fault')
    await tag.setProps(props({ along: '10' }, FEET_INCHES) as never)
    // Ten inches is no wall: ten feet may be.
    expect(tag.text()).toContain(`10'`)
    await tag.find('input').trigger('keydown', { key: 'ArrowUp' })
    expect(tag.emitted('type')!.at(-1)![0]).toBe('along')
    tag.unmount()
  })
  it('goes from field to field by Tab, round about, and ends by Enter and Escape', async () => {
    const { show } = await desk()
    const tag = show(MeasureTag, props({}))
    const [along, turn] = tag.findAll('input')
    ;(along!.element as HTMLInputElement).focus()
    document.dispatchEvent(new Event('selectionchange'))
    await along!.trigger('keydown', { key: 'Tab' })
    expect(document.activeElement).toBe(turn!.element)
    await turn!.trigger('keydown', { key: 'Tab' })
    expect(document.activeElement).toBe(along!.element)
    await along!.trigger('keydown', { key: 'Enter' })
    await along!.trigger('keydown', { key: 'Escape' })
    expect([tag.emitted('enter')?.length, tag.emitted('back')?.length]).toEqual([1, 1])
    tag.unmount()
  })
})

describe('what is typed', () => {
  const fields: readonly TagField[] = [
    { key: 'along', label: 'along', kind: 'length', shown: '1 250' },
    { key: 'turn', label: 'turn', kind: 'angle', shown: '90°' },
  ]
  const taken = (typing: Typing, keys: string): boolean[] => [...keys].map((key) => typing.take(key, false))

  it('goes into the field that has the keys, whatever has the focus of the window', () => {
    const typing = useTyping(() => fields)
    expect(taken(typing, '2.5m')).toEqual([true, true, true, true])
    expect(typing.texts).toEqual({ along: '2.5m' })
    typing.next(1)
    expect(taken(typing, '45w')).toEqual([true, true, false])
    expect(typing.texts).toEqual({ along: '2.5m', turn: '45' })
    expect(typing.erase() && typing.erase()).toBe(true)
    expect(typing.erase()).toBe(false)
    typing.next(1)
    // Come back to, it is selected: what is typed stands in its place.
    expect(typing.behind()).toBe('')
    typing.take('8', false)
    expect(typing.texts['along']).toBe('8')
  })
  it('is kept when it is refused, and given up whole', () => {
    const typing = useTyping(() => fields)
    taken(typing, '3800')
    typing.refuse('along')
    expect([typing.behind(), typing.texts['along']]).toEqual(['', '3800'])
    // A letter is for the tool again, as if nothing were typed.
    expect(typing.take('m', false)).toBe(false)
    expect(typing.erase()).toBe(true)
    expect(typing.isEmpty()).toBe(true)
    taken(typing, '40')
    typing.clear()
    expect([typing.isEmpty(), typing.at.value]).toEqual([true, null])
  })
  it('has nowhere to go without a field', () => {
    const typing = useTyping(() => [])
    expect([typing.take('4', false), typing.erase(), typing.next(1)]).toEqual([false, false, false])
  })
})

describe('Ask', () => {
  it('finds by parts of a name, goes up and down, and does what is chosen', async () => {
    const { show } = await desk()
    const done: string[] = []
    const actions = ['Wall', 'Walls in a rectangle', 'Window', 'Door schedule', 'Layers'].map((name, i) => ({
      id: `a${i}`,
      name,
      group: 'Tool' as const,
      run: () => void done.push(name),
    }))
    const ask = show(AskDialog, { modelValue: true, actions, 'onUpdate:modelValue': () => undefined })
    await nextTick()
    const field = (): HTMLInputElement => document.querySelector('.ask input')!
    const options = (): string[] =>
      [...document.querySelectorAll('.ask [role=option] .name')].map((each) => each.textContent!)
    const press = async (key: string): Promise<void> => {
      field().dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
      await nextTick()
    }
    expect(options()).toHaveLength(5)
    field().value = 'wind'
    field().dispatchEvent(new Event('input', { bubbles: true }))
    await nextTick()
    expect(options()[0]).toBe('Window')
    await press('Enter')
    expect(done).toEqual(['Window'])
    field().value = 'wall'
    field().dispatchEvent(new Event('input', { bubbles: true }))
    await nextTick()
    const [, second] = options()
    await press('ArrowDown')
    await press('Enter')
    expect(done).toEqual(['Window', second])
    field().value = 'zzzzqqq'
    field().dispatchEvent(new Event('input', { bubbles: true }))
    await nextTick()
    expect(document.querySelector('.ask')!.textContent).toContain('Nothing by that name')
    await press('Enter')
    expect(done).toHaveLength(2)
    ask.unmount()
  })
})
