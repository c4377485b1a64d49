export * from './limits'
export * from './stair'
