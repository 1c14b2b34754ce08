import type { Meters, Radians } from '../quantity'
import { radiusAt, type Girth } from './body'
import { type Motion } from './pose'
import type { Posed } from './posed'

/** How a support of a body along a direction changes as the axle leaves the pose it is in. */
interface Supports {
  count: number
  /** Along the direction, in the pose. */
  readonly value: Float64Array
  /** For each meter of heave. */
  readonly heave: Float64Array
  /** For each radian of roll. */
  readonly roll: Float64Array
  /** For each meter of heave, of a bag that widens: whatever carries the element. */
  readonly widens: Float64Array
  /** What the straight line may miss anywhere in the cell. */
  readonly rest: Float64Array
  /** 1 carried by the axle, 0 by the frame, 2 by both. */
  readonly moves: Uint8Array
}
const MOST = 24
const supports = (): Supports => ({
  count: 0,
  value: new Float64Array(MOST),
  heave: new Float64Array(MOST),
  roll: new Float64Array(MOST),
  widens: new Float64Array(MOST),
  rest: new Float64Array(MOST),
  moves: new Uint8Array(MOST),
})

/** Lower bound of a gap over a cell of poses, and where in the cell it lies. */
export interface CellBound {
  gap: Meters
  /** Signs of the corner of the cell where the bound lies. */
  heave: number
  roll: number
  /** What heave and roll each take of it: the larger is split first. */
  byHeave: Meters
  byRoll: Meters
}

/**
 * How near two bodies can come anywhere within a cell around the pose that they are in.
 *
 * Bodies that a plane parts stay as far apart as their furthest points along any one direction: with the direction of nearest
 * points in the middle this is the gap itself there, and over the cell it differs by less than the square of its size. The
 * direction is held to the frame, then to the axle; both are bounds, the larger counts.
 *
 * @returns a function of the pair (posed in the middle), their direction there from second to first, and the half sizes of the
 *   cell; it writes into one answer
 * Source: separating planes; rotation of points by Taylor with its remainder.
 */
export function boundSolver(motion: Motion) {
  const a = supports()
  const b = supports()
  const answer: CellBound = { gap: 0, heave: 0, roll: 0, byHeave: 0, byRoll: 0 }

  return (
    first: Posed,
    second: Posed,
    n: Float64Array,
    heave: Meters,
    cellHeave: Meters,
    cellRoll: Radians,
  ): CellBound => {
    answer.gap = -Infinity
    for (const held of HELD) {
      fill(a, first, motion, n, -1, held, heave, cellHeave, cellRoll)
      fill(b, second, motion, n, 1, held, heave, cellHeave, cellRoll)
      let least = Infinity
      let up = 0
      let turn = 0
      for (let i = 0; i < a.count; i++)
        for (let j = 0; j < b.count; j++) {
          const together = a.moves[i] === b.moves[j] && a.moves[i] !== BOTH
          const rises = a.widens[i]! - b.widens[j]! + (together ? 0 : a.heave[i]! - b.heave[j]!)
          const turns = a.roll[i]! - b.roll[j]!
          const rests = a.rest[i]! + b.rest[j]!
          const value = a.value[i]! - b.value[j]! - Math.abs(rises) * cellHeave - Math.abs(turns) * cellRoll - rests
          if (value >= least) continue
          least = value
          up = rises
          turn = turns
        }
      least -= first.body.radius + second.body.radius
      if (least <= answer.gap) continue
      answer.gap = least
      answer.heave = -Math.sign(up)
      answer.roll = -Math.sign(turn)
      answer.byHeave = (Math.abs(up) + BENDS) * cellHeave
      answer.byRoll = (Math.abs(turn) + BENDS * ARM) * cellRoll
    }
    return answer
  }
}

/** Beside its slopes a gap bends: so that neither side of a cell stays long, each counts with this much of its way at this arm. */
const BENDS = 0.2
const ARM: Meters = 0.5
const HELD = ['frame', 'axle'] as const
const BOTH = 2

