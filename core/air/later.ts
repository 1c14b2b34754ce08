import { atmosphere, type Kelvin, type Meters, type Pascals } from '../quantity'
import { allowedLoss, GAUGE_TOLERANCE } from './hold'

/** Pressure and the warmth it was read at; null where nobody knows how warm it was. */
interface Read {
  pressure: Pascals
  temperature: Kelvin | null
}

/** By how much the air may have cooled where nobody said: a warm shop to a cold night. Common practice, no published source. */
const UNKNOWN_COOLING: Kelvin = 22

/** What a bag reads later, all at the warmth it has then. */
export interface Later {
  /** Where no air went. */
  expected: Pascals
  /** The lowest that is no leak, what a gauge may be off by included. */
  least: Pascals
}

/**
 * What a bag should read some time after it was set, and how far it may have fallen.
 * @param set as it was left
 * @param temperature then; null where nobody knows: the coldest that is usual is taken for the lowest
 * @param hours since it was set
 * @returns gauge Pa
 * @example
 * laterReading({ pressure: 60 * PSI, temperature: 294 }, 283, { hours: 24, altitude: 0 }).expected / PSI // => 57.2
 * Source: ideal gas in a closed volume; what may be lost as `allowedLoss`.
 */
export function laterReading(
  set: Read,
  temperature: Kelvin | null,
  { hours, altitude, gauge = GAUGE_TOLERANCE }: { hours: number; altitude: Meters; gauge?: Pascals },
): Later {
  const air = atmosphere(altitude)
  const at = (warm: number) => (set.pressure + air) * warm - air
  const isKnown = set.temperature !== null && temperature !== null
  const expected = isKnown ? at(temperature / set.temperature!) : set.pressure
  const coldest = isKnown ? expected : at(1 - UNKNOWN_COOLING / 294)
  return { expected, least: Math.max(0, coldest - allowedLoss(set.pressure, hours) - gauge) }
}

/**
 * By how much a bag reads lower for each degree colder, near usual warmth.
 * @returns Pa a kelvin
 * @example
 * fallPerKelvin(60 * PSI, 0) * 11.1 / PSI // 20 °F => 2.8
 * Source: ideal gas, at 294 K.
 */
export const fallPerKelvin = (pressure: Pascals, altitude: Meters): number => (pressure + atmosphere(altitude)) / 294
