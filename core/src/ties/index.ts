export { groundBeneath, holdAnchor, openingPoint, type Ground, type Held } from './hold'
export { TieFinder } from './find'
export { looseEnds, tieOf, type LooseEnd, type TiedAs } from './loose'
export { OF_WALLS, meaningsOf, measuresTo, onWall } from './measured'
export {
  carryFootings,
  carryOpenings,
  carryTie,
  reshaped,
  standsStill,
  type CarriedOpening,
  type Fate,
  type Fates,
} from './fate'
