import {
  atmosphere,
  GRAVITY,
  type Kilograms,
  type Meters,
  type Newtons,
  type NewtonsPerMeter,
  type Pascals,
} from '../quantity'
import { pitchTransfer, type AxleLoad, type BagPair, type Chassis } from './chassis'
import type { Stand } from './stand'

export interface LevelQuestion {
  /** With the bags in it. */
  chassis: Chassis & { bags: BagPair }
  load: AxleLoad
  minimum: Pascals
  maximum: Pascals
  /** Heights the kit may stand at. */
  heightRange: { low: Meters; high: Meters }
  /** kg on the rear axle empty, less what is unsprung. */
  sprungEmpty: Kilograms
  /** Where the height is marked from; from the ground the tires' sink counts. */
  mark: 'wheel-center' | 'ground'
  /**
   * A rear that stands `leave` below its empty height at the mark, or one that drops as much as the front; `offset` is
   * what the front was seen to drop beyond what its springs explain.
   */
  aim: { kind: 'height'; leave: Meters } | { kind: 'rake'; offset: Meters }
  air: 'teed' | 'separate'
  ambient: Pascals
  /** Filling against driving, where they differ: atmosphere, and absolute temperature of driving over filling. */
  driving: { ambient: Pascals; warmth: number } | null
  reboundTravel: Meters | null
  /** Squat at which the bump stop touches. */
  jounceTravel: Meters | null
  /** Half-widths: of the axle's gain, of the height aimed at, of the springs' rate, of the bag's height, and the friction band. */
  unsure: { gain: Kilograms; target: Meters; rate: NewtonsPerMeter; bag: Meters; friction: Newtons }
}

/**
 * An axle on its own, for sums without a vehicle: no front, no bars, tires that do not give, nothing uncertain, no limit.
 * @param rate of both springs together, N/m
 * @param gain what the axle gained, kg
 */
export const axleAlone = (rate: NewtonsPerMeter, bags: BagPair, gain: Kilograms): LevelQuestion => ({
  chassis: {
    // Any length does: with no weight moved by pitch the wheelbase falls out.
    wheelbase: 3,
    rearSide: { first: rate / 2, stages: [] },
    rearSpacing: 1,
    rearSwayBar: 0,
    front: null,
    tires: null,
    frame: 'rigid',
    pitchMoment: 0,
    leanMoment: 0,
    bags,
    carriedEmpty: 0,
  },
  load: { front: 0, rear: gain * GRAVITY, roll: 0, rollRear: 0 },
  minimum: 0,
  maximum: Infinity,
  heightRange: { low: 0, high: Infinity },
  sprungEmpty: 0,
  mark: 'wheel-center',
  aim: { kind: 'height', leave: 0 },
  air: 'separate',
  ambient: atmosphere(),
  driving: null,
  reboundTravel: null,
  jounceTravel: null,
  unsure: { gain: 0, target: 0, rate: 0, bag: 0, friction: 0 },
})

export type LevelCode =
  | 'level'
  | 'nothing-to-lift'
  | 'below-minimum'
  | 'one-side-below-minimum'
  | 'above-maximum'
  | 'out-of-window'
  /** Bags alone on one line cannot hold it upright under this load. */
  | 'tips'

export interface SideSolution {
  force: Newtons
  pressure: Pascals
  bagHeight: Meters
}

/**
 * Drop of the rear at the mark.
 * @returns m
 */
export const dropAt = (mark: LevelQuestion['mark'], stand: Stand): Meters =>
  stand.rear + (mark === 'ground' ? stand.rearTires : 0)

/**
 * Drop of the front at the mark.
 * @returns m
 */
export const frontDropAt = (mark: LevelQuestion['mark'], stand: Stand): Meters =>
  stand.front + (mark === 'ground' ? stand.frontTires : 0)

/**
 * Squat over the rear springs at which the aim is met; linear, since springs and tires follow the gain in proportion.
 * @returns m over the rear springs
 * Source: linear springs and tires in series (statics).
 */
export function aimedSquat({ chassis, load, mark, aim }: LevelQuestion): Meters {
  const { at, slope } = pitchTransfer(chassis, load)
  const ground = mark === 'ground' && chassis.tires !== null
  const rearTire = ground ? 1 / chassis.tires!.rear : 0
  const gain = load.rear + at
  if (aim.kind === 'height') return (aim.leave - rearTire * gain) / (1 + rearTire * slope)
  const frontCompliance = (chassis.front ? 1 / chassis.front.rate : 0) + (ground ? 1 / chassis.tires!.front : 0)
  const frontGain = load.front - at
  return (frontGain * frontCompliance + aim.offset - rearTire * gain) / (1 + slope * (rearTire + frontCompliance))
}
