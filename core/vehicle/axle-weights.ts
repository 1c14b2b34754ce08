import { GRAVITY, type Kilograms, type Meters, type NewtonMeters } from '../quantity'
import { loadMass, type LoadItem, type Vehicle } from './schema'

export interface PlacedMass {
  mass: Kilograms
  /** Ahead of the rear axle, negative behind. */
  x: Meters
  /** Left of the center line. */
  y: Meters
}

export interface AxleShare {
  front: Kilograms
  rear: Kilograms
  /** About the center line, left down positive; the rigid frame's whole moment. */
  rollMoment: NewtonMeters
  /** The rear axle's part of it when the frame is free to twist. */
  rollMomentRear: NewtonMeters
}

/**
 * What masses placed on a vehicle add to its axles: a beam on two supports.
 *
 * @param wheelbase m, over zero
 * @param masses kg at m from the rear axle (ahead positive) and center line (left positive)
 * @returns kg on each axle (the front may be negative: it is unloaded) and roll moments
 * Source: static equilibrium of moments; Gillespie, Fundamentals of Vehicle Dynamics, ch. 1.
 *
 * @example
 * shareOnAxles(3.7, [{ mass: 290, x: -1.25, y: 0 }]).front // => -97.97
 */
export function shareOnAxles(wheelbase: Meters, masses: readonly PlacedMass[]): AxleShare {
  const share: AxleShare = { front: 0, rear: 0, rollMoment: 0, rollMomentRear: 0 }
  for (const { mass, x, y } of masses) {
    const ahead = x / wheelbase
    share.front += mass * ahead
    share.rear += mass * (1 - ahead)
    share.rollMoment += mass * GRAVITY * y
    share.rollMomentRear += mass * GRAVITY * y * (1 - ahead)
  }
  return share
}

/** Axle weights read off a scale. */
export interface ScaleWeights {
  front: Kilograms
  rear: Kilograms
  /** Plus or minus on each. */
  tolerance: Kilograms
  /** Trailer axles, where a trailer was on. */
  trailer?: Kilograms | null
}

export interface AxleWeights extends AxleShare {
  /** Axle weights with the load on. */
  frontTotal: Kilograms
  rearTotal: Kilograms
  gross: Kilograms
  /** Plus or minus on each axle's gain: the items' own intervals (worst case, added) or the scale's. */
  frontTolerance: Kilograms
  rearTolerance: Kilograms
  /** Where the figures come from; a scale beats a list. */
  source: 'list' | 'ticket'
  /** What the list alone would put on the rear axle. */
  rearListed: Kilograms
  rearListedTolerance: Kilograms
  /** On the trailer's own axles by the scale; null where none was weighed. */
  trailerAxles: Kilograms | null
  /** What spring bars at the hitch move, with a weight-distributing hitch. */
  distribution: DistributingHitch | null
}

/** What stands on the vehicle whatever it carries, and what a scale said. */
export interface WeighedWith {
  /** On it when it was measured empty: it counts for the ratings, not for the squat. */
  fittings?: readonly LoadItem[]
  emptyTicket?: ScaleWeights | null
  loadedTicket?: ScaleWeights | null
}

/**
 * Axle weights of `vehicle` carrying `items`, driver and fuel as its curb figures say.
 *
 * A scale ticket of the empty vehicle takes the place of curb weights and fittings; one of the loaded vehicle takes the
 * place of the list. The list still says how the load lies across the vehicle.
 * @param weighed scale tickets and fittings of the job
 * @returns kg and N·m, each with its tolerance
 * Source: moments about the axles (statics).
 */
export function axleWeights(vehicle: Vehicle, items: readonly LoadItem[], weighed: WeighedWith = {}): AxleWeights {
  const { wheelbase } = vehicle
  const { fittings = [], emptyTicket = null, loadedTicket = null } = weighed
  const listed = shareOnAxles(wheelbase, items.map(placed))
  const distribution = barsOf(vehicle, items)
  if (distribution) {
    listed.front += distribution.moved.front
    listed.rear += distribution.moved.rear
  }
  const fitted = shareOnAxles(wheelbase, fittings.map(placed))
  const empty = emptyTicket ?? {
    front: vehicle.front.curb + fitted.front,
    rear: vehicle.rear.curb + fitted.rear,
    tolerance: 0,
  }
  const rearListedTolerance = items.reduce((sum, i) => sum + i.massTolerance * Math.abs(1 - i.x / wheelbase), 0)
  const frontListedTolerance = items.reduce((sum, i) => sum + i.massTolerance * Math.abs(i.x / wheelbase), 0)
  const scale = loadedTicket && Math.hypot(loadedTicket.tolerance, empty.tolerance)
  const source = loadedTicket ? 'ticket' : 'list'
  const front = loadedTicket ? loadedTicket.front - empty.front : listed.front
  const rear = loadedTicket ? loadedTicket.rear - empty.rear : listed.rear
  return {
    front,
    rear,
    rollMoment: listed.rollMoment,
    rollMomentRear: listed.rollMomentRear,
    frontTotal: empty.front + front,
    rearTotal: empty.rear + rear,
    gross: empty.front + empty.rear + front + rear,
    frontTolerance: scale ?? frontListedTolerance,
    rearTolerance: scale ?? rearListedTolerance,
    source,
    rearListed: listed.rear,
    rearListedTolerance,
    trailerAxles: loadedTicket?.trailer ?? null,
    distribution,
  }
}

