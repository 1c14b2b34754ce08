export * from './steps'
export * from './order'
export * from './plan'
