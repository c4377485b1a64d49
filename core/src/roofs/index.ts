export * from './roof'
export { skeletonFaces, type SkeletonFace, type Skeleton } from './faces'
export type { Fold, FoldPoint, SlopingEdge } from './skeleton'
