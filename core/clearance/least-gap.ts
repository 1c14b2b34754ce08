/* eslint-disable complexity, max-lines-per-function, max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import type { Meters, Radians } from '../quantity'
import { carrierOf, type Body } from './body'
import { boundSolver } from './bound'
import { distanceSolver, type Distance, type DistanceSolver } from './distance'
import { heaveLimits, isReachable, rollLimit, STANDING, type Motion, type Pose } from './pose'
import { posedBody, posePair } from './posed'

/** 1/64 in: no pose of the travel can be nearer by more. */
const CERTAIN: Meters = 0.0254 / 64

/** The least gap of two bodies through the travel. */
export interface LeastGap {
  gap: Meters
  at: Pose
  /** No pose is nearer than this. */
  lower: Meters
  /** How often a distance was worked out. */
  asked: number
  /** Whether `gap - lower` is inside what was asked for; false only where the search was given up. */
  certain: boolean
}

/** How a least gap is looked for. */
export interface Search {
  /** No pose can be nearer by more than this. */
  tolerance?: Meters
  /** What works out a distance while searching; another library's in tests and measurements. */
  distance?: DistanceSolver
  /** What works out the answer. */
  fine?: DistanceSolver
  /** A gap that was found already, of another part of the same thing: only a nearer one is looked for. */
  known?: Meters
  /** Nearer than this needs no proof of how near: bodies that are so deep in each other touch, whatever the pose. */
  enough?: Meters
}

interface Cell {
  heave: Meters
  roll: Radians
  halfHeave: Meters
  halfRoll: Radians
  lower: Meters
  splitHeave: boolean
}

/** A search that would ask more is given up, and says so; overlapping bodies are asked about at some thirty times the price. */
const MOST_ASKED = 40_000
const MOST_ASKED_INSIDE = 4_000
/** While searching a distance need not be known better than this. */
const COARSE: Meters = 2e-6

/**
 * Finds the least gap of two bodies over every pose of an axle, and proves it: best-first branch and bound, each cell of poses
 * with a lower bound from the plane that parts the bodies in its middle.
 *
 * @param first the bag, or whatever is asked about
 * @returns the gap with its pose. Bodies that one carrier takes along together are asked once
 * Source: branch and bound (Land and Doig 1960, Econometrica 28); bounds see `boundSolver`.
 */
export function leastGap(first: Body, second: Body, motion: Motion, options: Search = {}): LeastGap {
  const {
    tolerance = CERTAIN,
    distance = distanceSolver(COARSE),
    fine = distanceSolver(),
    known = Infinity,
    enough = -Infinity,
  } = options
  const { travel } = motion
  const a = posedBody(first, motion)
  const b = posedBody(second, motion)
  let evaluations = 0
  const best = { gap: known, at: STANDING }
  let nearer = known === Infinity
  const ask = (heave: Meters, roll: Radians, counts: boolean): Distance => {
    posePair(a, b, heave, roll)
    const gapHere = distance(a, b)
    evaluations++
    if (counts && gapHere.gap < best.gap) {
      best.gap = gapHere.gap
      best.at = { heave, roll }
      nearer = true
    }
    return gapHere
  }

  const together = carrierOf(first) !== null && carrierOf(first) === carrierOf(second)
  if (together) {
    const { gap, sure } = fine(a, b)
    return { gap, at: STANDING, lower: gap - sure, asked: 1, certain: true }
  }

  const bound = boundSolver(motion)
  const heap: Cell[] = []
  /** Asks in a cell's middle, and in the corner where it can be nearest, and keeps the cell if it could still hold less. */
  const open = (lowHeave: Meters, highHeave: Meters, lowRoll: Radians, highRoll: Radians, parent: Meters) => {
    const nearest = lowRoll > 0 ? lowRoll : highRoll < 0 ? highRoll : 0
    const limits = heaveLimits(travel, nearest)
    const low = Math.max(lowHeave, limits.low)
    const high = Math.min(highHeave, limits.high)
    if (low > high) return
    const heave = (low + high) / 2
    const roll = (lowRoll + highRoll) / 2
    const halfHeave = (high - low) / 2
    const halfRoll = (highRoll - lowRoll) / 2
    const found = ask(heave, roll, isReachable(travel, { heave, roll }))
    const within = bound(a, b, found.normal, heave, halfHeave, halfRoll, best.gap - tolerance)
    const lower = Math.max(parent, within.gap)
    const splitHeave = within.byHeave >= within.byRoll
    if (lower >= best.gap - tolerance) return
    // The corner where the bound lies, or the reachable pose next to it.
    const cornerRoll = roll + within.roll * halfRoll
    const reach = heaveLimits(travel, cornerRoll)
    if (reach.low <= reach.high) {
      const corner = Math.min(Math.max(heave + within.heave * halfHeave, reach.low), reach.high)
      ask(corner, cornerRoll, true)
      if (lower >= best.gap - tolerance) return
    }
    push(heap, { heave, roll, halfHeave, halfRoll, lower, splitHeave })
  }

  const most = rollLimit(travel)
  ask(0, 0, isReachable(travel, STANDING))
  const all = heaveLimits(travel, 0)
  if (most > 0) {
    open(all.low, all.high, -most, 0, -Infinity)
    open(all.low, all.high, 0, most, -Infinity)
  } else open(all.low, all.high, 0, 0, -Infinity)
  let lower = best.gap
  for (;;) {
    const cell = pop(heap)
    if (!cell || cell.lower >= best.gap - tolerance) {
      lower = best.gap - tolerance
      break
    }
    if (best.gap < enough || evaluations > (best.gap < 0 ? MOST_ASKED_INSIDE : MOST_ASKED)) {
      lower = cell.lower
      break
    }
    const { heave, roll, halfHeave, halfRoll } = cell
    if (cell.splitHeave || halfRoll === 0) {
      open(heave - halfHeave, heave, roll - halfRoll, roll + halfRoll, cell.lower)
      open(heave, heave + halfHeave, roll - halfRoll, roll + halfRoll, cell.lower)
    } else {
      open(heave - halfHeave, heave + halfHeave, roll - halfRoll, roll, cell.lower)
      open(heave - halfHeave, heave + halfHeave, roll, roll + halfRoll, cell.lower)
    }
  }
  const certain = best.gap - lower <= tolerance + 1e-12
  if (!nearer) return { gap: known, at: STANDING, lower, asked: evaluations, certain }
  posePair(a, b, best.at.heave, best.at.roll)
  return { gap: fine(a, b).gap, at: best.at, lower, asked: evaluations, certain }
}

/** Binary heap, the least lower bound first. */
function push(heap: Cell[], cell: Cell) {
  heap.push(cell)
  let i = heap.length - 1
  while (i > 0) {
    const up = (i - 1) >> 1
    if (heap[up]!.lower <= cell.lower) break
    heap[i] = heap[up]!
    i = up
  }
  heap[i] = cell
}
function pop(heap: Cell[]): Cell | undefined {
  const top = heap[0]
  const last = heap.pop()
  if (!last || heap.length === 0) return top
  let i = 0
  for (;;) {
    let down = 2 * i + 1
    if (down >= heap.length) break
    if (down + 1 < heap.length && heap[down + 1]!.lower < heap[down]!.lower) down++
    if (heap[down]!.lower >= last.lower) break
    heap[i] = heap[down]!
    i = down
  }
  heap[i] = last
  return top
}
