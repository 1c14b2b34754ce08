import type { Meters, Newtons, Pascals, Radians } from '../quantity'
import {
  AXLES,
  gainsOf,
  ownMoment,
  pitchTransfer,
  type Air,
  type AxleEnd,
  type AxleLoad,
  type AxleModel,
  type Chassis,
} from './chassis'
import { bagForces, NO_BAGS, type BagForces } from './bag-forces'
import { solveDefinite } from './solve'
import { stagedForce, stagedRate } from './two-stage'
import { beyondTable } from './wide-bag'

/** How one axle stands, everything from its empty stance. Down and left down are positive. */
export interface AxleStand {
  /** Over the springs, mean of left and right; 0 where their rate is unknown. */
  squat: Meters
  /** Sink of the tires. */
  tires: Meters
  /** Lean of the suspension, and of the body over this axle with its tires. */
  roll: Radians
  lean: Radians
  /** What the axle gained, pitch counted in. */
  gain: Newtons
  /** Null without bags. */
  left: BagStand | null
  right: BagStand | null
  /** Set when a bag stands outside its table: then no figure of it may be used. */
  beyond: 'short' | 'long' | null
}
export interface BagStand {
  height: Meters
  pressure: Pascals
  force: Newtons
}
/** How a vehicle stands. */
export type Stand = Record<AxleEnd, AxleStand>

/** Whether a bag of either axle stands outside its table. */
export const isBeyond = (stand: Stand): boolean => AXLES.some((axle) => stand[axle].beyond !== null)

/** Squat and lean of the suspension of both axles. */
export type Pose = Record<AxleEnd, { squat: Meters; roll: Radians }>

const MAX_STEPS = 60
/** Balance to which forces are brought, N; moments to the same at a meter. */
const BALANCED: Newtons = 1e-7
/** N·m/rad by which a lean that differs between front and rear of a rigid frame is weighed. */
const LEAN_WEIGHT = 1e5
/** Farthest that one step goes, m and rad. */
const STEP = 0.15

interface AxleBalance {
  model: AxleModel
  force: Newtons
  moment: number
  /** Stiffness: force by squat, force by roll (and moment by squat), moment by roll. */
  ss: number
  sr: number
  rr: number
  /** Roll compliance of the tires, and 1 + that times `rr`. */
  tire: number
  through: number
  bags: BagForces
}

function axleBalance(model: AxleModel, air: Air[AxleEnd], squat: Meters, roll: Radians): AxleBalance {
  const { side, bags } = model
  const half = model.spacing / 2
  const tire = model.tires ? 1 / model.tires.roll : 0
  if (!side) return { model, force: 0, moment: 0, ss: 0, sr: 0, rr: 0, tire, through: 1, bags: NO_BAGS }
  const sl = squat + roll * half
  const sr = squat - roll * half
  const fl = stagedForce(side, sl)
  const fr = stagedForce(side, sr)
  const kl = stagedRate(side, sl)
  const kr = stagedRate(side, sr)
  const b = bags && air ? bagForces(bags, beyondTable(bags.bag), air, squat, roll) : NO_BAGS
  const r = bags?.motionRatio ?? 1
  const t = bags ? bags.spacing / 2 : 0
  const rr = (kl + kr) * half ** 2 + t * t * (b.ll - 2 * b.lr + b.rr) + model.swayBar
  return {
    model,
    force: fl + fr + r * (b.left + b.right),
    moment: (fl - fr) * half + (b.left - b.right) * t + model.swayBar * roll,
    ss: kl + kr + r * r * (b.ll + 2 * b.lr + b.rr),
    sr: (kl - kr) * half + r * t * (b.ll - b.rr),
    rr,
    tire,
    through: 1 + tire * rr,
    bags: b,
  }
}

/** A vehicle in some pose: what is left over of its balance, and what a small step changes. */
interface Balance {
  front: AxleBalance
  rear: AxleBalance
  misfit: number
}

/** The equations of a vehicle, with room to solve them in. */
class Equations {
  readonly transfer
  /** Axles whose springs are known, and the place of each axle's squat and lean among the unknowns; -1 for none. */
  readonly known: AxleEnd[]
  private readonly squatAt = { front: -1, rear: -1 }
  private readonly leanAt = { front: -1, rear: -1 }
  private readonly n: number
  private readonly a: Float64Array
  private readonly b: Float64Array

