export * from './facts'
export * from './library'
export type { ProjectCard, OpenedProject } from './wire'
