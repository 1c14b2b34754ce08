import { GRAVITY, type Kilograms, type Meters } from '../../quantity'
import { standOf } from '../../spring'
import { axleLoad } from './chassis'
import type { LoadedCase } from './loaded-case'

/** Steps of a drawn curve: finer than the eye can tell on a chart. */
const STEPS = 24
/** Loads from none to `max`, in the steps of a drawn curve. */
export const curveSteps = (max: Kilograms): Kilograms[] =>
  Array.from({ length: STEPS + 1 }, (_, i) => (max * i) / STEPS)

/**
 * The same case with its load grown or shrunk to what the rear axle gains, in the middle of the vehicle: one curve for
 * every way it may sit across.
 */
export function scaledCase(loadedCase: LoadedCase, rear: Kilograms): LoadedCase {
  const weights = {
    ...loadedCase.weights,
    front: loadedCase.weights.rear ? (loadedCase.weights.front * rear) / loadedCase.weights.rear : 0,
    rear,
    rollMoment: 0,
    rollMomentRear: 0,
  }
  return { ...loadedCase, weights, load: axleLoad(weights) }
}

/**
 * Squat over the rear springs against what the rear axle gains, from none to `max`.
 * @param max kg the rear axle gains at the end of the curve
 * @returns m of squat; null where no rate is known
 */
export function squatCurve(loadedCase: LoadedCase, max: Kilograms): { gain: Kilograms; squat: Meters }[] {
  const { chassis } = loadedCase
  if (!chassis.rear.side) return []
  return curveSteps(max).flatMap((gain) => {
    const stand = standOf(chassis, { ...scaledCase(loadedCase, gain).load, rear: gain * GRAVITY }, {})
    return stand ? [{ gain, squat: stand.rear.squat }] : []
  })
}