  constructor(
    private readonly chassis: Chassis,
    private readonly load: AxleLoad,
    private readonly air: Air,
  ) {
    this.transfer = pitchTransfer(chassis, load)
    this.known = AXLES.filter((axle) => chassis[axle].side !== null)
    this.known.forEach((axle, i) => {
      this.squatAt[axle] = i
      this.leanAt[axle] = this.known.length + (chassis.frame === 'rigid' ? 0 : i)
    })
    this.n = this.known.length + (chassis.frame === 'rigid' ? Math.min(1, this.known.length) : this.known.length)
    this.a = new Float64Array(this.n * this.n)
    this.b = new Float64Array(this.n)
  }

  at(pose: Pose): Omit<Balance, 'misfit'> {
    const { chassis, air } = this
    return {
      front: axleBalance(chassis.front, air.front, pose.front.squat, pose.front.roll),
      rear: axleBalance(chassis.rear, air.rear, pose.rear.squat, pose.rear.roll),
    }
  }

  /** What is left over in a pose, N and N·m added up, with the equations of the next step made ready. */
  misfit(pose: Pose, leans: Record<AxleEnd, Radians>, now: Omit<Balance, 'misfit'>): number {
    const { chassis, load, transfer, known, squatAt, leanAt, a, b, n } = this
    const { leanMoment, frame } = chassis
    a.fill(0)
    b.fill(0)
    const gain = gainsOf(load, transfer, { front: pose.front.squat, rear: pose.rear.squat })
    let misfit = 0
    for (const axle of known) {
      const x = now[axle]
      const [s, l] = [squatAt[axle], leanAt[axle]]
      // What is left of "lean of the body = lean of the suspension + lean on the tires".
      const apart = pose[axle].roll + x.tire * x.moment - leans[axle]
      const left = x.force - x.model.carriedEmpty - gain[axle]
      a[s * n + s]! += x.ss - (x.tire * x.sr ** 2) / x.through - transfer.slope
      a[l * n + s]! += x.sr / x.through
      a[l * n + l]! += x.rr / x.through
      b[s]! += -left + (x.sr * apart) / x.through
      b[l]! += -x.moment + (x.rr * apart) / x.through
      if (frame === 'twisting') {
        a[l * n + l]! -= leanMoment[axle]
        b[l]! += ownMoment(load, axle) + leanMoment[axle] * leans[axle]
      }
      misfit += Math.abs(left) + Math.abs(apart) * LEAN_WEIGHT
    }
    if (known.length === 2) a[n]! += transfer.slope
    if (frame === 'rigid') {
      const own = leanMoment.front + leanMoment.rear
      const l = n - 1
      a[l * n + l]! -= own
      b[l]! += load.roll + own * leans[known[0]!]
    }
    // The moments' part of the right-hand side, less what the leans that differ put there.
    for (let l = known.length; l < n; l++) {
      let moment = b[l]!
      for (const axle of known)
        if (leanAt[axle] === l) {
          const x = now[axle]
          moment -= (x.rr * (pose[axle].roll + x.tire * x.moment - leans[axle])) / x.through
        }
      misfit += Math.abs(moment)
    }
    return misfit
  }

  /** Whether what was made ready last stands firm; the step from there. */
  step(
    pose: Pose,
    leans: Record<AxleEnd, Radians>,
    now: Omit<Balance, 'misfit'>,
  ): { by: Pose; lean: Record<AxleEnd, Radians> } | null {
    if (!solveDefinite(this.a, this.b, this.n)) return null
    const by: Pose = { front: { squat: 0, roll: 0 }, rear: { squat: 0, roll: 0 } }
    const lean = { front: 0, rear: 0 }
    for (const axle of this.known) {
      const x = now[axle]
      const squat = this.b[this.squatAt[axle]]!
      lean[axle] = this.b[this.leanAt[axle]]!
      const apart = pose[axle].roll + x.tire * x.moment - leans[axle]
      by[axle] = { squat, roll: (lean[axle] - apart - x.tire * x.sr * squat) / x.through }
    }
    return { by, lean }
  }
}

const moved = (pose: Pose, by: Pose, part: number): Pose => ({
  front: { squat: pose.front.squat + part * by.front.squat, roll: pose.front.roll + part * by.front.roll },
  rear: { squat: pose.rear.squat + part * by.rear.squat, roll: pose.rear.roll + part * by.rear.roll },
})
const movedLeans = (leans: Record<AxleEnd, Radians>, by: Record<AxleEnd, Radians>, part: number) => ({
  front: leans.front + part * by.front,
  rear: leans.rear + part * by.rear,
})

