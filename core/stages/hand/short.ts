import { kitAt, type Job, type JobKit } from '../../job'
import { hasAir, USUAL_MOUNT, type Kit, type PlanStep, type Procedure } from '../../kit'
import { boltNeeds } from '../../mounting'
import { partKey, partsHere } from '../../proof'
import { isAbove, type Meters } from '../../quantity'
import { ofKind, type BayRecord } from '../../records'
import type { AxleEnd } from '../../vehicle'
import type { FastenerState } from '../bay'
import type { CaseAssessment } from '../choose'
import { neededParts } from '../plan'
import { linesToRun } from './lines'
import { lineHand } from './line-rows'
import { mountHand } from './rows'

/** Something that a job needs and that is not there: beyond the box, missing from it, or not looked up. */
export type ShortRow = (
  | { is: 'part'; name: string; count: number; item: string | null }
  /** Counted on the bench, and too few. */
  | { is: 'missing'; name: string; count: number; axle: AxleEnd }
  | { is: 'bolt'; name: string; thread: string; length: Meters; series: 'inch' | 'metric'; count: number; cut: Meters }
  | { is: 'clamp'; pipe: Meters; most: Meters }
  | { is: 'tube'; length: Meters }
  | { is: 'sleeve'; length: Meters }
  | { is: 'ties'; count: number }
  | { is: 'sealant'; name: string }
  /** The vehicle maker's torque of a fastener: to be looked up. */
  | { is: 'figure'; name: string; fastener: string }
) & {
  /** Ids of the steps that cannot begin without it; none where it is only good to have. */
  steps: string[]
}

interface Known {
  job: Job
  active: CaseAssessment
  steps: readonly PlanStep[]
  torques: readonly FastenerState[]
  /** Records that stand, oldest first. */
  standing: readonly BayRecord[]
}

/** What is in the boxes of a job by a word that its name has; null where no box is listed. */
function inBoxes({ kits, procedures }: Job, word: RegExp): { count: number; length: Meters } | null {
  const fitted = kits.filter((k) => k.work === 'fit')
  const boxes: Pick<Kit | Procedure, 'parts'>[] = [...fitted.map((k) => k.kit), ...procedures.map((p) => p.procedure)]
  if (!fitted.every(({ kit }) => kit.parts.length)) return null
  const parts = boxes.flatMap((b) => b.parts).filter((p) => word.test(p.name))
  return {
    count: parts.reduce((sum, p) => sum + p.count, 0),
    length: parts.reduce((sum, p) => sum + p.count * ('length' in p ? (p.length ?? 0) : 0), 0),
  }
}

/**
 * All that a job needs beyond its boxes, from every stage, before the bay is taken.
 * @param withLines whether the lines are worked out too, which takes a moment
 * @returns what keeps a step from beginning first
 */
export function shortOf(known: Known, withLines: boolean): ShortRow[] {
  const { job, steps, torques } = known
  const fitted = job.kits.filter((k) => k.work === 'fit')
  const rows: ShortRow[] = [
    ...fitted.flatMap((k) => missingFrom(known, k)),
    ...neededParts(job).map(({ name, count, item }): ShortRow => ({ is: 'part', name, count, item, steps: [] })),
    ...fitted.flatMap((k) => boltsToBuy(job, k, steps)),
    ...fitted.flatMap((k) => clampsToBuy(job, k, steps)),
    ...(withLines ? lineThings(known) : []),
    ...sealants(job, fitted, steps),
    ...figures(torques),
  ]
  return rows.sort((a, b) => Number(b.steps.length > 0) - Number(a.steps.length > 0))
}

function missingFrom({ job, standing }: Known, jobKit: JobKit): ShortRow[] {
  const { axle } = jobKit.kit
  const counted = new Map<string, number>()
  for (const { body } of ofKind(standing, 'parts-counted'))
    if (body.axle === axle) for (const { part, has } of body.counts) counted.set(part, has)
  return partsHere(jobKit, job).flatMap((p): ShortRow[] => {
    const has = counted.get(partKey(p))
    return has !== undefined && has < p.count
      ? [{ is: 'missing', name: p.name, count: p.count - has, axle, steps: [] }]
      : []
  })
}

/** Steps at an axle that a row of theirs tells of. */
const stepsWith = (
  job: Job,
  axle: AxleEnd,
  steps: readonly PlanStep[],
  isIt: (row: ReturnType<typeof mountHand>[number]) => boolean,
) => steps.flatMap((s) => ((s.axle ?? axle) === axle && mountHand(job, s).some(isIt) ? s.id : []))

