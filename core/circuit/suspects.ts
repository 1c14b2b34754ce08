import { jointsOf, nodeOf, otherEnd, tubeAt } from './graph'
import { portsOf, type Circuit } from '../fittings'

/** What can leak, by kind: as a shop counts what it found. */
export const SUSPECT_KINDS = ['tube-end', 'thread', 'core', 'tube', 'bag', 'seat'] as const
export type SuspectKind = (typeof SUSPECT_KINDS)[number]

/** One thing that can leak. */
export interface Suspect {
  id: string
  kind: SuspectKind
  /** Joint, node or tube that it is. */
  about: string
  /** Minutes to get at it, soap it and watch it. */
  minutes: number
  /** How often bubbles are seen where it leaks. */
  seen: number
}

/** Ends of the names of suspects that are no joint. */
const ENDINGS: Partial<Record<SuspectKind, string>> = { core: '-core', bag: '-rubber', seat: '-seat', tube: '-tube' }
/** What kind a place of a record is, by its name. */
export function kindOfPlace(name: string): SuspectKind {
  if (name.endsWith('-thread')) return 'thread'
  return SUSPECT_KINDS.find((kind) => ENDINGS[kind] && name.endsWith(ENDINGS[kind])) ?? 'tube-end'
}

/** How many were looked at and how many of them leaked. */
export interface LeakHistory {
  kind: SuspectKind
  looked: number
  leaked: number
}

/**
 * What a shop without a history expects: of so many, so many leak after a job. From memory, no published source; its own history
 * soon outweighs it.
 */
const EXPECTED: Record<SuspectKind, readonly [leaked: number, of: number]> = {
  'tube-end': [2, 60],
  thread: [1.2, 60],
  core: [1.5, 60],
  tube: [0.3, 60],
  bag: [0.15, 60],
  seat: [0.8, 60],
}
/** Minutes and sight by kind: a slow leak at a thread or along a tube is missed more easily. From memory, no published source. */
const LOOK: Record<SuspectKind, readonly [minutes: number, seen: number]> = {
  'tube-end': [1.5, 0.85],
  thread: [2, 0.75],
  core: [0.5, 0.95],
  tube: [4, 0.7],
  bag: [5, 0.8],
  seat: [3, 0.7],
}

/** How likely each kind leaks, by what is expected and what the shop found. Source: beta-binomial mean. */
export function leakRates(history: readonly LeakHistory[]): Record<SuspectKind, number> {
  return Object.fromEntries(
    SUSPECT_KINDS.map((kind) => {
      const [leaked, of] = EXPECTED[kind]
      const ofKind = history.filter((h) => h.kind === kind)
      const found = ofKind.reduce((sum, h) => sum + h.leaked, 0)
      const looked = ofKind.reduce((sum, h) => sum + h.looked, 0)
      return [kind, (leaked + found) / (of + looked)]
    }),
  ) as Record<SuspectKind, number>
}

/** Everything of a circuit that can leak: joints, valve cores, seats of valves that stay shut, tubes and bags. */
export function suspectsOf(circuit: Circuit): Suspect[] {
  const suspect = (kind: SuspectKind, id: string, about: string): Suspect => {
    const [minutes, chance] = LOOK[kind]
    return { id, kind, about, minutes, seen: chance }
  }
  return [
    ...jointsOf(circuit).map((j) => suspect(j.kind === 'thread' ? 'thread' : 'tube-end', j.id, j.id)),
    ...circuit.nodes.flatMap((n) => {
      if (n.kind === 'valve') return [suspect('core', `${n.id}-core`, n.id)]
      if (n.kind === 'bag') return [suspect('bag', `${n.id}-rubber`, n.id)]
      return n.kind === 'check-valve' || n.kind === 'manifold' || n.kind === 'dump-valve'
        ? [suspect('seat', `${n.id}-seat`, n.id)]
        : []
    }),
    ...circuit.tubes.map((t) => suspect('tube', `${t.id}-tube`, t.id)),
  ]
}

/** Suspects whose air is on one side of a line, as it is pulled out of one end and that is plugged. */
export function beyondCut(circuit: Circuit, tube: string): { bagSide: Set<string>; gaugeSide: Set<string> } | null {
  const cut = circuit.tubes.find((t) => t.id === tube)
  if (!cut) return null
  const reached = (from: { node: string; port: string }) => {
    const reachedHere = new Set([from.node])
    const queue = [from]
    const tubes = new Set<string>()
    while (queue.length) {
      const portHere = queue.pop()!
      const node = nodeOf(circuit, portHere.node)
      // Nothing goes on through what is shut.
      const through = node.kind === 'manifold' || node.kind === 'check-valve' ? [portHere.port] : portsOf(node)
      for (const port of through) {
        const line = tubeAt(circuit, node.id, port)
        if (!line || line.id === tube) continue
        tubes.add(line.id)
        const next = otherEnd(line, node.id, port)
        if (reachedHere.has(next.node)) continue
        reachedHere.add(next.node)
        queue.push(next)
      }
    }
    return { nodes: reachedHere, tubes }
  }
  const [a, b] = [reached(cut.from), reached(cut.to)]
  const suspectsOn = (side: typeof a) =>
    new Set(
      suspectsOf(circuit).flatMap((s) => {
        const joint = jointsOf(circuit).find((j) => j.id === s.about)
        const node = joint?.node.id ?? s.about
        return side.nodes.has(node) || side.tubes.has(node) ? [s.id] : []
      }),
    )
  const gauge = [...b.nodes].some((n) => ['valve', 'gauge', 'manifold'].includes(nodeOf(circuit, n).kind))
  const [gaugeSide, bagSide] = gauge ? [suspectsOn(b), suspectsOn(a)] : [suspectsOn(a), suspectsOn(b)]
  // The pulled line itself stays on the side whose fitting it is still in: the gauge's.
  gaugeSide.add(`${tube}-tube`)
  return { bagSide, gaugeSide }
}
