import { cutList, piecesToCut, type CoiledPiece, type CutList } from '../../../circuit'
import type { Meters } from '../../../quantity'
import type { Circuit } from '../../../fittings'
import { kitsLeft, type Job } from '../../../job'
import type { LaidLine } from './lay'

/** Of more lines than these no best way of cutting is looked for. */
const MOST = 16

/** A piece that is cut; `later`: what of it is coiled waits for a compressor. */
export interface PieceToCut extends CoiledPiece {
  later: boolean
}
/** Pieces of lines from a valve, longer by what is left there for a compressor that comes later. */
function forLater(pieces: readonly CoiledPiece[], { nodes, tubes }: Circuit, more: Meters): PieceToCut[] {
  const isValve = (id: string) => ['valve', 'gauge'].includes(nodes.find((n) => n.id === id)?.kind ?? '')
  return pieces.map((p) => {
    const tube = tubes.find((t) => t.id === p.line)
    const later = more > 0 && !!tube && [tube.from, tube.to].some((e) => isValve(e.node))
    return later ? { ...p, length: p.length + more, coiled: p.coiled + more, later } : { ...p, later: false }
  })
}

/**
 * What is cut from the coils in a job's boxes: each line by its way, none from a compressor shorter than its sheet asks.
 * @param circuit whose lines they are
 * @param laid those lines as they lie
 * @returns `list` null with nothing to cut, or with more pieces than are tried
 */
export function cuttingOf(
  job: Job,
  circuit: Circuit,
  laid: readonly LaidLine[],
): { pieces: PieceToCut[]; list: CutList | null } {
  const hose = job.procedures.find((p) => p.procedure.compressor)?.procedure.compressor?.hose ?? null
  const coils = kitsLeft(job).flatMap(({ kit, work }) => (work === 'fit' && kit.airLine ? [kit.airLine.length] : []))
  const ways = laid.flatMap((l) => (l.kind === 'tube' ? [{ line: l.line, length: l.report.cut }] : []))
  const isByHand = job.supply === 'valves' || job.supply === 'gauges'
  const pieces = forLater(piecesToCut(circuit, ways, hose), circuit, (isByHand && job.compressorLater) || 0)
  return { pieces, list: pieces.length && pieces.length <= MOST ? cutList(pieces, coils) : null }
}
