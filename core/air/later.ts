import { atmosphere, type Kelvin, type Meters, type Pascals } from '../quantity'
import { allowedLoss, GAUGE_TOLERANCE } from './hold'

/** Pressure and the warmth it was read at; null where nobody knows how warm it was. */
interface Read {
  pressure: Pascals
  temperature: Kelvin | null
}

/** By how much the air may have cooled where nobody said: a warm shop to a cold night. Common practice, no published source. */
const UNKNOWN_COOLING: Kelvin = 22
const USUAL_WARMTH: Kelvin = 294

/** What a bag reads later, all at the warmth it has then. */
interface Later {
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
  const coldest = isKnown ? expected : at(1 - UNKNOWN_COOLING / USUAL_WARMTH)
  return { expected, least: Math.max(0, coldest - allowedLoss(set.pressure, hours) - gauge) }
}

/** A day: when an owner reads for the first time. */
const FIRST_HOURS = 24
/**
 * How far a pressure may be lower when it is read the day after: by its warmth, and by what is no leak.
 * @returns lower for each kelvin colder, Pa; and by how much more at the same warmth, Pa
 * @example
 * dayAfter(60 * PSI, 0).perKelvin * 11.1 / PSI // 20 °F => 2.8
 * Source: ideal gas at 294 K; what may be lost as `allowedLoss`.
 */
export const dayAfter = (pressure: Pascals, altitude: Meters): { perKelvin: Pascals; mayFall: Pascals } => ({
  perKelvin: (pressure + atmosphere(altitude)) / USUAL_WARMTH,
  mayFall: allowedLoss(pressure, FIRST_HOURS),
})
