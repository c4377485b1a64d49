export { ABOVE_LINEWORK } from './depths'
export * from './style'
export { endsBeyond } from './levelLines'
export * from './rowLine'
export { besideRow } from './rowsBeside'
export * from './figureWords'
export * from './dimension'
export { drawnDimension, layDimension, lineOfRow } from './layDimension'
export { axisOffset, nearestAxis, pictureAxes, type PictureAxes, type SpaceAxis } from './axisDimension'
export { outsideFor, outsideOf, stretchOf, type Reach, type Stretch } from './outside'
export {
  boardHandles,
  figureMoved,
  rowThrough,
  type BoardHandle,
  type RowPart,
  type WrittenPart,
} from './rowHandles'
export * from './roundDimension'
export type { Framed } from './frame'
export { turnedSheet } from './laidTurned'
export * from './leader'
export * from './note'
export * from './textBlock'
export { wordsRead } from './textFields'
export { otherPlaces } from './otherPlaces'
export * from './levelMark'
export { saidAt, saidMoved } from './symbol'
export { scaleSteps } from './scaleBar'
export { layAnnotation } from './drawing'
export { drawingList, drawingPicture, drawingSources, pictureOf, picturing } from './drawing'
export { foreseenRecord, layPlaced } from './layPlaced'
export * from './roomTag'
export * from './openingMark'
export { foreseenChange } from './foreseen'
export * from './imprint'
export * from './projectPicture'
export { placeOnSheet, viewMarkItems } from './viewMarks'
export { detailPicture } from './detailPicture'
