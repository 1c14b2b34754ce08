import { withPoints } from '../../../circuit'
import { needsLoop, type Beside, type BesideThing, type Circuit, type Place, type RunKind } from '../../../fittings'
import type { PartKind } from '../../../vehicle'
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
import { holeAxis, type Underside } from './underside'

/** A line, a harness or a hose with its two ends. */
export interface Strand {
  id: string
  kind: 'tube' | RunKind
  /** Null where an end has no place yet. */
  from: Place | null
  to: Place | null
  /** Fittings that it goes to. */
  nodes: string[]
  points: Place[]
  outside: Meters
  /** What it goes through or over, or is tied to. */
  beside: readonly Beside[]
}
/** Everything of a circuit that runs from place to place. */
export function strandsOf({ nodes, tubes, runs }: Circuit): Strand[] {
  const placeOf = (id: string) => nodes.find((n) => n.id === id)?.at ?? null
  return [
    ...tubes.map(({ id, from, to, points, outside, beside = [] }): Strand => {
      const ends = [from.node, to.node]
      return { id, kind: 'tube', from: placeOf(from.node), to: placeOf(to.node), nodes: ends, points, outside, beside }
    }),
    ...runs.map(({ id, kind, at: place, to, points, outside, beside = [] }): Strand => {
      return { id, kind, from: place, to: placeOf(to), nodes: [to], points, outside, beside }
    }),
  ]
}

/** What of a circuit nobody has said the way of: no bend of it is kept. */
export const undrawnOf = (circuit: Circuit): string[] =>
  strandsOf(circuit).flatMap((s) => (s.points.length ? [] : [s.id]))
/**
 * A circuit whose ways somebody has looked at: a straight one too is kept, by a point half way.
 * @param circuit with places, and ways as they go
 */
export const lookedAt = (circuit: Circuit): Circuit =>
  strandsOf(circuit).reduce(
    (now, { id, from, to, points }) =>
      points.length || !from || !to ? now : withPoints(now, id, [from.map((v, i) => (v + to[i]!) / 2) as Place]),
    circuit,
  )

/** How one line, harness or hose lies. */
export interface LaidLine {
  line: string
  kind: Strand['kind']
  way: Place[]
  report: RouteReport
}

/** What a part that is described is, as what lines are run at. */
const THING: Partial<Record<PartKind, BesideThing>> = {
  'frame-rail': 'frame-rail',
  'cross-member': 'cross-member',
  seat: 'seat',
  'hitch-rail': 'hitch',
  'running-board': 'running-board',
  link: 'link',
}
/** What a strand is let pass: what it ends at, and parts that somebody found a way through. */
export const passedBy = ({ parts }: Underside, { nodes, beside }: Pick<Strand, 'nodes' | 'beside'>): string[] => {
  const through = new Set(beside.flatMap((b) => (b.how === 'through' ? [b.thing] : [])))
  return [
    ...nodes,
    ...parts.flatMap(({ part }) => {
      const thing = THING[part.kind]
      return thing && through.has(thing) ? [part.id] : []
    }),
  ]
}
const without = (under: Underside, strand: Strand) => {
  const passed = passedBy(under, strand)
  return under.obstacles.filter((o) => !passed.includes(o.id))
}
/** A loop that is left where a way hangs on what moves: as long as the whole travel of the axle that it is at. Common practice, no published source. */
export function loopAt({ motions }: Underside, way: readonly Place[]): Meters {
  const middle = (motions.front.center[0] + motions.rear.center[0]) / 2
  const { jounce, rebound } = motions[way.every(([x]) => x > middle) ? 'front' : 'rear'].travel
  return jounce + rebound
}
/** Ends of a tube at bags that take it along. */
const endsOf = (job: Job, under: Underside, circuit: Circuit, { kind, nodes }: Strand): MovingEnd[] =>
  kind !== 'tube'
    ? []
    : (['first', 'last'] as const).flatMap((end, i): MovingEnd[] => {
        const node = circuit.nodes.find((n) => n.id === nodes[i])!
        return node.kind === 'bag' && node.at && isBelow(job, node.axle!)
          ? [{ at: node.at, end, motion: under.motions[node.axle!] }]
          : []
      })

