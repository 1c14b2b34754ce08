export * from './estimate'
export * from './bodies'
export * from './words'
