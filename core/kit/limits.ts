import { standOf, familyOf } from './families'
import { GRAVITY, INCH, PSI, type Kilograms, type Meters, type Pascals } from '../quantity'
import { TAPE_TOLERANCE, type Axle, type Survey, type Vehicle } from '../vehicle'
import { airSpring } from '../spring'
import { blockSpacer, type LIMIT_SOURCES } from './rule'
import { spacersAt, USUAL_MOUNT, type Mount } from './mounting'
import { hasAir, kitFacts, type AirKit, type Kit } from './schema'

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
/** A heat sleeve keeps radiated heat off a line; touching the pipe it burns through. */
export const SLEEVED_DISTANCE: Limit = {
  value: INCH,
  source: 'common practice',
  note: 'an inch from a sleeved line to exhaust: a sleeve is no shield against contact',
}
export const LEVEL_TOLERANCE: Meters = INCH / 4
/** A listed capacity that differs more than this from maximum x area is a data error worth flagging. */
export const CAPACITY_DISAGREEMENT = 0.15

/**
 * How far the bag moves for its wheel. In a coil it goes where the coil goes; beside one the kit's own place decides.
 * @param axle that the kit is for
 * @returns null where an independent link is not known
 */
export function motionRatioOf(kit: AirKit, { architecture, motionRatio }: Axle): number | null {
  const { bag } = kit
  if (architecture === 'solid') return bag.motionRatio ?? 1
  return standOf(kit).atCoil ? (motionRatio ?? bag.motionRatio) : (bag.motionRatio ?? motionRatio)
}

/** A kit's bag as it sits on a vehicle. */
export interface BagOnVehicle {
  /** Bag height with the vehicle at its empty height. */
  rideHeight: Meters
  /** Where that is from: read on the bag, from the room between the brackets' faces, or by the instructions. */
  rideHeightFrom: 'measured' | 'bracket-space' | 'instructions'
  /** Null where an independent link is not known. */
  motionRatio: number | null
  /** Arm of a lean, doubled: between the bags on a solid axle, track times ratio on independent links. */
  spacing: Meters
  /** What it may be run at here, gauge Pa with where it is from. */
  minimum: Limit
  maximum: Limit
}

/**
 * A kit's bag on a vehicle: what was measured there counts before what the instructions say.
 * @param standing kg on its axle, empty
 * @param measured bag height read at the vehicle's empty height, where it was
 * @param mount how it is put on: spacers take of the room
 */
export function bagOn(
  kit: AirKit,
  vehicle: Vehicle,
  survey: Survey,
  {
    standing = vehicle[kit.axle].curb,
    measured = null,
    mount = USUAL_MOUNT,
  }: { standing?: Kilograms; measured?: Meters | null; mount?: Mount } = {},
): BagOnVehicle {
  const { bag } = kit
  const axle = vehicle[kit.axle]
  const room = survey[kit.axle].bracketSpace
  const motionRatio = motionRatioOf(kit, axle)
  const stack = stackOf(kit)
  const chosen = spacersAt(kit.mounting, mount, 'upper') + spacersAt(kit.mounting, mount, 'lower')
  const spacers = chosen || spacersUsed(kit, axle, survey)
  const fromRoom = room === null || stack === null ? null : room - stack - spacers
  const instructed = bag.rideHeight + liftOf(kit, survey) - chosen
  const rideHeight = measured ?? (fromRoom !== null && fromRoom > 0 ? fromRoom : instructed)
  return {
    rideHeight,
    rideHeightFrom: measured !== null ? 'measured' : rideHeight === fromRoom ? 'bracket-space' : 'instructions',
    motionRatio,
    spacing: axle.architecture === 'solid' ? bag.spacing : axle.track * (motionRatio ?? 1),
    minimum: minimumPressure(kit, standing - axle.unsprung, rideHeight, motionRatio),
    maximum: capped(underMargin(maximumPressure(kit, survey[kit.axle].coilGapStanding), bag.margin), mount.pressureCap),
  }
}

/** A cylinder is as long as its coil: longer springs, or a body set higher on them, lengthen both. */
const liftOf = (kit: AirKit, survey: Survey): Meters =>
  standOf(kit).insideCoil ? (survey[kit.axle].otherLift ?? 0) : 0