/**
 * Supports of one body along a direction, element by element, and how each changes.
 * @param sign -1 for the near side of the first body, 1 for the far side of the second
 * @param held what the direction moves with: elements on it stand still along it
 */
function fill(
  out: Supports,
  posed: Posed,
  { center, travel }: Motion,
  n: Float64Array,
  sign: -1 | 1,
  held: 'frame' | 'axle',
  heave: Meters,
  cellHeave: Meters,
  cellRoll: Radians,
): void {
  const { at, onAxle, normals, radii, lengths, body } = posed
  const [nx, ny, nz] = [n[0]!, n[1]!, n[2]!]
  const path = travel.path
  // Direction and slope of the axle's way at this heave, along the direction.
  const way = nz + (path ? nx * (path.slope + path.bend * heave) : 0)
  const wayRest = path ? (Math.abs(nx * path.bend) * cellHeave * cellHeave) / 2 : 0
  const wayLength = path ? Math.hypot(1, Math.abs(path.slope) + Math.abs(path.bend) * (Math.abs(heave) + cellHeave)) : 1
  const axle = held === 'axle' ? 1 : 0
  const turns = held === 'axle' ? -1 : 1
  const oy = center[1]
  const oz = center[2] + heave
  const half = (cellRoll * cellRoll) / 2
  out.count = 0
  const swells = body.girth
    ? swell(posed, body.girth, path ? path.slope + path.bend * heave : 0, cellHeave * wayLength, cellRoll)
    : NO_SWELL

  /** One element: what is the same for a point, a disc's center and a hose's middle. */
  const put = (i: number, moves: number) => {
    const k = out.count
    const y = at[i + 1]! - oy
    const z = at[i + 2]! - oz
    const turning = moves !== axle
    out.moves[k] = moves
    out.widens[k] = 0
    out.value[k] = nx * at[i]! + ny * at[i + 1]! + nz * at[i + 2]!
    out.heave[k] = moves ? way : 0
    out.roll[k] = turning ? turns * (nz * y - ny * z) : 0
    out.rest[k] = (moves ? wayRest : 0) + (turning ? Math.hypot(y, z) * half : 0)
    // A direction that turns meets the way of what stands still in its eyes: a product of both.
    if (held === 'axle' && !moves) out.rest[k] += cellHeave * wayLength * cellRoll
    return k
  }

  let i = 0
  for (let p = 0; p < posed.points; p++, i += 3) {
    put(i, onAxle[p]!)
    out.count++
  }
  for (let d = 0; d < posed.discs; d++, i += 3) {
    const moves = onAxle[posed.points + d]!
    const k = put(i, moves)
    const [mx, my, mz] = [normals[3 * d]!, normals[3 * d + 1]!, normals[3 * d + 2]!]
    const across = nx * mx + ny * my + nz * mz
    const flat = Math.sqrt(Math.max(0, 1 - across * across))
    const radius = radii[d]! + swells.most
    out.value[k]! += sign * radii[d]! * flat
    // A disc seen from above is no wider for it.
    out.widens[k] = sign * flat * swells.heave
    out.roll[k]! += sign * flat * swells.roll
    out.rest[k]! += flat * swells.rest + (moves === axle ? 0 : cellRoll * swells.most)
    if (moves !== axle) {
      const turn = flat > 1e-9 ? (-across * turns * (nz * my - ny * mz)) / flat : 0
      out.roll[k]! += sign * radius * turn
      const least = flat - cellRoll
      const bent = least > 0 ? half * (1 + 1 / least) : Infinity
      out.rest[k]! += radius * Math.min(bent, cellRoll * (1 + Math.abs(turn)))
    }
    out.count++
  }
  for (let h = 0; h < posed.hoses; h++, i += 6) {
    const place = posed.points + posed.discs + 2 * h
    const k = put(i, onAxle[place]!)
    const [v0, u0, r0, s0] = [out.value[k]!, out.heave[k]!, out.roll[k]!, out.rest[k]!]
    put(i + 3, onAxle[place + 1]!)
    const together = onAxle[place] === onAxle[place + 1]
    const fx = at[i + 3]! - at[i]!
    const fy = at[i + 4]! - at[i + 1]!
    const fz = at[i + 5]! - at[i + 2]!
    const f = nx * fx + ny * fy + nz * fz
    const across = Math.sqrt(Math.max(0, fx * fx + fy * fy + fz * fz - f * f))
    // How far its span across the direction can shrink within the cell: it bows by as much more.
    const reach = Math.hypot(fx, fy, fz)
    const spin = (together && (onAxle[place] === axle ? 0 : reach * cellRoll)) || 0
    const loose = together ? spin : cellHeave * wayLength + (axleReach(posed, place, i, oy, oz) + reach) * cellRoll
    const length2 = lengths[h]! * lengths[h]!
    const narrow = Math.max(0, across - loose)
    const bow = Math.sqrt(Math.max(0, length2 - narrow * narrow)) / 2
    // A hose that is too short for its span is a straight line, and reaches as far as its further end.
    const straight = (Math.abs(f) + loose) / 2
    out.value[k] = (v0 + out.value[k]!) / 2 + sign * Math.max(bow, length2 > (reach + loose) ** 2 ? 0 : straight)
    out.heave[k] = (u0 + out.heave[k]!) / 2
    out.roll[k] = (r0 + out.roll[k]!) / 2
    out.rest[k] = (s0 + out.rest[k]!) / 2
    // Carried half by each: it never moves quite together with the other body.
    out.moves[k] = together ? onAxle[place]! : BOTH
    out.count++
  }
}

