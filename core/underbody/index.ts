export * from './estimate'
export * from './bodies'
