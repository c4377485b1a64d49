import type { Light, Opening, OpeningMake, OpeningType, Project } from '../records'
import { INCH_MM, type UnitSystem } from '../units'

const QUARTER = Math.PI / 2

/** A size in both systems: mm, and inches. */
type Size = readonly [mm: number, inches: number]

interface Sizes {
  readonly width: Size
  readonly sill?: Size
  readonly head?: Size
}

type Model = (system: UnitSystem) => OpeningType

const sized = (system: UnitSystem, [mm, inches]: Size): number =>
  system === 'metric' ? mm : inches * INCH_MM

const DOOR_HEAD: Size = [2100, 80]
const WINDOW_SILL: Size = [900, 36]

interface Frame {
  readonly width?: number
  readonly depth?: number | null
  readonly place?: number
  readonly sillOut?: number
  readonly sillIn?: number
}

const door =
  (
    id: string,
    name: string,
    { width, head = DOOR_HEAD }: Sizes,
    make: OpeningMake,
    frame: Frame = {},
  ): Model =>
  (system) => ({
    id: `opening-type-${id}`,
    kind: 'openingType',
    name,
    fit: make.form === 'cased' && !make.lined ? 'gap' : 'door',
    width: sized(system, width),
    sill: 0,
    head: sized(system, head),
    frame: { width: frame.width ?? 32, depth: frame.depth === undefined ? null : frame.depth },
    place: frame.place ?? 0,
    sillOut: 0,
    sillIn: 0,
    make,
  })

const window =
  (
    id: string,
    name: string,
    { width, sill = WINDOW_SILL, head = DOOR_HEAD }: Sizes,
    lights: readonly Light['opens'][],
    more: Frame & { parts?: readonly number[]; transom?: Size; mullion?: number } = {},
  ): Model =>
  (system) => ({
    id: `opening-type-${id}`,
    kind: 'openingType',
    name,
    fit: 'window',
    width: sized(system, width),
    sill: sized(system, sill),
    head: sized(system, head),
    frame: { width: more.width ?? 50, depth: more.depth ?? 70 },
    place: more.place ?? 1 / 3,
    sillOut: more.sillOut ?? 30,
    sillIn: more.sillIn ?? 0,
    make: {
      form: 'glazed',
      lights: lights.map((opens, i) => ({ opens, part: more.parts?.[i] ?? 1 })),
      mullion: more.mullion ?? 60,
      transom: more.transom ? sized(system, more.transom) : null,
    },
  })

const leaves = (
  count: 1 | 2,
  more: { share?: number; leaf?: number; threshold?: boolean } = {},
): OpeningMake => ({
  form: 'hinged',
  leaves: count,
  share: more.share ?? 0.5,
  leaf: more.leaf ?? 40,
  swing: QUARTER,
  threshold: more.threshold ?? false,
})

const slides = (
  panels: number,
  runs: 'in front' | 'in the wall' | 'in the frame',
  leaf = 40,
  threshold = false,
): OpeningMake => ({ form: 'sliding', panels, runs, leaf, threshold })

const FRAMED: Frame = { width: 60, depth: 90, place: 1 / 3 }

