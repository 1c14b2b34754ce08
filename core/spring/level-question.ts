import type { Kilograms, Meters, Newtons, NewtonsPerMeter, Pascals } from '../quantity'
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
  /** Half-widths: of the axle's gain, of the height aimed at, of the springs' rate, of the bag's length, and the friction band. */
  unsure: { gain: Kilograms; target: Meters; rate: NewtonsPerMeter; bag: Meters; friction: Newtons }
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

/** Drop of the rear at the mark. */
export const dropAt = (mark: LevelQuestion['mark'], stand: Stand): Meters =>
  stand.rear + (mark === 'ground' ? stand.rearTires : 0)

/** Drop of the front at the mark. */
export const frontDropAt = (mark: LevelQuestion['mark'], stand: Stand): Meters =>
  stand.front + (mark === 'ground' ? stand.frontTires : 0)

/** Squat over the rear springs at which the aim is met; linear, since springs and tires follow the gain in proportion. */
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
