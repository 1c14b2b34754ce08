import type { CutList } from '../../circuit'
import type { Circuit, CircuitNode, Tube } from '../../fittings'
import { kitAt, type Job } from '../../job'
import {
  hasAir,
  sitsOn,
  topicsOf,
  USUAL_MOUNT,
  type Bracket,
  type Kit,
  type Mount,
  type PlanStep,
  type Recheck,
  type Topic,
} from '../../kit'
import { boltNeeds, uBoltNeeds, type BoltNeed, type UBoltNeed } from '../../mounting'
import { isAbove, type Meters, type NewtonMeters, type Pascals } from '../../quantity'
import { partsAround } from '../../underbody'
import type { AxleEnd } from '../../vehicle'
import type { CaseAssessment } from '../choose'
import { linesToRun, neverTiedTo, throughOf, type LinesToRun } from './lines'

/** One thing that the hand needs at a step, as data; lines and fittings by their ids in the circuit. */
export type HandRow =
  /** Length to cut a line to. `other`: that of the same line of the other side. `first`: half the coil does not reach it, it is cut first. */
  | {
      is: 'cut'
      line: string
      length: Meters
      coil: Meters | null
      other: Meters | null
      first: boolean
      buy: boolean
      was: Meters | null
    }
  /** Of that length so much lies coiled. */
  | { is: 'coiled'; line: string; length: Meters }
  | { is: 'way'; line: string; from: string; to: string; through: string[]; estimated: boolean }
  /** A heat sleeve, from so far to so far along from where the line begins, and how near the pipe is. */
  | { is: 'sleeve'; line: string; begins: string; from: Meters; to: Meters; gap: Meters }
  /** Nothing hot is near enough for a sleeve; how near the nearest pipe is, null where there is none. */
  | { is: 'no-sleeve'; line: string; gap: Meters | null }
  | { is: 'loom'; line: string; begins: string; from: Meters; to: Meters }
  | { is: 'ties'; line: string; count: number; never: string[] }
  /** Where a fitting goes: ahead of the rear axle, left of the center line, above the ground. */
  | {
      is: 'fitting'
      node: string
      kind: CircuitNode['kind']
      where: CircuitNode['where']
      place: readonly [Meters, Meters, Meters]
      estimated: boolean
    }
  | { is: 'bracket'; name: string; hand: Bracket['hand']; number: string; port: Bracket['port'] }
  /** Place of the lower bracket; null for the first one. */
  | { is: 'slot'; name: string | null }
  | { is: 'spacer'; name: string; count: number; inBox: boolean }
  | { is: 'turned' }
  /** Widest gap of the coil with the axle hanging, and the least that its cylinder goes in through. */
  | { is: 'coil-gap'; has: Meters | null; needs: Meters }
  | { is: 'swapped' }
  | { is: 'port'; faces: string }
  | {
      is: 'bolt'
      name: string
      thread: string
      count: number | null
      length: Meters
      series: 'inch' | 'metric'
      buy: boolean
      cut: Meters
    }
  | { is: 'u-bolt'; name: string; thread: string; leg: Meters; verdict: UBoltNeed['verdict']; measured: boolean }
  /** What was read on the visit before: bags left and right, and when. */
  | { is: 'last-bags'; left: Pascals; right: Pascals; at: string }
  /** What a fastener was torqued to on the visit before, the lowest of its places, N·m. */
  | { is: 'last-torque'; name: string; value: NewtonMeters }
  /** Bands of the heat shield: the pipe, and the thickest that one goes around. */
  | { is: 'shield'; pipe: Meters | null; most: Meters; joined: boolean }

const has = <T>(is: boolean, ...rows: T[]): T[] => (is ? rows : [])

/** Axle whose kit a step is about. */
const axleOf = (job: Job, step: PlanStep): AxleEnd | null =>
  step.axle ?? job.kits.find(({ work }) => work === 'fit')?.kit.axle ?? null

/**
 * How what a step puts in is put on, as Fit has it: which bracket, where, with what under it, which bolt, which way it faces.
 * @param step of the job's plan
 * @returns rows in the order of the hand; none where nothing is known beyond the step's own words
 * Source: the kit's measures, and what was measured and picked on the job.
 */
