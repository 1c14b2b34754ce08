import {
  GRAVITY,
  type Hertz,
  type Kilograms,
  type Meters,
  type NewtonsPerMeter,
  type Pascals,
  type Radians,
} from '../quantity'
import { bagRate, type BagState } from './air-spring'
import type { Air, AirLaw, AxleModel, BagPair } from './chassis'
import type { AxleAim, LevelQuestion, SideSolution } from './level-question'
import { type AxleStand } from './stand'
import { bodyFrequency } from './steel'

/** Polytropic exponent of a bag working at road speed, between isothermal and adiabatic (common practice 1.3 to 1.4). */
export const FAST_EXPONENT = 1.38

export interface BeforeLoading {
  /** Mean of both sides. */
  pressure: Pascals
  left: Pascals
  right: Pascals
  /** How far the empty axle then stands above its empty height, over the springs. */
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
  /** How far the axle rises at the mark. */
  rise: Meters
}

/** Of the body on the springs of one axle, without bags and with them, loaded and empty at min pressure. */
export interface Frequencies {
  without: Hertz | null
  with: Hertz
  emptyWithout: Hertz | null
  emptyWith: Hertz | null
}

/**
 * Air of both sides of an axle as an amount that stays.
 * @param left bag of that side as leveled, loaded: gauge Pa and m; `right` the other
 * @param then atmosphere then, and absolute temperature then over that of filling
 */
export function closedAir(
  bags: BagPair,
  air: AxleAim['air'],
  {
    ambient,
    left,
    right,
    then,
  }: { ambient: Pascals; left: SideSolution; right: SideSolution; then: { ambient: Pascals; warmth: number } },
): AirLaw {
  const room = (s: SideSolution) => bags.bag.volume.value(s.bagHeight)! + bags.lineVolume
  const amount = (s: SideSolution) => (s.pressure + ambient) * room(s) * then.warmth
  const common = { exponent: 1, ambient: then.ambient }
  return air === 'teed'
    ? { kind: 'teed', both: amount(left) + amount(right), ...common }
    : { kind: 'closed', left: amount(left), right: amount(right), ...common }
}

/**
 * How an axle stands empty with the air that levels it loaded.
 * @param stand of that axle, with no load
 * @returns null where a bag would leave its table
 * Source: Boyle.
 */
export function beforeLoading({ reboundTravel, heightRange }: AxleAim, stand: AxleStand | null): BeforeLoading | null {
  if (!stand?.left || !stand.right || stand.beyond) return null
  const heights = [stand.left.height, stand.right.height]
  return {
    pressure: (stand.left.pressure + stand.right.pressure) / 2,
    left: stand.left.pressure,
    right: stand.right.pressure,
    rise: -stand.squat,
    bagHeight: (heights[0]! + heights[1]!) / 2,
    lean: stand.lean,
    withinRebound: reboundTravel === null ? null : -stand.squat <= reboundTravel,
    withinHeightRange: Math.min(...heights) >= heightRange.low && Math.max(...heights) <= heightRange.high,
  }
}

/**
 * The same air on the road, higher up or warmer than where it was set, loaded.
 * @param stand of that axle on the road
 * @param squat m, as leveled
 * @returns null where driving does not differ, or the bag would leave its table
 * Source: ideal gas.
 */
export function whileDriving(
  { driving, ambient }: LevelQuestion,
  stand: AxleStand | null,
  mean: Pascals,
  squat: Meters,
): Driving | null {
  if (!driving || !stand?.left || !stand.right || stand.beyond) return null
  return {
    left: stand.left.pressure,
    right: stand.right.pressure,
    sealed: (mean + ambient) * driving.warmth - driving.ambient,
    rise: squat - stand.squat,
  }
}

/**
 * Pressures brought inside the limits.
 * @param left bag of that side at the aim, gauge Pa; `right` the other
 */
