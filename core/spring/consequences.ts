import type { Hertz, Kilograms, Meters, NewtonsPerMeter, Pascals, Radians } from '../quantity'
import { GRAVITY } from '../quantity'
import { bagRate, type BagState } from './air-spring'
import { NO_LOAD, type AirLaw } from './chassis'
import type { LevelQuestion, SideSolution } from './level-question'
import { standOf, type Stand } from './stand'
import { bodyFrequency } from './steel'

/** Polytropic exponent of a bag working at road speed, between isothermal and adiabatic (common practice 1.3 to 1.4). */
export const FAST_EXPONENT = 1.38

export interface BeforeLoading {
  /** Mean of both sides. */
  pressure: Pascals
  left: Pascals
  right: Pascals
  /** How far the empty rear then stands above its empty height, over the springs. */
  rise: Meters
  bagHeight: Meters
  /** With unequal air and no load, left down positive. */
  lean: Radians
  /** Null where the free travel down is unknown. */
  withinRebound: boolean | null
  withinHeightRange: boolean
}

export interface Driving {
  left: Pascals
  right: Pascals
  /** What a bag that cannot move would read. */
  sealed: Pascals
  /** How far the rear rises at the mark. */
  rise: Meters
}

/** Of the body on its rear springs, without bags and with them, loaded and empty at min pressure. */
export interface Frequencies {
  without: Hertz | null
  with: Hertz
  emptyWithout: Hertz | null
  emptyWith: Hertz | null
}

/** Air of both sides as an amount that stays. */
function closedAir(
  { chassis: { bags }, air, ambient }: LevelQuestion,
  left: SideSolution,
  right: SideSolution,
  driving: { ambient: Pascals; warmth: number },
): AirLaw {
  const room = (s: SideSolution) => bags.bag.volume.value(s.bagHeight)! + bags.lineVolume
  const amount = (s: SideSolution) => (s.pressure + ambient) * room(s) * driving.warmth
  const common = { exponent: 1, ambient: driving.ambient }
  return air === 'teed'
    ? { kind: 'teed', both: amount(left) + amount(right), ...common }
    : { kind: 'closed', left: amount(left), right: amount(right), ...common }
}

/**
 * The same air at the empty weight: what to set before the load goes on, and how it stands when the load comes off and nobody bleeds.
 * @param left bag of that side as leveled, loaded: gauge Pa and m; `right` the other
 * @returns null where the bag would leave its table
 * Source: Boyle.
 */
export function beforeLoading(q: LevelQuestion, left: SideSolution, right: SideSolution): BeforeLoading | null {
  const stand = standOf(q.chassis, NO_LOAD, closedAir(q, left, right, { ambient: q.ambient, warmth: 1 }))
  if (!stand?.left || !stand.right || stand.beyond) return null
  const heights = [stand.left.height, stand.right.height]
  return {
    pressure: (stand.left.pressure + stand.right.pressure) / 2,
    left: stand.left.pressure,
    right: stand.right.pressure,
    rise: -stand.rear,
    bagHeight: (heights[0]! + heights[1]!) / 2,
    lean: stand.lean,
    withinRebound: q.reboundTravel === null ? null : -stand.rear <= q.reboundTravel,
    withinHeightRange: Math.min(...heights) >= q.heightRange.low && Math.max(...heights) <= q.heightRange.high,
  }
}

/**
 * The same air on the road, higher up or warmer than where it was set, loaded.
 * @param squat m, as leveled
 * @returns null where driving does not differ, or the bag would leave its table
 * Source: ideal gas.
 */
export function whileDriving(q: LevelQuestion, left: SideSolution, right: SideSolution, squat: Meters): Driving | null {
  if (!q.driving) return null
  const stand = standOf(q.chassis, q.load, closedAir(q, left, right, q.driving))
  if (!stand?.left || !stand.right || stand.beyond) return null
  const mean = (left.pressure + right.pressure) / 2
  return {
    left: stand.left.pressure,
    right: stand.right.pressure,
    sealed: (mean + q.ambient) * q.driving.warmth - q.driving.ambient,
    rise: squat - stand.rear,
  }
}

