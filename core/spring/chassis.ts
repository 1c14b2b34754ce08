import { type AxleEnd } from '../vehicle'
import type { CubicMeters, Meters, NewtonMeters, Newtons, NewtonsPerMeter, Pascals } from '../quantity'
import type { AirSpring } from './air-spring'
import type { StagedSpring } from './two-stage'

/** Both bags of an axle, alike, and how they sit. */
export interface BagPair {
  bag: AirSpring
  /** Bag height when the axle stands at its empty height under the frame. */
  rideHeight: Meters
  /** Bag travel over wheel travel in heave. */
  motionRatio: number
  /**
   * Arm of a lean, doubled: between the two bags' centers on a solid axle; on independent links the track times the motion
   * ratio, for there each bag follows its own wheel.
   */
  spacing: Meters
  /** Air in the line of one side. */
  lineVolume: CubicMeters
}

/** One axle between body and road. Heights are changes from empty. */
export interface AxleModel {
  /** Steel of one side at the wheel; its force is that beyond empty. Null where unknown: it neither sinks nor resists roll. */
  side: StagedSpring | null
  /** Between the places where the two sides' rates act: the springs of a solid axle, the wheels of independent links. */
  spacing: Meters
  /** N·m/rad at the wheels. */
  swayBar: number
  /** Vertical rate of the axle's tires together, and their roll stiffness; null where unknown: stiff. */
  tires: { rate: NewtonsPerMeter; roll: number } | null
  /** Null where only steel carries. */
  bags: BagPair | null
  /** Weight that the bags carry beside what was added: all the sprung weight in coil replacement, else 0. */
  carriedEmpty: Newtons
}

/** What stands between body and road, as far as it carries. */
export interface Chassis {
  wheelbase: Meters
  front: AxleModel
  rear: AxleModel
  /** A rigid frame rolls as one; a twisting one lets each axle take its own part of a moment. */
  frame: 'rigid' | 'twisting'
  /** Weight times height over the wheels, N·m: what pitch moves from axle to axle, by its tangent. 0 leaves that out. */
  pitchMoment: NewtonMeters
  /**
   * What a lean of the body adds to the moment that leans it, N·m/rad, by the weight over each axle. A rigid frame feels
   * both together. 0 leaves that out.
   */
  leanMoment: Record<AxleEnd, number>
}

/** Forces a load adds, before the body moves. */
export interface AxleLoad {
  front: Newtons
  rear: Newtons
  /** Left down positive: of the whole load, and the rear axle's part on a frame free to twist. */
  roll: NewtonMeters
  rollRear: NewtonMeters
}

export const NO_LOAD: AxleLoad = { front: 0, rear: 0, roll: 0, rollRear: 0 }

/** What holds the air: a pressure kept, or an amount of air closed in. */
export type AirLaw =
  | { kind: 'pressure'; left: Pascals; right: Pascals }
  /** P_abs (V + line)^n of each side. */
  | { kind: 'closed'; left: number; right: number; exponent: number; ambient: Pascals }
  /** P_abs (V_left + V_right + both lines)^n. */
  | { kind: 'teed'; both: number; exponent: number; ambient: Pascals }
/** The air of each axle that has any. */
export type Air = Partial<Record<AxleEnd, AirLaw>>

/**
 * One axle's part of a load's moment, on a frame free to twist.
 * @returns N·m
 */
export const ownMoment = (load: AxleLoad, axle: AxleEnd): NewtonMeters =>
  axle === 'rear' ? load.rollRear : load.roll - load.rollRear

/** Weight that pitch moves to the rear, as a plane in both squats: `at + slope (rear squat - front squat)`, N. */
export interface PitchTransfer {
  at: Newtons
  slope: NewtonsPerMeter
}

/**
 * Weight that pitch moves to the rear while both axles squat: T = c (drop of the rear - drop of the front),
 * c = pitchMoment/wheelbase^2, with the tires of both giving way under it in turn.
 * Source: moments of the weight about the axles for a small pitch.
 */
export function pitchTransfer({ front, rear, pitchMoment, wheelbase }: Chassis, load: AxleLoad): PitchTransfer {
  const c = pitchMoment / wheelbase ** 2
  const frontTire = front.tires ? 1 / front.tires.rate : 0
  const rearTire = rear.tires ? 1 / rear.tires.rate : 0
  const feedback = 1 - c * (rearTire + frontTire)
  return { at: (c * (load.rear * rearTire - load.front * frontTire)) / feedback, slope: c / feedback }
}

/**
 * What each axle gains when its load and the pitch of the body are on it.
 * @returns N
 */
export function gainsOf(
  load: AxleLoad,
  { at: contact, slope }: PitchTransfer,
  squat: Record<AxleEnd, Meters>,
): Record<AxleEnd, Newtons> {
  const moved = contact + slope * (squat.rear - squat.front)
  return { front: load.front - moved, rear: load.rear + moved }
}
