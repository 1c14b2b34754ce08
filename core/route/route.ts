/* eslint-disable max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import type { Vector } from '../clearance'
import type { Meters } from '../quantity'
import { tightBends } from './bend'
import type { Field } from './field'
import { cheapestWay, isFree, type Free } from './search'

/** A tube bends no tighter than so many times its outside diameter. Common practice, no published source: its maker's figure counts. */
const BEND = 4
/** Least radius that a tube is bent to, by its outside diameter, m. */
export const leastBend = (outside: Meters): Meters => BEND * outside

/** Reach of a fitting, m: inside it a line may be as near to a thing as the fitting itself is. */
export const FITTING: Meters = 0.09
/** How finely a straight piece is looked at. */
const STEP: Meters = 0.012

const freeAt = (field: Field, fittings: readonly Vector[], through: readonly string[]): Free[] =>
  fittings.map((place) => ({ at: place, within: FITTING, past: field.blocking(...place, through) }))

/** What a straight piece costs; Infinity where it may not go. */
type PieceCost = (a: Vector, b: Vector) => number
function pieceCostIn(field: Field, free: readonly Free[]): PieceCost {
  return (a, b) => {
    const long = Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])
    const steps = Math.max(1, Math.ceil(long / STEP))
    let sum = 0
    for (let i = 0; i <= steps; i++) {
      const t = i / steps
      const [x, y, z] = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])]
      const cost = field.cost(x, y, z)
      if (cost === Infinity && !isFree(field, free, x, y, z)) return Infinity
      sum += (cost === Infinity ? 1 : cost) * (i === 0 || i === steps ? 0.5 : 1)
    }
    return (sum / steps) * long
  }
}

/** Dearer by so little, a straight piece is still better than a corner. */
const STRAIGHTER = 1.03
/** How far on a straight piece is still tried after one did not do. */
const BEYOND = 3

/** Takes out every corner that a straight piece does without, and hardly dearer. */
function pulled(way: readonly Vector[], cost: PieceCost): Vector[] {
  const sums = [0]
  way.slice(1).forEach((p, i) => sums.push(sums[i]! + cost(way[i]!, p)))
  const out: Vector[] = [way[0]!]
  let index = 0
  while (index < way.length - 1) {
    let next = index + 1
    for (let j = index + 2; j < way.length && j <= next + BEYOND; j++)
      if (cost(way[index]!, way[j]!) <= (sums[j]! - sums[index]!) * STRAIGHTER) next = j
    out.push(way[next]!)
    index = next
  }
  return out
}

/** Corners that are too tight, taken out or cut across while there is room. */
function eased(way: readonly Vector[], least: Meters, cost: PieceCost): Vector[] {
  let now = [...way]
  for (let round = 0; round < 12; round++) {
    const [tight] = tightBends(now, least)
    if (!tight) break
    const i = now.indexOf(tight.at)
    if (cost(now[i - 1]!, now[i + 1]!) < Infinity) {
      now = [...now.slice(0, i), ...now.slice(i + 1)]
      continue
    }
    // Two corners close together become one between them.
    const near = i + 1 < now.length - 1 ? i + 1 : i - 1
    if (near <= 0) break
    const [p, q] = [now[i]!, now[near]!]
    const middle: Vector = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2, (p[2] + q[2]) / 2]
    const [first, last] = [Math.min(i, near), Math.max(i, near)]
    if (cost(now[first - 1]!, middle) + cost(middle, now[last + 1]!) === Infinity) break
    now = [...now.slice(0, first), middle, ...now.slice(last + 1)]
  }
  return now
}

/** What a whole way costs: its length, each piece by how well it lies; Infinity where it may not go. */
export function wayCost(way: readonly Vector[], field: Field, through: readonly string[] = []): number {
  const free = freeAt(field, [way[0]!, way.at(-1)!], through)
  const cost = pieceCostIn(field, free)
  return way.slice(1).reduce((sum, p, i) => sum + cost(way[i]!, p), 0)
}

/**
 * The way a line takes between two fittings: short, near what it can be tied to, well away from what is hot, never through the room of
 * what moves, never near brake lines or orange cables, with no corner tighter than its tube bends where there is room for it.
 *
 * @param field of a line as thick as this one
 * @param through obstacles that its two fittings are part of, as a bag is
 * @returns its bends between the two ends; null where there is no way at all
 */
export function routeBetween(
  from: Vector,
  to: Vector,
  outside: Meters,
  field: Field,
  through: readonly string[] = [],
): Vector[] | null {
  const free = freeAt(field, [from, to], through)
  const cost = pieceCostIn(field, free)
  const way = cheapestWay(from, to, field, free, (a, b) => cost(a, b) < Infinity)
  if (!way) return null
  return eased(pulled(way, cost), leastBend(outside), cost).slice(1, -1)
}
