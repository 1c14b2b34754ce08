import { capsule, carried, leastGap, STANDING, type Body, type Motion, type Vector } from '../clearance'
import type { Meters } from '../quantity'
import { rounded, tightBends, wayLength } from './bend'
import { HEAT_DISTANCE, keptFrom, LEAST_GAP, piecesOf, pointGap, type Piece, type RouteObstacle } from './obstacle'
import { FITTING, leastBend } from './route'

/** Ties along a line, at most this far apart. Common practice, no published source. */
const TIE_SPACING: Meters = 0.3
/** Nearer than this to a sharp edge a line gets loom. */
const EDGE: Meters = 0.012
/** What a line can be tied to is no further than this. */
const TIE_REACH: Meters = 0.06
/** How finely a line is looked at along its length. */
const STEP: Meters = 0.01
/** Sleeve and loom reach so far beyond where they are needed, at either end. */
const BEYOND: Meters = 0.025
/** Kept beside the way: a loop for repair, and what cutting square takes at both ends. Common practice, no published source. */
const REPAIR_LOOP: Meters = 0.2

interface RouteNear {
  obstacle: string
  /** Surface to surface at the nearest, through the whole travel; never more than it is. */
  gap: Meters
  tolerance: Meters
  /** It has to be this at least. */
  least: Meters
}
/** A stretch along a line, from its beginning. */
export interface Stretch {
  from: Meters
  to: Meters
}
export interface RouteReport {
  length: Meters
  /** What is cut: the way, slack for the travel of an end that moves, and a loop for repair. */
  cut: Meters
  slack: Meters
  near: RouteNear[]
  /** Nearest hot surface along the whole line, and how far along; null without any. */
  heat: { gap: Meters; along: Meters; at: Vector } | null
  sleeve: Stretch[]
  loom: Stretch[]
  /** Places of ties, from the beginning. */
  ties: Meters[]
  /** Longest stretch with nothing to tie it to. */
  untied: Meters
  /** Radius of the tightest corner, where one is under the least of the tube. */
  tight: { at: Vector; radius: Meters }[]
}
/** An end that moves with the axle: how far it goes from where the line is held. */
export interface MovingEnd {
  at: Vector
  /** Which end of the way: its first or its last. */
  end: 'first' | 'last'
  motion: Motion
}

const merge = (marks: readonly Meters[], step: Meters, most: Meters): Stretch[] => {
  const out: Stretch[] = []
  for (const s of marks) {
    const last = out.at(-1)
    if (last && s - last.to <= 3 * step) last.to = s
    else out.push({ from: s, to: s })
  }
  return out.map(({ from, to }) => ({ from: Math.max(0, from - BEYOND), to: Math.min(most, to + BEYOND) }))
}

/** Points along a polyline at equal steps, with how far along each is. */
function walk(points: readonly Vector[], step: Meters): { at: Vector; along: Meters }[] {
  const out: { at: Vector; along: Meters }[] = []
  let done = 0
  points.slice(1).forEach((p, i) => {
    const q = points[i]!
    const long = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2])
    const n = Math.max(1, Math.ceil(long / step))
    for (let k = 0; k < n; k++) {
      const t = k / n
      out.push({
        at: [q[0] + t * (p[0] - q[0]), q[1] + t * (p[1] - q[1]), q[2] + t * (p[2] - q[2])],
        along: done + t * long,
      })
    }
    done += long
  })
  out.push({ at: points.at(-1)!, along: done })
  return out
}

/** How near a point is to the edges of a box. */
function edgeGap({ low, high }: Extract<Piece, { shape: 'box' }>, [x, y, z]: Vector): Meters {
  const away = (v: number, a: number, b: number) => Math.max(a - v, v - b, 0)
  const side = (v: number, a: number, b: number) => Math.min(Math.abs(v - a), Math.abs(v - b))
  return Math.min(
    Math.hypot(away(x, low[0], high[0]), side(y, low[1], high[1]), side(z, low[2], high[2])),
    Math.hypot(side(x, low[0], high[0]), away(y, low[1], high[1]), side(z, low[2], high[2])),
    Math.hypot(side(x, low[0], high[0]), side(y, low[1], high[1]), away(z, low[2], high[2])),
  )
}

