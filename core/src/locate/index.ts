export * from './snap'
export * from './anchorAt'
export * from './pick'
export * from './seat'
