export * from './spaces'
export * from './rooms'
export * from './leak'
