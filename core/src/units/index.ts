export * from './system'
export * from './length'
export * from './angle'
export * from './scale'
