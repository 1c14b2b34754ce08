export * from './leak'
