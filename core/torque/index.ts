export * from './spec'
export * from './clamp'
export * from './passes'
export * from './range'
