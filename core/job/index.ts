export * from './schema'
export * from './preferences'
export * from './records'
