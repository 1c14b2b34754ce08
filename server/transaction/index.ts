export * from './transaction'
export { audit, type Audited } from './audit'
