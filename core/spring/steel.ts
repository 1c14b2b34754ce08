import { GRAVITY, type Hertz, type Kilograms, type Metres, type NewtonsPerMetre } from '../quantity'

export interface RateResult {
  /** Both sides together. */
  rate: NewtonsPerMetre
  give: NewtonsPerMetre
}

/**
 * Axle spring rate from one loading test.
 *
 * @param gain kg the axle gained, and its plus-or-minus
 * @param squat m it sank over the springs, and its plus-or-minus
 * @returns N/m for the axle with its uncertainty (root sum of squares of the relative errors), or undefined when the
 * squat is not larger than its own uncertainty: then nothing was measured
 * Source: Hooke's law; propagation of uncertainty as JCGM 100:2008 (GUM), 5.1.2.
 */
export function rateFromTest(
  gain: Kilograms,
  gainGive: Kilograms,
  squat: Metres,
  squatGive: Metres,
): RateResult | undefined {
  if (!(gain > 0) || !(squat > squatGive)) return undefined
  const rate = (gain * GRAVITY) / squat
  return { rate, give: rate * Math.hypot(gainGive / gain, squatGive / squat) }
}

/**
 * Bounce frequency of a body on its spring, tyre in series where its rate is given.
 * Source: single degree of freedom oscillator; Gillespie, Fundamentals of Vehicle Dynamics, ch. 5.
 */
export function bodyFrequency(mass: Kilograms, rate: NewtonsPerMetre, tyreRate?: NewtonsPerMetre): Hertz {
  const ride = tyreRate ? (rate * tyreRate) / (rate + tyreRate) : rate
  return Math.sqrt(ride / mass) / (2 * Math.PI)
}
