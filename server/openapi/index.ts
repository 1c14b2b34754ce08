export * from './describe'
