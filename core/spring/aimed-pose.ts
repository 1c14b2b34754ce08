/* eslint-disable complexity, max-lines-per-function -- kernel: figures go in one by one, and loops stay in sight of each other */
import type { Meters, NewtonMeters, Newtons, Pascals, Radians } from '../quantity'
import { ownMoment, pitchTransfer, type AxleModel } from './chassis'
import type { AxleEnd } from '../vehicle'
import type { AxleAim, LevelQuestion } from './level-question'
import { solveGeneral } from './solve'
import { stagedForce } from './two-stage'
import { bagShape, beyondTable } from './wide-bag'

/** One axle of a vehicle that stands as aimed. */
export interface AimedAxle {
  squat: Meters
  /** Lean of the suspension, and of the body over this axle with its tires. */
  roll: Radians
  lean: Radians
  gain: Newtons
  /** What the bags add at the wheels, both sides; what the axle meets of a lean, and of it what steel and bar do not. */
  supported: Newtons
  moment: NewtonMeters
  bagMoment: NewtonMeters
}
export type AimedPose = Record<AxleEnd, AimedAxle>

/** Stiffness that makes residuals in m and rad comparable with forces; only the pace of the iteration depends on it. */
const WEIGHT = 1e5
const MAX_STEPS = 40
/** Change of a step at which to stop, m and rad. */
const SETTLED = 1e-13
const STEP = 1e-6

/** How an axle meets a lean: with what its springs and bags do of themselves, or with any moment that its two bags are set to. */
type Plumbing = 'passive' | 'teed' | 'separate'

/**
 * How a vehicle stands when every axle that has bags meets its aim, and what the bags must add for it.
 *
 * An aim fixes the drop of its axle; an axle without bags finds its own. Separate lines take out the lean: of the suspension
 * where heights are marked from the wheel centers, of the body where from the ground. With separate lines at both axles the
 * body is brought upright and each axle meets the moment that the load puts on it, so that the frame is not twisted. Teed bags share one pressure, and
 * what lean they leave follows from the balance of moments.
 *
 * Unknowns: squat and roll of both axles. Newton's method on the residuals, slopes by differences.
 * @param plumbing `as-plumbed`, or `all-teed` to see what one line at each axle would leave
 * @returns undefined where no such stance exists
 * Source: statics.
 */
export function aimedPose(q: LevelQuestion, plumbing: 'as-plumbed' | 'all-teed'): AimedPose | undefined {
  const { chassis, load, mark, aims } = q
  const { frame, leanMoment } = chassis
  const transfer = pitchTransfer(chassis, load)
  const ground = mark === 'ground'
  const sought = (axle: AxleEnd): SoughtAxle => {
    const model = chassis[axle]
    const aim = aims[axle]
    return {
      model,
      aim: aim?.aim ?? null,
      kind: !aim ? 'passive' : plumbing === 'all-teed' ? 'teed' : aim.air,
      own: ownMoment(load, axle),
      leanMoment: leanMoment[axle],
      tireRoll: model.tires ? 1 / model.tires.roll : 0,
      // Over the springs and, from the ground, with what the tires give.
      tireGive: ground && model.tires ? 1 / model.tires.rate : 0,
      steel: 0,
      at: { squat: 0, roll: 0, lean: 0, gain: 0, supported: 0, moment: 0, bagMoment: 0 },
    }
  }
  const front = sought('front')
  const rear = sought('rear')
  const both = front.kind === 'separate' && rear.kind === 'separate'
  const upright = both || ground
  const allLean = leanMoment.front + leanMoment.rear

  const place = (x: SoughtAxle, squat: Meters, roll: Radians, gain: Newtons): void => {
    const { model, at: values } = x
    values.squat = squat
    values.roll = roll
    values.gain = gain
    let steel = 0
    x.steel = 0
    if (model.side) {
      const half = model.spacing / 2
      const left = stagedForce(model.side, squat + roll * half)
      const right = stagedForce(model.side, squat - roll * half)
      x.steel = left + right
      steel = (left - right) * half
    }
    values.supported = x.aim ? model.carriedEmpty + gain - x.steel : 0
    values.bagMoment = x.kind === 'teed' ? teedMoment(model, squat, roll, values.supported) : 0
    values.moment = steel + model.swayBar * roll + values.bagMoment
    values.lean = roll + x.tireRoll * values.moment
  }
  /** The moment of bags on lines of their own is whatever is left to meet; the lean follows. */
  const setTo = (x: SoughtAxle, moment: NewtonMeters): void => {
    x.at.bagMoment = moment - x.at.moment
    x.at.moment = moment
    x.at.lean = x.at.roll + x.tireRoll * moment
  }
  const takeOut = (x: SoughtAxle, other: SoughtAxle): void => {
    if (x.kind !== 'separate') return
    // Where the body is upright its weight adds nothing.
    if (frame === 'twisting' || both) setTo(x, upright ? x.own : x.own / (1 - x.leanMoment * x.tireRoll))
    else if (upright) setTo(x, load.roll - (other.model.side ? other.at.moment : 0))
    // The whole body leans as the other axle does; of an unknown one nothing is known, so this axle's own lean counts.
    else if (other.model.side) setTo(x, load.roll - other.at.moment + allLean * other.at.lean)
    else setTo(x, load.roll / (1 - allLean * x.tireRoll))
  }
  const drop = (x: SoughtAxle): Meters => x.at.squat + x.at.gain * x.tireGive
  const squatResidual = (x: SoughtAxle, other: SoughtAxle): number => {
    if (!x.model.side) return x.at.squat * WEIGHT
    if (!x.aim) return x.steel - x.at.gain
    return (drop(x) - (x.aim.kind === 'height' ? x.aim.leave : drop(other) + x.aim.offset)) * WEIGHT
  }
  const leanResidual = (x: SoughtAxle, other: SoughtAxle): number => {
    if (!x.model.side) return x.at.roll * WEIGHT
    if (x.kind === 'separate') return (upright ? x.at.lean : x.at.roll) * WEIGHT
    if (frame === 'twisting') return x.at.moment - x.own - x.leanMoment * x.at.lean
    // Rigid: this axle leans as the other; the last one closes the balance of moments.
    if (other.model.side && (other.kind === 'separate' || x === front)) return (x.at.lean - other.at.lean) * WEIGHT
    return front.at.moment + rear.at.moment - load.roll - allLean * x.at.lean
  }
  const residuals = (x: readonly number[], out: number[]): void => {
    const moved = transfer.at + transfer.slope * (x[1]! - x[0]!)
    place(front, x[0]!, x[2]!, load.front - moved)
    place(rear, x[1]!, x[3]!, load.rear + moved)
    takeOut(front, rear)
    takeOut(rear, front)
    out[0] = squatResidual(front, rear)
    out[1] = squatResidual(rear, front)
    out[2] = leanResidual(front, rear)
    out[3] = leanResidual(rear, front)
  }
  const found = settle(residuals)
  if (!found) return undefined
  residuals(found, [0, 0, 0, 0])
  return { front: front.at, rear: rear.at }
}

