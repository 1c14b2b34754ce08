import { auxiliaryCarries, wiringFor } from '../../air'
import { feedLines, pressureGroups } from '../../circuit'
import { circuitOf, type Job } from '../../job'
import { isAbove, isBelow } from '../../quantity'

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

/**
 * What is wrong with the compressor of a job, by its sheet and by what was measured; what is only estimated is held against nothing.
 * @returns none without a compressor, or without its sheet
 * Source: fuse and relay with 125 % of the running current, wire with 3 % lost at most: common practice, no published source.
 */
export function supplyFaults(job: Job): SupplyFault[] {
  const unit = job.procedures.find((p) => p.procedure.compressor)?.procedure.compressor
  if (!unit || (job.supply !== 'compressor' && job.supply !== 'compressor-tank')) return []
  const circuit = circuitOf(job)
  const { loop = null, feed = 'battery', auxiliary = null } = job.wiring ?? {}
  const faults: SupplyFault[] = []
  if (feed === 'auxiliary') {
    if (!auxiliary) faults.push('current-not-looked-at')
    else if (!auxiliaryCarries(unit.current.full, auxiliary.fuse, auxiliary.relay)) faults.push('current-not-carried')
  } else if (loop !== null && wiringFor(loop, unit.current.full, { fuse: unit.fuse ?? undefined }).gauge === null)
    faults.push('current-not-carried')
  if (loop !== null && unit.harness !== null && isAbove(loop / 2, unit.harness)) faults.push('harness-short')
  const cut = (feedLines(circuit) ?? []).map((id) => circuit.tubes.find((t) => t.id === id)!.cut)
  // One that was not cut yet is cut as the list says: no shorter than its sheet asks.
  const known = cut.flatMap((c) => c ?? [])
  if (
    cut.length &&
    known.length === cut.length &&
    isBelow(
      known.reduce((a, b) => a + b, 0),
      unit.hose,
    )
  )
    faults.push('compressor-line-short')
  const lines = pressureGroups(circuit).filter((g) => g.bags.length > 0).length
  if (unit.channels !== null && lines > unit.channels) faults.push('too-few-channels')
  return faults
}
