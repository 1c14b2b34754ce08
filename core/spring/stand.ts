import type { Meters, Newtons, Pascals, Radians } from '../quantity'
import { beyondTable, type WideBag } from './wide-bag'
import {
  leanStiffness,
  momentOn,
  pitchTransfer,
  type AirLaw,
  type AxleLoad,
  type BagPair,
  type Chassis,
} from './chassis'
import { stagedForce, stagedRate } from './two-stage'

/** How a vehicle stands, everything from its empty stance. Down and left down are positive. */
export interface Stand {
  /** Over the springs, mean of left and right; the front is 0 where its rate is unknown. */
  front: Meters
  rear: Meters
  /** Sink of the tires. */
  frontTires: Meters
  rearTires: Meters
  /** Lean of the rear suspension, and of the body over the rear axle with its tires. */
  roll: Radians
  lean: Radians
  /** What the axles gained, pitch counted in. */
  frontGain: Newtons
  rearGain: Newtons
  /** Null without bags. */
  left: BagStand | null
  right: BagStand | null
  /** True when a bag stands outside its table: then no figure of it may be used. */
  beyond: 'short' | 'long' | null
}
export interface BagStand {
  height: Meters
  pressure: Pascals
  force: Newtons
}

const MAX_STEPS = 60
/** Balance to which forces are brought, N; moments to the same at a meter. */
const BALANCED: Newtons = 1e-7

/**
 * The coupled equilibrium of body, springs, bags and tires: rear squat and lean together, with the front's share of the
 * lean and the weight that pitch moves.
 *
 * Residuals: forces over the rear springs less what the axle gained, N; roll moments of both axles less the load's, N·m.
 * Newton's method with halved steps on these two; front springs and tires follow in closed form. Bags go on beyond their
 * tables for the iteration only, and such an answer says so.
 * @returns undefined when nothing carries or no balance is found
 * Source: static equilibrium; Gillespie, Fundamentals of Vehicle Dynamics, ch. 6 (roll stiffness in series with tires).
 */
export function standOf(chassis: Chassis, load: AxleLoad, air: AirLaw | null): Stand | undefined {
  const { rearSide, rearSpacing, bags, tires } = chassis
  const half = rearSpacing / 2
  const transfer = pitchTransfer(chassis, load)
  const front = leanStiffness(chassis)
  const rearTireRoll = tires ? 1 / tires.rearRoll : 0
  const throughTires = 1 + front * rearTireRoll
  const moment = momentOn(chassis, load)
  const wide = bags && beyondTable(bags.bag)

  const balance = (squat: Meters, roll: Radians) => {
    const sl = squat + roll * half
    const sr = squat - roll * half
    const fl = stagedForce(rearSide, sl)
    const fr = stagedForce(rearSide, sr)
    const kl = stagedRate(rearSide, sl)
    const kr = stagedRate(rearSide, sr)
    const b = bags && wide && air ? bagForces(bags, wide, air, squat, roll) : NO_BAGS
    const r = bags?.motionRatio ?? 1
    const t = bags ? bags.spacing / 2 : 0
    const ownMoment = (fl - fr) * half + (b.left - b.right) * t + chassis.rearSwayBar * roll
    return {
      force: fl + fr + r * (b.left + b.right) - chassis.carriedEmpty - load.rear - transfer.at - transfer.slope * squat,
      moment: ownMoment * throughTires + front * roll - moment,
      // Stiffness: force by squat, force by roll (and moment by squat), moment by roll.
      ss: kl + kr + r * r * (b.ll + 2 * b.lr + b.rr) - transfer.slope,
      sr: (kl - kr) * half + r * t * (b.ll - b.rr),
      rr: (kl + kr) * half ** 2 + t * t * (b.ll - 2 * b.lr + b.rr) + chassis.rearSwayBar,
      ownMoment,
      bags: b,
    }
  }

  let squat = 0
  let roll = 0
  let now = balance(squat, roll)
  const misfit = (b: typeof now) => Math.abs(b.force) + Math.abs(b.moment)
  let before = misfit(now)
  for (let step = 0; before > BALANCED; step++) {
    if (step === MAX_STEPS) return undefined
    const a = now.ss
    const c = now.sr * throughTires
    const d = now.rr * throughTires + front
    const determinant = a * d - now.sr * c
    // Nothing carries, or the air alone would let it fall over.
    if (!(a > 0) || !(determinant > 0)) return undefined
    const ds = (-now.force * d + now.sr * now.moment) / determinant
    const dr = (-now.moment * a + c * now.force) / determinant
    let part = Math.min(1, 0.15 / Math.abs(ds || 1e-12), 0.15 / Math.abs(dr || 1e-12))
    let next = balance(squat + part * ds, roll + part * dr)
    while (misfit(next) >= before && part > 1e-6) {
      part /= 2
      next = balance(squat + part * ds, roll + part * dr)
    }
    // No step makes it better: as near as numbers go, or lost.
    if (misfit(next) >= before) {
      if (before > 1e-4) return undefined
      break
    }
    squat += part * ds
    roll += part * dr
    now = next
    before = misfit(now)
  }

  const moved = transfer.at + transfer.slope * squat
  const rearGain = load.rear + moved
  const frontGain = load.front - moved
  const side = (sign: 1 | -1): BagStand | null =>
    bags && air
      ? {
          height: bags.rideHeight - bags.motionRatio * squat - (sign * roll * bags.spacing) / 2,
          pressure: sign === 1 ? now.bags.pressureLeft : now.bags.pressureRight,
          force: sign === 1 ? now.bags.left : now.bags.right,
        }
      : null
  const [left, right] = [side(1), side(-1)]
  return {
    front: chassis.front ? frontGain / chassis.front.rate : 0,
    rear: squat,
    frontTires: tires ? frontGain / tires.front : 0,
    rearTires: tires ? rearGain / tires.rear : 0,
    roll,
    lean: roll + now.ownMoment * rearTireRoll,
    frontGain,
    rearGain,
    left,
    right,
    beyond:
      bags && left && right
        ? outside(bags, Math.min(left.height, right.height), Math.max(left.height, right.height))
        : null,
  }
}