export function mountHand(job: Job, step: PlanStep): HandRow[] {
  const axle = axleOf(job, step)
  const found = axle && kitAt(job, axle)
  if (step.kind !== 'operation') return []
  if (job.recheck) return lastRead(job.recheck, step)
  const topics = topicsOf(step)
  if (!axle || !found || found.work !== 'fit') return []
  const { kit } = found
  const mount = found.mount ?? USUAL_MOUNT
  const places: Bracket['place'][] = [
    ...has(topics.includes('upper'), 'frame' as const),
    ...has(topics.includes('lower'), 'axle' as const, 'spring' as const),
  ]
  return [
    ...kit.brackets
      .filter((b) => places.includes(b.place) && isOfSide(b, step.side, mount.swapped))
      .map(({ name, hand, number, port }): HandRow => ({ is: 'bracket', name, hand, number, port })),
    ...has<HandRow>(mount.swapped && places.length > 0, { is: 'swapped' }),
    ...has<HandRow>(topics.includes('bag') && kit.fitment.feedGap !== null, {
      is: 'coil-gap',
      has: job.survey[axle].coilGapHanging,
      needs: kit.fitment.feedGap!,
    }),
    ...placeRows(kit, mount, topics),
    ...boltRows(kit, mount, job.survey[axle].liftBlock ?? 0, step),
    ...uBoltRows(job, kit, axle, topics),
    ...shieldRows(kit, job.survey[axle].exhaustDiameter, topics),
  ]
}
/** What the visit before read of what a step looks at again. */
const lastRead = ({ bags, torques }: Recheck, { axle, side, checks, torques: here }: PlanStep): HandRow[] => [
  ...bags.flatMap(({ axle: end, last }): HandRow[] =>
    checks.includes('first-air') && end === axle && last ? [{ is: 'last-bags', ...last }] : [],
  ),
  ...torques.flatMap((t): HandRow[] =>
    t.axle === axle && t.side === side && t.last !== null && here.some((f) => f.id === t.fastener.id)
      ? [{ is: 'last-torque', name: t.fastener.name, value: t.last }]
      : [],
  ),
]
/** Whether a bracket is of a side: its hand says so, changed over where the job changes them. */
function isOfSide({ hand }: Bracket, side: PlanStep['side'], swapped: boolean): boolean {
  if (!side || (hand !== 'left' && hand !== 'right')) return true
  return (hand === side) !== swapped
}
function placeRows(kit: Kit, mount: Mount, topics: readonly Topic[]): HandRow[] {
  const { mounting } = kit
  if (!mounting) return []
  const isHere = (place: 'upper' | 'lower') => topics.includes(place)
  return [
    ...has<HandRow>(isHere('lower') && mounting.slots.length > 0, {
      is: 'slot',
      name: mounting.slots.find((s) => s.id === mount.slot)?.name ?? null,
    }),
    ...mounting.spacers.flatMap(({ id, name, place, inBox }): HandRow[] => {
      const used = mount.spacers.find((s) => s.id === id)
      return used && isHere(place) ? [{ is: 'spacer', name, count: used.count, inBox }] : []
    }),
    ...has<HandRow>(mount.turned && (isHere('lower') || topics.includes('bag')), { is: 'turned' }),
    ...has<HandRow>(topics.includes('bag') && mounting.port !== null, { is: 'port', faces: mounting.port! }),
  ]
}

/** Words that many a bolt's name has: none tells one from another by itself. */
const COMMON = new Set([
  'the',
  'and',
  'for',
  'bolt',
  'nut',
  'screw',
  'stud',
  'bracket',
  'axle',
  'frame',
  'rail',
  'plate',
  'upper',
  'lower',
])
const wordsOf = (name: string): string[] =>
  name
    .toLowerCase()
    .split(/[^a-z]+/)
    .map((w) => w.replace(/s$/, ''))
/** Words by which a fastener is of something else than the bolts of the brackets, unless their names have them too. */
const OF_OTHERS = ['shield', 'band', 'hose', 'exhaust', 'lug', 'fitting']
const isOfOthers = (fastener: string, bolt: string): boolean =>
  wordsOf(fastener).some((w) => OF_OTHERS.includes(w) && !wordsOf(bolt).includes(w))
const shared = (a: string, b: string): string[] => wordsOf(a).filter((w) => w.length > 2 && wordsOf(b).includes(w))
/** Bolts that a step puts in, whose length the stack on this vehicle decides. */
function boltRows(kit: Kit, mount: Mount, block: Meters, { torques, leavesLoose, title, phase }: PlanStep): HandRow[] {
  const fasteners = [...torques, ...leavesLoose]
  return boltNeeds(kit, mount, block).flatMap(({ bolt, next, buy, cut }: BoltNeed): HandRow[] => {
    const own = fasteners.find(
      (f) => !isOfOthers(f.name, bolt.name) && shared(bolt.name, f.name).some((w) => !COMMON.has(w)),
    )
    const inTitle = shared(bolt.name, title)
    const isNamed = inTitle.length >= 2 && inTitle.some((w) => !COMMON.has(w))
    // Where it is torqued it is in: its length was told as it went in.
    if (phase === 'torque' || (!own && !isNamed)) return []
    const { name, thread, series, inBox } = bolt
    const length = buy ? next : inBox!
    return [{ is: 'bolt', name, thread, count: own?.count ?? null, length, series, buy, cut: buy ? cut : 0 }]
  })
}

