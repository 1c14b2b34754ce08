/* eslint-disable max-lines-per-function, max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import type { Meters } from '../quantity'
import { depthSolver } from './depth'
import { support, type Posed } from './posed'
import { reduce, simplex, type Simplex } from './simplex'

/** How far two bodies are apart, and where. Written anew by each question: copy what has to be kept. */
export interface Distance {
  /** Negative where they overlap: the least way to part them, or more by at most `sure`. */
  gap: Meters
  /** How far `gap` may be off. */
  sure: Meters
  /** Unit vector from the second body to the first along which a plane parts them by `gap`, less `sure`. */
  readonly normal: Float64Array
  /** Nearest point of each; of overlapping bodies the ends of the least way out. */
  readonly first: Float64Array
  readonly second: Float64Array
}

/** Where the search for nearest points usually stops: upper and lower bound of the distance this close. */
const CLOSE: Meters = 1e-10
/** Cores nearer than this are taken for overlapping. */
const TOUCHING: Meters = 1e-9
/** A depth need not be known better than this, nor better than so many times what is asked of a distance. */
const DEEP: Meters = 1e-6
const DEEPER = 25
const STEPS = 128
const STALLED = 4

/**
 * Adds the point of the difference that is furthest along a direction.
 * @param room for one point
 */
function add(s: Simplex, room: Float64Array, first: Posed, second: Posed, dx: number, dy: number, dz: number): void {
  const { w, a } = s
  const i = 3 * s.count
  support(first, dx, dy, dz, a, i)
  support(second, -dx, -dy, -dz, room, 0)
  w[i] = a[i]! - room[0]!
  w[i + 1] = a[i + 1]! - room[1]!
  w[i + 2] = a[i + 2]! - room[2]!
  s.count++
}

/** Distance of two bodies in their poses, in one object that is written anew each time. */
export type DistanceSolver = (first: Posed, second: Posed) => Distance
/**
 * Distance of two convex bodies in their poses.
 * @param close upper and lower bound of a distance are brought this close
 * @returns a function that writes its answer into one object, and begins where it last ended: questions about a pair that
 *   moves little are cheap
 * Source: Gilbert, Johnson, Keerthi 1988, IEEE J. Robotics and Automation 4; ends when the support plane proves the distance.
 */
export function distanceSolver(close: Meters = CLOSE): DistanceSolver {
  const s = simplex()
  const depth = depthSolver(Math.max(DEEP, DEEPER * close))
  const pb = new Float64Array(3)
  const answer: Distance = {
    gap: 0,
    sure: 0,
    normal: new Float64Array([1, 0, 0]),
    first: new Float64Array(3),
    second: new Float64Array(3),
  }

  return (first, second) => {
    const { normal, first: onFirst, second: onSecond } = answer
    const { v, w, a } = s
    s.count = 0
    add(s, pb, first, second, -normal[0]!, -normal[1]!, -normal[2]!)
    reduce(s)
    let x = v[0]!
    let y = v[1]!
    let z = v[2]!
    let size = Math.sqrt(x * x + y * y + z * z)
    let lower = -Infinity
    let now = size
    let still = 0
    for (let step = 0; step < STEPS && size > TOUCHING; step++) {
      // Unit vector towards the origin's side: the plane across it through the furthest point is a lower bound.
      const ux = x / now
      const uy = y / now
      const uz = z / now
      add(s, pb, first, second, -ux, -uy, -uz)
      const i = 3 * (s.count - 1)
      const plane = ux * w[i]! + uy * w[i + 1]! + uz * w[i + 2]!
      if (plane > lower) {
        lower = plane
        normal[0] = ux
        normal[1] = uy
        normal[2] = uz
      }
      if (size - lower <= close) {
        s.count--
        break
      }
      if (reduce(s)) {
        size = 0
        break
      }
      x = v[0]!
      y = v[1]!
      z = v[2]!
      const next = Math.sqrt(x * x + y * y + z * z)
      // Rounding: where no point of the difference brings it nearer for some steps, none will.
      if (next < size) {
        size = next
        still = 0
      } else if (++still > STALLED) break
      now = next
    }
    const grown = first.body.radius + second.body.radius
    if (size <= TOUCHING) {
      const found = depth(first, second)
      answer.gap = -found.depth - grown
      answer.sure = found.sure
      for (let k = 0; k < 3; k++) {
        normal[k] = -found.direction[k]!
        onFirst[k] = found.first[k]! + first.body.radius * found.direction[k]!
        onSecond[k] = found.second[k]! - second.body.radius * found.direction[k]!
      }
      return answer
    }
    answer.gap = size - grown
    answer.sure = Math.max(0, size - lower)
    let px = 0
    let py = 0
    let pz = 0
    for (let c = 0; c < s.count; c++) {
      const share = s.share[c]!
      px += share * a[3 * c]!
      py += share * a[3 * c + 1]!
      pz += share * a[3 * c + 2]!
    }
    const inner = first.body.radius / size
    const outer = second.body.radius / size - 1
    onFirst[0] = px - inner * v[0]!
    onFirst[1] = py - inner * v[1]!
    onFirst[2] = pz - inner * v[2]!
    onSecond[0] = px + outer * v[0]!
    onSecond[1] = py + outer * v[1]!
    onSecond[2] = pz + outer * v[2]!
    return answer
  }
}
