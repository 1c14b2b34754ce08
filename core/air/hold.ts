import {
  atmosphere,
  PSI,
  type Kelvin,
  type Meters,
  type Newtons,
  type NewtonsPerMeter,
  type Pascals,
} from '../quantity'
import { airSpring, bagAt, findRoot, type BagData } from '../spring'

export interface HoldReading {
  /** Gauge. */
  pressure: Pascals
  temperature: Kelvin
  altitude: Meters
}
/** How the vehicle stands on the bag while it is held. */
export interface Standing {
  bag: BagData
  /** At the start. */
  bagHeight: Meters
  /** Of the steel spring, for one bag. */
  rate: NewtonsPerMeter
  /** Of the steel spring, for one bag, either way; 0 for none. */
  friction: Newtons
  /** Of the bag, where it was read at both ends; rising positive. */
  heightChange: Meters | null
}

/** Air that may go before it counts as a leak: about 7 psi of 60 in 24 h. Common practice, no published source. */
const ALLOWED_SHARE = 7 / 60
const DAY = 24
/** So long the share goes on, hours; beyond it only so much more a week may go: nothing holds that loses a day's share every day. */
const SHARE_HOURS = 2 * DAY
const WEEK = 7 * DAY
const A_WEEK_MORE: Pascals = 1 * PSI
/** What one reading of a dial gauge may be off by. Common practice, no published source. */
export const GAUGE_TOLERANCE: Pascals = 1 * PSI

/** What one reading of a shop thermometer may be off by. Common practice, no published source. */
const THERMOMETER_TOLERANCE: Kelvin = 0.5

type HoldCode =
  | 'holds'
  | 'leaks'
  /** Shorter than a day, and what may go by now is less than the gauge can show. */
  | 'too-early'
  /** What gauge and friction leave open lies across the limit. */
  | 'cannot-tell'
  /** More than gas law and gauge allow: a reading is wrong, or air was added. */
  | 'gained'

export interface HoldVerdict {
  code: HoldCode
  /** What the gauge should read now if no air had gone; `low` and `high` where friction leaves it open. */
  expected: { value: Pascals; low: Pascals; high: Pascals }
  /** Air lost, as pressure at the end's temperature. */
  lost: Pascals
  /** What may be lost by now before it counts as a leak. */
  allowed: Pascals
  /** The least loss a day that this hold can show at all. */
  detectable: Pascals
}

/**
 * What may be lost in so many hours: the same share of what is left, hour by hour, for two days; then 1 psi a week.
 * Source: common practice, no published source.
 */
export const allowedLoss = (pressure: Pascals, hours: number): Pascals =>
  Math.min(
    pressure,
    pressure * (1 - (1 - ALLOWED_SHARE) ** (Math.min(hours, SHARE_HOURS) / DAY)) +
      (A_WEEK_MORE * Math.max(0, hours - SHARE_HOURS)) / WEEK,
  )

/** Gauge pressure of a closed amount of air in another volume, at another temperature and place. Source: ideal gas. */
const gasAt = (start: HoldReading, end: HoldReading, volumes: number): Pascals =>
  ((start.pressure + atmosphere(start.altitude)) * end.temperature * volumes) / start.temperature -
  atmosphere(end.altitude)

/**
 * What the gauge should read at the end of a hold if no air had gone.
 *
 * In a closed volume that keeps its size pressure follows temperature. Standing on its wheels the bag gives: the body goes down as the air
 * cools, until bag and steel carry it again. Friction of the steel may hold it anywhere between where it was and there, for nobody knows
 * at the start which way it is leaning: its whole width, twice the friction, may have to be overcome first.
 *
 * @returns undefined where the bag would leave its table
 * Source: ideal gas; balance of forces on one bag; friction as dry friction.
 */
export function expectedAfter(
  start: HoldReading,
  end: HoldReading,
  standing: Standing | null,
): HoldVerdict['expected'] | undefined {
  const stuck = gasAt(start, end, 1)
  if (!standing) return { value: stuck, low: stuck, high: stuck }
  const { bag, bagHeight, rate, friction, heightChange } = standing
  const curves = airSpring(bag)
  const from = bagAt(curves, bagHeight)
  if (!from) return undefined
  const pressureAt = (height: Meters): Pascals | undefined => {
    const state = bagAt(curves, height)
    return state && gasAt(start, end, from.volume / state.volume)
  }
  if (heightChange !== null) {
    const value = pressureAt(bagHeight + heightChange)
    return value === undefined ? undefined : { value, low: value, high: value }
  }
  /** Force on the body more than at the start, friction left out. */
  const more = (height: Meters): Newtons | undefined => {
    const state = bagAt(curves, height)
    return (
      state &&
      gasAt(start, end, from.volume / state.volume) * state.area +
        rate * (bagHeight - height) -
        start.pressure * from.area
    )
  }
  const settled = (left: Newtons): Pascals | undefined => {
    const height = findRoot(
      (h) => {
        const force = more(h)
        return force === undefined ? undefined : force - left
      },
      curves.area.from,
      curves.area.to,
      1e-10,
    )
    return height === undefined ? undefined : pressureAt(height)
  }
  const free = settled(0)
  if (free === undefined) return undefined
  const pulls = more(bagHeight)!
  // Friction takes up so much of it before the body moves at all.
  const forceHere = Math.abs(pulls) <= 2 * friction ? stuck : settled(Math.sign(pulls) * 2 * friction)
  if (forceHere === undefined) return undefined
  return { value: (free + forceHere) / 2, low: Math.min(free, forceHere), high: Math.max(free, forceHere) }
}

/**
 * Verdict on a pressure hold: what is lost against what may be lost in that time, and what this hold can show at all.
 *
 * @param hours between the two readings, over zero
 * @param gauge what one reading may be off by
 * @param standing null where the axle hung or the bag could not give
 * @returns undefined where the bag would leave its table
 *
 * @example
 * judgeHold(
 *   { pressure: 60 * PSI, temperature: 297.15, altitude: 0 },
 *   { pressure: 56 * PSI, temperature: 285.15, altitude: 0 },
 *   { hours: 24 },
 * ).code // => "holds"
 */
export function judgeHold(
  start: HoldReading,
  end: HoldReading,
  { hours, gauge = GAUGE_TOLERANCE, standing = null }: { hours: number; gauge?: Pascals; standing?: Standing | null },
): HoldVerdict | undefined {
  const expected = expectedAfter(start, end, standing)
  if (!expected) return undefined
  const allowed = allowedLoss(start.pressure, hours)
  // Two readings, each off by itself, of a gauge and of a thermometer: at one volume pressure goes with temperature.
  const warmth = ((start.pressure + atmosphere(start.altitude)) / start.temperature) * THERMOMETER_TOLERANCE
  const sees = Math.SQRT2 * Math.hypot(gauge, warmth)
  const open = (expected.high - expected.low) / 2
  const lost = expected.value - end.pressure
  const [least, most] = [expected.low - end.pressure, expected.high - end.pressure]
  const code = ((): HoldCode => {
    if (most < -sees) return 'gained'
    if (allowed < sees) return least > sees ? 'leaks' : hours < DAY ? 'too-early' : 'cannot-tell'
    if (least > allowed) return 'leaks'
    return most <= allowed ? 'holds' : 'cannot-tell'
  })()
  return { code, expected, lost, allowed, detectable: ((sees + open) * DAY) / hours }
}
