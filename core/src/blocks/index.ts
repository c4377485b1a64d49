export * from './parts'
export * from './find'
