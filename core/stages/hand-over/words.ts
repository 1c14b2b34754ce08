import { formatQuantity } from '../../quantity'
import type { RecordTexts } from '../record-parts'
import type { handOverRecords } from './records'
import { count } from '../count'
import type { FinalCheckReport, WaitsOf } from '../stage'
import type { HAND_OVER_CHECKS } from './records'
import type { handOverStage } from './stage'

export const handOverWaits: Record<WaitsOf<typeof handOverStage>, (n: number) => string> = {
  'hand-over-blocked': (n) => count(n, 'thing open', 'things open'),
  'not-handed-over': () => 'ready',
}
export const handOverChecks: Record<(typeof HAND_OVER_CHECKS)[number], string> = {
  heights: 'Heights measured again',
  'minimum-pressure': 'Both bags at min pressure or above',
}
/** Why a final check can never apply. */
export const NEVER_APPLIES: Record<NonNullable<FinalCheckReport['never']>, string> = {
  'no-air': 'rubber helpers hold no air',
}

export const handOverRecordTexts: Omit<RecordTexts<typeof handOverRecords>, 'final-check'> = {
  'bag-pressure': ({ left, right }, system) =>
    `Bags set: ${formatQuantity('pressure', left, system, 1)} left, ${formatQuantity('pressure', right, system, 1)} right`,
  'handed-over': ({ to }) => `Handed over to ${to}`,
}
