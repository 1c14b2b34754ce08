export * from './schema'
export * from './limits'
export * from './fitment'
