/* eslint-disable max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import type { Meters, NewtonMeters, Newtons, Pascals, Radians } from '../quantity'
import {
  gainsOf,
  ownMoment,
  pitchTransfer,
  type Air,
  type AirLaw,
  type AxleLoad,
  type AxleModel,
  type Chassis,
  type PitchTransfer,
} from './chassis'
import { AXLES, type AxleEnd } from '../vehicle'
import { bagForces, NO_BAGS, type BagForces } from './bag-forces'
import { solveDefinite } from './solve'
import { stagedForce, stagedRate, type StagedSpring } from './two-stage'
import { beyondTable, type WideBag } from './wide-bag'

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
interface BagStand {
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

/** One axle whose springs are known, while its balance is sought: where it is tried, and what it answers there. */
class Sought {
  squat: Meters = 0
  roll: Radians = 0
  /** Of the body over this axle. */
  lean: Radians = 0
  force: Newtons = 0
  moment: NewtonMeters = 0
  /** Stiffness: force by squat, force by roll (and moment by squat), moment by roll. */
  ss = 0
  sr = 0
  rr = 0
  /** Roll compliance of the tires, and 1 + that times `rr`. */
  readonly tire: number
  through = 1
  /** What is left of "lean of the body = lean of the suspension + lean on the tires". */
  apart: Radians = 0
  bags: BagForces = NO_BAGS
  /** Where the step began, and the step. */
  private from = { squat: 0, roll: 0, lean: 0 }
  readonly by = { squat: 0, roll: 0, lean: 0 }
  private readonly wide: WideBag | null

  constructor(
    readonly axle: AxleEnd,
    readonly model: AxleModel,
    private readonly side: StagedSpring,
    private readonly air: AirLaw | undefined,
    /** The load's moment and the lean's own one, where the frame twists. */
    readonly ownMoment: NewtonMeters,
    readonly leanMoment: number,
    /** Places of squat and lean among the unknowns. */
    readonly s: number,
    readonly l: number,
  ) {
    this.tire = model.tires ? 1 / model.tires.roll : 0
    this.wide = model.bags && air ? beyondTable(model.bags.bag) : null
  }

  /** Springs, bags and bar where it is tried. */
  weigh(): void {
    const { model, side, squat, roll } = this
    const { bags, swayBar } = model
    const half = model.spacing / 2
    const sl = squat + roll * half
    const sr = squat - roll * half
    const fl = stagedForce(side, sl)
    const fr = stagedForce(side, sr)
    const kl = stagedRate(side, sl)
    const kr = stagedRate(side, sr)
    this.force = fl + fr
    this.moment = (fl - fr) * half + swayBar * roll
    this.ss = kl + kr
    this.sr = (kl - kr) * half
    this.rr = (kl + kr) * half * half + swayBar
    if (bags && this.wide) {
      const b = bagForces(bags, this.wide, this.air!, squat, roll)
      const r = bags.motionRatio
      const t = bags.spacing / 2
      this.force += r * (b.left + b.right)
      this.moment += (b.left - b.right) * t
      this.ss += r * r * (b.ll + 2 * b.lr + b.rr)
      this.sr += r * t * (b.ll - b.rr)
      this.rr += t * t * (b.ll - 2 * b.lr + b.rr)
      this.bags = b
    }
    this.through = 1 + this.tire * this.rr
    this.apart = roll + this.tire * this.moment - this.lean
  }
  begin(): void {
    this.from.squat = this.squat
    this.from.roll = this.roll
    this.from.lean = this.lean
  }
  /** To a part of the step from where it began. */
  go(part: number): void {
    this.squat = this.from.squat + part * this.by.squat
    this.roll = this.from.roll + part * this.by.roll
    this.lean = this.from.lean + part * this.by.lean
  }
}

/** The equations of a vehicle, with room to solve them in. */
class Equations {
  readonly transfer: PitchTransfer
  readonly sought: Sought[] = []
  private readonly rigid: boolean
  private readonly n: number
  private readonly a: number[]
  private readonly b: number[]

  constructor(
    private readonly chassis: Chassis,
    private readonly load: AxleLoad,
    air: Air,
  ) {
    this.transfer = pitchTransfer(chassis, load)
    this.rigid = chassis.frame === 'rigid'
    const known = (chassis.front.side ? 1 : 0) + (chassis.rear.side ? 1 : 0)
    for (const axle of AXLES) {
      const { side } = chassis[axle]
      if (!side) continue
      const i = this.sought.length
      const l = known + (this.rigid ? 0 : i)
      const lean = chassis.leanMoment[axle]
      this.sought.push(new Sought(axle, chassis[axle], side, air[axle], ownMoment(load, axle), lean, i, l))
    }
    this.n = known + (this.rigid ? Math.min(1, known) : known)
    this.a = new Array<number>(this.n * this.n).fill(0)
    this.b = new Array<number>(this.n).fill(0)
  }

