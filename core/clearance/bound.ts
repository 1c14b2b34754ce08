/* eslint-disable max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import type { Meters, Radians } from '../quantity'
import { radiusAt, type Girth } from './body'
import { type Motion } from './pose'
import type { Posed } from './posed'

/** How the supports of a body along a direction change as the axle leaves the pose it is in, element by element. */
interface Supports {
  count: number
  /** 1 carried by the axle, 0 by the frame, 2 by both. */
  readonly moves: Uint8Array
  /** Along the direction, in the pose. */
  readonly value: Float64Array
  /** For each meter of heave of the axle. */
  readonly heave: Float64Array
  /** For each meter of heave, of a bag that widens: whatever carries the element. */
  readonly widens: Float64Array
  /** For each radian of roll. */
  readonly roll: Float64Array
  /** What the straight lines may miss anywhere in the cell. */
  readonly rest: Float64Array
}
const MOST = 24
const supports = (): Supports => ({
  count: 0,
  moves: new Uint8Array(MOST),
  value: new Float64Array(MOST),
  heave: new Float64Array(MOST),
  widens: new Float64Array(MOST),
  roll: new Float64Array(MOST),
  rest: new Float64Array(MOST),
})

/** A cell of poses around the one that the bodies are in, and the direction that is looked along. */
interface Question {
  nx: number
  ny: number
  nz: number
  /** Half sizes of the cell. */
  heave: Meters
  roll: Radians
  /** What the axle turns about in the pose. */
  oy: Meters
  oz: Meters
  /** How far the axle's way takes it along the direction for each meter of heave, what that may miss, and how long the way is. */
  way: number
  wayRest: Meters
  wayLength: number
  forward: number
}

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

/** Beside its slopes a gap bends: so that neither side of a cell stays long, each counts with this much of its way at this arm. */
const BENDS = 0.2
const ARM: Meters = 0.5
const BOTH = 2
/** What the direction moves with: elements on it stand still along it. */
const FRAME = 0
const AXLE = 1

/**
 * How near two bodies can come anywhere within a cell around the pose that they are in.
 *
 * Bodies that a plane parts stay as far apart as their furthest points along any one direction: with the direction of nearest
 * points in the middle this is the gap itself there, and over the cell it differs by less than the square of its size. The
 * direction is held to the frame, then to the axle; both are bounds, the larger counts.
 *
 * @returns a function of the pair (posed in the middle), their direction there from second to first, the heave of the pose, the half
 *   sizes of the cell, and a gap that is enough: a cell that is as far is not looked at twice. It writes into one answer
 * Source: separating planes; rotation of points by Taylor with its remainder.
 */
export function boundSolver(motion: Motion) {
  const a = supports()
  const b = supports()
  const q: Question = {
    nx: 0,
    ny: 0,
    nz: 0,
    heave: 0,
    roll: 0,
    oy: 0,
    oz: 0,
    way: 0,
    wayRest: 0,
    wayLength: 1,
    forward: 0,
  }
  const answer: CellBound = { gap: 0, heave: 0, roll: 0, byHeave: 0, byRoll: 0 }
  const path = motion.travel.path

  return (
    first: Posed,
    second: Posed,
    n: Float64Array,
    heave: Meters,
    cellHeave: Meters,
    cellRoll: Radians,
    enough: Meters = Infinity,
  ): CellBound => {
    q.nx = n[0]!
    q.ny = n[1]!
    q.nz = n[2]!
    q.heave = cellHeave
    q.roll = cellRoll
    q.oy = motion.center[1]
    q.oz = motion.center[2] + heave
    q.way = q.nz
    if (path) {
      q.forward = path.slope + path.bend * heave
      q.way += q.nx * q.forward
      q.wayRest = (Math.abs(q.nx * path.bend) * cellHeave * cellHeave) / 2
      const steepest = Math.abs(path.slope) + Math.abs(path.bend) * (Math.abs(heave) + cellHeave)
      q.wayLength = Math.sqrt(1 + steepest * steepest)
    }
    const grown = first.body.radius + second.body.radius
    answer.gap = -Infinity
    for (let carried = FRAME; carried <= AXLE; carried++) {
      fill(a, first, q, -1, carried)
      fill(b, second, q, 1, carried)
      let least = Infinity
      let up = 0
      let turn = 0
      for (let i = 0; i < a.count; i++)
        for (let j = 0; j < b.count; j++) {
          const together = a.moves[i] === b.moves[j] && a.moves[i] !== BOTH
          const rises = a.widens[i]! - b.widens[j]! + (together ? 0 : a.heave[i]! - b.heave[j]!)
          const turns = a.roll[i]! - b.roll[j]!
          const value =
            a.value[i]! -
            b.value[j]! -
            Math.abs(rises) * cellHeave -
            Math.abs(turns) * cellRoll -
            a.rest[i]! -
            b.rest[j]!
          if (value >= least) continue
          least = value
          up = rises
          turn = turns
        }
      least -= grown
      if (least <= answer.gap) continue
      answer.gap = least
      answer.heave = up > 0 ? -1 : up < 0 ? 1 : 0
      answer.roll = turn > 0 ? -1 : turn < 0 ? 1 : 0
      answer.byHeave = (Math.abs(up) + BENDS) * cellHeave
      answer.byRoll = (Math.abs(turn) + BENDS * ARM) * cellRoll
      if (least >= enough) break
    }
    return answer
  }
}

