import type { Circuit, Place } from '../../../circuit'
import type { Vector } from '../../../clearance'
import type { Job } from '../../../job'
import type { Meters } from '../../../quantity'
import {
  fieldAmong,
  judgeRoute,
  routeBetween,
  wayCost,
  type Field,
  type MovingEnd,
  type RouteReport,
} from '../../../route'
import { isBelow } from './places'
import type { Underside } from './underside'

/** How one line lies. */
export interface LaidLine {
  tube: string
  way: Place[]
  report: RouteReport
}

const without = (under: Underside, ...nodes: string[]) => under.obstacles.filter((o) => !nodes.includes(o.id))
const endsOf = (job: Job, under: Underside, circuit: Circuit, from: string, to: string): MovingEnd[] =>
  (
    [
      ['first', from],
      ['last', to],
    ] as const
  ).flatMap(([end, id]): MovingEnd[] => {
    const node = circuit.nodes.find((n) => n.id === id)!
    return node.kind === 'bag' && node.at && isBelow(job, node.axle!)
      ? [{ at: node.at, end, motion: under.motions[node.axle!] }]
      : []
  })

/**
 * Every line of a circuit as it lies now.
 * @param circuit with places
 */
export function laidLines(job: Job, under: Underside, circuit: Circuit): LaidLine[] {
  return circuit.tubes.flatMap(({ id, from, to, points, outside }): LaidLine[] => {
    const [a, b] = [from, to].map((e) => circuit.nodes.find((n) => n.id === e.node)?.at ?? null)
    if (!a || !b) return []
    const way: Place[] = [a, ...points, b]
    const ends = endsOf(job, under, circuit, from.node, to.node)
    return [{ tube: id, way, report: judgeRoute(way, outside, without(under, from.node, to.node), ends) }]
  })
}

/** How far before and behind a hole a line is straight. */
const MOUTH: Meters = 0.05
/** The bends of the cheapest way between two fittings, past everything or through one of the holes there are; null where there is none. */
function cheapest(
  under: Underside,
  { passages }: Circuit,
  from: Vector,
  to: Vector,
  outside: Meters,
  field: Field,
): Vector[] | null {
  const ways: Vector[][] = []
  const direct = routeBetween(from, to, outside, field)
  if (direct) ways.push(direct)
  for (const { part, at } of passages) {
    const shape = under.parts.find((p) => p.part.id === part)?.part.shape
    if (shape?.kind !== 'box') continue
    const mouths: Vector[] = [
      [at[0], shape.low[1] - MOUTH, at[2]],
      [at[0], shape.high[1] + MOUTH, at[2]],
    ]
    for (const [near, far] of [mouths, mouths.toReversed()] as [Vector, Vector][]) {
      const [first, second] = [routeBetween(from, near, outside, field), routeBetween(far, to, outside, field)]
      if (first && second) ways.push([...first, near, far, ...second])
    }
  }
  const costs = ways.map((way) => wayCost([from, ...way, to], field))
  return ways.length ? ways[costs.indexOf(Math.min(...costs))]! : null
}

/**
 * A circuit whose lines were routed anew.
 * @param circuit with places
 * @param only lines that are routed; all where absent
 * @returns the circuit, and the lines that have no way at all
 */
export function routed(
  under: Underside,
  circuit: Circuit,
  only?: readonly string[],
): { circuit: Circuit; none: string[] } {
  const none: string[] = []
  const fields = new Map<Meters, Field>()
  const fieldFor = (outside: Meters): Field => {
    const { obstacles, floor, ceiling, rear, front, half } = under
    const known =
      fields.get(outside) ?? fieldAmong(obstacles, outside / 2, [rear, -half, floor], [front, half, ceiling])
    fields.set(outside, known)
    return known
  }
  const tubes = circuit.tubes.map((tube) => {
    if (only && !only.includes(tube.id)) return tube
    const [a, b] = [tube.from, tube.to].map((e) => circuit.nodes.find((n) => n.id === e.node)?.at ?? null)
    if (!a || !b) return tube
    const points = cheapest(under, circuit, a, b, tube.outside, fieldFor(tube.outside))
    if (!points) none.push(tube.id)
    return points ? { ...tube, points: points.map(([x, y, z]): Place => [x, y, z]) } : tube
  })
  return { circuit: { ...circuit, tubes }, none }
}