/**
 * Every line, harness and hose of a circuit as it lies now.
 * @param circuit with places
 * @param only those that are judged; all where absent
 */
export function laidLines(job: Job, under: Underside, circuit: Circuit, only?: readonly string[]): LaidLine[] {
  return strandsOf(circuit).flatMap((strand): LaidLine[] => {
    const { id, kind, from, to, points, outside } = strand
    if (!from || !to || (only && !only.includes(id))) return []
    const way: Place[] = [from, ...points, to]
    const report = judgeRoute(way, outside, without(under, strand), endsOf(job, under, circuit, strand))
    const loops = strand.beside.filter(needsLoop).length * loopAt(under, way)
    return [{ line: id, kind, way, report: { ...report, slack: report.slack + loops, cut: report.cut + loops } }]
  })
}

/** How far before and behind a hole a line is straight. */
const MOUTH: Meters = 0.05
/** The bends of the cheapest way between two fittings, past everything or through one of the holes there are; null where there is none. */
// eslint-disable-next-line max-params -- two ends, what is around them and what may be passed: one way
export function cheapest(
  under: Underside,
  { passages }: Circuit,
  from: Vector,
  to: Vector,
  strand: Pick<Strand, 'outside' | 'nodes' | 'beside'>,
  field: Field,
): Vector[] | null {
  const { outside } = strand
  const nodes = passedBy(under, strand)
  const ways: Vector[][] = []
  const direct = routeBetween(from, to, outside, field, nodes)
  if (direct) ways.push(direct)
  for (const { part, at: place } of passages) {
    const partHere = under.parts.find((p) => p.part.id === part)?.part
    if (partHere?.shape.kind !== 'box') continue
    const axis = holeAxis(partHere.kind)
    const { low, high } = partHere.shape
    const mouth = (v: Meters): Vector => (axis === 0 ? [v, place[1], place[2]] : [place[0], v, place[2]])
    const mouths: [Vector, Vector] = [mouth(low[axis] - MOUTH), mouth(high[axis] + MOUTH)]
    for (const [near, far] of [mouths, mouths.toReversed()] as [Vector, Vector][]) {
      const first = routeBetween(from, near, outside, field, nodes)
      const second = first && routeBetween(far, to, outside, field, nodes)
      if (first && second) ways.push([...first, near, far, ...second])
    }
  }
  const costs = ways.map((way) => wayCost([from, ...way, to], field, nodes))
  return ways.length ? ways[costs.indexOf(Math.min(...costs))]! : null
}

/** Fields of lines by their thickness, each made once. */
export function fieldsOf({ obstacles, floor, ceiling, rear, front, half }: Underside): (outside: Meters) => Field {
  const fields = new Map<Meters, Field>()
  return (outside) => {
    const known =
      fields.get(outside) ?? fieldAmong(obstacles, outside / 2, [rear, -half, floor], [front, half, ceiling])
    fields.set(outside, known)
    return known
  }
}

/**
 * A circuit whose lines, harnesses and hoses were routed anew.
 * @param circuit with places
 * @param only those that are routed; all where absent
 * @returns the circuit, and the lines that have no way at all
 */
export function routed(
  under: Underside,
  circuit: Circuit,
  only?: readonly string[],
): { circuit: Circuit; none: string[] } {
  const none: string[] = []
  const fieldFor = fieldsOf(under)
  let now = circuit
  for (const strand of strandsOf(circuit)) {
    const { id, from, to } = strand
    if (!from || !to || (only && !only.includes(id))) continue
    const points = cheapest(under, circuit, from, to, strand, fieldFor(strand.outside))
    if (!points) none.push(id)
    else
      now = withPoints(
        now,
        id,
        points.map(([x, y, z]): Place => [x, y, z]),
      )
  }
  return { circuit: now, none }
}
