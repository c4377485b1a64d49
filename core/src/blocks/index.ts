export * from './parts'
