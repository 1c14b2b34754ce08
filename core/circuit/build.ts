import type { AxleEnd } from '../vehicle'
import type { Meters } from '../quantity'
import {
  RUN_KINDS,
  TUBES,
  type Circuit,
  type CircuitNode,
  type Port,
  type Run,
  type Supply,
  type Tube,
} from '../fittings'

/** Bags of one axle and how their lines run. */
export interface AxleAir {
  axle: AxleEnd
  lines: 'teed' | 'separate'
  /** Outside diameter of its tube. */
  tube: Meters
}

const BLANK = { axle: null, side: null, channels: 1, at: null, where: null } as const
const SIDES = ['left', 'right'] as const

/** The size of tube nearest to a diameter. */
export const tubeSize = (outside: Meters): Pick<Tube, 'outside' | 'bore'> =>
  TUBES.reduce((best, t) => (Math.abs(t.outside - outside) < Math.abs(best.outside - outside) ? t : best))

/** A line between two ports, named by them. */
export function tubeBetween(from: Port, to: Port, { outside, bore }: Pick<Tube, 'outside' | 'bore'>): Tube {
  return { id: `${from.node}-${from.port}`, from, to, outside, bore, points: [] }
}
/** A node of a circuit; what is not said of it is left open. */
export const newNode = (node: Pick<CircuitNode, 'id' | 'kind'> & Partial<CircuitNode>): CircuitNode => ({
  ...BLANK,
  ...node,
})

/** Outside diameter of a harness in its loom, and of an intake hose. Common practice, no published source. */
const RUN_OUTSIDE: Meters = 0.012
/** What a compressor has beside its air line: a harness from the battery, and a hose from its filter. */
export const runsTo = (compressor: string): Run[] =>
  RUN_KINDS.map((kind) => ({
    id: `${compressor}-${kind}`,
    kind,
    to: compressor,
    at: null,
    outside: RUN_OUTSIDE,
    points: [],
  }))

/**
 * The circuit that a kit and its supply usually make: bags of an axle teed or each by itself, filled through inflation valves, valves
 * with a gauge, or a compressor whose manifold has one channel for each line.
 */
export function circuitFor(axles: readonly AxleAir[], supply: Supply): Circuit {
  const nodes: CircuitNode[] = []
  const tubes: Tube[] = []
  const join = (from: Port, to: Port, tube: Meters) => tubes.push(tubeBetween(from, to, tubeSize(tube)))
  /** Ends of lines that still have to be given air, and on which side a valve for them sits. */
  const lines: { end: Port; name: string; side: 'left' | 'right' | null; axle: AxleEnd; tube: Meters }[] = []
  for (const { axle, lines: plumbing, tube } of axles) {
    for (const side of SIDES) nodes.push(newNode({ id: `${axle}-bag-${side}`, kind: 'bag', axle, side }))
    const bag = (side: (typeof SIDES)[number]): Port => ({ node: `${axle}-bag-${side}`, port: 'air' })
    if (plumbing === 'separate') {
      for (const side of SIDES) lines.push({ end: bag(side), name: `${axle}-${side}`, side, axle, tube })
      continue
    }
    const tee = `${axle}-tee`
    nodes.push(newNode({ id: tee, kind: 'tee', axle }))
    join(bag('left'), { node: tee, port: 'run-a' }, tube)
    join(bag('right'), { node: tee, port: 'run-b' }, tube)
    lines.push({ end: { node: tee, port: 'branch' }, name: axle, side: null, axle, tube })
  }
  if (!lines.length) return { nodes, tubes, passages: [], runs: [] }
  if (supply === 'valves' || supply === 'gauges') {
    for (const { end, name, side, axle, tube } of lines) {
      let from = end
      if (supply === 'gauges') {
        const gauge = `${name}-gauge`
        nodes.push(newNode({ id: gauge, kind: 'gauge', axle, side }))
        join(from, { node: gauge, port: 'in' }, tube)
        from = { node: gauge, port: 'out' }
      }
      nodes.push(newNode({ id: `${name}-valve`, kind: 'valve', axle, side }))
      join(from, { node: `${name}-valve`, port: 'line' }, tube)
    }
    return { nodes, tubes, passages: [], runs: [] }
  }
  const channels = lines.length > 2 ? 4 : (lines.length as 1 | 2)
  const { tube } = lines[0]!
  nodes.push(newNode({ id: 'compressor', kind: 'compressor' }), newNode({ id: 'manifold', kind: 'manifold', channels }))
  let feed: Port = { node: 'compressor', port: 'out' }
  if (supply === 'compressor-tank') {
    // Without it the tank would blow back through the compressor.
    nodes.push(newNode({ id: 'check-valve', kind: 'check-valve' }), newNode({ id: 'tank', kind: 'tank' }))
    join(feed, { node: 'check-valve', port: 'in' }, tube)
    join({ node: 'check-valve', port: 'out' }, { node: 'tank', port: 'in' }, tube)
    feed = { node: 'tank', port: 'out' }
  }
  join(feed, { node: 'manifold', port: 'supply' }, tube)
  lines.forEach(({ end, tube: diameter }, i) => join(end, { node: 'manifold', port: `out-${i + 1}` }, diameter))
  return { nodes, tubes, passages: [], runs: runsTo('compressor') }
}
