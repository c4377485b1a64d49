export * from './roof'
