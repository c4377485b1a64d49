export * from './faces'
export * from './setLine'
export * from './wrap'
export * from './reading'