export function heldInside({ minimum, maximum }: AxleAim, left: SideSolution, right: SideSolution): Air['rear'] {
  const inside = (s: SideSolution) => Math.min(maximum, Math.max(minimum, s.pressure))
  return { kind: 'pressure', left: inside(left), right: inside(right) }
}

/**
 * Squat past the aim with no side over the maximum.
 * @param stand where the axle stands with the pressures held inside; null where it would leave the table
 * @param squat m, aimed at
 * @returns m beyond that squat
 */
export function squatAtLimit(bags: BagPair, stand: AxleStand | null, squat: Meters): Meters {
  // Down on the shortest height the table knows.
  const shortest = (bags.rideHeight - bags.bag.area.from) / bags.motionRatio
  return (stand ? stand.squat : shortest) - squat
}

/**
 * Bounce of the body on the springs of one axle, without and with closed bags, loaded and empty.
 * @param gain N that the load puts on the axle
 * @param mean gauge Pa of both bags
 * @param steel N/m, both sides, where it stands
 * @returns Hz; null without bags that carry
 * Source: one mass on its springs, air at n = 1.38 (Gillespie).
 */
export function frequencies(
  { bags, tires, side, carriedEmpty }: AxleModel & { bags: BagPair },
  { sprungEmpty, minimum }: AxleAim,
  {
    ambient,
    gain,
    state,
    mean,
    steel,
  }: { ambient: Pascals; gain: number; state: BagState; mean: Pascals; steel: NewtonsPerMeter },
): Frequencies | null {
  const tire = tires && Number.isFinite(tires.rate) ? tires.rate : undefined
  const withAir = (height: Meters, pressure: Pascals): NewtonsPerMeter | null => {
    const rate = bagRate(bags.bag, height, Math.max(pressure, 0), {
      exponent: FAST_EXPONENT,
      lineVolume: bags.lineVolume,
      ambient,
    })
    return rate === undefined ? null : 2 * bags.motionRatio ** 2 * rate
  }
  const f = (mass: Kilograms, rate: NewtonsPerMeter | null) =>
    rate !== null && rate > 0 && mass > 0 ? bodyFrequency(mass, rate, tire) : null
  const emptySteel = 2 * (side?.first ?? 0)
  const loaded = sprungEmpty + gain / GRAVITY
  const bag = withAir(state.height, mean)!
  const atMinimum = carriedEmpty > 0 ? null : withAir(bags.rideHeight, minimum)
  const together = f(loaded, steel + bag)
  return together === null
    ? null
    : {
        without: f(loaded, steel),
        with: together,
        emptyWithout: f(sprungEmpty, emptySteel),
        emptyWith: atMinimum === null ? null : f(sprungEmpty, emptySteel + atMinimum),
      }
}

/**
 * Polytropic compression from where it stands to the stop, on absolute pressure with the line's air counted.
 * @param squat m, where it stands
 * @returns gauge Pa of the side that ends higher; null where the travel is unknown or leaves the table
 * Source: polytrope on absolute pressure, n = 1.38.
 */
export function jouncePressure(
  bags: BagPair,
  jounceTravel: Meters | null,
  { ambient, left, right, squat }: { ambient: Pascals; left: SideSolution; right: SideSolution; squat: Meters },
): Pascals | null {
  if (jounceTravel === null) return null
  const stroke = bags.motionRatio * Math.max(0, jounceTravel - squat)
  const sealed = ({ bagHeight, pressure }: SideSolution): Pascals | null => {
    const [from, to] = [bags.bag.volume.value(bagHeight), bags.bag.volume.value(bagHeight - stroke)]
    return from === undefined || to === undefined
      ? null
      : (pressure + ambient) * ((from + bags.lineVolume) / (to + bags.lineVolume)) ** FAST_EXPONENT - ambient
  }
  const [l, r] = [sealed(left), sealed(right)]
  return l === null || r === null ? null : Math.max(l, r)
}
