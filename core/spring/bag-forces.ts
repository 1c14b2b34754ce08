/* eslint-disable max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import type { Meters, Newtons, Pascals, Radians } from '../quantity'
import type { AirLaw, BagPair } from './chassis'
import { bagShape, type WideBag } from './wide-bag'

export interface BagForces {
  left: Newtons
  right: Newtons
  pressureLeft: Pascals
  pressureRight: Pascals
  /** Stiffness in the bags' own travel: of each, and what one's travel does to the other. */
  ll: number
  lr: number
  rr: number
}
/** Of an axle without air. */
export const NO_BAGS: BagForces = { left: 0, right: 0, pressureLeft: 0, pressureRight: 0, ll: 0, lr: 0, rr: 0 }

const leftShape = bagShape()
const rightShape = bagShape()
/** Forces of both bags at a squat and roll, and their stiffness; a bag does not pull. */
export function bagForces(pair: BagPair, wide: WideBag, air: AirLaw, squat: Meters, roll: Radians): BagForces {
  const mean = pair.rideHeight - pair.motionRatio * squat
  const swing = (roll * pair.spacing) / 2
  const l = wide.at(mean - swing, leftShape)
  const r = wide.at(mean + swing, rightShape)
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