/**
 * Where it stands with each side's pressure brought inside the limits; null outside the bags' table.
 * @param left bag of that side at the aim, gauge Pa; `right` the other
 */
export function heldInside(q: LevelQuestion, left: SideSolution, right: SideSolution): Stand | null {
  const inside = (s: SideSolution) => Math.min(q.maximum, Math.max(q.minimum, s.pressure))
  const stand = standOf(q.chassis, q.load, { kind: 'pressure', left: inside(left), right: inside(right) })
  return stand && !stand.beyond ? stand : null
}

/**
 * Squat past the aim with no side over the maximum.
 * @param held where it stands with the pressures held inside
 * @param squat m, aimed at
 * @returns m beyond that squat
 */
export function squatAtLimit(q: LevelQuestion, held: Stand | null, squat: Meters): Meters {
  const { bags } = q.chassis
  // Down on the shortest height the table knows.
  const shortest = (bags.rideHeight - bags.bag.area.from) / bags.motionRatio
  return (held ? held.rear : shortest) - squat
}

/**
 * Bounce of the body on its rear springs, without and with closed bags, loaded and empty.
 * @param mean gauge Pa of both bags
 * @param steel N/m, both sides, where it stands
 * @returns Hz; null without bags that carry
 * Source: one mass on its springs, air at n = 1.38 (Gillespie).
 */
export function frequencies(
  q: LevelQuestion,
  state: BagState,
  mean: Pascals,
  steel: NewtonsPerMeter,
): Frequencies | null {
  const { bags, tires, rearSide } = q.chassis
  const tire = tires && Number.isFinite(tires.rear) ? tires.rear : undefined
  const withAir = (height: Meters, pressure: Pascals): NewtonsPerMeter | null => {
    const rate = bagRate(bags.bag, height, Math.max(pressure, 0), FAST_EXPONENT, bags.lineVolume, q.ambient)
    return rate === undefined ? null : 2 * bags.motionRatio ** 2 * rate
  }
  const f = (mass: Kilograms, rate: NewtonsPerMeter | null) =>
    rate !== null && rate > 0 && mass > 0 ? bodyFrequency(mass, rate, tire) : null
  const emptySteel = 2 * rearSide.first
  const loaded = q.sprungEmpty + q.load.rear / GRAVITY
  const bag = withAir(state.height, mean)!
  const atMinimum = q.chassis.carriedEmpty > 0 ? null : withAir(bags.rideHeight, q.minimum)
  const together = f(loaded, steel + bag)
  return together === null
    ? null
    : {
        without: f(loaded, steel),
        with: together,
        emptyWithout: f(q.sprungEmpty, emptySteel),
        emptyWith: atMinimum === null ? null : f(q.sprungEmpty, emptySteel + atMinimum),
      }
}

/**
 * Polytropic compression from where it stands to the stop, on absolute pressure with the line's air counted.
 * @param squat m, where it stands
 * @returns gauge Pa of the side that ends higher; null where the travel is unknown or leaves the table
 * Source: polytrope on absolute pressure, n = 1.38.
 */
export function jouncePressure(
  q: LevelQuestion,
  left: SideSolution,
  right: SideSolution,
  squat: Meters,
): Pascals | null {
  const { bags } = q.chassis
  if (q.jounceTravel === null) return null
  const stroke = bags.motionRatio * Math.max(0, q.jounceTravel - squat)
  const at = ({ bagHeight, pressure }: SideSolution): Pascals | null => {
    const [from, to] = [bags.bag.volume.value(bagHeight), bags.bag.volume.value(bagHeight - stroke)]
    return from === undefined || to === undefined
      ? null
      : (pressure + q.ambient) * ((from + bags.lineVolume) / (to + bags.lineVolume)) ** FAST_EXPONENT - q.ambient
  }
  const [l, r] = [at(left), at(right)]
  return l === null || r === null ? null : Math.max(l, r)
}
