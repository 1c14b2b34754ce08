import type { CutList } from '../../circuit'
import { needsLoom, needsLoop, type Circuit, type CircuitNode, type Run, type Tube } from '../../fittings'
import { kitAt, type Job } from '../../job'
import { hasAir, topicsOf, type PlanStep, type Topic } from '../../kit'
import { isBelow, type Meters } from '../../quantity'
import { partName } from '../../underbody'
import type { AxleEnd } from '../../vehicle'
import { loopAt, type LaidLine } from '../air/lines'
import type { CaseAssessment } from '../choose'
import { roomRegister, roomReport, sceneOf, sceneQuestion, type LineRow } from '../fit/room'
import { has } from './has'
import { linesToRun, neverTiedTo, throughOf, type LinesToRun } from './lines'
import { axleOf, mountHand, type HandRow } from './rows'

/** Which lines a step runs: those at the bag of its side; with no side, or at a tee, those between fittings. */
function linesOf(lines: LinesToRun, axle: AxleEnd, { side, axle: own }: PlanStep, topics: readonly Topic[]): Tube[] {
  const { nodes, tubes } = lines.circuit
  const nodeOf = (id: string) => nodes.find((n) => n.id === id)!
  const bagOf = ({ from, to }: Tube) => [from, to].map((end) => nodeOf(end.node)).find((n) => n.kind === 'bag')
  if (topics.includes('compressor'))
    return tubes.filter((t) => [t.from, t.to].some((e) => nodeOf(e.node).kind === 'compressor'))
  if (topics.includes('tee'))
    return tubes.filter((t) => !bagOf(t) && [t.from, t.to].some((e) => nodeOf(e.node).kind === 'tee'))
  if (!topics.includes('line') && !topics.includes('sleeve')) return []
  return tubes.filter((t) => {
    const bag = bagOf(t)
    return bag !== undefined && bag.axle === (own ?? axle) && (side === null || bag.side === side)
  })
}
/**
 * What Air knows of the lines and fittings of a step: this side's length to cut and its way, sleeve, loom, ties, and where a fitting goes.
 * @param active the job's load case as it is assessed: the height that the lines are judged at
 * @param step of the job's plan
 * @returns rows in the order of the hand; none where a step runs no line
 * Source: the ways as drawn or routed on Air; how far from what, common practice, no published source.
 */
