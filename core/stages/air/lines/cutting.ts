import { cutList, piecesToCut, type CoiledPiece, type CutList } from '../../../circuit'
import type { Circuit } from '../../../fittings'
import { kitsLeft, type Job } from '../../../job'
import type { LaidLine } from './lay'

/** Of more lines than these no best way of cutting is looked for. */
const MOST = 16

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
): { pieces: CoiledPiece[]; list: CutList | null } {
  const hose = job.procedures.find((p) => p.procedure.compressor)?.procedure.compressor?.hose ?? null
  const coils = kitsLeft(job).flatMap(({ kit, work }) => (work === 'fit' && kit.airLine ? [kit.airLine.length] : []))
  const ways = laid.flatMap((l) => (l.kind === 'tube' ? [{ line: l.line, length: l.report.cut }] : []))
  const pieces = piecesToCut(circuit, ways, hose)
  return { pieces, list: pieces.length && pieces.length <= MOST ? cutList(pieces, coils) : null }
}
