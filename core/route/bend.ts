import type { Vector } from '../clearance'
import type { Meters, Radians } from '../quantity'

const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const length = (v: Vector): Meters => Math.hypot(v[0], v[1], v[2])
const along = (from: Vector, to: Vector, by: Meters): Vector => {
  const way = minus(to, from)
  const t = by / length(way)
  return [from[0] + t * way[0], from[1] + t * way[1], from[2] + t * way[2]]
}

/** A corner of a way, rounded as widely as its two legs let it. */
export interface Bend {
  at: Vector
  /** By how much it turns there. */
  turn: Radians
  /** Widest radius that fits: neighboring corners share the leg between them. */
  radius: Meters
  /** Where the arc begins and ends, so far from the corner along its legs. */
  tangent: Meters
}

/**
 * Corners of a way with the widest arcs that fit.
 * @param wish radius that is enough: no arc is wider
 * Source: tangent length of an arc, r tan(turn/2).
 */
export function bendsOf(way: readonly Vector[], wish: Meters): Bend[] {
  return way.slice(1, -1).map((point, k): Bend => {
    const [before, after] = [way[k]!, way[k + 2]!]
    const [a, b] = [minus(point, before), minus(after, point)]
    const [la, lb] = [length(a), length(b)]
    const cos = Math.min(1, Math.max(-1, (a[0] * b[0] + a[1] * b[1] + a[2] * b[2]) / (la * lb)))
    const turn = Math.acos(cos)
    const half = Math.tan(turn / 2)
    // A leg at an end of the line is the corner's alone.
    const room = Math.min(k === 0 ? la : la / 2, k === way.length - 3 ? lb : lb / 2)
    const radius = half < 1e-6 ? wish : Math.min(wish, room / half)
    return { at: point, turn, radius, tangent: radius * half }
  })
}

/** Turns under this are no bend. */
const STRAIGHT: Radians = (3 * Math.PI) / 180

/** Corners that are too tight for a tube of this least bend radius. */
export const tightBends = (way: readonly Vector[], least: Meters): Bend[] =>
  bendsOf(way, least).filter((b) => b.turn > STRAIGHT && b.radius < least - 1e-9)

/**
 * A way with its corners rounded, as short straight pieces.
 * @param least radius of its arcs
 * @returns its points; `sagitta` is how far the true arc may lie from them
 */
export function rounded(way: readonly Vector[], least: Meters): { points: Vector[]; sagitta: Meters } {
  if (way.length < 3) return { points: [...way], sagitta: 0 }
  const bends = bendsOf(way, least)
  const points: Vector[] = [way[0]!]
  let sagitta = 0
  bends.forEach(({ at: corner, turn, radius, tangent }, k) => {
    const [before, after] = [way[k]!, way[k + 2]!]
    if (turn <= 1e-6 || tangent <= 1e-9) {
      points.push(corner)
      return
    }
    const [begin, end] = [along(corner, before, tangent), along(corner, after, tangent)]
    const pieces = Math.max(2, Math.ceil(turn / (Math.PI / 12)))
    sagitta = Math.max(sagitta, radius * (1 - Math.cos(turn / pieces / 2)))
    // From the arc's center both ends are as far, across each leg.
    const bisector = minus(begin, corner).map((v, i) => v + minus(end, corner)[i]!) as unknown as Vector
    const to = radius / Math.cos(turn / 2)
    const scale = to / length(bisector)
    const center: Vector = [
      corner[0] + bisector[0] * scale,
      corner[1] + bisector[1] * scale,
      corner[2] + bisector[2] * scale,
    ]
    const [u, w] = [minus(begin, center), minus(end, center)]
    const sweep = Math.PI - (Math.PI - turn)
    for (let i = 0; i <= pieces; i++) {
      const t = i / pieces
      const [p, q] = [Math.sin((1 - t) * sweep) / Math.sin(sweep), Math.sin(t * sweep) / Math.sin(sweep)]
      points.push([center[0] + p * u[0] + q * w[0], center[1] + p * u[1] + q * w[1], center[2] + p * u[2] + q * w[2]])
    }
  })
  points.push(way.at(-1)!)
  return { points, sagitta }
}

/** Length of a way with its corners sharp, m. */
export const wayLength = (points: readonly Vector[]): Meters =>
  points.slice(1).reduce((sum, p, i) => sum + length(minus(p, points[i]!)), 0)
