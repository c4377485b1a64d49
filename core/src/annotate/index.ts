export * from './style'
export * from './dimension'
export * from './leader'
export {
  drawingList,
  drawingPicture,
  drawingSources,
  foreseenChange,
  foreseenRecord,
  pictureOf,
  picturing,
} from './drawing'
export * from './roomTag'
export * from './imprint'
export * from './projectPicture'
