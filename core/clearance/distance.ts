import type { Meters } from '../quantity'
import { depthSolver } from './depth'
import { support, type Posed } from './posed'
import { simplex, simplexSolver } from './simplex'

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

/**
 * Distance of two convex bodies in their poses.
 * @param close upper and lower bound of a distance are brought this close
 * @returns a function that writes its answer into one object, and begins where it last ended: questions about a pair that
 *   moves little are cheap
 * Source: Gilbert, Johnson, Keerthi 1988, IEEE J. Robotics and Automation 4; ends when the support plane proves the distance.
 */
export type DistanceSolver = (first: Posed, second: Posed) => Distance
export function distanceSolver(close: Meters = CLOSE): DistanceSolver {
  const s = simplex()
  const reduce = simplexSolver()
  const depth = depthSolver(Math.max(DEEP, DEEPER * close))
  const pa = new Float64Array(3)
  const pb = new Float64Array(3)
  const answer: Distance = {
    gap: 0,
    sure: 0,
    normal: new Float64Array([1, 0, 0]),
    first: new Float64Array(3),
    second: new Float64Array(3),
  }

  function add(first: Posed, second: Posed, dx: number, dy: number, dz: number) {
    const { w, a } = s
    const i = 3 * s.count
    support(first, dx, dy, dz, pa, 0)
    support(second, -dx, -dy, -dz, pb, 0)
    for (let k = 0; k < 3; k++) {
      a[i + k] = pa[k]!
      w[i + k] = pa[k]! - pb[k]!
    }
    s.count++
  }

  return (first, second) => {
    const { normal, first: onFirst, second: onSecond } = answer
    const { v, w, a } = s
    s.count = 0
    add(first, second, -normal[0]!, -normal[1]!, -normal[2]!)
    reduce(s)
    let size = Math.sqrt(v[0]! * v[0]! + v[1]! * v[1]! + v[2]! * v[2]!)
    let lower = -Infinity
    for (let step = 0; step < STEPS && size > TOUCHING; step++) {
      add(first, second, -v[0]! / size, -v[1]! / size, -v[2]! / size)
      const i = 3 * (s.count - 1)
      const plane = (v[0]! * w[i]! + v[1]! * w[i + 1]! + v[2]! * w[i + 2]!) / size
      if (plane > lower) {
        lower = plane
        for (let k = 0; k < 3; k++) normal[k] = v[k]! / size
      }
      if (size - lower <= close) {
        s.count--
        break
      }
      if (reduce(s)) {
        size = 0
        break
      }
      const next = Math.sqrt(v[0]! * v[0]! + v[1]! * v[1]! + v[2]! * v[2]!)
      // Rounding: no point of the difference brings it nearer any more.
      if (next >= size) break
      size = next
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
    for (let k = 0; k < 3; k++) {
      let at = 0
      for (let c = 0; c < s.count; c++) at += s.share[c]! * a[3 * c + k]!
      onFirst[k] = at - (first.body.radius * v[k]!) / size
      onSecond[k] = at - v[k]! + (second.body.radius * v[k]!) / size
    }
    return answer
  }
}
