import { GRAVITY, INCH, PSI, type Kilograms, type Meters, type Pascals } from '../quantity'
import { TAPE_TOLERANCE, type Survey } from '../vehicle'
import { airSpring } from '../spring'
import type { LIMIT_SOURCES } from './rule'
import { hasAir, type AirKit, type Kit } from './schema'

export type LimitSource = (typeof LIMIT_SOURCES)[number]
/** A limit that can always answer "where is it from?". */
export interface Limit {
  value: number
  source: LimitSource
  note: string
}

/** Least pressure anywhere, whatever a kit says. */
const FLOOR_PRESSURE: Pascals = 5 * PSI
export const BAG_CLEARANCE: Limit = {
  value: INCH / 2,
  source: 'common practice',
  note: 'half an inch free all around the bag, vehicle loaded',
}
export const PLATE_CLEARANCE: Limit = {
  value: INCH / 2,
  source: 'common practice',
  note: 'half an inch between any plate and the tire, wheels on',
}
export const EXHAUST_DISTANCE: Limit = {
  value: 6 * INCH,
  source: 'common practice',
  note: 'six inches from air line to exhaust, or a heat sleeve',
}
export const LEVEL_TOLERANCE: Meters = INCH / 4
/** A listed capacity that differs more than this from maximum x area is a data error worth flagging. */
export const CAPACITY_DISAGREEMENT = 0.15

/**
 * Min pressure of a kit: what its instructions give, and never under 5 psi.
 * @returns gauge Pa with where it is from
 */
export const minimumPressure = (kit: AirKit): Limit =>
  kit.bag.minimum >= FLOOR_PRESSURE
    ? { value: kit.bag.minimum, source: 'kit', note: 'min pressure in the instructions' }
    : { value: FLOOR_PRESSURE, source: 'common practice', note: 'no bag under 5 psi' }

/**
 * Maximum pressure of a kit in this vehicle. An in-coil cylinder depends on the standing coil gap: at the threshold
 * within what a tape can tell, and while the gap is unknown, the lower maximum holds.
 * @returns gauge Pa with where it is from
 */
export function maximumPressure(kit: AirKit, survey: Survey): Limit {
  const { coilGap, maximum } = kit.bag
  if (!coilGap) return { value: maximum, source: 'kit', note: 'max pressure in the instructions' }
  if (survey.coilGapStanding === null)
    return {
      value: coilGap.wideMaximum,
      source: 'kit',
      note: 'coil gap not measured yet: the lower of its two maxima',
    }
  return survey.coilGapStanding >= coilGap.threshold - TAPE_TOLERANCE
    ? {
        value: coilGap.wideMaximum,
        source: 'kit',
        note: 'coils stand wide apart (or at the threshold within tape error)',
      }
    : { value: maximum, source: 'kit', note: 'coils stand close together' }
}

/**
 * What two bags can carry at their ride height and maximum pressure.
 * @param maximum gauge Pa
 * @param areaAtRide m² of one bag
 * @returns kg
 * Source: F = P A.
 */
export function pairCapacity(kit: AirKit, maximum: Pascals, areaAtRide: number): Kilograms {
  return (2 * maximum * areaAtRide * kit.bag.motionRatio) / GRAVITY
}

/**
 * Two bags at the maximum that holds here and their ride height, or two rubbers. Never a rating of the vehicle.
 * @returns kg
 */
export function kitCapacity(kit: Kit, survey: Survey): Kilograms {
  if (kit.rubber) return (2 * kit.rubber.max) / GRAVITY
  if (!hasAir(kit)) return 0
  return pairCapacity(
    kit,
    maximumPressure(kit, survey).value,
    airSpring(kit.bag.table).area.value(kit.bag.rideHeight) ?? 0,
  )
}

/**
 * Min and max pressure of a kit in this vehicle; null where there is no air.
 * @returns gauge Pa with where they are from
 */
export const pressureLimits = (kit: Kit | null, survey: Survey): { minimum: Limit; maximum: Limit } | null =>
  kit && hasAir(kit) ? { minimum: minimumPressure(kit), maximum: maximumPressure(kit, survey) } : null
