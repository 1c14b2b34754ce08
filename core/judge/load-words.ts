import { type UnitSystem, count } from '../quantity'
import type { RatingId } from '../vehicle'
import type { RefusalsOf, StageStop, StopsOf, WaitsOf } from './stage'
import type { loadStage } from './load'
import { RATING_NAMES, remedyText } from '../stages/load'

export const loadWaits: Record<WaitsOf<typeof loadStage>, (n: number) => string> = {
  'no-load': () => 'a load',
  'over-rating': () => 'over a rating',
  'unknown-rating': (n) => count(n, 'rating unknown', 'ratings unknown'),
  'no-rate': () => 'rear spring rate',
}
export const loadStops: Record<StopsOf<typeof loadStage>, (stop: StageStop, system: UnitSystem) => string> = {
  'over-rating': ({ about, remedies = [] }, system) =>
    `"${about}" is over a rating, and no spring changes that. ${remedies.map((r) => remedyText(r, system)).join(' ')}`.trim(),
  'overload-unsigned': ({ about, remedies = [] }, system) =>
    `"${about}" is over a rating: the customer signs not to drive it, or the load is changed. ${remedies.map((r) => remedyText(r, system)).join(' ')}`.trim(),
  'rating-unknown': ({ about }) => `${RATING_NAMES[about as RatingId]} is not known: look it up`,
}
export const loadRefusals: Record<RefusalsOf<typeof loadStage>, (about: string) => string> = {
  'no-such-load': (about) => `"${about}" is not a load case of this job.`,
}
