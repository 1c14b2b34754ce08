export * from './write'
