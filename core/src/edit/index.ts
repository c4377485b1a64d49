export { type RefusalCode, EditRefused, type MakeId } from './refusal'
export { Outcome, storing } from './outcome'
export { newProject } from './newProject'
export {
  addWalls,
  moveWallSideways,
  type KeptFace,
  retypeWalls,
  flipWall,
  setJoin,
  setWallLength,
  remakeWalls,
  wallsAlong,
  addColumn,
  runWallOn,
} from './walls'
export {
  type NewOpening,
  addOpening,
  addOpenings,
  addOpeningsAt,
  type KeptEdge,
  changeOpening,
  retypeOpenings,
  addCornerWindow,
  flipHand,
  flipSide,
} from './openings'
export { copyOpeningType, removeOpeningType, setOpeningType, suits, FORMS } from './openingTypes'
export { setMark, setMarkPlace, renumberOpenings } from './marks'
export {
  addOwnSymbols,
  addSymbol,
  nextPointNumber,
  setNorth,
  setSaid,
  setSymbols,
  type SymbolFacts,
} from './symbols'
export {
  KEYNOTE_FRAME,
  addKeynote,
  makeKeynote,
  nextKeynoteNumber,
  removeKeynote,
  setKeynote,
  showKeynote,
} from './keynotes'
export { upgrade } from './upgrade'
export { addRoom, addAllRooms, setRoom, renumberRooms, addSeparators } from './rooms'
export {
  copyLens,
  setLens,
  setLensRule,
  setLensStatus,
  statusesOf,
  removeLens,
  type LensFacts,
} from './lenses'
export { hasStatus, setStatus } from './status'
export { changePen, copyStyle, removeStyle, setStyle, styleAll } from './styles'
export { measureTo, measuredTo } from './measureTo'
export { addRoundDimension, setRound, type RoundFacts } from './roundDimensions'
export {
  LIBRARY_KINDS,
  type LibraryKind,
  type LibraryRecord,
  isLibraryRecord,
  type Choice,
  type Arrival,
  gather,
  merge,
} from './merge'
export {
  addStair,
  setStair,
  setStairLimits,
  addRamp,
  addRail,
  addSlab,
  addVoid,
  addRoof,
  setRoof,
  addDormer,
  addOverhead,
  setDormer,
} from './fabric'
export {
  type BlockPlace,
  type NewPlacements,
  placeBlock,
  sizeFor,
  setPlacement,
  makeBlock,
  isHeldByBlocks,
  setBlock,
  copyBlock,
  removeBlock,
  openBlock,
  closeBlock,
  leaveBlock,
  surroundingsMap,
} from './blocks'
export { rowPlaces, runPlaces } from './blockRows'
export { moveItems, removeItems, setFacts } from './items'
export { setFooting, usualFooting, type FootingFacts } from './footings'
export { addCutArea, addPlan, setCutArea, setPlanCut } from './plans'
export { setNotes, setWords, type NoteLook } from './words'
export { findText, replaceText, type FoundText, type Sought } from './findText'
export { together } from './outcome'
export { addDimensions, addLeader, addLevelMark, addNote } from './annotation'
export {
  SAME_PLACE,
  addDimensionPoint,
  bringUpToDate,
  dropDimensionPoint,
  joinDimensions,
  setDatum,
  setFigure,
  setRow,
  splitDimension,
  spreadRows,
  type FigureFacts,
  type RowNews,
} from './dimensions'
export {
  copyPlace,
  dropPlace,
  madeAsRead,
  pin,
  placedOn,
  putPlaces,
  readAlsoAt,
  setReads,
  setScales,
  vanishing,
  type GivenPlace,
  type ReadHere,
  type Where,
} from './places'
export { MOST_TIPS, addTip, dropTip, setElbow, tieAgain } from './ties'
export {
  contestedSchema,
  seqSchema,
  journalEntrySchema,
  sentChangeSchema,
  type Contested,
  type SentChange,
  type JournalEntry,
  type Step,
  UPGRADE,
  History,
} from './history'
export {
  copyTitleBlock,
  removeTitleBlock,
  setPaper,
  setTitleBlock,
  setTitleFacts,
  takeTitleBlock,
} from './titleBlocks'
export { nextSheetNumber, addSheet, viewportsOf, addViewport, turnViewport } from './sheets'
export { copySheet } from './copySheet'
export { mapItems, copyItems, mirrorAbout, scaleAbout, alignMap } from './transform'
export { pieceAt, trimItem, extendItem, lengthenItem, splitItem, crossedAt } from './cutting'
export {
  addLinework,
  setBand,
  joinItems,
  type Ease,
  cornerItems,
  easeCorners,
  offsetItem,
  distanceTo,
  isBreakable,
  breakApart,
} from './drafting'
export { stretchBox } from './stretch'
export { groupItems, withGroups, repeatItems, editRepeat, repeatOf } from './groups'
export {
  addLayer,
  setLayer,
  thingsOnLayer,
  removeLayer,
  putOnLayer,
  hasOwnLook,
  setOwnLook,
  reorderItems,
  takeTraits,
} from './layers'
export { type Clipping, clip, readClipping, paste } from './clipboard'
export { clipDrawing, pasteDrawing } from './copyDrawing'
export { DETAIL_SECTIONS, drawKept, keepDetail, removeKept, setKept } from './details'
export { type NewHatch, addHatch, setFilling } from './hatches'
export { addGridLine, setOutLine, addGuide } from './settingOut'
export {
  partOf,
  addPlateType,
  copyStripType,
  renameStripType,
  setStrips,
  removeStripType,
  setPlateType,
  type StripKind,
  copyMaterial,
  removeMaterial,
  setMaterial,
  type MaterialFacts,
} from './stripTypes'
export { moveHandle } from './reshape'
export { moveInView, moveThroughView } from './throughViews'
export {
  addSight,
  addAllElevations,
  addCutaway,
  setCutaway,
  addInterior,
  addDetail,
  setBeneath,
  CUTAWAY_LOOKS,
  setSight,
  removeDrawing,
  drawnOn,
  buildingBox,
  type NewSight,
} from './views'
export { addLevel, setLevel, removeLevel, setGround } from './levels'
export { readDashes, addLineType, setLineType, removeLineType } from './lineTypes'
export { freeName, copyName } from './names'
export { carryingStrip, typeLike, type LikeType, type OtherMake } from './likeTypes'
export {
  freeUnitName,
  isPlaceAlike,
  makeUnit,
  numberUnits,
  placesOf,
  renameUnit,
  spreadUnit,
  unitsOf,
  unlikePlaces,
  type UnitGroup,
} from './units'
export { addWallsBeside, besideFrom, type WallsBeside } from './wallsBeside'
export { chainsOf, type Chain, type Chains, type Deed, type RoomChain } from './chains'
export { sameInRoom, sameOnOpening, type Mirrored } from './sameAgain'
export { addFraming, setFraming, setLintels, usualLintel } from './framing'
