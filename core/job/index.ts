export * from './schema'
export * from './preferences'
export * from './circuit'
export * from './found'
