export * from './facts'
export * from './library'
export * from './archive'
export type { BackupCard, OpenedProject, ProjectCard, RemovedProject } from './wire'
