import { GRAVITY, type Kilograms, type Metres, type NewtonMetres } from '../quantity'
import type { LoadItem, Vehicle } from './schema'

export interface PlacedMass {
  mass: Kilograms
  /** Ahead of the rear axle, negative behind. */
  x: Metres
  /** Left of the centre line. */
  y: Metres
}

export interface AxleShare {
  front: Kilograms
  rear: Kilograms
  /** About the centre line, left down positive; the rigid frame's whole moment. */
  rollMoment: NewtonMetres
  /** The rear axle's part of it when the frame is free to twist. */
  rollMomentRear: NewtonMetres
}

/**
 * What masses placed on a vehicle add to its axles: a beam on two supports.
 *
 * @param wheelbase m, over zero
 * @param masses kg at m from the rear axle (ahead positive) and centre line (left positive)
 * @returns kg on each axle (the front may be negative: it is unloaded) and roll moments
 * Source: static equilibrium of moments; Gillespie, Fundamentals of Vehicle Dynamics, ch. 1.
 */
export function shareOnAxles(wheelbase: Metres, masses: readonly PlacedMass[]): AxleShare {
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

export interface AxleWeights extends AxleShare {
  /** Axle weights with the load on. */
  frontTotal: Kilograms
  rearTotal: Kilograms
  gross: Kilograms
  /** Plus or minus on the rear axle's gain, from the items' own intervals (worst case, added). */
  rearGive: Kilograms
}

/** Axle weights of `vehicle` carrying `items`, driver and fuel as its curb figures say. */
export function axleWeights(vehicle: Vehicle, items: readonly LoadItem[]): AxleWeights {
  const share = shareOnAxles(vehicle.wheelbase, items)
  const frontTotal = vehicle.curbFront + share.front
  const rearTotal = vehicle.curbRear + share.rear
  const rearGive = items.reduce((sum, i) => sum + i.massGive * Math.abs(1 - i.x / vehicle.wheelbase), 0)
  return { ...share, frontTotal, rearTotal, gross: frontTotal + rearTotal, rearGive }
}

export interface DistributingHitch {
  /** Couple of the spring bars at the ball. */
  couple: NewtonMetres
  tongue: Kilograms
  /** Change of the front axle, bars on, against no trailer. */
  front: Kilograms
  rear: Kilograms
  trailerAxle: Kilograms
}

/**
 * Weight-distributing hitch: the bar couple for a chosen front-axle load restoration, and where the weight goes.
 *
 * @param tongue kg on the ball without bars
 * @param hitch m from rear axle back to the ball
 * @param trailer m from the ball back to the trailer's axle centre
 * @param wheelbase m
 * @param restoration share of the lost front weight brought back, 0 to 1
 * Source: moments about the axles; the restoration ratio as SAE J2807 uses it (from memory).
 */
export function distributeWeight(
  tongue: Kilograms,
  hitch: Metres,
  trailer: Metres,
  wheelbase: Metres,
  restoration: number,
): DistributingHitch {
  const couple = (restoration * tongue * GRAVITY * hitch) / (1 + hitch / trailer)
  const onTrailer = couple / (GRAVITY * trailer)
  const ball = tongue - onTrailer
  const front = (-tongue * hitch) / wheelbase + (couple * (1 + hitch / trailer)) / (GRAVITY * wheelbase)
  return { couple, tongue: ball, front, rear: ball - front, trailerAxle: onTrailer }
}

/** Where a newly added item most likely sits, so that the first figure is not nonsense. */
export function usualPlace(vehicle: Vehicle, place: LoadItem['place']): Metres {
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