const boltsToBuy = (job: Job, { kit, mount = USUAL_MOUNT }: JobKit, steps: readonly PlanStep[]): ShortRow[] =>
  boltNeeds(kit, mount, job.survey[kit.axle].liftBlock ?? 0).flatMap(({ bolt, buy, next, cut, fits }): ShortRow[] =>
    buy && fits
      ? [
          {
            is: 'bolt',
            name: bolt.name,
            thread: bolt.thread,
            length: next,
            series: bolt.series,
            // Of each side.
            count: 2 * bolt.count,
            cut,
            steps: stepsWith(job, kit.axle, steps, (r) => r.is === 'bolt' && r.name === bolt.name),
          },
        ]
      : [],
  )

function clampsToBuy(job: Job, { kit }: JobKit, steps: readonly PlanStep[]): ShortRow[] {
  const shield = kit.mounting?.shield
  const pipe = job.survey[kit.axle].exhaustDiameter
  return shield && pipe !== null && isAbove(pipe, shield.clampMost)
    ? [{ is: 'clamp', pipe, most: shield.clampMost, steps: stepsWith(job, kit.axle, steps, (r) => r.is === 'shield') }]
    : []
}

/** Tube, sleeve and ties by the lines as they lie. */
function lineThings({ job, active, steps }: Known): ShortRow[] {
  if (!job.kits.some(({ kit, work }) => work === 'fit' && hasAir(kit))) return []
  const { list, laid } = linesToRun(job, active)
  const sum = (lengths: readonly { from: Meters; to: Meters }[]) => lengths.reduce((all, l) => all + l.to - l.from, 0)
  const sleeve = laid.reduce((all, l) => all + sum(l.report.sleeve), 0)
  const ties = laid.reduce((all, l) => all + l.report.ties.length, 0)
  const [sleeves, ownTies] = [inBoxes(job, /sleeve/i), inBoxes(job, /\bties?\b/i)]
  const tube = (list?.buy ?? []).reduce((all, p) => all + p.length, 0)
  const bought = new Set(list?.buy.map((p) => p.line))
  const running = steps.flatMap((s) =>
    lineHand(job, active, s).some((r) => r.is === 'cut' && bought.has(r.line)) ? s.id : [],
  )
  const shortSleeve = sleeves ? sleeve - sleeves.length : 0
  const shortTies = ownTies ? ties - ownTies.count : 0
  return [
    ...(tube > 0 ? [{ is: 'tube' as const, length: tube, steps: running }] : []),
    // A sleeve of which the paper gives no length is there.
    ...(isAbove(shortSleeve, 0) && !(sleeves!.count && !sleeves!.length)
      ? [{ is: 'sleeve' as const, length: shortSleeve, steps: [] }]
      : []),
    ...(shortTies > 0 ? [{ is: 'ties' as const, count: shortTies, steps: [] }] : []),
  ]
}

/** Sealant for threads that have none on them and are not sealed otherwise, where no box has any. */
function sealants(job: Job, fitted: readonly JobKit[], steps: readonly PlanStep[]): ShortRow[] {
  const box = inBoxes(job, /sealant/i)
  if (!box || box.count) return []
  const dry = new Set(fitted.flatMap(({ kit }) => kit.fasteners.flatMap((f) => (f.fitting?.sealant ? [f.name] : []))))
  return [...dry].slice(0, 1).map((name): ShortRow => ({
    is: 'sealant',
    name,
    steps: steps.flatMap((s) => (s.torques.some((f) => f.fitting?.sealant) ? s.id : [])),
  }))
}

function figures(torques: readonly FastenerState[]): ShortRow[] {
  const owed = torques.filter((t) => t.fastener.spec.kind === 'vehicle-maker' && t.makerFigure === undefined)
  return [...new Set(owed.map((t) => t.fastener.id))].map((fastener): ShortRow => {
    const mine = owed.filter((t) => t.fastener.id === fastener)
    return { is: 'figure', name: mine[0]!.fastener.name, fastener, steps: mine.map((t) => t.step.id) }
  })
}

/** Spare of each kind that the boxes have and the job as it is done leaves over: a sheet says what stays. */
export function leftOver(
  job: Job,
  { standing, active }: Pick<Known, 'standing' | 'active'>,
): { name: string; count: number }[] {
  if (!ofKind(standing, 'parts-counted').length) return []
  return job.kits.flatMap((jobKit) => {
    if (jobKit.work !== 'fit' || !hasAir(jobKit.kit)) return []
    const { circuit } = linesToRun(job, active)
    return jobKit.kit.parts.flatMap((p) => {
      if (p.circuit === null) return []
      const used = circuit.nodes.filter(
        (n) => n.kind === p.circuit && (n.axle === null || kitAt(job, n.axle) === jobKit),
      )
      return p.count > used.length ? [{ name: p.name, count: p.count - used.length }] : []
    })
  })
}
