export { idSchema, nameSchema, type Id, type ReferenceSide } from './parts'
export {
  patternNames,
  type Level,
  type Material,
  type PatternName,
  type Strip,
  type WallType,
  type PlateType,
  type Wall,
  type Column,
  type StripFooting,
  type PadFooting,
} from './building'
export {
  lightOpens,
  measuredFrom,
  type MeasuredFrom,
  type OpeningType,
  type OpeningMake,
  type Light,
  type Opening,
} from './openings'
export { GATHERED, frameShapes } from './annotation'
export { isSameScale, type Reading } from './places'
export {
  PLACED_KINDS,
  asRead,
  inEachPlace,
  inPlace,
  isPlaced,
  ownPlace,
  placeAt,
  placeAtScale,
  placeInViewport,
  placedAt,
  readsAt,
  viewportsNamed,
  withPlaces,
  type OwnPlace,
  type Placed,
  type PlacedKind,
} from './asRead'
export { TEXT_FIELDS, hasFields, unknownField, withFields, type TextField } from './textFields'
export type {
  Anchor,
  Dimension,
  Figure,
  Gathered,
  Gathers,
  Leader,
  LevelMark,
  Note,
  RoundDimension,
} from './annotation'
export {
  SYMBOL_FORMS,
  seamTypes,
  shiftOfSymbol,
  symbolForms,
  type PaperSymbol,
  type Seam,
  type SeamType,
  type SymbolForm,
  type Weld,
} from './symbols'
export { WRITTEN_KINDS, rewritten, writtenIn, type Written } from './written'
export { TIED_KINDS, anchorsOf, isTied, withTies, type Tied, type TiedKind } from './tied'
export type { Drawing, DrawingOf, StandingView, View } from './drawing'
export { keptThingKinds, type KeptThing, type KeptDetail } from './keptDetail'
export type { DraftItem, Block, BlockSize, Placement } from './blocks'
export {
  lineMeanings,
  type LineType,
  type Layer,
  type Shape,
  type OwnLook,
  type LineMeaning,
  type Linework,
  type Filling,
  type Hatch,
  type GridLine,
  type Guide,
  type Group,
  type UnitPlace,
  type RepeatPattern,
  type Repeat,
} from './drafting'
export type { Band } from './bands'
export type { Room, Separator } from './rooms'
export { framingSides, framingThings, type Framing } from './framing'
export type { Stair, Ramp, Rail, Slab, FloorVoid, Roof, Dormer, Overhead } from './fabric'
export { ChangeLog } from './changeLog'
export {
  drawnAs,
  lensKinds,
  type DrawnAs,
  type Lens,
  type LensKind,
  type LensRule,
  type LensStatus,
} from './lens'
export { isRemoved, statuses, statusOf, type Status } from './status'
export type { Keynote } from './keynotes'
export type { Schedule, ScheduleSubject } from './schedule'
export {
  penRoles,
  type PenRole,
  dimensionEnds,
  leaderLines,
  leaderTips,
  type PenRecord,
  type AnnotationStyle,
} from './styles'
export { formatName, sheetSet } from './sheetSet'
export { foldings, titlePlaces, type TitleBlock, type TitlePlace } from './titleBlock'
export {
  SCHEMA,
  isLater,
  sheetSizeNames,
  type SheetFormat,
  type SheetSizeName,
  type StairLimits,
  type ProjectFacts,
  type Sheet,
  type Viewport,
} from './sheet'
export {
  recordSchema,
  type AnyRecord,
  type RecordKind,
  type RecordOf,
  changeSchema,
  type Change,
  NO_CHANGE,
} from './schema'
export {
  tieHost,
  KINDS,
  forUnplaced,
  type UnplacedKind,
  type KindIn,
  RECORD_KINDS,
  mayHave,
  hasOrder,
  kindsIn,
  kindWord,
  needs,
  looseNames,
  carriedAlong,
  relinked,
} from './kinds'
export { ChangeRefused, type Reader, Project } from './project'
export {
  type Board,
  boardName,
  findBoard,
  isBoard,
  needBoard,
  boardOf,
  boardsOf,
  scaleOf,
  axesOf,
  asPlan,
  hostsOf,
} from './board'
export { ownRow } from './ownRow'
