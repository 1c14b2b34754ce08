export * from './principal'
