import { auxiliaryCarries, wiringFor } from '../../air'
import { feedLines, pressureGroups } from '../../circuit'
import { circuitOf, type Job } from '../../job'
import type { Circuit } from '../../fittings'
import type { Procedure } from '../../kit'
import { isAbove, isBelow, type Meters } from '../../quantity'
import { partsAround } from '../../underbody'

type CompressorSheet = NonNullable<Procedure['compressor']>

/** What keeps a compressor from working as its sheet wants it. */
export type SupplyFault =
  /** The circuit or the wire that feeds it does not carry what it draws, or nobody looked whether it does. */
  | 'current-not-carried'
  | 'current-not-looked-at'
  /** The harness in its box is shorter than the way that was measured. */
  | 'harness-short'
  /** Line to its manifold, as it was cut, under what its sheet asks for: the air out of it is hot. */
  | 'compressor-line-short'
  /** Fewer lines than are set apart. */
  | 'too-few-channels'
  /** It, or its tank, hangs where the spare goes up or a running board swings. */
  | 'in-the-way-of-the-spare'
  | 'in-the-way-of-a-board'

/**
 * What is wrong with the compressor of a job, by its sheet and by what was measured; what is only estimated is held against nothing,
 * but a place that somebody picked for it against what is there wherever within its tolerance that is.
 * @returns none without a compressor, or without its sheet
 * Source: fuse and relay with 125 % of the running current, wire with 3 % lost at most: common practice, no published source.
 */
export function supplyFaults(job: Job): SupplyFault[] {
  const unit = job.procedures.find((p) => p.procedure.compressor)?.procedure.compressor
  if (!unit || (job.supply !== 'compressor' && job.supply !== 'compressor-tank')) return []
  const circuit = circuitOf(job)
  const loop = job.wiring?.loop ?? null
  const lines = pressureGroups(circuit).filter((g) => g.bags.length > 0).length
  return [
    ...currentFault(job, unit),
    ...(loop !== null && unit.harness !== null && isAbove(loop / 2, unit.harness) ? (['harness-short'] as const) : []),
    ...(isCutShort(circuit, unit.hose) ? (['compressor-line-short'] as const) : []),
    ...(unit.channels !== null && lines > unit.channels ? (['too-few-channels'] as const) : []),
    ...standsWhereItMoves(job, circuit),
  ]
}

const MOVES = { spare: 'in-the-way-of-the-spare', 'running-board': 'in-the-way-of-a-board' } as const
/**
 * What of the compressor was put where something comes up or swings: the spare's way is up to its place, a board's what it takes up. Only
 * what is so wherever within its tolerance the part is.
 */
function standsWhereItMoves({ vehicle, survey }: Job, { nodes }: Circuit): SupplyFault[] {
  const put = nodes.flatMap(({ kind, at }) => (at && (kind === 'compressor' || kind === 'tank') ? [at] : []))
  const parts = put.length ? partsAround(vehicle, survey, 'rear', 'axle') : []
  const faults = parts.flatMap(({ kind, shape, tolerance }) => {
    if ((kind !== 'spare' && kind !== 'running-board') || shape.kind !== 'box') return []
    const { low, high } = shape
    const from = (i: number) => (kind === 'spare' && i === 2 ? 0 : low[i]! + tolerance)
    const isIn = put.some((at) => at.every((x, i) => x > from(i) && x < high[i]! - tolerance))
    return isIn ? [MOVES[kind]] : []
  })
  return [...new Set(faults)]
}

/** Whether what feeds it carries what it draws. */
function currentFault({ wiring }: Job, { current, fuse }: CompressorSheet): SupplyFault[] {
  if (wiring?.feed === 'auxiliary') {
    if (!wiring.auxiliary) return ['current-not-looked-at']
    const { fuse: ofCircuit, relay } = wiring.auxiliary
    return auxiliaryCarries(current.full, ofCircuit, relay) ? [] : ['current-not-carried']
  }
  if (!wiring?.loop) return []
  return wiringFor(wiring.loop, current.full, { fuse: fuse ?? undefined }).gauge === null ? ['current-not-carried'] : []
}

/** Whether all of it was cut, and to less than its sheet asks for; what was not cut yet is cut as the list says. */
function isCutShort(circuit: Circuit, hose: Meters): boolean {
  const all = (feedLines(circuit) ?? []).map((id) => circuit.tubes.find((t) => t.id === id)!.cut)
  const known = all.flatMap((cut) => cut ?? [])
  return (
    all.length > 0 &&
    known.length === all.length &&
    isBelow(
      known.reduce((a, b) => a + b, 0),
      hose,
    )
  )
}
