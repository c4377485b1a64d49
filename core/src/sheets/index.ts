export * from './size'
export * from './titleBlock'
export * from './viewport'
export * from './sheet'
