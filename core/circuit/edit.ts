import { newNode, runsTo, tubeBetween } from './build'
import { nodeOf, otherEnd, tubeAt } from './graph'
import {
  portsOf,
  type Beside,
  type Circuit,
  type CircuitNode,
  type NodeKind,
  type Place,
  type Port,
  type Run,
  type Tube,
} from '../fittings'

/** A name that no node has yet. */
function freeName({ nodes }: Circuit, kind: NodeKind): string {
  const taken = new Set(nodes.map((n) => n.id))
  for (let i = 1; ; i++) {
    const id = i === 1 ? kind : `${kind}-${i}`
    if (!taken.has(id)) return id
  }
}
/** A line's name must be its own though the port's old line kept its name. */
function ownName(circuit: Circuit, tube: Tube): Tube {
  const taken = new Set(circuit.tubes.map((t) => t.id))
  let { id } = tube
  for (let i = 2; taken.has(id); i++) id = `${tube.id}-${i}`
  return { ...tube, id }
}

/** With one more node, joined to nothing yet; a compressor brings its harness and its intake hose. */
export function withNode(circuit: Circuit, kind: NodeKind, place: Place | null): Circuit {
  const id = freeName(circuit, kind)
  return {
    ...circuit,
    nodes: [...circuit.nodes, newNode({ id, kind, at: place })],
    runs: kind === 'compressor' ? [...circuit.runs, ...runsTo(id)] : circuit.runs,
  }
}

/** Without a node, and without what goes to it. */
export const withoutNode = ({ nodes, tubes, passages, runs }: Circuit, id: string): Circuit => ({
  passages,
  runs: runs.filter((r) => r.to !== id),
  nodes: nodes.filter((n) => n.id !== id),
  tubes: tubes.filter((t) => t.from.node !== id && t.to.node !== id),
})

/**
 * With a line between two ports; what was in either comes out.
 * @returns the same circuit where both are ports of one node, or one of them is none
 */
export function withTube(circuit: Circuit, from: Port, to: Port, size: Pick<Tube, 'outside' | 'bore'>): Circuit {
  if (from.node === to.node) return circuit
  for (const { node, port } of [from, to]) {
    const found = circuit.nodes.find((n) => n.id === node)
    if (!found || !portsOf(found).includes(port)) return circuit
  }
  const old = [tubeAt(circuit, from.node, from.port), tubeAt(circuit, to.node, to.port)]
  const tubes = circuit.tubes.filter((t) => !old.includes(t))
  return { ...circuit, tubes: [...tubes, ownName({ ...circuit, tubes }, tubeBetween(from, to, size))] }
}

/** A circuit with one line taken out; its fittings stay. */
export const withoutTube = (circuit: Circuit, id: string): Circuit => ({
  ...circuit,
  tubes: circuit.tubes.filter((t) => t.id !== id),
})

/** A circuit one of whose lines, harnesses or hoses lies at other things than before; at none where the list is empty. */
export function withBeside(circuit: Circuit, id: string, things: readonly Beside[]): Circuit {
  const changed = <T extends Tube | Run>(line: T): T =>
    line.id === id ? { ...line, beside: things.length ? [...things] : undefined } : line
  return { ...circuit, tubes: circuit.tubes.map(changed), runs: circuit.runs.map(changed) }
}

/** Ports by which a node is set into a line. */
const THROUGH: Partial<Record<NodeKind, readonly [string, string]>> = {
  tee: ['run-a', 'run-b'],
  gauge: ['in', 'out'],
  'check-valve': ['in', 'out'],
  tank: ['in', 'out'],
}
export const SET_INTO_LINES = Object.keys(THROUGH) as NodeKind[]

/** With a node set into a line: cut there, and joined at both sides of it. */
export function withInLine(circuit: Circuit, tube: string, kind: NodeKind, place: Place | null): Circuit {
  const old = circuit.tubes.find((t) => t.id === tube)
  const ports = THROUGH[kind]
  if (!old || !ports) return circuit
  const id = freeName(circuit, kind)
  const { axle, side } = nodeOf(circuit, old.from.node)
  const node: CircuitNode = newNode({ id, kind, at: place, axle, side })
  const cut = { ...withoutTube(circuit, tube), nodes: [...circuit.nodes, node] }
  const first = withTube(cut, old.from, { node: id, port: ports[0] }, old)
  return withTube(first, { node: id, port: ports[1] }, old.to, old)
}

/** Without a node that a line goes through, the line whole again; a tee's branch comes off with it. */
export function withoutInLine(circuit: Circuit, id: string): Circuit {
  const node = circuit.nodes.find((n) => n.id === id)
  const ports = node && THROUGH[node.kind]
  if (!node || !ports) return withoutNode(circuit, id)
  const [a, b] = ports.map((port) => tubeAt(circuit, id, port))
  if (!a || !b) return withoutNode(circuit, id)
  const [from, to] = [otherEnd(a, id, ports[0]), otherEnd(b, id, ports[1])]
  return withTube(withoutNode(circuit, id), from, to, a)
}

/** With a node, a bend or a setting changed. */
export const withNodeChanged = (circuit: Circuit, id: string, change: Partial<CircuitNode>): Circuit => ({
  ...circuit,
  nodes: circuit.nodes.map((n) => (n.id === id ? { ...n, ...change } : n)),
})
/** With a line, a harness or a hose bent elsewhere. */
export const withPoints = (circuit: Circuit, id: string, points: Place[]): Circuit => ({
  ...circuit,
  tubes: circuit.tubes.map((t) => (t.id === id ? { ...t, points } : t)),
  runs: circuit.runs.map((r) => (r.id === id ? { ...r, points } : r)),
})
/** With a harness or a hose changed. */
export const withRunChanged = (circuit: Circuit, id: string, change: Partial<Run>): Circuit => ({
  ...circuit,
  runs: circuit.runs.map((r) => (r.id === id ? { ...r, ...change } : r)),
})
/** A circuit without one harness or intake hose. */
export const withoutRun = (circuit: Circuit, id: string): Circuit => ({
  ...circuit,
  runs: circuit.runs.filter((r) => r.id !== id),
})
