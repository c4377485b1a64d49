export * from './bases'
export * from './snap'
export * from './pick'
export * from './seat'
