export * from './spaces'
export * from './facts'
export * from './rooms'
export * from './leak'