/**
 * The coupled equilibrium of body, springs, bags and tires of both axles: squat and lean of each, the moment that a rigid
 * frame shares between them, and the weight that pitch moves.
 *
 * Unknowns: squat of each axle, lean of the body (of each axle where the frame twists). Residuals: forces over the springs
 * less what the axle gained, N; roll moments less the load's, N·m. Newton's method with halved steps; tires follow in closed
 * form. The stiffness of something that stands is positive definite, so a step that cannot be taken means that it does not.
 * Bags go on beyond their tables for the iteration only, and such an answer says so.
 * @param air of each axle that has bags with air in them
 * @returns undefined when nothing carries or no balance is found
 * Source: static equilibrium; Gillespie, Fundamentals of Vehicle Dynamics, ch. 6 (roll stiffness in series with tires).
 */
export function standOf(chassis: Chassis, load: AxleLoad, air: Air): Stand | undefined {
  const equations = new Equations(chassis, load, air)
  if (!equations.known.length) return undefined
  let pose: Pose = { front: { squat: 0, roll: 0 }, rear: { squat: 0, roll: 0 } }
  let leans: Record<AxleEnd, Radians> = { front: 0, rear: 0 }
  let now = equations.at(pose)
  let before = equations.misfit(pose, leans, now)
  for (let step = 0; before > BALANCED; step++) {
    if (step === MAX_STEPS) return undefined
    const next = equations.step(pose, leans, now)
    if (!next) return undefined
    let largest = 0
    for (const axle of AXLES) largest = Math.max(largest, Math.abs(next.by[axle].squat), Math.abs(next.by[axle].roll))
    let part = Math.min(1, STEP / (largest || 1e-12))
    let tried = moved(pose, next.by, part)
    let triedLeans = movedLeans(leans, next.lean, part)
    let found = equations.at(tried)
    let misfit = equations.misfit(tried, triedLeans, found)
    while (misfit >= before && part > 1e-6) {
      part /= 2
      tried = moved(pose, next.by, part)
      triedLeans = movedLeans(leans, next.lean, part)
      found = equations.at(tried)
      misfit = equations.misfit(tried, triedLeans, found)
    }
    // No step makes it better: as near as numbers go, or lost.
    if (misfit >= before) {
      if (before > 1e-4) return undefined
      break
    }
    pose = tried
    leans = triedLeans
    now = found
    before = misfit
  }
  const gain = gainsOf(load, equations.transfer, { front: pose.front.squat, rear: pose.rear.squat })
  // A rigid frame leans as one, also over an axle of which nothing is known.
  if (chassis.frame === 'rigid') leans = { front: leans[equations.known[0]!], rear: leans[equations.known[0]!] }
  return {
    front: axleStand(chassis.front, air.front, pose.front, gain.front, leans.front, now.front),
    rear: axleStand(chassis.rear, air.rear, pose.rear, gain.rear, leans.rear, now.rear),
  }
}

/**
 * Whether a vehicle in balance would stay there, pressures kept: its stiffness is positive definite.
 * @param pose squat and lean of the suspension of both axles
 */
export function standsFirm(chassis: Chassis, load: AxleLoad, air: Air, pose: Pose): boolean {
  const equations = new Equations(chassis, load, air)
  const now = equations.at(pose)
  const lean = (axle: AxleEnd) => pose[axle].roll + now[axle].tire * now[axle].moment
  const leans = { front: lean('front'), rear: lean('rear') }
  equations.misfit(pose, leans, now)
  return equations.step(pose, leans, now) !== null
}

function axleStand(
  model: AxleModel,
  air: Air[AxleEnd],
  { squat, roll }: Pose[AxleEnd],
  gain: Newtons,
  lean: Radians,
  { bags: b }: AxleBalance,
): AxleStand {
  const { bags, tires } = model
  const side = (sign: 1 | -1): BagStand | null =>
    bags && air
      ? {
          height: bags.rideHeight - bags.motionRatio * squat - (sign * roll * bags.spacing) / 2,
          pressure: sign === 1 ? b.pressureLeft : b.pressureRight,
          force: sign === 1 ? b.left : b.right,
        }
      : null
  const [left, right] = [side(1), side(-1)]
  return {
    squat,
    tires: tires ? gain / tires.rate : 0,
    roll,
    lean,
    gain,
    left,
    right,
    beyond:
      bags && left && right
        ? Math.min(left.height, right.height) < bags.bag.area.from
          ? 'short'
          : Math.max(left.height, right.height) > bags.bag.area.to
            ? 'long'
            : null
        : null,
  }
}
