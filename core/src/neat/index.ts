export * from './slab'
export { inkOf, inked, slabOf, type Ink, type Letters } from './ink'
export { Clashes, isLettered, type Clash, type ClashWith } from './clashes'
