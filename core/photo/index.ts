export * from './jpeg'
