export * from './open'
export { migrationSource } from './migrations'
