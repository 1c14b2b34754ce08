import type { Meters } from '../quantity'
import { support, type Posed } from './posed'

/** How deep two bodies, without their growth, are in each other. */
export interface Depth {
  /** Least way that parts them, or at most `sure` more. */
  depth: Meters
  sure: Meters
  /** Unit direction from the first body into the second along which they part soonest. */
  readonly direction: Float64Array
  /** Points of each that are furthest into the other along it. */
  readonly first: Float64Array
  readonly second: Float64Array
}

/** A triangle of directions, by its three unit corners, and how little the bodies overlap along any of them at best. */
interface Cell {
  corners: readonly [Direction, Direction, Direction]
  lower: Meters
}
type Direction = readonly [number, number, number]

const MOST_ASKED = 4_000
const AXES: readonly Direction[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
  [-1, 0, 0],
  [0, -1, 0],
  [0, 0, -1],
]
const OCTAHEDRON = [
  [0, 1, 2],
  [1, 3, 2],
  [3, 4, 2],
  [4, 0, 2],
  [1, 0, 5],
  [3, 1, 5],
  [4, 3, 5],
  [0, 4, 5],
] as const

const unit = (x: number, y: number, z: number): Direction => {
  const size = Math.sqrt(x * x + y * y + z * z)
  return [x / size, y / size, z / size]
}
const along = (a: Direction, b: Direction) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const between = (a: Direction, b: Direction) => unit(a[0] + b[0], a[1] + b[1], a[2] + b[2])

/**
 * Penetration of two convex bodies: the least, over all directions, of how far the furthest points of their difference reach. Branch
 * and bound over triangles of directions: the support point of a triangle's middle reaches as far along every direction in it as along
 * its worst corner, so each has a lower bound, and what is found is certified.
 * @param close upper and lower bound of the depth are brought this close, where that takes no more than some thousand questions
 * Source: penetration depth as the least of the support function of the Minkowski difference, e.g. van den Bergen 2001,
 * Proximity Queries and Penetration Depth Computation on 3D Game Objects; branch and bound, Land and Doig 1960.
 */
export function depthSolver(close: Meters): (first: Posed, second: Posed) => Depth {
  const answer: Depth = {
    depth: 0,
    sure: 0,
    direction: new Float64Array([1, 0, 0]),
    first: new Float64Array(3),
    second: new Float64Array(3),
  }
  const pa = new Float64Array(3)
  const pb = new Float64Array(3)

  return (first, second) => {
    let upper = Infinity
    let evaluations = 0
    /** How far the difference reaches along a direction. */
    const reach = (d: Direction): void => {
      evaluations++
      support(first, d[0], d[1], d[2], pa, 0)
      support(second, -d[0], -d[1], -d[2], pb, 0)
      const h = d[0] * (pa[0]! - pb[0]!) + d[1] * (pa[1]! - pb[1]!) + d[2] * (pa[2]! - pb[2]!)
      if (h < upper) {
        upper = h
        answer.direction.set(d)
        answer.first.set(pa)
        answer.second.set(pb)
      }
    }
    const cells: Cell[] = []
    const open = (a: Direction, b: Direction, c: Direction) => {
      const middle = unit(a[0] + b[0] + c[0], a[1] + b[1] + c[1], a[2] + b[2] + c[2])
      reach(middle)
      const w: Direction = [pa[0]! - pb[0]!, pa[1]! - pb[1]!, pa[2]! - pb[2]!]
      // The directions along which w reaches at least so far form a cap: with the corners in it, all of the triangle is.
      const lower = Math.max(0, Math.min(along(a, w), along(b, w), along(c, w)))
      if (lower < upper - close) cells.push({ corners: [a, b, c], lower })
    }
    // Bodies that moved little part along much the same direction.
    reach([answer.direction[0]!, answer.direction[1]!, answer.direction[2]!])
    for (const axis of AXES) reach(axis)
    for (const [i, j, k] of OCTAHEDRON) open(AXES[i]!, AXES[j]!, AXES[k]!)
    let lower = upper - close
    for (;;) {
      let index = -1
      for (let i = 0; i < cells.length; i++) if (index < 0 || cells[i]!.lower < cells[index]!.lower) index = i
      const cell = cells[index]
      if (!cell || cell.lower >= upper - close) {
        lower = upper - close
        break
      }
      if (evaluations > MOST_ASKED) {
        lower = cell.lower
        break
      }
      const last = cells.pop()!
      if (index < cells.length) cells[index] = last
      const [a, b, c] = cell.corners
      const [ab, bc, ca] = [between(a, b), between(b, c), between(c, a)]
      open(a, ab, ca)
      open(ab, b, bc)
      open(ca, bc, c)
      open(ab, bc, ca)
    }
    answer.depth = Math.max(0, upper)
    answer.sure = Math.max(0, upper - Math.max(0, lower))
    return answer
  }
}
