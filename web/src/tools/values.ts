import type { Framed } from '@lamina/core/annotate'
import type { OfWall } from '@lamina/core/building'
import type { WantedRows } from '@lamina/core/gather'
import { TIMBER_SIZES, openingTypeOf, usualBand } from '@lamina/core/library'
import type { MeasuredTo } from '@lamina/core/locate'
import type {
  Band,
  Dormer,
  Filling,
  Framing,
  Id,
  MeasuredFrom,
  Opening,
  OpeningType,
  Overhead,
  Project,
  Rail,
  Ramp,
  ReferenceSide,
  Roof,
  SeamType,
  Slab,
  Stair,
} from '@lamina/core/records'
import { INCH_MM, type UnitSystem } from '@lamina/core/units'

/** What a thing is like, without where it stands. */
type Like<R> = Omit<R, 'id' | 'kind' | 'level' | 'at' | 'turn' | 'layer' | 'path' | 'outline' | 'shape'>

export interface NextOpening {
  readonly type: Id | null
  readonly width: number | null
  /** From sill to head, and above the floor, mm. */
  readonly height: number | null
  readonly sill: number | null
}
/** A type just chosen, with its own sizes. */
export const nextOpening = (type: Id | null): NextOpening => ({
  type,
  width: null,
  height: null,
  sill: null,
})

/** What the tools keep from one use to the next. Values are replaced whole, never altered. */
export interface LastValues {
  /** The way of working last chosen for each tool. */
  ways: Readonly<Partial<Record<string, string>>>
  /** The layer chosen for a tool in place of the one it draws on by itself. */
  layers: Readonly<Partial<Record<string, Id>>>
  /** The lengths typed last, the newest first: offered again by ↑. */
  lengths: readonly string[]
  /** What each tool took last, as it was typed: offered again by Enter twice. */
  typed: Readonly<Partial<Record<string, Readonly<Record<string, string>>>>>
  wallType: Id | null
  reference: ReferenceSide
  /** The type taken for the next door, window or opening, and the sizes typed for it; null: those of the type. */
  openings: Readonly<Record<Opening['fit'], NextOpening>>
  /** What places of openings are measured from, and to which part of them. */
  measured: { readonly from: MeasuredFrom; readonly to: MeasuredTo }
  block: Id | null
  /** Typed sizes and parameters of the block in hand. */
  blockSize: { readonly width: number | null; readonly depth: number | null }
  blockParameters: Readonly<Record<string, number>>
  /** What the last leader said: the next says it again where nothing is typed. */
  lastNote: string
  /** What the next notes and leaders are framed by. */
  framed: Framed | null
  /** The keynote whose number the next leaders show; null: they have a text of their own. */
  keynote: Id | null
  /** What symbols said last, by what of them it is. */
  said: Readonly<Partial<Record<string, string>>>
  /** The seams of the next weld. */
  weld: {
    readonly arrow: SeamType | null
    readonly other: SeamType | null
    readonly around: boolean
    readonly site: boolean
  }
  /** Leaders begin at what they are about, or at their text. */
  leaderFrom: 'tip' | 'text'
  /** What of arcs is measured. */
  round: 'radius' | 'diameter' | 'arc'
  /** Figures of new rows of dimensions: one after the other, or all from their first point. */
  reads: 'chain' | 'running'
  /** What of walls they measure to; null: to what is pointed to. */
  measures: OfWall | null
  /** Which rows a side of a building gets. */
  gathers: WantedRows
  /** Dimension rows get an overall one, one row further out. */
  overall: boolean
  roundRadius: number
  bevel: readonly [number, number]
  polygonSides: number
  column: { readonly width: number; readonly depth: number; readonly turn: number }
  columnMaterial: Id | null
  filling: Filling
  hatchGap: number
  stair: Like<Stair>
  ramp: Like<Ramp>
  rail: Like<Rail>
  slab: Like<Slab>
  roof: Like<Roof>
  overhead: Like<Overhead>
  dormer: Like<Dormer>
  overheadWidth: number
  band: Band
  framing: Omit<Like<Framing>, 'material'> & { readonly material: Id | null }
  /** What new drawings of each view begin with. */
  views: Readonly<Partial<Record<BegunView, NextView>>>
}

