import type { Meters, NewtonMeters, Newtons, Pascals, Radians } from '../quantity'
import { AXLES, gainsOf, otherAxle, ownMoment, pitchTransfer, type AxleEnd, type AxleModel } from './chassis'
import type { LevelQuestion } from './level-question'
import { solveGeneral } from './solve'
import type { Pose } from './stand'
import { stagedForce } from './two-stage'
import { beyondTable } from './wide-bag'

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
  const kind = (axle: AxleEnd): Plumbing =>
    !aims[axle] ? 'passive' : plumbing === 'all-teed' ? 'teed' : aims[axle].air
  const kinds = { front: kind('front'), rear: kind('rear') }

  const axleAt = (axle: AxleEnd, pose: Pose, gain: Newtons): AimedAxle => {
    const model = chassis[axle]
    const { squat, roll } = pose[axle]
    const [force, steel] = steelOf(model, squat, roll)
    const supported = aims[axle] ? model.carriedEmpty + gain - force : 0
    const own = steel + model.swayBar * roll
    const bagMoment = kinds[axle] === 'teed' ? teedMoment(model, squat, roll, supported) : 0
    const moment = own + bagMoment
    return { squat, roll, lean: roll + tireRoll(model) * moment, gain, supported, moment, bagMoment }
  }
  /** The moment of bags on lines of their own is whatever is left to meet; the lean follows. */
  const setTo = (model: AxleModel, at: AimedAxle, moment: NewtonMeters): void => {
    at.bagMoment = moment - at.moment
    at.moment = moment
    at.lean = at.roll + tireRoll(model) * moment
  }
  const both = kinds.front === 'separate' && kinds.rear === 'separate'
  const evaluate = (pose: Pose): AimedPose => {
    const gain = gainsOf(load, transfer, { front: pose.front.squat, rear: pose.rear.squat })
    const at = { front: axleAt('front', pose, gain.front), rear: axleAt('rear', pose, gain.rear) }
    for (const axle of AXLES) {
      if (kinds[axle] !== 'separate') continue
      const model = chassis[axle]
      const upright = both || mark === 'ground'
      const tire = tireRoll(model)
      if (frame === 'twisting' || both) {
        const own = leanMoment[axle]
        // Where the body is upright its weight adds nothing.
        setTo(model, at[axle], upright ? ownMoment(load, axle) : ownMoment(load, axle) / (1 - own * tire))
        continue
      }
      const other = otherAxle(axle)
      const own = leanMoment.front + leanMoment.rear
      const rest = load.roll - (chassis[other].side ? at[other].moment : 0)
      // The whole body leans as the other axle does; of an unknown one nothing is known, so this axle's own lean counts.
      if (upright) setTo(model, at[axle], rest)
      else if (chassis[other].side) setTo(model, at[axle], rest + own * at[other].lean)
      else setTo(model, at[axle], load.roll / (1 - own * tire))
    }
    return at
  }
  const residuals = (pose: Pose, out: Float64Array): void => {
    const at = evaluate(pose)
    AXLES.forEach((axle, i) => {
      const model = chassis[axle]
      const aim = aims[axle]
      const drop = (end: AxleEnd) => at[end].squat + (mark === 'ground' ? at[end].gain * tireGive(chassis[end]) : 0)
      if (!model.side) out[i] = pose[axle].squat * WEIGHT
      else if (aim)
        out[i] =
          (drop(axle) - (aim.aim.kind === 'height' ? aim.aim.leave : drop(otherAxle(axle)) + aim.aim.offset)) * WEIGHT
      else out[i] = steelOf(model, at[axle].squat, at[axle].roll)[0] - at[axle].gain
      out[2 + i] = leanResidual(axle, pose, at)
    })
  }
  const leanResidual = (axle: AxleEnd, pose: Pose, at: AimedPose): number => {
    const model = chassis[axle]
    if (!model.side) return pose[axle].roll * WEIGHT
    if (kinds[axle] === 'separate') return (both || mark === 'ground' ? at[axle].lean : pose[axle].roll) * WEIGHT
    if (frame === 'twisting') return at[axle].moment - ownMoment(load, axle) - leanMoment[axle] * at[axle].lean
    const other = otherAxle(axle)
    // Rigid: this axle leans as the other; the last one closes the balance of moments.
    if (chassis[other].side && (kinds[other] === 'separate' || axle === 'front'))
      return (at[axle].lean - at[other].lean) * WEIGHT
    return at.front.moment + at.rear.moment - load.roll - (leanMoment.front + leanMoment.rear) * at[axle].lean
  }
  const pose = settle(residuals)
  return pose && evaluate(pose)
}