/** A point, a disc's center or a hose's end at a place of `at`, as the next element. */
function put(out: Supports, places: Float64Array, i: number, q: Question, moves: number, carrier: number): void {
  const k = out.count
  const y = places[i + 1]! - q.oy
  const z = places[i + 2]! - q.oz
  out.moves[k] = moves
  out.value[k] = q.nx * places[i]! + q.ny * places[i + 1]! + q.nz * places[i + 2]!
  out.heave[k] = moves === AXLE ? q.way : 0
  out.widens[k] = 0
  let rest = moves === AXLE ? q.wayRest : 0
  if (moves === carrier) out.roll[k] = 0
  else {
    const turn = q.nz * y - q.ny * z
    out.roll[k] = carrier === AXLE ? -turn : turn
    rest += (Math.sqrt(y * y + z * z) * q.roll * q.roll) / 2
    // A direction that turns meets the way of what stands still in its eyes: a product of both.
    if (carrier === AXLE) rest += q.heave * q.wayLength * q.roll
  }
  out.rest[k] = rest
}

/**
 * Supports of one body along a direction.
 * @param sign -1 for the near side of the first body, 1 for the far side of the second
 */
function fill(out: Supports, posed: Posed, q: Question, sign: -1 | 1, carrier: number): void {
  const { at: places, onAxle } = posed
  out.count = 0
  let i = 0
  for (let p = 0; p < posed.points; p++, i += 3) {
    put(out, places, i, q, onAxle[p]!, carrier)
    out.count++
  }
  if (posed.discs) {
    const swells = posed.body.girth ? swell(posed, posed.body.girth, q) : NO_SWELL
    for (let d = 0; d < posed.discs; d++, i += 3) {
      const moves = onAxle[posed.points + d]!
      put(out, places, i, q, moves, carrier)
      disc(out, posed, d, q, sign, moves, carrier, swells)
      out.count++
    }
  }
  for (let h = 0; h < posed.hoses; h++, i += 6) {
    hose(out, posed, h, i, q, sign, carrier)
    out.count++
  }
}

