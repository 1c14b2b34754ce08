export * from './schema'
export * from './preferences'
export * from './circuit'