const tireRoll = ({ tires }: AxleModel): number => (tires ? 1 / tires.roll : 0)
const tireGive = ({ tires }: AxleModel): number => (tires ? 1 / tires.rate : 0)

/** Force and moment of an axle's steel. */
function steelOf({ side, spacing }: AxleModel, squat: Meters, roll: Radians): [Newtons, NewtonMeters] {
  if (!side) return [0, 0]
  const half = spacing / 2
  const [left, right] = [stagedForce(side, squat + roll * half), stagedForce(side, squat - roll * half)]
  return [left + right, (left - right) * half]
}

/** Moment of two bags of one pressure that together add `supported` at the wheels. */
function teedMoment({ bags }: AxleModel, squat: Meters, roll: Radians, supported: Newtons): NewtonMeters {
  if (!bags || roll === 0) return 0
  const wide = beyondTable(bags.bag)
  const arm = bags.spacing / 2
  const height = bags.rideHeight - bags.motionRatio * squat
  const [left, right] = [wide.at(height - roll * arm).area, wide.at(height + roll * arm).area]
  const pressure: Pascals = supported / (bags.motionRatio * (left + right))
  return pressure * (left - right) * arm
}

/** Newton's method from the empty stance; undefined where it does not settle. */
function settle(residuals: (pose: Pose, out: Float64Array) => void): Pose | undefined {
  const pose: Pose = { front: { squat: 0, roll: 0 }, rear: { squat: 0, roll: 0 } }
  const places = [pose.front, pose.rear]
  const get = (i: number): number => (i < 2 ? places[i]!.squat : places[i - 2]!.roll)
  const set = (i: number, value: number): void => {
    if (i < 2) places[i]!.squat = value
    else places[i - 2]!.roll = value
  }
  const [here, there, slopes] = [new Float64Array(4), new Float64Array(4), new Float64Array(16)]
  const size = (r: Float64Array) => Math.abs(r[0]!) + Math.abs(r[1]!) + Math.abs(r[2]!) + Math.abs(r[3]!)
  residuals(pose, here)
  for (let step = 0; step < MAX_STEPS; step++) {
    if (size(here) === 0) return pose
    for (let j = 0; j < 4; j++) {
      const value = get(j)
      set(j, value + STEP)
      residuals(pose, there)
      for (let i = 0; i < 4; i++) slopes[i * 4 + j] = (there[i]! - here[i]!) / STEP
      set(j, value)
    }
    const before = size(here)
    const by = here.slice()
    if (!solveGeneral(slopes, by, 4)) return undefined
    let largest = 0
    for (let i = 0; i < 4; i++) largest = Math.max(largest, Math.abs(by[i]!))
    if (!Number.isFinite(largest)) return undefined
    let part = Math.min(1, 0.15 / (largest || 1))
    const from = [get(0), get(1), get(2), get(3)]
    for (;;) {
      for (let i = 0; i < 4; i++) set(i, from[i]! - part * by[i]!)
      residuals(pose, here)
      if (size(here) < before || part < 1e-6) break
      part /= 2
    }
    if (size(here) >= before) {
      // No nearer: as near as numbers go, or lost.
      for (let i = 0; i < 4; i++) set(i, from[i]!)
      return before < 1e-5 ? pose : undefined
    }
    if (largest * part < SETTLED) return pose
  }
  return size(here) < 1e-5 ? pose : undefined
}
