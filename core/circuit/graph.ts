import type { Meters } from '../quantity'
import type { AxleEnd } from '../vehicle'
import {
  passagesOf,
  portsOf,
  threadsOf,
  type Circuit,
  type CircuitNode,
  type CircuitWord,
  type Port,
  type Tube,
} from '../fittings'

/** A place that can leak and is soaped: the end of a tube, or the thread of a fitting. */
export interface Joint {
  id: string
  kind: 'tube' | 'thread'
  node: CircuitNode
  port: string
  /** The line whose end it is; null for a thread. */
  tube: Tube | null
  /** What is at the other end of that line. */
  toward: CircuitNode | null
  /** The axle and side whose air is behind it; null where that is both. */
  axle: AxleEnd | null
  side: 'left' | 'right' | null
}

/** How many lines a node can have. */
export const linesThrough = (node: CircuitNode): number => portsOf(node).length
/** The node of a circuit by its id, which has to be one of its own. */
export const nodeOf = ({ nodes }: Circuit, id: string): CircuitNode => nodes.find((n) => n.id === id)!
/** The line that is in a port; null where it is open. */
export const tubeAt = ({ tubes }: Circuit, node: string, port: string): Tube | null =>
  tubes.find((t) => [t.from, t.to].some((e) => e.node === node && e.port === port)) ?? null
/** The other end of a line. */
export const otherEnd = ({ from, to }: Tube, node: string, port: string): Port =>
  from.node === node && from.port === port ? to : from

const key = ({ node, port }: Port) => `${node} ${port}`

/**
 * Sets of ports that have one pressure: joined with no closed valve between.
 * @returns for each port, the number of its set
 */
function sets(circuit: Circuit): Map<string, number> {
  const parent = new Map<string, string>()
  const root = (k: string): string => {
    const up = parent.get(k) ?? k
    return up === k ? k : root(up)
  }
  const join = (a: string, b: string) => parent.set(root(a), root(b))
  for (const node of circuit.nodes)
    for (const ports of passagesOf(node)) {
      const keys = ports.map((port) => key({ node: node.id, port }))
      for (const k of keys) if (!parent.has(k)) parent.set(k, k)
      for (const k of keys.slice(1)) join(keys[0]!, k)
    }
  for (const { from, to } of circuit.tubes) join(key(from), key(to))
  const numbers = new Map<string, number>()
  return new Map(
    [...parent.keys()].map((k) => {
      const r = root(k)
      if (!numbers.has(r)) numbers.set(r, numbers.size)
      return [k, numbers.get(r)!]
    }),
  )
}

/** What has one pressure: the bags in it, its tubes, what air gets in by. */
export interface PressureGroup {
  bags: CircuitNode[]
  tubes: Tube[]
  nodes: CircuitNode[]
}
/** Everything of a circuit by what shares one pressure. */
export function pressureGroups(circuit: Circuit): PressureGroup[] {
  const of = sets(circuit)
  const groups = new Map<number, PressureGroup>()
  const group = (n: number) => {
    const known = groups.get(n) ?? { bags: [], tubes: [], nodes: [] }
    groups.set(n, known)
    return known
  }
  for (const node of circuit.nodes)
    for (const n of new Set(portsOf(node).map((port) => of.get(key({ node: node.id, port }))!))) {
      const bags = group(n)
      bags.nodes.push(node)
      if (node.kind === 'bag') bags.bags.push(node)
    }
  for (const tube of circuit.tubes) group(of.get(key(tube.from))!).tubes.push(tube)
  return [...groups.values()]
}
/** How the bags of an axle are joined; null where the circuit has not both. */
export function linesAt(circuit: Circuit, axle: AxleEnd): 'teed' | 'separate' | null {
  const bags = circuit.nodes.filter((n) => n.kind === 'bag' && n.axle === axle)
  if (bags.length < 2) return null
  const of = sets(circuit)
  const [left, right] = bags.map((b) => of.get(key({ node: b.id, port: 'air' })))
  return left === right ? 'teed' : 'separate'
}

/**
 * What instructions can ask of a circuit, seen from an axle.
 * @param axle null for the whole vehicle
 */
export function wordsOf(circuit: Circuit, axle: AxleEnd | null): Set<CircuitWord> {
  const has = (kind: CircuitNode['kind']) => circuit.nodes.some((n) => n.kind === kind)
  const lines = (axle ? [axle] : (['front', 'rear'] as const)).flatMap((end) => linesAt(circuit, end) ?? [])
  return new Set<CircuitWord>([
    ...lines,
    ...(has('valve') ? (['valves'] as const) : []),
    ...(has('gauge') ? (['gauges'] as const) : []),
    ...(has('compressor') ? (['compressor'] as const) : []),
    ...(has('tank') ? (['tank'] as const) : []),
  ])
}

/** Axle and side that all bags behind a port have; null for either where they differ. */
function behind(circuit: Circuit, of: Map<string, number>, port: Port): Pick<Joint, 'axle' | 'side'> {
  const n = of.get(key(port))
  const bags = circuit.nodes.filter((b) => b.kind === 'bag' && of.get(key({ node: b.id, port: 'air' })) === n)
  const same = <K extends 'axle' | 'side'>(k: K) =>
    bags.length && bags.every((b) => b[k] === bags[0]![k]) ? bags[0]![k] : null
  return { axle: same('axle'), side: same('side') }
}

/**
 * Every place of a circuit that can leak and is soaped: both ends of every tube, and each thread of a fitting. One at a bag belongs to its
 * side; one at a fitting to the side its line leads to.
 */