/** Quick lower bound of how near a line comes to an obstacle anywhere in its travel. */
function farApart(points: readonly Vector[], obstacle: RouteObstacle): Meters {
  let least = Infinity
  const reach = obstacle.motion.travel.jounce + obstacle.motion.travel.rebound
  for (const body of obstacle.bodies)
    for (const piece of piecesOf(body, obstacle.motion))
      for (const { at: point } of walk(points, 0.06))
        least = Math.min(least, pointGap(piece, point[0], point[1], point[2]))
  return least - reach
}

const CLOSE_LOOK: Meters = 0.12

/**
 * What a line comes to as it lies: how near it passes everything through the whole travel, what it needs on its way, how long it is cut.
 *
 * @param way its ends and the corners between, frame's coordinates, standing empty
 * @param outside diameter of the tube
 * @param ends of it that move with the axle
 * Source: distances by `leastGap`; sleeve, loom and ties are common practice.
 */
export function judgeRoute(
  way: readonly Vector[],
  outside: Meters,
  obstacles: readonly RouteObstacle[],
  ends: readonly MovingEnd[] = [],
): RouteReport {
  const bend = leastBend(outside)
  const { points, sagitta } = rounded(way, bend)
  const radius = outside / 2
  const length = wayLength(points)
  const near = obstacles.flatMap((o): RouteNear[] => {
    const least = LEAST_GAP[o.neighbor]
    if (farApart(points, o) > Math.max(CLOSE_LOOK, least + 0.05)) return []
    // What a fitting is too near to itself counts beyond it only; heat counts everywhere.
    const besides = [points[0]!, points.at(-1)!].map((end) =>
      o.neighbor !== 'hot' && nearestOf([end, end], radius, o, keptFrom(o)) < keptFrom(o) ? FITTING : 0,
    )
    const looked = shortened(points, besides[0]!, besides[1]!)
    if (looked.length < 2) return []
    return [{ obstacle: o.id, gap: nearestOf(looked, radius, o) - sagitta, tolerance: o.tolerance, least }]
  })
  const steps = walk(points, STEP)
  const hot = obstacles
    .filter((o) => o.neighbor === 'hot')
    .flatMap((o) => o.bodies.flatMap((b) => piecesOf(b, o.motion)))
  const heats = steps.map(({ at: point }) =>
    Math.min(Infinity, ...hot.map((p) => pointGap(p, point[0], point[1], point[2]) - radius)),
  )
  const worst = heats.length ? heats.reduce((m, g, i) => (g < heats[m]! ? i : m), 0) : 0
  const sharp = obstacles.filter((o) => o.sharp).flatMap((o) => o.bodies.flatMap((b) => piecesOf(b, o.motion)))
  const edges = steps.filter(({ at: location }) =>
    sharp.some((p) => p.shape === 'box' && edgeGap(p, location) - radius < EDGE),
  )
  const holding = obstacles.filter((o) => o.holds).flatMap((o) => o.bodies.flatMap((b) => piecesOf(b, o.motion)))
  const isHeld = steps.map(
    ({ at: pointHere }, i) =>
      heats[i]! > HEAT_DISTANCE / 2 &&
      holding.some((p) => pointGap(p, pointHere[0], pointHere[1], pointHere[2]) - radius < TIE_REACH),
  )
  const { ties, untied } = tiesAlong(
    steps.map((s) => s.along),
    isHeld,
  )
  const slack = ends.reduce((sum, e) => sum + slackOf(e, way), 0)
  return {
    length,
    cut: length + slack + REPAIR_LOOP,
    slack,
    near,
    heat: Number.isFinite(heats[worst] ?? Infinity)
      ? { gap: heats[worst]!, along: steps[worst]!.along, at: steps[worst]!.at }
      : null,
    sleeve: merge(
      steps.filter((_, i) => heats[i]! < HEAT_DISTANCE).map((s) => s.along),
      STEP,
      length,
    ),
    loom: merge(
      edges.map((s) => s.along),
      STEP,
      length,
    ),
    ties,
    untied,
    tight: tightBends(way, bend).map(({ at: corner, radius: r }) => ({ at: corner, radius: r })),
  }
}

