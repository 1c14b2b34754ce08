/* eslint-disable max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import type { Pascals } from '../quantity'
import { GAUGE_TOLERANCE, type HoldVerdict } from './hold'

const DAY = 24

/**
 * Days until a bag that was left at its pressure is down to another, at the fastest loss that a hold leaves open: what it lost, what
 * friction leaves open and what the gauge cannot see. Each day takes the same share of what is left.
 *
 * @param to gauge, under the pressure
 * @param pressure gauge, at the start of the hold
 * @param hours that it was held
 * @returns null where the hold leaves no loss open
 */
export function daysUntil(
  to: Pascals,
  pressure: Pascals,
  { lost, expected }: Pick<HoldVerdict, 'lost' | 'expected'>,
  hours: number,
  gauge: Pascals = GAUGE_TOLERANCE,
): number | null {
  const most = Math.max(0, lost + (expected.high - expected.value)) + Math.SQRT2 * gauge
  const left = 1 - Math.min(most, pressure) / pressure
  if (left <= 0 || to >= pressure) return 0
  return left >= 1 ? null : (Math.log(to / pressure) / Math.log(left)) * (hours / DAY)
}
