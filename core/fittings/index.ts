export * from './circuit'
export * from './remedies'
