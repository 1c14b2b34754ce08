export type { Situation } from './situation'
export {
  missing,
  unproved,
  type Evidence,
  type Flag,
  type FlagCode,
  type Missing,
  type VoidCode,
  type Voided,
} from './evidence'
export { consentsOfStep } from './consent-of-step'
export { partKey, partsHere } from './places'
export { CLOCK_SLACK, SETTLE_MINUTES } from './contradiction'
export { counts, replay, withPressure, type Proof } from './replay'