  /** Squat of an axle where it is tried; 0 of one that is not known. */
  private squatOf(axle: AxleEnd): Meters {
    for (const x of this.sought) if (x.axle === axle) return x.squat
    return 0
  }
  gains(): Record<AxleEnd, Newtons> {
    return gainsOf(this.load, this.transfer, { front: this.squatOf('front'), rear: this.squatOf('rear') })
  }

  /** What is left over where it is tried, N and N·m added up, with the equations of the next step made ready. */
  misfit(): number {
    const { chassis, load, transfer, sought, a, b, n, rigid } = this
    const { slope } = transfer
    a.fill(0)
    b.fill(0)
    const moved = transfer.at + slope * (this.squatOf('rear') - this.squatOf('front'))
    let misfit = 0
    let together = 0
    for (const x of sought) {
      x.weigh()
      const { s, l, through, apart } = x
      const gain = x.axle === 'rear' ? load.rear + moved : load.front - moved
      const left = x.force - x.model.carriedEmpty - gain
      a[s * n + s]! += x.ss - (x.tire * x.sr * x.sr) / through - slope
      a[l * n + s]! += x.sr / through
      a[l * n + l]! += x.rr / through
      b[s]! += -left + (x.sr * apart) / through
      b[l]! += (x.rr * apart) / through
      misfit += Math.abs(left) + Math.abs(apart) * LEAN_WEIGHT
      if (rigid) together -= x.moment
      else {
        const moment = x.ownMoment + x.leanMoment * x.lean - x.moment
        a[l * n + l]! -= x.leanMoment
        b[l]! += moment
        misfit += Math.abs(moment)
      }
    }
    if (sought.length === 2) a[n]! += slope
    if (rigid && n > 0) {
      const momentHere = chassis.leanMoment.front + chassis.leanMoment.rear
      together += load.roll + momentHere * sought[0]!.lean
      a[n * n - 1]! -= momentHere
      b[n - 1]! += together
      misfit += Math.abs(together)
    }
    return misfit
  }

  /**
   * The step from what was made ready last.
   * @returns the farthest that anything moves; undefined where it does not stand firm
   */
  step(): number | undefined {
    const { sought, a, b, n } = this
    if (!solveDefinite(a, b, n)) return undefined
    let largest = 0
    for (const x of sought) {
      x.begin()
      const { by } = x
      by.squat = b[x.s]!
      by.lean = b[x.l]!
      by.roll = (by.lean - x.apart - x.tire * x.sr * by.squat) / x.through
      largest = Math.max(largest, Math.abs(by.squat), Math.abs(by.roll))
    }
    return largest
  }
  /** Goes a part of the step. */
  go(part: number): void {
    for (const x of this.sought) x.go(part)
  }
}

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
  const { sought } = equations
  if (!sought.length) return undefined
  let before = equations.misfit()
  for (let step = 0; before > BALANCED; step++) {
    if (step === MAX_STEPS) return undefined
    const largest = equations.step()
    if (largest === undefined) return undefined
    let part = Math.min(1, STEP / (largest || 1e-12))
    equations.go(part)
    let misfit = equations.misfit()
    while (misfit >= before && part > 1e-6) {
      part /= 2
      equations.go(part)
      misfit = equations.misfit()
    }
    // No step makes it better: as near as numbers go, or lost.
    if (misfit >= before) {
      if (before > 1e-4) return undefined
      equations.go(0)
      equations.misfit()
      break
    }
    before = misfit
  }
  const gain = equations.gains()
  const of = (axle: AxleEnd): AxleStand => {
    const found = sought.find((x) => x.axle === axle)
    // A rigid frame leans as one, also over an axle of which nothing is known.
    const lean = chassis.frame === 'rigid' ? sought[0]!.lean : (found?.lean ?? 0)
    return axleStand(
      chassis[axle],
      air[axle],
      found?.squat ?? 0,
      found?.roll ?? 0,
      gain[axle],
      lean,
      found?.bags ?? NO_BAGS,
    )
  }
  return { front: of('front'), rear: of('rear') }
}

/**
 * Whether a vehicle in balance would stay there, pressures kept: its stiffness is positive definite.
 * @param pose squat and lean of the suspension of both axles
 */
export function standsFirm(chassis: Chassis, load: AxleLoad, air: Air, pose: Pose): boolean {
  const equations = new Equations(chassis, load, air)
  for (const x of equations.sought) {
    x.squat = pose[x.axle].squat
    x.roll = pose[x.axle].roll
    x.weigh()
    x.lean = x.roll + x.tire * x.moment
  }
  equations.misfit()
  return equations.step() !== undefined
}

function axleStand(
  model: AxleModel,
  air: Air[AxleEnd],
  squat: Meters,
  roll: Radians,
  gain: Newtons,
  lean: Radians,
  b: BagForces,
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