/** A polyline without so much of its length at its two ends; none where nothing is left. */
function shortened(points: readonly Vector[], first: Meters, last: Meters): Vector[] {
  if (!first && !last) return [...points]
  const all = wayLength(points)
  if (all <= first + last) return []
  let done = 0
  const inner = points.filter((p, i) => {
    if (i > 0) done += wayLength([points[i - 1]!, p])
    return done > first && done < all - last
  })
  return [placeAt(points, first), ...inner, placeAt(points, all - last)]
}

/** The place so far along a polyline. */
function placeAt(points: readonly Vector[], along: Meters): Vector {
  let left = along
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const long = wayLength([a, b])
    if (left <= long && long > 0) {
      const t = left / long
      return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])]
    }
    left -= long
  }
  return points.at(-1)!
}

/**
 * Least gap of a line's pieces and an obstacle through the travel, never more than it is.
 * @param most further than this is not looked at: it is the answer then
 */
function nearestOf(
  points: readonly Vector[],
  radius: Meters,
  { bodies, motion }: RouteObstacle,
  most: Meters = Infinity,
): Meters {
  const tube = points
    .slice(1)
    .map((p, i): Body => capsule({ at: points[i]!, on: 'frame' }, { at: p, on: 'frame' }, radius))
  const reach = motion.travel.jounce + motion.travel.rebound
  let best = most
  for (const body of bodies) {
    const pieces = piecesOf(body, motion)
    const looked = tube
      .map((piece, i) => ({
        piece,
        // Both ends are so far off, and the piece is so long: nothing of it can be nearer.
        least:
          Math.min(...pieces.flatMap((p) => [points[i]!, points[i + 1]!].map(([x, y, z]) => pointGap(p, x, y, z)))) -
          wayLength([points[i]!, points[i + 1]!]) / 2 -
          reach,
      }))
      .toSorted((a, b) => a.least - b.least)
    for (const { piece, least } of looked) {
      if (least - piece.radius >= best) break
      best = Math.min(best, leastGap(piece, body, motion, { known: best, enough: 0 }).lower)
    }
  }
  return best
}

/** Ties as far apart as they may be, where there is something to tie to. */
function tiesAlong(along: readonly Meters[], isHeld: readonly boolean[]): { ties: Meters[]; untied: Meters } {
  const ties: Meters[] = []
  let from = 0
  let untied = 0
  const end = along.at(-1) ?? 0
  const after = (s: Meters) => {
    // The last place that still holds within the spacing; else the first one beyond it.
    let best = -1
    for (let i = 0; i < along.length; i++) {
      if (!isHeld[i] || along[i]! <= s + 1e-9) continue
      if (along[i]! <= s + TIE_SPACING) best = i
      else return best >= 0 ? best : i
    }
    return best
  }
  while (from + TIE_SPACING < end) {
    const next = after(from)
    if (next < 0 || along[next]! <= from) break
    untied = Math.max(untied, along[next]! - from)
    from = along[next]!
    ties.push(from)
  }
  return { ties, untied: Math.max(untied, end - from) }
}

/** Beyond its length standing, what an end needs that goes with the axle: the longest way to where the line is held. */
function slackOf({ at: point, end, motion }: MovingEnd, way: readonly Vector[]): Meters {
  const neighbor = end === 'first' ? way[1] : way.at(-2)
  if (!neighbor) return 0
  const span = (p: Vector) => Math.hypot(p[0] - neighbor[0], p[1] - neighbor[1], p[2] - neighbor[2])
  const { travel } = motion
  const poses = [-travel.rebound, travel.jounce].flatMap((heave) => [{ heave, roll: 0 }])
  return Math.max(
    0,
    ...poses.map((pose) => span(carried(motion, point, pose)) - span(carried(motion, point, STANDING))),
  )
}
