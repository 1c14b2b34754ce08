export * from './beside'
export * from './circuit'
export * from './remedies'
