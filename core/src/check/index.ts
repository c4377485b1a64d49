export type { Matter, Stage } from './matter'
export { BoardMatters, mattersOf, settleBoard } from './board'
export { settleSheets } from './sheets'
export { settlingBuilding } from './building'
