export * from './plan'
export * from './opening'
export * from './placement'
