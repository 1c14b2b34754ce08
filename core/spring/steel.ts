import { GRAVITY, type Hertz, type Kilograms, type Meters, type NewtonsPerMeter } from '../quantity'

export interface RateResult {
  /** Both sides together. */
  rate: NewtonsPerMeter
  tolerance: NewtonsPerMeter
}

/**
 * Axle spring rate from one loading test.
 *
 * @param gain kg the axle gained, and its plus-or-minus
 * @param squat m it sank over the springs, and its plus-or-minus
 * @returns N/m for the axle with its uncertainty (root sum of squares of the relative errors), or undefined when the
 * squat is not larger than its own uncertainty: then nothing was measured
 * Source: Hooke's law; propagation of uncertainty as JCGM 100:2008 (GUM), 5.1.2.
 *
 * @example
 * rateFromTest(659.59, 0, 0.0851, 0).rate // => 76009
 */
export function rateFromTest(
  gain: Kilograms,
  gainTolerance: Kilograms,
  squat: Meters,
  squatTolerance: Meters,
): RateResult | undefined {
  if (!(gain > 0) || !(squat > squatTolerance)) return undefined
  const rate = (gain * GRAVITY) / squat
  return { rate, tolerance: rate * Math.hypot(gainTolerance / gain, squatTolerance / squat) }
}

/**
 * Bounce frequency of a body on its spring, tire in series where its rate is given.
 * @param mass kg on the spring
 * @param rate N/m of the spring; `tireRate` N/m under it
 * @returns Hz
 * Source: single degree of freedom oscillator; Gillespie, Fundamentals of Vehicle Dynamics, ch. 5.
 *
 * @example
 * bodyFrequency(1459.59, 76_000) // => 1.148
 */
export function bodyFrequency(mass: Kilograms, rate: NewtonsPerMeter, tireRate?: NewtonsPerMeter): Hertz {
  const ride = tireRate ? (rate * tireRate) / (rate + tireRate) : rate
  return Math.sqrt(ride / mass) / (2 * Math.PI)
}
