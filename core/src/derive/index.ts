export * from './plan'
export {
  Picture,
  byOrder,
  partOf,
  putParts,
  overhangOf,
  pictureFrom,
  rankOf,
  type Part,
  type Order,
  type Rank,
} from './picture'
export { CUT_RANK } from './cutDrawn'
export { IN_STEP, type PartSource } from './parts'
export { Follower, type News } from './news'
export type { Sight } from './sight'
export * from './drawn'
export { handlesIn, seenAround } from './handles'
export { foreseenWalls, type WallsAhead } from './foreseenWalls'
export { wallOutline } from './wallsDrawn'
export * from './opening'
export * from './placement'
export { balloonsInCrop, cloudOf, lineworkItems } from './drafted'
export * from './hatch'
export { isClearBetween } from './openLand'
export * from './laying'
export { patternItems } from './patterned'
export * from './draftField'
export { edgeEntry, type EdgeRole, type FieldEdge, type FieldGuide, type FieldSpot } from './fieldEntries'
export { clearOf, isWithWalls, type KindDrawn } from './drawnKinds'
export * from './onLayer'
export * from './look'
export * from './pens'
export { overheadItems } from './fabric'
export * from './stairPlan'
export * from './openingElevation'
export * from './openingPicture'

export * from './scene'
export { sketching, type Sketch } from './sketch'
