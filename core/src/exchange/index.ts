export * from './facts'
export * from './library'