export function jointsOf(circuit: Circuit): Joint[] {
  const of = sets(circuit)
  return circuit.nodes.flatMap((node): Joint[] => {
    const belongsTo = (port: string, toward: CircuitNode | null): Pick<Joint, 'axle' | 'side'> => {
      const about = behind(circuit, of, { node: node.id, port })
      const near = [node, toward].find((n) => n?.kind === 'bag')
      return { axle: near?.axle ?? about.axle ?? node.axle, side: near?.side ?? node.side ?? about.side }
    }
    const ends = portsOf(node).flatMap((port): Joint[] => {
      const tube = tubeAt(circuit, node.id, port)
      if (!tube) return []
      const toward = nodeOf(circuit, otherEnd(tube, node.id, port).node)
      // By what its line leads to: another line in the same fitting is another joint, and was never soaped.
      return [
        {
          id: `${node.id}-${port}-to-${toward.id}`,
          kind: 'tube',
          node,
          port,
          tube,
          toward,
          ...belongsTo(port, toward),
        },
      ]
    })
    const threads = threadsOf(node).map((port): Joint => ({
      id: `${node.id}-${port}-thread`,
      kind: 'thread',
      node,
      port,
      tube: null,
      toward: null,
      ...belongsTo(portsOf(node).includes(port) ? port : portsOf(node)[0]!, null),
    }))
    return [...threads, ...ends]
  })
}

export type CircuitFault = {
  code:
    /** A port with no line in it: air goes out there. */
    | 'open-port'
    /** A bag that nothing can fill. */
    | 'no-way-in'
    /** A bag of a kit is not in it, or one that no kit has. */
    | 'bag-missing'
    | 'bag-unknown'
    /** A compressor that nothing is fed by. */
    | 'feeds-nothing'
    /** Bags of both axles on one line: they would share one pressure. */
    | 'axles-joined'
  node: string
  port: string | null
}

/**
 * What is wrong with a circuit as it is drawn.
 * @param axles whose bags it has to have
 */
// eslint-disable-next-line complexity -- one fault after the other, each a line
export function circuitFaults(circuit: Circuit, axles: readonly AxleEnd[]): CircuitFault[] {
  const faults: CircuitFault[] = []
  const bags = circuit.nodes.filter((n) => n.kind === 'bag')
  for (const axle of axles)
    for (const side of ['left', 'right'] as const) {
      const sideHere = bags.filter((b) => b.axle === axle && b.side === side)
      if (sideHere.length !== 1) faults.push({ code: 'bag-missing', node: `${axle}-bag-${side}`, port: null })
    }
  for (const bag of bags) if (!axles.includes(bag.axle!)) faults.push({ code: 'bag-unknown', node: bag.id, port: null })
  for (const node of circuit.nodes)
    for (const port of portsOf(node))
      if (!tubeAt(circuit, node.id, port)) faults.push({ code: 'open-port', node: node.id, port })
  const filled = reachable(circuit)
  for (const bag of bags) if (!filled.has(bag.id)) faults.push({ code: 'no-way-in', node: bag.id, port: null })
  for (const { bags: feeds } of pressureGroups(circuit))
    if (new Set(feeds.map((b) => b.axle)).size > 1)
      faults.push({ code: 'axles-joined', node: feeds[0]!.id, port: null })
  for (const node of circuit.nodes)
    if (node.kind === 'compressor' && !bags.some((b) => reachable(circuit, [node.id]).has(b.id)))
      faults.push({ code: 'feeds-nothing', node: node.id, port: null })
  return faults
}

/** Nodes that air gets to from where it is given in; a check valve lets it through one way only. */
function reachable(
  circuit: Circuit,
  from = circuit.nodes.filter((n) => n.kind === 'valve' || n.kind === 'compressor').map((n) => n.id),
): Set<string> {
  const reached = new Set(from)
  const queue = [...from]
  while (queue.length) {
    const node = nodeOf(circuit, queue.shift()!)
    for (const port of portsOf(node)) {
      // Air leaves a check valve by its outlet only, and a manifold feeds its channels, not its supply.
      if (node.kind === 'check-valve' && port === 'in') continue
      if (node.kind === 'manifold' && port === 'supply') continue
      const tube = tubeAt(circuit, node.id, port)
      if (!tube) continue
      const next = otherEnd(tube, node.id, port)
      const into = nodeOf(circuit, next.node)
      if (into.kind === 'check-valve' && next.port === 'out') continue
      if (into.kind === 'manifold' && next.port !== 'supply') continue
      if (!reached.has(into.id)) {
        reached.add(into.id)
        queue.push(into.id)
      }
    }
  }
  return reached
}

/** Inside of a line, m3. */
export const tubeVolume = ({ bore }: Pick<Tube, 'bore'>, length: Meters): number => (Math.PI / 4) * bore ** 2 * length

/** What goes on a label at each valve, gauge and channel: whose air it is. */
export function labelsOf(
  circuit: Circuit,
): { node: string; port: string; axle: AxleEnd | null; side: Joint['side'] }[] {
  const of = sets(circuit)
  return circuit.nodes.flatMap((node) => {
    const ports =
      node.kind === 'valve'
        ? ['line']
        : node.kind === 'gauge'
          ? ['in']
          : node.kind === 'manifold'
            ? portsOf(node).slice(1)
            : []
    return ports.map((port) => ({ node: node.id, port, ...behind(circuit, of, { node: node.id, port }) }))
  })
}
