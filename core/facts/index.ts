export type { Facts } from './facts'
export { factsOf } from './facts-of'