const MODELS: readonly Model[] = [
  door('door', 'Door, single leaf', { width: [900, 36] }, leaves(1)),
  door(
    'door-outside',
    'Outside door',
    { width: [1000, 36] },
    leaves(1, { leaf: 54, threshold: true }),
    FRAMED,
  ),
  door('door-double', 'Double door', { width: [1600, 60] }, leaves(2)),
  door(
    'door-double-outside',
    'Outside double door',
    { width: [1800, 72] },
    leaves(2, { leaf: 54, threshold: true }),
    FRAMED,
  ),
  door('door-unequal', 'Unequal pair', { width: [1300, 54] }, leaves(2, { share: 0.68 })),
  door('door-sliding', 'Sliding door in front of the wall', { width: [900, 36] }, slides(1, 'in front')),
  door('door-in-wall', 'Sliding door inside the wall', { width: [900, 36] }, slides(1, 'in the wall')),
  door('door-pair-in-wall', 'Pair sliding inside the wall', { width: [1600, 60] }, slides(2, 'in the wall')),
  door(
    'door-glass-sliding',
    'Sliding glass doors',
    { width: [2400, 96] },
    slides(2, 'in the frame', 45, true),
    { ...FRAMED, depth: 120 },
  ),
  door(
    'door-folding',
    'Folding doors',
    { width: [3000, 120] },
    { form: 'folding', panels: 4, leaf: 50, threshold: true },
    FRAMED,
  ),
  door(
    'door-cupboard',
    'Folding cupboard doors',
    { width: [1200, 48] },
    { form: 'folding', panels: 4, leaf: 25, threshold: false },
    { width: 25 },
  ),
  door(
    'door-revolving',
    'Revolving door',
    { width: [2200, 84], head: [2300, 90] },
    { form: 'revolving', wings: 4 },
  ),
  door(
    'door-up-and-over',
    'Up-and-over door',
    { width: [2400, 96] },
    { form: 'up and over', leaf: 50 },
    { width: 75, depth: 75 },
  ),
  door('cased', 'Cased opening', { width: [1200, 48] }, { form: 'cased', lined: true }, { width: 25 }),
  door('gap', 'Plain opening', { width: [1000, 40] }, { form: 'cased', lined: false }),
  window('window', 'Window, fixed', { width: [1200, 48] }, ['fixed']),
  window('window-hung', 'Window, hung at the side', { width: [900, 36] }, ['hung at the left']),
  window('window-two', 'Window, two lights', { width: [1200, 48] }, [
    'hung at the left',
    'hung at the right',
  ]),
  window('window-three', 'Window, three lights', { width: [1800, 72] }, [
    'hung at the left',
    'fixed',
    'hung at the right',
  ]),
  window('window-top', 'Window, hung at the top', { width: [900, 36], sill: [1200, 48] }, [
    'hung at the top',
  ]),
  window(
    'window-high',
    'High window',
    { width: [1800, 72], sill: [1600, 60] },
    ['hung at the top', 'fixed'],
    {
      parts: [1, 2],
    },
  ),
  window('window-sliding', 'Window, sliding sideways', { width: [1500, 60] }, ['sliding', 'fixed'], {
    depth: 90,
  }),
  window('window-up', 'Window, sliding up', { width: [900, 36], sill: [750, 30] }, ['sliding up'], {
    depth: 110,
    width: 40,
  }),
  window(
    'window-row',
    'Row of four lights',
    { width: [3600, 144] },
    ['fixed', 'hung at the top', 'hung at the top', 'fixed'],
    { mullion: 50 },
  ),
  window(
    'window-over',
    'Window with a top light',
    { width: [1200, 48], sill: [600, 24], head: [2300, 90] },
    ['fixed', 'hung at the right'],
    { transom: [1250, 48] },
  ),
  window(
    'glazing',
    'Full-height glazing',
    { width: [3000, 120], sill: [0, 0], head: [2400, 96] },
    ['fixed', 'fixed', 'fixed'],
    { width: 50, depth: 120, mullion: 50, sillOut: 0 },
  ),
  window(
    'glazing-door',
    'Full-height glazing with a door light',
    { width: [3000, 120], sill: [0, 0], head: [2400, 96] },
    ['fixed', 'hung at the left', 'fixed'],
    { width: 50, depth: 120, mullion: 50, sillOut: 0, parts: [1.1, 0.8, 1.1] },
  ),
]

/** Types of doors and windows every new project starts with, in sizes of its units. */
export const standardOpeningTypes = (system: UnitSystem): OpeningType[] =>
  MODELS.map((model) => model(system))

const PLAIN = new Map(standardOpeningTypes('metric').map((type) => [type.id, type]))
const plain = (fit: Opening['fit']): OpeningType => PLAIN.get(`opening-type-${fit}`)!

/** What a door or window of no type is: a plain one of its fit, as it ships. */
const UNTYPED: Record<Opening['fit'], OpeningType> = {
  door: { ...plain('door'), make: leaves(1, { threshold: true }) },
  window: { ...plain('window'), sillOut: 0 },
  gap: plain('gap'),
}

/** The type of an opening: its own, or a plain one of its fit. */
export function openingTypeOf(project: Project, { type, fit }: Pick<Opening, 'type' | 'fit'>): OpeningType {
  return (type !== undefined && project.find('openingType', type)) || UNTYPED[fit]
}
