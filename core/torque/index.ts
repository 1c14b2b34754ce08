export * from './spec'
export * from './clamp'
