export * from './faces'
export * from './setLine'
export * from './wrap'
