import { GRAVITY, type Kilograms, type Meters } from '../../quantity'
import { airSpring, type AxleLoad, type BagPair, type Chassis } from '../../spring'
import type { AirKit, Kit } from '../../kit'
import type { Job } from '../../job'
import {
  chassisOf,
  frontRate,
  loadFromFront,
  seenFromFront,
  sprungFront,
  sprungRear,
  type AxleRate,
  type LoadedCase,
} from '../load'

/** The axle a kit is for, under a load: chassis and load are seen from it, so that its springs are the `rear` ones. */
export interface HelpedAxle {
  rate: AxleRate
  /** Steel alone. */
  chassis: Chassis
  load: AxleLoad
  /** On its springs, empty. */
  sprung: Kilograms
  gain: Kilograms
  gainTolerance: Kilograms
  /** Null where unknown. */
  reboundTravel: Meters | null
  jounceTravel: Meters | null
}

/**
 * What a kit's axle is and carries; null while that axle's rate is unknown.
 * @param at the load case as weighed
 * @returns the axle seen as the rear of the model, whichever it is
 */
export function helpedAxle(job: Job, axle: Kit['axle'], at: LoadedCase): HelpedAxle | null {
  const { vehicle } = job
  const { rearRate, weights, loadCase } = at
  if (axle === 'rear')
    return (
      rearRate &&
      at.chassis && {
        rate: rearRate,
        chassis: at.chassis,
        load: at.load,
        sprung: sprungRear(vehicle),
        gain: weights.rear,
        gainTolerance: weights.rearTolerance,
        reboundTravel: vehicle.reboundTravel,
        jounceTravel: vehicle.rearStages.find((s) => s.kind === 'bump-stop')?.at ?? null,
      }
    )
  const rate = frontRate(vehicle)
  if (!rate) return null
  return {
    rate,
    chassis: seenFromFront(vehicle, at.chassis ?? chassisOf(job, rate, loadCase.items), rate, rearRate),
    load: loadFromFront(at.load),
    sprung: sprungFront(vehicle),
    gain: weights.front,
    // A scale is as good at one axle as at the other; what is listed weighs by its place.
    gainTolerance:
      weights.source === 'ticket'
        ? weights.rearTolerance
        : loadCase.items.reduce((sum, i) => sum + i.massTolerance * Math.abs(i.x / vehicle.wheelbase), 0),
    reboundTravel: null,
    jounceTravel: null,
  }
}

/** The axle with the kit's bags on it. Coil replacement takes the steel away and carries all that is sprung. */
export function withBags({ chassis, sprung }: HelpedAxle, kit: AirKit): Chassis & { bags: BagPair } {
  const replaced = kit.family === 'coil-replacement'
  return {
    ...chassis,
    rearSide: replaced ? { first: 0, stages: [] } : chassis.rearSide,
    bags: {
      bag: airSpring(kit.bag.table),
      rideHeight: kit.bag.rideHeight,
      motionRatio: kit.bag.motionRatio,
      spacing: kit.bag.spacing,
      lineVolume: kit.lineVolume / 2,
    },
    carriedEmpty: replaced ? sprung * GRAVITY : 0,
  }
}
