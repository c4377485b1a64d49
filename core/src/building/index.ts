export { buildingOf, solverOf, solving } from './solvers'
export { LevelSolver, type SeenAs, type RankedMaterials } from './solver'
export type { SolvedColumn, SolvedWall } from './solved'
export {
  asideOf,
  stripPart,
  typeThickness,
  leftFaceOffset,
  wallShape,
  wallAxis,
  wallDirection,
  wallLine,
  bodyBox,
  bendsTooTightly,
  inWall,
  atWall,
  type OfWall,
  type WallShape,
  type StripShape,
} from './wallShape'
export { clearBeside, wallAcross, type WallMet } from './across'
export { clearLength, type OpeningFit } from './openingFit'
export { stretchAt, stretchesOf, type Stretch } from './stretches'
export {
  columnFooting,
  footingOutline,
  footingPart,
  footingStepLines,
  footingStretches,
  wallFooting,
  steppedAt,
  turnedFooting,
  wallFootingParts,
  type FootingStretch,
} from './footing'
export { cutHeightAt, ownCut, seesAsFar, type PlanCut } from './cutHeights'
export {
  columnReach,
  heightsMeet,
  openingReach,
  wallReach,
  zoneAt,
  type CutZone,
  type Reach,
  type Zone,
} from './heights'
export type { Boundary } from './overlay'
export type { Loop, LoopEdge, LoopRun } from './loop'
export { cutAt, type Cut, type EndCut } from './cut'
export { chordStep } from './wallShape'
export { INFILL, makePiece, wallPieces, type Piece } from './piece'
export { boundariesOf } from './overlay'
export { Outlines, type Outlined } from './outlines'
export { CutBoundaries, type CutGround, type CutPart } from './cutGround'
export { framePlace, liningPieces, liningsOf, type FramePlace, type Lining } from './framePlace'
export { bodyBetween, bodyOf, changesAt, isAtHeight, isBetween, isWhole } from './stripHeights'
export { headCorners, headDrop, headRise } from './headShape'
