import { carried, carrierOf, type Body, type Motion, type Pose, type Vector } from '../clearance'
import { INCH, type Meters } from '../quantity'

/**
 * What a line has to do with something around it: hot surfaces it keeps well away from, moving parts it keeps out of the way of,
 * brake lines it never touches and is never tied to, orange cables it does not go near, and the rest that it may lie against.
 */
export type Neighbor = 'hot' | 'moving' | 'brake' | 'no-go' | 'still'

/** Nearest that a line goes to each, surface to surface, whatever it costs. Common practice, no published source. */
export const LEAST_GAP: Record<Neighbor, Meters> = {
  hot: 1.5 * INCH,
  moving: 1 * INCH,
  brake: INCH / 2,
  'no-go': 4 * INCH,
  still: 0,
}
/** Nearer than this to an exhaust's surface a line gets a heat sleeve. Common practice, no published source. */
export const HEAT_DISTANCE: Meters = 6 * INCH

export interface RouteObstacle {
  id: string
  name: string
  neighbor: Neighbor
  bodies: Body[]
  /** How what moves of it moves. */
  motion: Motion
  /** How far its surface may be from where it is said to be. */
  tolerance: Meters
  /** A line can be tied to it. */
  holds: boolean
  /** Its edges chafe a line. */
  sharp: boolean
}

/** What a way leaves beside the least gap: it is looked at step by step only. */
const SPARE: Meters = 0.006
/** The same beside what moves, which is looked at in three poses only: it rolls too. */
const SPARE_MOVING: Meters = 0.008
/** What a way keeps from an obstacle; a fitting that is nearer stands where it stands. */
export const keptFrom = ({ neighbor, tolerance }: Pick<RouteObstacle, 'neighbor' | 'tolerance'>): Meters =>
  LEAST_GAP[neighbor] + (neighbor === 'moving' ? SPARE_MOVING : SPARE) + (neighbor === 'still' ? 0 : tolerance)

/** A convex piece that does not move, for a quick look at how near a point is to it. */
export type Piece =
  | { shape: 'segment'; a: Vector; b: Vector; radius: Meters }
  | { shape: 'box'; low: Vector; high: Vector; radius: Meters }
  | { shape: 'ellipsoid'; a: Vector; b: Vector; length: Meters; radius: Meters }

const between = (points: readonly Vector[]): { low: Vector; high: Vector } => {
  const pick = (f: (...all: number[]) => number): Vector => [
    f(...points.map((p) => p[0])),
    f(...points.map((p) => p[1])),
    f(...points.map((p) => p[2])),
  ]
  return { low: pick(Math.min), high: pick(Math.max) }
}

/** Poses that the ends of the travel are looked at in. */
function endPoses({ travel }: Motion): Pose[] {
  return [
    { heave: 0, roll: 0 },
    { heave: travel.jounce, roll: 0 },
    { heave: -travel.rebound, roll: 0 },
  ]
}

/** Pieces that cover a body, where what moves of it goes. */
export function piecesOf(body: Body, motion: Motion): Piece[] {
  const poses = carrierOf(body) === 'frame' ? [{ heave: 0, roll: 0 }] : endPoses(motion)
  const placeIn = (carrier: 'axle' | 'frame', p: Vector, pose: Pose): Vector =>
    carrier === 'axle' ? carried(motion, p, pose) : p
  return poses.flatMap((pose): Piece[] => {
    const points = body.points.map((p) => placeIn(p.on, p.at, pose))
    const discs = body.discs.flatMap((d): Vector[] => {
      const c = placeIn(d.on, d.center, pose)
      // A disc is covered by the box around it, grown by the widest it gets.
      const r = Math.max(d.radius, ...(body.girth?.radii ?? [0]))
      return [
        [c[0] - r, c[1] - r, c[2]],
        [c[0] + r, c[1] + r, c[2]],
      ]
    })
    const hoses = body.hoses.map((h): Piece => ({
      shape: 'ellipsoid',
      a: placeIn(h.from.on, h.from.at, pose),
      b: placeIn(h.to.on, h.to.at, pose),
      length: h.length,
      radius: body.radius,
    }))
    if (points.length === 2 && !discs.length)
      return [{ shape: 'segment', a: points[0]!, b: points[1]!, radius: body.radius }, ...hoses]
    const all = [...points, ...discs]
    return all.length ? [{ shape: 'box', ...between(all), radius: body.radius }, ...hoses] : hoses
  })
}

/** Distance of a point from a piece's surface; negative inside. */
export function pointGap(piece: Piece, x: number, y: number, z: number): Meters {
  if (piece.shape === 'box') {
    const { low, high } = piece
    const dx = Math.max(low[0] - x, x - high[0])
    const dy = Math.max(low[1] - y, y - high[1])
    const dz = Math.max(low[2] - z, z - high[2])
    const out = Math.hypot(Math.max(dx, 0), Math.max(dy, 0), Math.max(dz, 0))
    return (out > 0 ? out : Math.max(dx, dy, dz)) - piece.radius
  }
  const { a, b } = piece
  if (piece.shape === 'ellipsoid') {
    const sum = Math.hypot(x - a[0], y - a[1], z - a[2]) + Math.hypot(x - b[0], y - b[1], z - b[2])
    return (sum - piece.length) / 2 - piece.radius
  }
  const [ux, uy, uz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]]
  const size = ux * ux + uy * uy + uz * uz
  const t = size > 0 ? Math.min(1, Math.max(0, ((x - a[0]) * ux + (y - a[1]) * uy + (z - a[2]) * uz) / size)) : 0
  return Math.hypot(x - a[0] - t * ux, y - a[1] - t * uy, z - a[2] - t * uz) - piece.radius
}