export function lineHand(job: Job, active: CaseAssessment, step: PlanStep): HandRow[] {
  const axle = axleOf(job, step)
  const topics = topicsOf(step)
  const kit = axle && kitAt(job, axle)?.kit
  if (step.phase !== 'lines' || !topics.length || !kit || !hasAir(kit)) return []
  const lines = linesToRun(job, active)
  const isSleeve = topics.includes('sleeve') && !topics.includes('line')
  const mine = linesOf(lines, axle, step, topics)
  const strands = topics.includes('compressor') ? lines.circuit.runs : []
  return [
    ...fittingRows(job, lines, axle, step, topics),
    ...mine.flatMap((tube) => (isSleeve ? sleeveHere(lines, tube) : tubeRows(lines, tube))),
    ...strands.flatMap((run) => harnessRows(lines, run)),
  ]
}
const KINDS: Partial<Record<Topic, readonly CircuitNode['kind'][]>> = {
  tee: ['tee'],
  valve: ['valve'],
  compressor: ['compressor', 'tank', 'manifold'],
}
// eslint-disable-next-line max-params -- a step, what it is about, and where all lies: the fittings of it
function fittingRows(
  { circuit }: Job,
  lines: LinesToRun,
  axle: AxleEnd,
  { side }: PlanStep,
  topics: readonly Topic[],
): HandRow[] {
  const kinds = topics.flatMap((t) => KINDS[t] ?? [])
  return lines.circuit.nodes.flatMap((n): HandRow[] => {
    if (!n.at || !kinds.includes(n.kind)) return []
    if ((n.axle && n.axle !== axle) || (side && n.side && n.side !== side)) return []
    const estimated = !circuit?.nodes.find((own) => own.id === n.id)?.at
    return [{ is: 'fitting', node: n.id, kind: n.kind, where: n.where, place: n.at, estimated }]
  })
}
function tubeRows(lines: LinesToRun, tube: Tube): HandRow[] {
  const laid = lines.laid.find((l) => l.line === tube.id)
  const piece = lines.pieces.find((p) => p.line === tube.id)
  if (!laid || !piece) return []
  const { list } = lines
  const coil = list?.coils.find((c) => c.pieces.some((p) => p.line === tube.id))
  return [
    {
      is: 'cut',
      line: tube.id,
      length: piece.length,
      coil: coil?.length ?? null,
      other: otherSide(lines, tube)?.length ?? null,
      first: coil !== undefined && isCutFirst(list!, tube.id),
      buy: list !== null && list.buy.some((p) => p.line === tube.id),
      was: tube.cut ?? null,
      short: tube.cut === undefined ? 0 : Math.max(0, laid.report.length + laid.report.slack - tube.cut),
    },
    ...has<HandRow>(piece.coiled > 0, { is: 'coiled', line: tube.id, length: piece.coiled, later: piece.later }),
    {
      is: 'way',
      line: tube.id,
      from: tube.from.node,
      to: tube.to.node,
      through: throughOf(lines, laid),
      estimated: lines.estimated.has(tube.id),
    },
    ...alongRows(lines, tube, laid),
  ]
}
/** A harness or an intake hose of a compressor. */
function harnessRows(lines: LinesToRun, run: Run): HandRow[] {
  const laid = lines.laid.find((l) => l.line === run.id)
  if (!laid) return []
  return [
    { is: 'run', line: run.id, length: laid.report.length + laid.report.slack, estimated: lines.estimated.has(run.id) },
    ...alongRows(lines, run, laid),
  ]
}
/** What a line needs and meets along its way, from where it begins. */
function alongRows(lines: LinesToRun, strand: Tube | Run, laid: LaidLine): HandRow[] {
  const nameOf = (id: string) => lines.under.obstacles.find((o) => o.id === id)?.name ?? id
  return [
    ...laid.report.near.flatMap(({ obstacle, gap, least }): HandRow[] =>
      isBelow(gap, least) ? [{ is: 'too-near', line: strand.id, part: nameOf(obstacle), gap, least }] : [],
    ),
    ...(strand.beside ?? []).map((beside): HandRow => ({
      is: 'beside',
      line: strand.id,
      beside,
      loom: needsLoom(beside),
      loop: needsLoop(beside) ? loopAt(lines.under, laid.way) : null,
    })),
    ...sleeveRows(lines, strand),
    ...laid.report.loom.map(({ from, to }): HandRow => ({
      is: 'loom',
      line: strand.id,
      begins: beginOf(strand),
      from,
      to,
    })),
    {
      is: 'ties',
      line: strand.id,
      count: laid.report.ties.length,
      untied: laid.report.untied,
      never: neverTiedTo(lines, laid),
    },
  ]
}
/** What a line begins at: a fitting; the battery or the filter of a compressor's own. */
const beginOf = (strand: Tube | Run): string => ('from' in strand ? strand.from.node : strand.kind)
/** Whether half a coil does not reach a line, and it is the longer one. */
const isCutFirst = ({ half, coils }: CutList, line: string): boolean =>
  half?.reaches === false && coils[0]?.pieces[0]?.line === line
function sleeveRows({ laid }: LinesToRun, tube: Tube | Run): HandRow[] {
  const report = laid.find((l) => l.line === tube.id)?.report
  return (report?.sleeve ?? []).map(({ from, to }): HandRow => ({
    is: 'sleeve',
    line: tube.id,
    begins: beginOf(tube),
    from,
    to,
    gap: report!.heat?.gap ?? 0,
  }))
}
/** A step of its own for the sleeve says also where none is needed. */
function sleeveHere(lines: LinesToRun, tube: Tube): HandRow[] {
  const rows = sleeveRows(lines, tube)
  const heat = lines.laid.find((l) => l.line === tube.id)?.report.heat ?? null
  return rows.length ? rows : [{ is: 'no-sleeve', line: tube.id, gap: heat?.gap ?? null }]
}
/** The piece of the line that does on the other side what this one does on its own. */
function otherSide({ circuit, pieces }: LinesToRun, tube: Tube) {
  const node = (id: string) => circuit.nodes.find((n) => n.id === id)!
  const bagIn = (t: Tube) => [t.from, t.to].map((e) => node(e.node)).find((n) => n.kind === 'bag')
  const bag = bagIn(tube)
  const other = bag && circuit.tubes.find((t) => bagIn(t)?.axle === bag.axle && bagIn(t)?.side !== bag.side && bagIn(t))
  return other && pieces.find((p) => p.line === other.id)
}