/** One axle while it is sought, and what it comes to where it is tried. */
interface SoughtAxle {
  readonly model: AxleModel
  readonly aim: AxleAim['aim'] | null
  readonly kind: Plumbing
  readonly own: NewtonMeters
  readonly leanMoment: number
  readonly tireRoll: number
  readonly tireGive: number
  /** Force of its steel. */
  steel: Newtons
  readonly at: AimedAxle
}

const room = bagShape()
/** Moment of two bags of one pressure that together add `supported` at the wheels. */
function teedMoment({ bags }: AxleModel, squat: Meters, roll: Radians, supported: Newtons): NewtonMeters {
  if (!bags || roll === 0) return 0
  const wide = beyondTable(bags.bag)
  const arm = bags.spacing / 2
  const height = bags.rideHeight - bags.motionRatio * squat
  const left = wide.at(height - roll * arm, room).area
  const right = wide.at(height + roll * arm, room).area
  const pressure: Pascals = supported / (bags.motionRatio * (left + right))
  return pressure * (left - right) * arm
}

const sizeOf = (r: readonly number[]) => Math.abs(r[0]!) + Math.abs(r[1]!) + Math.abs(r[2]!) + Math.abs(r[3]!)
/**
 * Newton's method from the empty stance, slopes by differences.
 * @returns squat of front and rear, roll of front and rear; undefined where it does not settle
 */
function settle(residuals: (values: readonly number[], out: number[]) => void): number[] | undefined {
  const valuesHere = [0, 0, 0, 0]
  const from = [0, 0, 0, 0]
  const here = [0, 0, 0, 0]
  const there = [0, 0, 0, 0]
  const by = [0, 0, 0, 0]
  const slopes = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]
  residuals(valuesHere, here)
  for (let step = 0; step < MAX_STEPS; step++) {
    const before = sizeOf(here)
    if (before === 0) return valuesHere
    for (let j = 0; j < 4; j++) {
      const value = valuesHere[j]!
      valuesHere[j] = value + STEP
      residuals(valuesHere, there)
      for (let i = 0; i < 4; i++) slopes[i * 4 + j] = (there[i]! - here[i]!) / STEP
      valuesHere[j] = value
    }
    for (let i = 0; i < 4; i++) by[i] = here[i]!
    if (!solveGeneral(slopes, by, 4)) return undefined
    let largest = 0
    for (let i = 0; i < 4; i++) largest = Math.max(largest, Math.abs(by[i]!))
    if (!Number.isFinite(largest)) return undefined
    let part = Math.min(1, 0.15 / (largest || 1))
    for (let i = 0; i < 4; i++) from[i] = valuesHere[i]!
    for (;;) {
      for (let i = 0; i < 4; i++) valuesHere[i] = from[i]! - part * by[i]!
      residuals(valuesHere, here)
      if (sizeOf(here) < before || part < 1e-6) break
      part /= 2
    }
    // No nearer: as near as numbers go, or lost.
    if (sizeOf(here) >= before) return before < 1e-5 ? from : undefined
    if (largest * part < SETTLED) return valuesHere
  }
  return sizeOf(here) < 1e-5 ? valuesHere : undefined
}