/**
 * What listed weights put on the rear axle by their places alone: no scale, no bars of a hitch.
 * @returns kg, below zero where they lift it
 */
export const onRearAxle = ({ wheelbase }: Pick<Vehicle, 'wheelbase'>, items: readonly LoadItem[]): Kilograms =>
  shareOnAxles(wheelbase, items.map(placed)).rear

const placed = (item: LoadItem): PlacedMass => ({ mass: loadMass(item), x: item.x, y: item.y })

export interface DistributingHitch {
  /** Couple of the spring bars at the ball. */
  couple: NewtonMeters
  tongue: Kilograms
  /** Change of the front axle, bars on, against no trailer. */
  front: Kilograms
  rear: Kilograms
  trailerAxle: Kilograms
  /** What the bars move, against the same trailer without them. */
  moved: { front: Kilograms; rear: Kilograms }
}

/**
 * Weight-distributing hitch: the bar couple for a chosen front-axle load restoration, and where the weight goes.
 *
 * @param tongue kg on the ball without bars
 * @param hitch m from rear axle back to the ball
 * @param trailer m from the ball back to the trailer's axle center
 * @param wheelbase m
 * @param restoration share of the lost front weight brought back, 0 to 1
 * Source: moments about the axles; the restoration ratio as SAE J2807 uses it (from memory).
 *
 * @example
 * distributeWeight(290, { hitch: 1.25, trailer: 5.2, wheelbase: 3.7, restoration: 0.5 }).couple // => 1433.0
 */
export function distributeWeight(
  tongue: Kilograms,
  {
    hitch,
    trailer,
    wheelbase,
    restoration,
  }: { hitch: Meters; trailer: Meters; wheelbase: Meters; restoration: number },
): DistributingHitch {
  const couple = (restoration * tongue * GRAVITY * hitch) / (1 + hitch / trailer)
  const onTrailer = couple / (GRAVITY * trailer)
  const ball = tongue - onTrailer
  const back = (couple * (1 + hitch / trailer)) / (GRAVITY * wheelbase)
  const front = (-tongue * hitch) / wheelbase + back
  return {
    couple,
    tongue: ball,
    front,
    rear: ball - front,
    trailerAxle: onTrailer,
    moved: { front: back, rear: -back - onTrailer },
  }
}

/** The bars of a load, on the one tongue that has them and says how far back its trailer's axles are. */
function barsOf({ wheelbase }: Vehicle, items: readonly LoadItem[]): DistributingHitch | null {
  const item = items.find((i) => i.place === 'tongue' && i.restoration !== null && i.trailerAxle !== null && i.x < 0)
  return item
    ? distributeWeight(loadMass(item), {
        hitch: -item.x,
        trailer: item.trailerAxle!,
        wheelbase,
        restoration: item.restoration!,
      })
    : null
}

/**
 * Where a newly added item most likely sits, so that the first figure is not nonsense.
 * @returns m ahead of the rear axle
 */
function usualPlace(vehicle: Vehicle, place: LoadItem['place']): Meters {
  const hitch = vehicle.hitchBehindAxle ?? vehicle.rearOverhang
  switch (place) {
    case 'cabin':
      return vehicle.wheelbase * (vehicle.body === 'motorhome' || vehicle.body === 'van' ? 0.8 : 0.5)
    case 'bed':
      return vehicle.body === 'pickup' ? 0.1 : vehicle.wheelbase * 0.1
    case 'pin':
      return 0.1
    case 'rack':
      return vehicle.wheelbase * 0.3
    case 'receiver':
      return -(hitch + 0.5)
    case 'tongue':
      return -hitch
  }
}

/**
 * Height above the ground at which a load's center most likely is (common practice, no published source).
 * @returns m above the ground
 */
function usualHeight(vehicle: Vehicle, place: LoadItem['place']): Meters {
  const low = vehicle.body === 'motorhome' || vehicle.body === 'van'
  switch (place) {
    case 'cabin':
      return low ? 1.2 : 1
    case 'bed':
      return 1.1
    case 'pin':
      return 1.2
    case 'rack':
      return vehicle.body === 'pickup' ? 1.95 : low ? 2.7 : 1.85
    case 'receiver':
      return 0.8
    case 'tongue':
      return vehicle.ballHeight ?? 0.5
  }
}

/** What a weight that is moved to another place is given there: where such things sit, and no trailer. */
export const atPlace = (vehicle: Vehicle, place: LoadItem['place']) => ({
  place,
  x: usualPlace(vehicle, place),
  z: usualHeight(vehicle, place),
  trailerMass: null,
  trailerAxle: null,
  couplerHeight: null,
  restoration: null,
})

/**
 * A weight that was just put on, at a place where such a thing usually sits.
 * @param id unique on its load case
 */
export const newLoad = (vehicle: Vehicle, id: string, name: string, place: LoadItem['place'] = 'bed'): LoadItem => ({
  id,
  name,
  kind: 'cargo',
  mass: 0,
  fill: 1,
  massTolerance: 0,
  y: 0,
  ...atPlace(vehicle, place),
})