/** How far a hose's axle end is from the line it turns about. */
function axleReach({ at, onAxle }: Posed, place: number, i: number, oy: number, oz: number): Meters {
  const k = onAxle[place] ? i : i + 3
  return Math.hypot(at[k + 1]! - oy, at[k + 2]! - oz)
}

/** How the radius of a bag changes within a cell: a straight line of heave and roll, and what that may miss. */
interface Swell {
  heave: number
  roll: number
  rest: Meters
  /** Most that it can be wider by. */
  most: Meters
}
const NO_SWELL: Swell = { heave: 0, roll: 0, rest: 0, most: 0 }

function swell(posed: Posed, girth: Girth, forward: number, heave: Meters, roll: Radians): Swell {
  const { at, motion, points, height } = posed
  const i = 3 * points
  // From the upper plate's center to the lower one's, which the axle carries.
  const [px, py, pz] = [at[i]! - at[i + 3]!, at[i + 1]! - at[i + 4]!, at[i + 2]! - at[i + 5]!]
  const reach = Math.hypot(posed.home[i + 1]! - motion.center[1], posed.home[i + 2]! - motion.center[2])
  const change = heave + reach * roll
  const [low, high] = [height - change, height + change]
  const slope = change > 0 ? (radiusAt(girth, high) - radiusAt(girth, low)) / (2 * change) : 0
  const now = radiusAt(girth, height)
  // Straight pieces lie furthest above the line at the ends and at the marks between.
  const above = (h: Meters) => radiusAt(girth, h) - now - slope * (h - height)
  let rest = Math.max(0, above(low), above(high))
  let widest = Math.max(radiusAt(girth, low), radiusAt(girth, high))
  for (const [k, h] of girth.heights.entries())
    if (h > low && h < high) {
      rest = Math.max(rest, above(h))
      widest = Math.max(widest, girth.radii[k]!)
    }
  // A length bends by the square of what moves across it, and as its end turns.
  const bends = (change * change) / (2 * Math.max(1e-3, low)) + (reach * roll * roll) / 2
  const [y, z] = [at[i + 1]! - motion.center[1], at[i + 2]! - motion.center[2] - posed.heave]
  return {
    heave: (slope * (px * forward + pz)) / height,
    roll: (slope * (pz * y - py * z)) / height,
    rest: rest + Math.abs(slope) * bends,
    most: Math.max(0, widest - now),
  }
}