/** What the rim of a disc adds to its center. */
function disc(
  out: Supports,
  { normals, radii }: Posed,
  d: number,
  q: Question,
  sign: -1 | 1,
  moves: number,
  carrier: number,
  swells: Swell,
): void {
  const k = out.count
  const mx = normals[3 * d]!
  const my = normals[3 * d + 1]!
  const mz = normals[3 * d + 2]!
  const across = q.nx * mx + q.ny * my + q.nz * mz
  const flat = Math.sqrt(Math.max(0, 1 - across * across))
  const radius = radii[d]! + swells.most
  out.value[k] = out.value[k]! + sign * radii[d]! * flat
  // A disc seen from above is no wider for it.
  out.widens[k] = sign * flat * swells.heave
  let roll = sign * flat * swells.roll
  let rest = flat * swells.rest
  if (moves !== carrier) {
    const turns = carrier === AXLE ? -1 : 1
    const turn = flat > 1e-9 ? (-across * turns * (q.nz * my - q.ny * mz)) / flat : 0
    const least = flat - q.roll
    const bent = least > 0 ? (q.roll * q.roll * (1 + 1 / least)) / 2 : Infinity
    roll += sign * radius * turn
    rest += q.roll * swells.most + radius * Math.min(bent, q.roll * (1 + Math.abs(turn)))
  }
  out.roll[k] = out.roll[k]! + roll
  out.rest[k] = out.rest[k]! + rest
}

/** A hose between its two anchors: half of each, and as far as it can bow. */
function hose(out: Supports, posed: Posed, h: number, i: number, q: Question, sign: -1 | 1, carrier: number): void {
  const { at: places, onAxle, lengths } = posed
  const place = posed.points + posed.discs + 2 * h
  const k = out.count
  const [first, second] = [onAxle[place]!, onAxle[place + 1]!]
  put(out, places, i, q, first, carrier)
  const [value, heave, roll, rest] = [out.value[k]!, out.heave[k]!, out.roll[k]!, out.rest[k]!]
  put(out, places, i + 3, q, second, carrier)
  const fx = places[i + 3]! - places[i]!
  const fy = places[i + 4]! - places[i + 1]!
  const fz = places[i + 5]! - places[i + 2]!
  const f = q.nx * fx + q.ny * fy + q.nz * fz
  const square = fx * fx + fy * fy + fz * fz
  const across = Math.sqrt(Math.max(0, square - f * f))
  const reach = Math.sqrt(square)
  // How far its span across the direction can shrink within the cell: it bows by as much more.
  const loose =
    first !== second
      ? q.heave * q.wayLength + (axleReach(posed, place, i, q.oy, q.oz) + reach) * q.roll
      : first === carrier
        ? 0
        : reach * q.roll
  const length2 = lengths[h]! * lengths[h]!
  const narrow = Math.max(0, across - loose)
  const bow = Math.sqrt(Math.max(0, length2 - narrow * narrow)) / 2
  // A hose that is too short for its span is a straight line, and reaches as far as its further end.
  const straight = length2 > (reach + loose) * (reach + loose) ? 0 : (Math.abs(f) + loose) / 2
  out.value[k] = (value + out.value[k]!) / 2 + sign * Math.max(bow, straight)
  out.heave[k] = (heave + out.heave[k]!) / 2
  out.roll[k] = (roll + out.roll[k]!) / 2
  out.rest[k] = (rest + out.rest[k]!) / 2
  // Carried half by each it never moves quite together with the other body.
  out.moves[k] = first === second ? first : BOTH
}

/** How far a hose's axle end is from the line it turns about. */
function axleReach({ at: places, onAxle }: Posed, place: number, i: number, oy: number, oz: number): Meters {
  const k = onAxle[place] ? i : i + 3
  return Math.hypot(places[k + 1]! - oy, places[k + 2]! - oz)
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

function swell(posed: Posed, girth: Girth, q: Question): Swell {
  const { at: places, motion, points, height } = posed
  const { forward, roll } = q
  const heave = q.heave * q.wayLength
  const i = 3 * points
  // From the upper plate's center to the lower one's, which the axle carries.
  const [px, py, pz] = [places[i]! - places[i + 3]!, places[i + 1]! - places[i + 4]!, places[i + 2]! - places[i + 5]!]
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
  const [y, z] = [places[i + 1]! - motion.center[1], places[i + 2]! - motion.center[2] - posed.heave]
  return {
    heave: (slope * (px * forward + pz)) / height,
    roll: (slope * (pz * y - py * z)) / height,
    rest: rest + Math.abs(slope) * bends,
    most: Math.max(0, widest - now),
  }
}
