import type { Vector } from '../clearance'
import type { Meters } from '../quantity'
import { HEAT_DISTANCE, keptFrom, piecesOf, pointGap, type Neighbor, type Piece, type RouteObstacle } from './obstacle'

/** A line far from anything to tie it to is worth so much more of its length. */
const UNTIED = 0.6
/** From this far on there is nothing to tie it to. */
const TIE_REACH: Meters = 0.08
/** Along a hot surface, at its nearest, a line is worth so many times its length. */
const HOT = 8
/** Left beside it in the middle of a cell: between two cells a way may come nearer. */
const BETWEEN: Meters = 0.012
/** Grid that ways are sought on. */
export const CELL: Meters = 0.05

interface Near {
  id: string
  piece: Piece
  neighbor: Neighbor
  least: Meters
  holds: boolean
  low: Vector
  high: Vector
}
type At = (x: number, y: number, z: number) => number

/** Room that lines run in, and what each place of it costs them. */
export interface Field {
  low: Vector
  /** Cells along each direction. */
  size: readonly [number, number, number]
  /** How many times its length a line costs there; Infinity where it may not go. */
  cost: At
  /** The same in the middle of a cell, worked out once. */
  cell: (i: number) => number
  /** What keeps a line from being there, and all of these obstacles. */
  blocking: (x: number, y: number, z: number, through: readonly string[]) => ReadonlySet<number>
  /** Whether nothing else does than what is let pass. */
  isOpen: (x: number, y: number, z: number, past: ReadonlySet<number>) => boolean
}

const boundsOf = (piece: Piece): { low: Vector; high: Vector } => {
  const all = piece.shape === 'box' ? [piece.low, piece.high] : [piece.a, piece.b]
  // A hose reaches no further than half of its slack beyond its ends, and its length aside.
  const reach = piece.radius + (piece.shape === 'ellipsoid' ? piece.length / 2 : 0)
  const pick = (f: (...n: number[]) => number, by: number): Vector => [
    f(...all.map((p) => p[0])) + by,
    f(...all.map((p) => p[1])) + by,
    f(...all.map((p) => p[2])) + by,
  ]
  return { low: pick(Math.min, -reach), high: pick(Math.max, reach) }
}

/**
 * What any place costs a line of this radius, among what surrounds it.
 * @param low,high corners of the room it may use
 */
export function fieldAmong(obstacles: readonly RouteObstacle[], radius: Meters, low: Vector, high: Vector): Field {
  const near = obstacles.flatMap(({ id, bodies, motion, neighbor, tolerance, holds }) =>
    bodies.flatMap((body) =>
      piecesOf(body, motion).map((piece): Near => {
        const least = keptFrom({ neighbor, tolerance })
        const reach = radius + Math.max(neighbor === 'hot' ? HEAT_DISTANCE : 0, holds ? TIE_REACH : 0, least)
        const { low: a, high: b } = boundsOf(piece)
        const by = (p: Vector, r: number): Vector => [p[0] + r, p[1] + r, p[2] + r]
        return { id, piece, neighbor, least, holds, low: by(a, -reach), high: by(b, reach) }
      }),
    ),
  )
  /** @param spare left beside the least gap, more than a way needs that is looked at step by step */
  const costWith = (x: number, y: number, z: number, spare: Meters): number => {
    let hot = Infinity
    let tie = TIE_REACH
    for (const { piece, neighbor, least, holds, low: a, high: b } of near) {
      if (x < a[0] || x > b[0] || y < a[1] || y > b[1] || z < a[2] || z > b[2]) continue
      const gap = pointGap(piece, x, y, z) - radius
      if (gap < least + spare) return Infinity
      if (neighbor === 'hot' && gap < hot) hot = gap
      if (holds && gap < tie) tie = gap
    }
    const heat = hot < HEAT_DISTANCE ? HOT * (1 - hot / HEAT_DISTANCE) : 0
    return 1 + heat + (UNTIED * tie) / TIE_REACH
  }
  const cost: At = (x, y, z) => costWith(x, y, z, 0)
  /** Pieces that are too near, by their number. */
  function* tooNear(x: number, y: number, z: number): Generator<number> {
    for (let i = 0; i < near.length; i++) {
      const { piece, least, low: a, high: b } = near[i]!
      if (x < a[0] || x > b[0] || y < a[1] || y > b[1] || z < a[2] || z > b[2]) continue
      if (pointGap(piece, x, y, z) - radius < least) yield i
    }
  }
  const cells = (k: 0 | 1 | 2) => Math.max(2, Math.ceil((high[k] - low[k]) / CELL) + 1)
  const size = [cells(0), cells(1), cells(2)] as const
  const [nx, ny, nz] = size
  const known = new Float32Array(nx * ny * nz)
  return {
    low,
    size,
    cost,
    blocking: (x, y, z, index) =>
      new Set([...tooNear(x, y, z), ...near.flatMap(({ id }, i) => (index.includes(id) ? [i] : []))]),
    isOpen: (x, y, z, past) => {
      for (const i of tooNear(x, y, z)) if (!past.has(i)) return false
      return true
    },
    cell: (i) => {
      // 0: not worked out yet.
      if (known[i] === 0)
        known[i] = costWith(
          low[0] + (i % nx) * CELL,
          low[1] + (Math.floor(i / nx) % ny) * CELL,
          low[2] + Math.floor(i / (nx * ny)) * CELL,
          BETWEEN,
        )
      return known[i]!
    },
  }
}
