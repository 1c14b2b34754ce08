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
  /** Between the two bags' centers. */
  spacing: Meters
  /** Air in the line of one side. */
  lineVolume: CubicMeters
}

/** What stands between body and road, as far as it carries. Heights are changes from empty. */
export interface Chassis {
  wheelbase: Meters
  /** Steel of one rear side; its force is that beyond empty. A zero rate is no spring at all. */
  rearSide: StagedSpring
  /** Between the two rear springs. */
  rearSpacing: Meters
  /** Rear sway bar, N·m/rad. */
  rearSwayBar: number
  /** Both front springs, and the front's roll stiffness (springs and bar); null where unknown: it then neither sinks nor resists roll. */
  front: { rate: NewtonsPerMeter; roll: number } | null
  /** Vertical rate of each axle's tires together, and their roll stiffness; null where unknown: stiff. */
  tires: { front: NewtonsPerMeter; rear: NewtonsPerMeter; frontRoll: number; rearRoll: number } | null
  /** A rigid frame rolls as one; a twisting one lets each axle take its own part of a moment. */
  frame: 'rigid' | 'twisting'
  /** Weight times height over the wheels, N·m: what pitch moves from axle to axle, by its tangent. 0 leaves that out. */
  pitchMoment: NewtonMeters
  /** What a lean of the body adds to the moment that leans it, N·m/rad: its weight times its height over the wheels. 0 leaves that out. */
  leanMoment: NewtonMeters
  /** Null where only steel carries. */
  bags: BagPair | null
  /** Weight that the bags carry beside what was added: all the sprung weight in coil replacement, else 0. */
  carriedEmpty: Newtons
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

/**
 * What meets a lean of the body beside the rear axle, N·m/rad: front springs on front tires, less what the leaning weight
 * adds itself. The front counts for nothing where the frame twists or its rate is unknown.
 * @returns N·m/rad; below zero where the leaning weight outweighs what is known of the front
 * Source: Gillespie, Fundamentals of Vehicle Dynamics, ch. 6 (roll stiffness in series with tires, weight above the roll axis).
 */
export function leanStiffness({ front, tires, frame, leanMoment }: Chassis): number {
  if (frame === 'twisting' || !front || front.roll <= 0) return -leanMoment
  return (tires ? 1 / (1 / front.roll + 1 / tires.frontRoll) : front.roll) - leanMoment
}

/**
 * Moment the rear axle would have to meet alone.
 * @returns N·m: the whole moment where the frame is rigid, the rear axle's part where it twists
 */
export const momentOn = ({ frame }: Chassis, load: AxleLoad): NewtonMeters =>
  frame === 'rigid' ? load.roll : load.rollRear

/**
 * Weight that pitch moves to the rear, as a line in the rear suspension's squat: `at + slope * squat`, N.
 *
 * T = c (drop of the rear - drop of the front), c = pitchMoment/wheelbase^2, with both tires and front springs giving way
 * under it in turn.
 * @returns `at` N with no squat, `slope` N more for each meter of it
 * Source: moments of the weight about the axles for a small pitch.
 */
export function pitchTransfer(chassis: Chassis, load: AxleLoad): { at: Newtons; slope: NewtonsPerMeter } {
  const c = chassis.pitchMoment / chassis.wheelbase ** 2
  const rearTire = chassis.tires ? 1 / chassis.tires.rear : 0
  const frontCompliance = (chassis.front ? 1 / chassis.front.rate : 0) + (chassis.tires ? 1 / chassis.tires.front : 0)
  const feedback = 1 - c * (rearTire + frontCompliance)
  return { at: (c * (load.rear * rearTire - load.front * frontCompliance)) / feedback, slope: c / feedback }
}
