import type { Component } from 'vue'
import { lineWord } from '@lamina/core/linework'
import {
  SYMBOL_FORMS,
  forUnplaced,
  kindWord,
  type AnyRecord,
  type Project,
  type RecordKind,
  type RecordOf,
} from '@lamina/core/records'
import ColumnTraits from './ColumnTraits.vue'
import DrawingTraits from './DrawingTraits.vue'
import DimensionTraits from './DimensionTraits.vue'
import DormerTraits from './DormerTraits.vue'
import FramingTraits from './FramingTraits.vue'
import GridLineTraits from './GridLineTraits.vue'
import GuideTraits from './GuideTraits.vue'
import HatchTraits from './HatchTraits.vue'
import LeaderTraits from './LeaderTraits.vue'
import LevelTraits from './LevelTraits.vue'
import LevelMarkTraits from './LevelMarkTraits.vue'
import LineTraits from './LineTraits.vue'
import NoteTraits from './NoteTraits.vue'
import OpeningTraits from './OpeningTraits.vue'
import OverheadTraits from './OverheadTraits.vue'
import PlacementTraits from './PlacementTraits.vue'
import RailTraits from './RailTraits.vue'
import RampTraits from './RampTraits.vue'
import RoofTraits from './RoofTraits.vue'
import RoundTraits from './RoundTraits.vue'
import RoomTraits from './RoomTraits.vue'
import SlabTraits from './SlabTraits.vue'
import SymbolTraits from './SymbolTraits.vue'
import StairTraits from './StairTraits.vue'
import ViewportTraits from './ViewportTraits.vue'
import VoidTraits from './VoidTraits.vue'
import WallTraits from './WallTraits.vue'

interface TraitsOf<R> {
  readonly card: Component
  /** What it is called over its facts, where that is not the word for its kind. */
  readonly title?: (record: R, project: Project) => string
  /** Its card shows the facts of several at once. */
  readonly many?: true
}

/** The card of Traits of every kind; null: it has no facts of its own to show, or cannot be selected. */
const TRAITS: { readonly [K in RecordKind]: TraitsOf<RecordOf<K>> | null } = {
  ...forUnplaced(null),
  // Picked by its line in an elevation or a section.
  level: { card: LevelTraits, title: ({ name }) => name },
  wall: { card: WallTraits, many: true },
  column: { card: ColumnTraits },
  opening: {
    card: OpeningTraits,
    title: ({ fit, mark }) => `${FITS[fit]} ${mark ?? ''}`,
  },
  room: { card: RoomTraits, title: ({ name }) => name },
  separator: null,
  stair: { card: StairTraits },
  ramp: { card: RampTraits },
  rail: { card: RailTraits },
  slab: { card: SlabTraits },
  void: { card: VoidTraits },
  roof: { card: RoofTraits },
  overhead: { card: OverheadTraits },
  dormer: { card: DormerTraits },
  framing: {
    card: FramingTraits,
    title: ({ what }) => (what === 'joists' ? 'Joists' : 'Rafters'),
  },
  placement: {
    card: PlacementTraits,
    title: ({ block }, project) => project.need('block', block).name,
  },
  linework: {
    card: LineTraits,
    title: lineWord,
  },
  hatch: { card: HatchTraits, many: true },
  gridLine: { card: GridLineTraits },
  guide: { card: GuideTraits },
  dimension: { card: DimensionTraits, many: true },
  roundDimension: { card: RoundTraits },
  leader: { card: LeaderTraits },
  levelMark: { card: LevelMarkTraits },
  symbol: {
    card: SymbolTraits,
    title: ({ form, block }, project) =>
      block === undefined ? SYMBOL_FORMS[form].name : project.need('block', block).name,
  },
  note: { card: NoteTraits, many: true },
  drawing: { card: DrawingTraits, title: ({ name }) => name },
  viewport: { card: ViewportTraits, title: ({ number }) => `Viewport ${number}` },
}
const FITS = { door: 'Door', window: 'Window', gap: 'Plain opening' } as const

const traitsOf = ({ kind }: AnyRecord): TraitsOf<AnyRecord> | null =>
  TRAITS[kind] as TraitsOf<AnyRecord> | null

const capital = (word: string): string => word[0]!.toUpperCase() + word.slice(1)

/** What stands over the facts of what is selected. */
export function titleOf(chosen: readonly AnyRecord[], project: Project): string {
  const [first] = chosen
  if (!first || chosen.length > 1) return `${chosen.length} things`
  return traitsOf(first)?.title?.(first, project) ?? capital(kindWord(first.kind))
}

/** The card for what is selected: of one thing, or of several of a kind whose card shows many. */
export function cardOf(chosen: readonly AnyRecord[]): Component | null {
  const [first] = chosen
  const traits = first ? traitsOf(first) : null
  if (!traits || (chosen.length > 1 && !(traits.many && chosen.every(({ kind }) => kind === first!.kind))))
    return null
  return traits.card
}