const outside = ({ bag }: BagPair, shortest: Meters, tallest: Meters): Stand['beyond'] =>
  shortest < bag.area.from ? 'short' : tallest > bag.area.to ? 'long' : null

interface BagForces {
  left: Newtons
  right: Newtons
  pressureLeft: Pascals
  pressureRight: Pascals
  /** Stiffness in the bags' own travel: of each, and what one's travel does to the other. */
  ll: number
  lr: number
  rr: number
}
const NO_BAGS: BagForces = { left: 0, right: 0, pressureLeft: 0, pressureRight: 0, ll: 0, lr: 0, rr: 0 }

/** Forces of both bags at a squat and roll, and their stiffness; a bag does not pull. */
function bagForces(pair: BagPair, wide: WideBag, air: AirLaw, squat: Meters, roll: Radians): BagForces {
  const mean = pair.rideHeight - pair.motionRatio * squat
  const swing = (roll * pair.spacing) / 2
  const l = wide.at(mean - swing)
  const r = wide.at(mean + swing)
  const line = pair.lineVolume
  let pl = 0
  let pr = 0
  // dP/dh of each side by its own and by the other's height.
  let ll = 0
  let rr = 0
  let lr = 0
  let rl = 0
  switch (air.kind) {
    case 'pressure':
      pl = air.left
      pr = air.right
      break
    case 'closed': {
      const n = air.exponent
      const absolute = (amount: number, volume: number) => amount / (n === 1 ? volume : volume ** n)
      const al = absolute(air.left, l.volume + line)
      const ar = absolute(air.right, r.volume + line)
      pl = al - air.ambient
      pr = ar - air.ambient
      ll = (-n * al * l.volumeSlope) / (l.volume + line)
      rr = (-n * ar * r.volumeSlope) / (r.volume + line)
      break
    }
    case 'teed': {
      const n = air.exponent
      const volume = l.volume + r.volume + 2 * line
      const absolute = air.both / (n === 1 ? volume : volume ** n)
      pl = pr = absolute - air.ambient
      const fall = (-n * absolute) / volume
      ll = rl = fall * l.volumeSlope
      rr = lr = fall * r.volumeSlope
    }
  }
  const carriesLeft = pl > 0
  const carriesRight = pr > 0
  return {
    left: carriesLeft ? pl * l.area : 0,
    right: carriesRight ? pr * r.area : 0,
    pressureLeft: pl,
    pressureRight: pr,
    ll: carriesLeft ? -(ll * l.area + pl * l.areaSlope) : 0,
    rr: carriesRight ? -(rr * r.area + pr * r.areaSlope) : 0,
    lr: carriesLeft && carriesRight ? -(lr * l.area + rl * r.area) / 2 : 0,
  }
}
