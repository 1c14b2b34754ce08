export * from './write'
export { audit, type Audited } from './audit'