/** What brackets and plates take of the room; null where the instructions do not say. */
export const stackOf = (kit: AirKit): Meters | null =>
  kit.bag.bracketStack ?? (kit.mounting && !standOf(kit).atCoil ? kit.mounting.upper + kit.mounting.lower : null)

/** Spacers go in where there is too much room without them. */
function spacersUsed(kit: AirKit, { suspension }: Axle, survey: Survey): Meters {
  const { bracketSpace, liftBlock } = survey[kit.axle]
  const most = kit.fitment.bracketSpace?.high ?? null
  if (suspension !== 'leaf' || bracketSpace === null || most === null || bracketSpace <= most) return 0
  return blockSpacer(kitFacts(kit), liftBlock)
}

/**
 * Min pressure of a kit here: what its instructions give, never under 5 psi, and where the bag takes the spring's place
 * what carries the empty vehicle.
 * Source: F = P A; common practice.
 */
function minimumPressure(kit: AirKit, sprung: Kilograms, rideHeight: Meters, motionRatio: number | null): Limit {
  const lowest: Limit =
    kit.bag.minimum >= FLOOR_PRESSURE
      ? { value: kit.bag.minimum, source: 'kit', note: 'min pressure in the instructions' }
      : { value: FLOOR_PRESSURE, source: 'common practice', note: 'no bag under 5 psi' }
  const area = airSpring(kit.bag.table).area.value(rideHeight)
  if (!familyOf(kit).replacesSpring || area === undefined || motionRatio === null) return lowest
  const carries = (sprung * GRAVITY) / (2 * motionRatio * area)
  return carries > lowest.value
    ? { value: carries, source: 'vehicle', note: 'carries the empty vehicle: there is no spring left to do it' }
    : lowest
}

/**
 * Maximum pressure of a kit in this vehicle. An in-coil cylinder depends on the standing coil gap: at the threshold
 * within what a tape can tell, and while the gap is unknown, the lower maximum holds.
 */
function maximumPressure(kit: AirKit, gap: Meters | null): Limit {
  const { coilGap, maximum } = kit.bag
  if (!coilGap) return { value: maximum, source: 'kit', note: 'max pressure in the instructions' }
  if (gap === null)
    return {
      value: coilGap.wideMaximum,
      source: 'kit',
      note: 'coil gap not measured yet: the lower of its two maxima',
    }
  return gap >= coilGap.threshold - TAPE_TOLERANCE
    ? {
        value: coilGap.wideMaximum,
        source: 'kit',
        note: 'coils stand wide apart (or at the threshold within tape error)',
      }
    : { value: maximum, source: 'kit', note: 'coils stand close together' }
}

/** Some instructions print a max and want it kept so much under that: what may be run is the difference. */
const underMargin = (limit: Limit, margin: Pascals): Limit =>
  margin > 0
    ? { ...limit, value: limit.value - margin, note: `${limit.note}, less what they want kept under it` }
    : limit

/** Less than the kit allows, so that the bag keeps its room here. */
const capped = (limit: Limit, cap: Pascals | null): Limit =>
  cap !== null && cap < limit.value
    ? { value: cap, source: 'shop', note: 'capped on Fit, for the room it leaves' }
    : limit

/**
 * What two bags can carry at their ride height and maximum pressure, or two rubbers. Never a rating of the vehicle.
 * @param bag the bag as it sits; null for rubber
 * @returns kg; null where an independent link is not known
 * Source: F = P A.
 */
export function kitCapacity(kit: Kit, bag: BagOnVehicle | null): Kilograms | null {
  if (kit.rubber) return (2 * kit.rubber.max) / GRAVITY
  if (!bag || !hasAir(kit) || bag.motionRatio === null) return null
  const area = airSpring(kit.bag.table).area.value(bag.rideHeight) ?? 0
  return (2 * bag.maximum.value * area * bag.motionRatio) / GRAVITY
}

/**
 * What two bags of a kit can carry at the ride height and maximum of its instructions, on a solid axle.
 * @returns kg
 */
export const listedCapacity = ({ bag }: AirKit, areaAtRide: number): Kilograms =>
  (2 * (bag.maximum - bag.margin) * areaAtRide * (bag.motionRatio ?? 1)) / GRAVITY
