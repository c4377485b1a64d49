export { STANDARD_MATERIALS } from './materials'
export { METRIC_WALL_TYPES, FEET_INCHES_WALL_TYPES, standardWallTypes } from './wallTypes'
export { STANDARD_BLOCKS } from './blocks'
export * from './layers'
