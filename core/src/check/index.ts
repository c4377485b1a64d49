export * from './settle'
