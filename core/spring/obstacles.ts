import { GRAVITY, type Kilograms, type Meters, type NewtonMeters, type Pascals } from '../quantity'
import type { BagState } from './air-spring'
import type { BagPair } from './chassis'
import type { AxleAim, LevelCode, SideSolution } from './level-question'
import type { AxleStand } from './stand'

/** Which limit stands in the way, by how much, and what would bring the answer inside it. */
export interface Obstacle {
  limit: 'maximum' | 'minimum' | 'window-low' | 'window-high'
  side: 'left' | 'right' | 'both'
  /** Pa past a pressure limit, m past the height range. */
  by: number
  /** To take off this axle. */
  takeOff: Kilograms | null
  /** Moment about the center line to be rid of, by moving the load across. */
  shed: NewtonMeters | null
  /** Spacer under or over the bag. */
  spacer: Meters | null
  /** At the limit: how far above (positive) or below the aim it stands. */
  stands: Meters | null
}

/**
 * What a bag height outside the kit's height range comes to.
 * @param shortest m, of the two bags; `tallest` the other
 * @returns none where both are inside
 */
export function windowObstacles({ heightRange }: AxleAim, shortest: Meters, tallest: Meters): Obstacle[] {
  const none = { side: 'both' as const, takeOff: null, shed: null, stands: null }
  if (shortest < heightRange.low)
    return [{ ...none, limit: 'window-low', by: heightRange.low - shortest, spacer: null }]
  if (tallest > heightRange.high)
    return [{ ...none, limit: 'window-high', by: tallest - heightRange.high, spacer: tallest - heightRange.high }]
  return []
}

/**
 * What stands in the way of a solution of this code, with what would help.
 * @param squat m, aimed at
 * @param mean gauge Pa the aim asks of both
 * @param stand where it stands with the pressures held inside
 * @returns none where it stands level
 */
export function obstaclesOf(
  aim: AxleAim,
  bags: BagPair,
  {
    code,
    state,
    squat,
    mean,
    left,
    right,
    shortest,
    tallest,
    stand,
  }: {
    code: LevelCode
    state: BagState
    squat: Meters
    mean: Pascals
    left: SideSolution
    right: SideSolution
    shortest: Meters
    tallest: Meters
    stand: AxleStand | null
  },
): Obstacle[] {
  const higher = left.pressure >= right.pressure ? ('left' as const) : ('right' as const)
  const lower = higher === 'left' ? ('right' as const) : ('left' as const)
  const half = Math.abs(left.pressure - right.pressure) / 2
  // From the mean to the side that passes: a pressure difference is a moment over area and half the spacing.
  const shedTo = (allowed: Pascals) => (allowed >= 0 ? (half - allowed) * state.area * bags.spacing : null)
  const none = { takeOff: null, shed: null, spacer: null, stands: null }
  switch (code) {
    case 'out-of-window':
      return windowObstacles(aim, shortest, tallest)
    case 'above-maximum': {
      const by = Math.max(left.pressure, right.pressure) - aim.maximum
      return [
        {
          ...none,
          limit: 'maximum',
          side: mean > aim.maximum ? 'both' : higher,
          by,
          takeOff: (2 * bags.motionRatio * state.area * by) / GRAVITY,
          shed: shedTo(aim.maximum - mean),
          stands: stand && squat - stand.squat,
        },
      ]
    }
    case 'one-side-below-minimum':
      return [
        {
          ...none,
          limit: 'minimum',
          side: lower,
          by: aim.minimum - Math.min(left.pressure, right.pressure),
          shed: shedTo(mean - aim.minimum),
        },
      ]
    case 'below-minimum':
      return [
        {
          ...none,
          limit: 'minimum',
          side: 'both',
          by: aim.minimum - mean,
          stands: stand && squat - stand.squat,
        },
      ]
    default:
      return []
  }
}
