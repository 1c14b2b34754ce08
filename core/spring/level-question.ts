import {
  atmosphere,
  GRAVITY,
  type Kilograms,
  type Meters,
  type Newtons,
  type NewtonsPerMeter,
  type Pascals,
} from '../quantity'
import type { AxleLoad, AxleModel, BagPair, Chassis } from './chassis'
import type { AxleEnd } from '../vehicle'
import type { AxleStand, Stand } from './stand'

/** What is asked of the bags of one axle. */
export interface AxleAim {
  minimum: Pascals
  maximum: Pascals
  /** Heights the kit may stand at. */
  heightRange: { low: Meters; high: Meters }
  /** kg on the axle empty, less what is unsprung. */
  sprungEmpty: Kilograms
  /**
   * An axle that stands `leave` below its empty height at the mark, or one that drops as much as the other; `offset` is what
   * the other was seen to drop beyond what its springs explain.
   */
  aim: { kind: 'height'; leave: Meters } | { kind: 'rake'; offset: Meters }
  air: 'teed' | 'separate'
  reboundTravel: Meters | null
  /** Squat at which the bump stop touches. */
  jounceTravel: Meters | null
  /** Half-widths: of the axle's gain, of the height aimed at, of the springs' rate, of the bag's height, and the friction band. */
  unsure: { gain: Kilograms; target: Meters; rate: NewtonsPerMeter; bag: Meters; friction: Newtons }
}

/** Bringing a vehicle level with the bags of one axle or of both. */
export interface LevelQuestion {
  /** With the bags in it. */
  chassis: Chassis
  load: AxleLoad
  /** Where the height is marked from; from the ground the tires' sink counts. */
  mark: 'wheel-center' | 'ground'
  ambient: Pascals
  /** Filling against driving, where they differ: atmosphere, and absolute temperature of driving over filling. */
  driving: { ambient: Pascals; warmth: number } | null
  /** What is asked of each axle that has bags; at most one of the two may follow the other. */
  aims: Partial<Record<AxleEnd, AxleAim>>
}

/** An axle that nothing is known of: it neither sinks nor resists a lean. */
export const UNKNOWN_AXLE: AxleModel = {
  side: null,
  spacing: 1,
  swayBar: 0,
  tires: null,
  bags: null,
  carriedEmpty: 0,
}

/**
 * A rear axle on its own, for sums without a vehicle: no front, no bars, tires that do not give, nothing uncertain, no limit.
 * @param rate of both springs together, N/m
 * @param gain what the axle gained, kg
 */
export function axleAlone(rate: NewtonsPerMeter, bags: BagPair, gain: Kilograms): LevelQuestion {
  return {
    chassis: {
      // Any length does: with no weight moved by pitch the wheelbase falls out.
      wheelbase: 3,
      front: UNKNOWN_AXLE,
      rear: { side: { first: rate / 2, stages: [] }, spacing: 1, swayBar: 0, tires: null, bags, carriedEmpty: 0 },
      frame: 'rigid',
      pitchMoment: 0,
      leanMoment: { front: 0, rear: 0 },
    },
    load: { front: 0, rear: gain * GRAVITY, roll: 0, rollRear: 0 },
    mark: 'wheel-center',
    ambient: atmosphere(),
    driving: null,
    aims: {
      rear: {
        minimum: 0,
        maximum: Infinity,
        heightRange: { low: 0, high: Infinity },
        sprungEmpty: 0,
        aim: { kind: 'height', leave: 0 },
        air: 'separate',
        reboundTravel: null,
        jounceTravel: null,
        unsure: { gain: 0, target: 0, rate: 0, bag: 0, friction: 0 },
      },
    },
  }
}

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
 * Drop of an axle at the mark.
 * @returns m
 */
export const axleDrop = (mark: LevelQuestion['mark'], { squat, tires }: Pick<AxleStand, 'squat' | 'tires'>): Meters =>
  squat + (mark === 'ground' ? tires : 0)

/**
 * Drop of the front at the mark.
 * @returns m
 */
export const frontDropAt = (mark: LevelQuestion['mark'], stand: Stand): Meters => axleDrop(mark, stand.front)
