import type { Meters, Radians } from '../quantity'
import type { Vector } from './body'
import { carried, heaveLimits, rollLimit, type Motion, type Pose } from './pose'

/** A figure's least and most through the travel, and where. */
export interface Extremes {
  least: number
  most: number
  leastAt: Pose
  mostAt: Pose
}

const ROLLS = 24
const GOLDEN = (Math.sqrt(5) - 1) / 2

/** Where a smooth function is largest between two places. Golden section (Kiefer 1953, Proc. AMS 4), and both ends. */
function largest(low: number, high: number, of: (x: number) => number): number {
  let [a, b] = [low, high]
  let c = b - GOLDEN * (b - a)
  let d = a + GOLDEN * (b - a)
  let [fc, fd] = [of(c), of(d)]
  for (let i = 0; i < 40 && b - a > 1e-12; i++) {
    if (fc > fd) {
      b = d
      d = c
      fd = fc
      c = b - GOLDEN * (b - a)
      fc = of(c)
    } else {
      a = c
      c = d
      fc = fd
      d = a + GOLDEN * (b - a)
      fd = of(d)
    }
  }
  const middle = (a + b) / 2
  return [low, high].reduce((best, x) => (of(x) >= of(best) ? x : best), middle)
}

/**
 * Least and most of a figure of the pose that is smooth along the ends of the travel and inside them: bag height, offset of
 * plates, length of a line between two anchors.
 * @param of the figure, in a pose
 */
export function extremesThrough({ travel }: Motion, of: (pose: Pose) => number): Extremes {
  const most = rollLimit(travel)
  /** Best heave at a roll: its ends, or a place between. */
  const along = (sign: 1 | -1, roll: Radians): Pose => {
    const { low, high } = heaveLimits(travel, roll)
    const [a, b] = low <= high ? [low, high] : [(low + high) / 2, (low + high) / 2]
    return { roll, heave: largest(a, b, (heave) => sign * of({ heave, roll })) }
  }
  const search = (sign: 1 | -1): Pose => {
    const value = (roll: Radians) => sign * of(along(sign, roll))
    let best = 0
    for (let i = -ROLLS; i <= ROLLS; i++) {
      const roll = (most * i) / ROLLS
      if (value(roll) > value(best)) best = roll
    }
    const step = most / ROLLS
    return along(sign, largest(Math.max(-most, best - step), Math.min(most, best + step), value))
  }
  const [leastAt, mostAt] = [search(-1), search(1)]
  return { least: of(leastAt), most: of(mostAt), leastAt, mostAt }
}

/** Between two points, one carried by the axle, in a pose. */
export function spanAt(motion: Motion, onAxle: Vector, onFrame: Vector, pose: Pose): Meters {
  const [x, y, z] = carried(motion, onAxle, pose)
  return Math.hypot(x - onFrame[0], y - onFrame[1], z - onFrame[2])
}

/** Bag height, or the length of a hose between its anchors, through the travel. */
export const spanThrough = (motion: Motion, onAxle: Vector, onFrame: Vector): Extremes =>
  extremesThrough(motion, (pose) => spanAt(motion, onAxle, onFrame, pose))