/** Views that tools make drawings of. */
export type BegunView = 'section' | 'elevation' | 'interior' | 'detail'
/** How the next drawing of a view begins: null is as usual, and on no sheet. */
export interface NextView {
  readonly scale: number | null
  readonly lens: Id | null
  readonly sheet: Id | null
}
export const AS_USUAL: NextView = { scale: null, lens: null, sheet: null }

/** What the tools begin with in a project of a system of units. */
export function firstValues(system: UnitSystem): LastValues {
  const mm = (metric: number, inches: number): number => (system === 'metric' ? metric : inches * INCH_MM)
  const unchosen = nextOpening(null)
  return {
    ways: {},
    layers: {},
    lengths: [],
    typed: {},
    wallType: null,
    reference: 'left',
    openings: { door: unchosen, window: unchosen, gap: unchosen },
    measured: { from: 'inner corner', to: 'near edge' },
    block: null,
    blockSize: { width: null, depth: null },
    blockParameters: {},
    lastNote: '',
    framed: null,
    keynote: null,
    said: {},
    weld: { arrow: 'fillet', other: null, around: false, site: false },
    leaderFrom: 'tip',
    round: 'radius',
    reads: 'chain',
    measures: null,
    gathers: { openings: 'jambs', corners: true, grid: true, overall: true },
    overall: true,
    roundRadius: mm(300, 12),
    bevel: [mm(100, 4), mm(100, 4)],
    polygonSides: 6,
    column: { width: mm(300, 12), depth: mm(300, 12), turn: 0 },
    columnMaterial: null,
    filling: { with: 'pattern', pattern: 'diagonal', width: 1, height: 1, turn: 0, origin: { x: 0, y: 0 } },
    hatchGap: 0,
    stair: {
      form: 'straight',
      hand: 'left',
      width: mm(900, 36),
      going: mm(250, 10.5),
      rise: null,
      risers: null,
      first: null,
      well: 0,
      radius: mm(600, 24),
      rails: 'both',
    },
    ramp: { width: mm(1200, 48), length: 1, rise: mm(150, 6), rails: 'none' },
    rail: { height: mm(1100, 42), made: 'balusters' },
    slab: { top: 0, thickness: mm(200, 8) },
    roof: {
      form: 'double',
      pitch: (35 * Math.PI) / 180,
      overhang: mm(450, 18),
      fascia: mm(200, 8),
      eaves: 0,
    },
    overhead: { what: 'beam', bottom: mm(2300, 92), height: mm(300, 12) },
    overheadWidth: mm(150, 6),
    dormer: {
      form: 'double',
      width: mm(1600, 64),
      // As usual: over the roof where it stands.
      eaves: 0,
      pitch: (40 * Math.PI) / 180,
      overhang: mm(150, 6),
    },
    band: usualBand('quilt', system),
    framing: {
      what: 'joists',
      pitch: mm(400, 16),
      ...TIMBER_SIZES[system][system === 'metric' ? 4 : 2]!,
      bottom: 0,
      setOut: 'first side',
      material: null,
    },
    views: {},
  }
}

/** The type that the next wall is of: the one chosen, or the first there is. */
export const nextWallType = (project: Project, { wallType }: Pick<LastValues, 'wallType'>): Id =>
  (wallType !== null && project.find('wallType', wallType)?.id) || project.all('wallType')[0]!.id

/** The type that the next opening of a fit is made in: the one chosen, or the first there is. */
export const nextType = (
  project: Project,
  { openings }: Pick<LastValues, 'openings'>,
  fit: Opening['fit'],
): OpeningType =>
  (openings[fit].type && project.find('openingType', openings[fit].type)) ||
  project.all('openingType').find((type) => type.fit === fit) ||
  openingTypeOf(project, { fit })

/** The line of a wall drawn next, as R goes through them. */
export const NEXT_SIDE: Readonly<Record<ReferenceSide, ReferenceSide>> = {
  left: 'centre',
  centre: 'right',
  right: 'left',
}
export const SIDE_WORDS: Readonly<Record<ReferenceSide, string>> = {
  left: 'its left side',
  centre: 'its centre',
  right: 'its right side',
}
