export * from './snap'
export * from './field'
export * from './anchorAt'
export * from './pick'