function uBoltRows(job: Job, kit: Kit, axle: AxleEnd, topics: readonly Topic[]): HandRow[] {
  if (!topics.includes('u-bolts')) return []
  const parts = partsAround(job.vehicle, job.survey, axle, sitsOn(kit))
  return uBoltNeeds(kit, parts, job.survey[axle].liftBlock ?? 0).map(
    ({ bolt, needed, verdict, measured }): HandRow => ({
      is: 'u-bolt',
      name: bolt.name,
      thread: bolt.thread,
      leg: needed,
      verdict,
      measured,
    }),
  )
}
function shieldRows({ mounting }: Kit, pipe: Meters | null, topics: readonly Topic[]): HandRow[] {
  const shield = mounting?.shield
  if (!shield || !topics.includes('shield')) return []
  return [{ is: 'shield', pipe, most: shield.clampMost, joined: pipe !== null && isAbove(pipe, shield.clampMost) }]
}

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
  return [
    ...fittingRows(job, lines, axle, step, topics),
    ...mine.flatMap((tube) => (isSleeve ? sleeveHere(lines, tube) : runRows(lines, tube))),
  ]
}
const KINDS: Partial<Record<Topic, readonly CircuitNode['kind'][]>> = {
  tee: ['tee'],
  valve: ['valve'],
  compressor: ['compressor', 'tank', 'manifold'],
}
// eslint-disable-next-line max-params -- as above
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
const beginOf = ({ from }: Tube) => from.node
function runRows(lines: LinesToRun, tube: Tube): HandRow[] {
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
    },
    ...has<HandRow>(piece.coiled > 0, { is: 'coiled', line: tube.id, length: piece.coiled }),
    {
      is: 'way',
      line: tube.id,
      from: tube.from.node,
      to: tube.to.node,
      through: throughOf(lines, laid),
      estimated: lines.estimated,
    },
    ...sleeveRows(lines, tube),
    ...laid.report.loom.map(({ from, to }): HandRow => ({
      is: 'loom',
      line: tube.id,
      begins: beginOf(tube),
      from,
      to,
    })),
    { is: 'ties', line: tube.id, count: laid.report.ties.length, never: neverTiedTo(lines, laid) },
  ]
}
/** Whether half a coil does not reach a line, and it is the longer one. */
const isCutFirst = ({ half, coils }: CutList, line: string): boolean =>
  half?.reaches === false && coils[0]?.pieces[0]?.line === line
function sleeveRows({ laid }: LinesToRun, tube: Tube): HandRow[] {
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

/** What a job's lines come to, step by step, and the circuit that they are of. */
export interface StepHands {
  circuit: Circuit
  rows: Record<string, HandRow[]>
}
/**
 * All that the hand needs at each step of a plan; lines are routed for it, which takes a moment.
 * @param steps of the job's plan
 */
export function stepHand(job: Job, active: CaseAssessment, steps: readonly PlanStep[]): StepHands {
  const { circuit } = linesToRun(job, active)
  const lines = lineHands(job, active, steps)
  return {
    circuit,
    rows: Object.fromEntries(steps.map((s) => [s.id, [...mountHand(job, s), ...(lines[s.id] ?? [])]])),
  }
}
/** What lines come to at each step; a sleeve is told where it is put on, and not once more where its line is run. */
export function lineHands(job: Job, active: CaseAssessment, steps: readonly PlanStep[]): Record<string, HandRow[]> {
  const rows = steps.map((step) => ({ step, rows: lineHand(job, active, step) }))
  const ofSleeves = rows.filter(({ step }) => topicsOf(step).includes('sleeve') && !topicsOf(step).includes('line'))
  const told = new Set(ofSleeves.flatMap((r) => r.rows.map((row) => JSON.stringify(row))))
  return Object.fromEntries(
    rows.map((r) => [
      r.step.id,
      ofSleeves.includes(r) ? r.rows : r.rows.filter((row) => !told.has(JSON.stringify(row))),
    ]),
  )
}
