import { count } from '../quantity'
import { RATING_NAMES } from '../stages/load'
import type { RatingId } from '../vehicle'
import type { RefusalsOf, WaitsOf } from './stage'
import type { handOverStage } from './hand-over'

export const handOverWaits: Record<WaitsOf<typeof handOverStage>, (n: number) => string> = {
  'left-elsewhere': () => 'a file says it was handed over elsewhere',
  'late-records': (n) => count(n, 'record came in late', 'records came in late'),
  'hand-over-blocked': (n) => count(n, 'thing open', 'things open'),
  'not-handed-over': () => 'ready',
}
export const handOverRefusals: Record<RefusalsOf<typeof handOverStage>, (about: string) => string> = {
  'not-road-ready': (count) => `Cannot be handed over: ${count} still open.`,
  'nothing-to-sign': () => 'There is nothing of that kind to sign on this job as it stands.',
  'due-past': (due) => `${due} is past: the day on which the owner reads the pressure is to come.`,
  'drive-other-load': (load) => `There is no load case ${load} on this job: the drive needs one of them, or none.`,
  'drive-over-rating': (rating) => `Not driven so: over the ${RATING_NAMES[rating as RatingId]}.`,
  'drive-on-stops': (load) => `Not driven with "${load}" before the kit is on: it sits on its bump stops.`,
  'drive-without-air': () => 'Not driven yet: read the bags at their min or more first.',
  'drive-not-down': () => 'Not driven yet: it does not stand on its wheels.',
  'other-text': (text) => `The text to sign is now: ${text}`,
}
