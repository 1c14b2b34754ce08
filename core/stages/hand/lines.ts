import type { CutList } from '../../circuit'
import type { Circuit } from '../../fittings'
import type { Job } from '../../job'
import type { Meters } from '../../quantity'
import type { UndersidePart } from '../../vehicle'
import {
  cuttingOf,
  laidLines,
  placedCircuit,
  routed,
  undersideOf,
  undrawnOf,
  type LaidLine,
  type PieceToCut,
  type Underside,
} from '../air/lines'
import type { CaseAssessment } from '../choose'

/** Every line of a job as it is to be run: where, how long, from which coil. */
export interface LinesToRun {
  circuit: Circuit
  laid: LaidLine[]
  under: Underside
  /** Lines that nobody has drawn a way of yet: routed as it would be cheapest. */
  estimated: ReadonlySet<string>
  pieces: PieceToCut[]
  /** Null with more pieces than are tried. */
  list: CutList | null
}

const worked = new WeakMap<Job, LinesToRun>()
/**
 * What is to be run on a job, worked out once for the same one: routing takes a moment.
 * @param active its load case as it is assessed
 */
export function linesToRun(job: Job, active: CaseAssessment): LinesToRun {
  const known = worked.get(job)
  if (known) return known
  const under = undersideOf(job, active)
  const placed = placedCircuit(job, under)
  const undrawn = undrawnOf(placed)
  const estimated = new Set(undrawn)
  const { circuit } = routed(under, placed, undrawn)
  const laid = laidLines(job, under, circuit)
  const { pieces, list } = cuttingOf(job, circuit, laid)
  const found = { circuit, laid, under, estimated, pieces, list }
  worked.set(job, found)
  return found
}
/** Lines are never tied to these: one bursts or chafes, the other goes with the axle. */
const NEVER: readonly UndersidePart['kind'][] = ['brake-hose', 'brake-line', 'parking-cable']
/** What near a line looks like something to tie it to and is not. */
export const neverTiedTo = ({ under }: LinesToRun, { report }: LaidLine): string[] => {
  const near = new Set(report.near.map((n) => n.obstacle))
  const names = under.parts.flatMap(({ part, name }) => (near.has(part.id) && NEVER.includes(part.kind) ? [name] : []))
  return [...new Set(names)]
}
/** Parts that a line goes through, by a hole that is there. */
export const throughOf = ({ circuit, under }: LinesToRun, { way }: LaidLine): string[] =>
  circuit.passages.flatMap(({ part, at: hole }) => {
    const goes = way.slice(1).some((to, i) => isBetween(way[i]!, to, hole))
    const name = under.parts.find((p) => p.part.id === part)?.name
    return goes && name ? [name] : []
  })
/** A hole is passed where the line goes by its middle, m. */
const BY: Meters = 0.02
function isBetween(from: readonly number[], to: readonly number[], place: readonly number[]): boolean {
  const along = to.map((x, i) => x - from[i]!)
  const long = along.reduce((sum, d) => sum + d * d, 0)
  if (!long) return false
  const t = along.reduce((sum, d, i) => sum + d * (place[i]! - from[i]!), 0) / long
  if (t < 0 || t > 1) return false
  return Math.hypot(...along.map((d, i) => from[i]! + t * d - place[i]!)) < BY
}
