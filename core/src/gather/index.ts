export { rowAcross, rowsOfSide, sideAt, type GatheredRow, type PressedSide, type WantedRows } from './rows'
export { rowsOfRoom, rowsOfRooms } from './rooms'
export { newsOf } from './upToDate'
