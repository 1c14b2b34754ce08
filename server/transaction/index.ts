export * from './transaction'
export { audit } from './audit'