const operationOf = ({ id }: PlanStep): string => id.split(':')[0]!.replace(/^(?:front|rear)-/, '')
/** Where lines of the vehicle are looked at: as they are eased, and once all of it is in its place. */
const AT_LINES = ['lines-eased', 'lines-eased-standing', 'settle']
/** Whether a step looks at what the vehicle's own lines come near to. */
export const looksAtLines = (step: PlanStep): boolean => AT_LINES.includes(operationOf(step))
/**
 * Lines of the vehicle that come near to what a job puts in, nearest first.
 * @param active the job's load case as it is assessed
 * Source: the register of lines on Fit, through the whole travel.
 */
function nearHand(job: Job, active: CaseAssessment, step: PlanStep): HandRow[] {
  if (!looksAtLines(step)) return []
  return job.kits.flatMap(({ kit, work }): HandRow[] => {
    if (work !== 'fit' || (step.axle && step.axle !== kit.axle)) return []
    const question = sceneQuestion(job, kit, active)
    if (!question) return []
    const scene = sceneOf(question)
    return roomRegister(scene, roomReport(scene)?.rows ?? []).lines.flatMap((row): HandRow[] => {
      const nearest = nearestOf(row)
      const part = scene.obstacles.find((o) => o.id === row.part)?.part
      if (row.verdict === 'clear' || !nearest || !part) return []
      return [{ is: 'near-line', part: partName(part), verdict: row.verdict, ...nearest }]
    })
  })
}
/** What a line comes nearest to. */
function nearestOf({ bag, bracket, bolt, pipe }: LineRow): { to: NearTo; gap: Meters } | null {
  const all = Object.entries({ bag, bracket, bolt, pipe }).flatMap(([to, gap]) =>
    gap === null ? [] : [{ to: to as NearTo, gap }],
  )
  return all.toSorted((a, b) => a.gap - b.gap)[0] ?? null
}
type NearTo = Extract<HandRow, { is: 'near-line' }>['to']

/** What a job's lines come to, step by step, and the circuit that they are of. */
export interface StepHands {
  circuit: Circuit
  laid: LaidLine[]
  rows: Record<string, HandRow[]>
}
/**
 * All that the hand needs at each step of a plan; lines are routed for it, which takes a moment.
 * @param steps of the job's plan
 */
export function stepHand(job: Job, active: CaseAssessment, steps: readonly PlanStep[]): StepHands {
  const { circuit, laid } = linesToRun(job, active)
  const lines = lineHands(job, active, steps)
  return {
    circuit,
    laid,
    rows: Object.fromEntries(steps.map((s) => [s.id, [...mountHand(job, s), ...(lines[s.id] ?? [])]])),
  }
}
/** What lines come to at each step; a sleeve is told where it is put on, and not once more where its line is run. */
export function lineHands(job: Job, active: CaseAssessment, steps: readonly PlanStep[]): Record<string, HandRow[]> {
  const rows = steps.map((step) => ({ step, rows: [...lineHand(job, active, step), ...nearHand(job, active, step)] }))
  const ofSleeves = rows.filter(({ step }) => topicsOf(step).includes('sleeve') && !topicsOf(step).includes('line'))
  const told = new Set(ofSleeves.flatMap((r) => r.rows.map((row) => JSON.stringify(row))))
  return Object.fromEntries(
    rows.map((r) => [
      r.step.id,
      ofSleeves.includes(r) ? r.rows : r.rows.filter((row) => !told.has(JSON.stringify(row))),
    ]),
  )
}
