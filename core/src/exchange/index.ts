export * from './facts'
export * from './library'
export { withLibrary } from './settings'
export * from './archive'
export * from './persons'
export { MOST_SELECTED } from './wire'
export type {
  BackupCard,
  Deed,
  DeedThing,
  Here,
  HereNews,
  HistoryPage,
  MomentProject,
  OpenedProject,
  ProjectCard,
  RemovedProject,
  WholeDeed,
} from './wire'
