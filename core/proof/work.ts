import type { Pascals } from '../quantity'
import { AXLES, type AxleEnd } from '../vehicle'
import { ancestorsOf, type PlanStep, type StepCheck, hasAir } from '../kit'
import type { BayRecord, RecordKind } from '../records'
import type { Plan, PlanOutcome } from '../plan'
import { kitAt, type Job } from '../job'
import type { Evidence, VoidCode } from './evidence'
import { AS_IT_CAME, type Situation } from './situation'

/** A plan as the state of the work is kept in it: its steps by id, and what an axle's kit needs to be in. */
interface PlannedWork {
  steps: ReadonlyMap<string, PlanStep>
  /** Steps that mount, align and torque, those that run lines besides, and of all these what comes before any air. */
  toMount: Record<AxleEnd, number>
  toLine: Record<AxleEnd, number>
  toAir: Record<AxleEnd, number>
  /** Of those that mount, align and torque, what comes before plate to tire is taped. */
  toTape: Record<AxleEnd, number>
  /** Steps that the plan has behind an axle's first air: air does not wait for them. */
  behindAir: ReadonlySet<string>
  /** Torques that the plan has behind plate to tire: that reading does not wait for them. */
  behindTape: ReadonlySet<string>
}

/** The state of the work while its records are walked through. */
export interface Work {
  job: Job
  steps: ReadonlyMap<string, PlanStep>
  /** Every record so far, and those of the kinds that something can void. */
  evidence: Map<string, Evidence>
  voidable: Map<RecordKind, Evidence[]>
  now: Situation
  /** Something of the vehicle was taken off or mounted. */
  begun: boolean
  /** Steps that are behind it, done or skipped. */
  settled: Set<string>
  /** How many mounting steps, and mounting and line steps, an axle's kit still needs; 0 for one that was there. */
  toMount: Record<AxleEnd, number>
  toLine: Record<AxleEnd, number>
  toAir: Record<AxleEnd, number>
  toTape: Record<AxleEnd, number>
  behindAir: ReadonlySet<string>
  behindTape: ReadonlySet<string>
  /** Axles whose bags go with a kit of the job. */
  aired: Record<AxleEnd, boolean>
  fittable: Record<AxleEnd, boolean>
  /** Who did something since the vehicle was moved last, and who said clear for which move. */
  atIt: Set<string>
  clear: Map<string, Set<string>>
  /** What the customer has agreed to, signed. */
  agreed: Set<string>
  /** Survey answers that a record gives, and those of them that were given by now, by axle. */
  findable: ReadonlySet<string>
  found: Set<string>
  /** How many of each part of an axle's kit were counted last. */
  counted: Partial<Record<AxleEnd, ReadonlyMap<string, number>>>
  /** Pressures that were read at an axle, in order: when, ms, and what. */
  airReads: Record<AxleEnd, { time: number; left: Pascals; right: Pascals }[]>
  /** When the lines of an axle were closed, ms. */
  closedAt: Partial<Record<AxleEnd, number>>
}

/** Phases after which a kit is in. */
const MOUNTED = new Set(['mount', 'align', 'torque'])
const known = new WeakMap<Plan, PlannedWork>()
const NOTHING_PLANNED: PlannedWork = {
  steps: new Map(),
  toMount: { front: 0, rear: 0 },
  toLine: { front: 0, rear: 0 },
  toAir: { front: 0, rear: 0 },
  toTape: { front: 0, rear: 0 },
  behindAir: new Set(),
  behindTape: new Set(),
}

/** Worked out once for a plan: it does not change. */
function plannedWork(outcome: PlanOutcome | null): PlannedWork {
  if (!outcome?.ok) return NOTHING_PLANNED
  const { plan } = outcome
  const worked = known.get(plan)
  if (worked) return worked
  const each = (counts: (step: PlanStep) => boolean) => {
    const count = (axle: AxleEnd) => plan.steps.filter((s) => s.axle === axle && counts(s)).length
    return { front: count('front'), rear: count('rear') }
  }
  const before = ancestorsOf(plan.steps)
  const behind = (check: StepCheck, isMeant: (step: PlanStep) => boolean) => {
    const checks = plan.steps.filter((s) => s.checks.includes(check))
    const late = plan.steps.filter((s) => isMeant(s) && checks.some((c) => c.axle === s.axle && before(s.id).has(c.id)))
    return new Set(late.map((s) => s.id))
  }
  const behindAir = behind('first-air', () => true)
  const behindTape = behind('plate-tire', (s) => s.phase === 'torque')
  const progress = {
    steps: new Map(plan.steps.map((s) => [s.id, s])),
    toMount: each(isMounting),
    toLine: each((s) => isLining(s) && !behindAir.has(s.id)),
    toAir: each((s) => isAiring(s) && !behindAir.has(s.id)),
    toTape: each((s) => isMounting(s) && !behindTape.has(s.id)),
    behindAir,
    behindTape,
  }
  known.set(plan, progress)
  return progress
}
const isMounting = ({ phase }: PlanStep): boolean => phase !== null && MOUNTED.has(phase)
/** What has to be in before there is air: not what waits until it stands. */
export const isLining = (step: PlanStep): boolean =>
  (isMounting(step) && step.support !== 'ride-height') || step.phase === 'lines'

/** What has to be in before a bag is squared at low pressure: its mounts and its line; the last torques may follow. */
const isAiring = (step: PlanStep): boolean => isLining(step) && (step.phase === 'mount' || step.phase === 'lines')

/** The work before its first record. */
export function beginWork(job: Job, plan: PlanOutcome | null, findable: ReadonlySet<string>): Work {
  const planned = plannedWork(plan)
  const { toMount } = planned
  const kits = { front: kitAt(job, 'front'), rear: kitAt(job, 'rear') }
  // A kit without a plan is not in; one that was there already is.
  const fittable = (axle: AxleEnd) => kits[axle]?.work === 'keep' || toMount[axle] > 0
  const left = (of: Record<AxleEnd, number>, axle: AxleEnd) => {
    const kit = kits[axle]
    return kit?.work === 'keep' && kit.leftBy ? 0 : of[axle]
  }
  const leftOf = (of: Record<AxleEnd, number>) => ({ front: left(of, 'front'), rear: left(of, 'rear') })
  return {
    job,
    steps: planned.steps,
    evidence: new Map(),
    voidable: new Map(),
    now: AS_IT_CAME,
    begun: false,
    settled: new Set(),
    toMount: leftOf(toMount),
    toLine: leftOf(planned.toLine),
    toAir: leftOf(planned.toAir),
    toTape: leftOf(planned.toTape),
    aired: { front: kits.front !== null && hasAir(kits.front.kit), rear: kits.rear !== null && hasAir(kits.rear.kit) },
    fittable: { front: fittable('front'), rear: fittable('rear') },
    atIt: new Set(),
    clear: new Map(),
    agreed: new Set(),
    findable,
    found: new Set(),
    counted: {},
    closedAt: {},
    airReads: { front: [], rear: [] },
    behindAir: planned.behindAir,
    behindTape: planned.behindTape,
  }
}

/** Whether every bracket, alignment and torque of an axle's kit is in. */
export const isFitted = (work: Work, axle: AxleEnd): boolean => work.fittable[axle] && work.toMount[axle] === 0
/** Whether its lines are in as well. */
export const isLined = (work: Work, axle: AxleEnd): boolean => work.fittable[axle] && work.toLine[axle] === 0
/** Whether its mounts and lines are in, so that air may go in; it need not have all its torques. */
export const isAirable = (work: Work, axle: AxleEnd): boolean => work.fittable[axle] && work.toAir[axle] === 0
/** Whether plate to tire may be taped: its brackets are in and aligned, and torqued but for what the instructions torque later. */
export const isTapeable = (work: Work, axle: AxleEnd): boolean => work.fittable[axle] && work.toTape[axle] === 0
/** An axle with a kit that is not all in; undefined where all are. */
export const unfitted = (work: Work): AxleEnd | undefined =>
  AXLES.find((axle) => kitAt(work.job, axle) !== null && !isFitted(work, axle))

/** Whose bags a height at an axle depends on: its own, else those of the other axle; null without air. */
export function bagsFor(work: Work, axle: AxleEnd): AxleEnd | null {
  if (work.aired[axle]) return axle
  const other = axle === 'front' ? 'rear' : 'front'
  return work.aired[other] ? other : null
}

/** Puts a step behind the work. */
export function settle(work: Work, step: PlanStep): void {
  if (work.settled.has(step.id)) return
  work.settled.add(step.id)
  const { axle } = step
  if (!axle) return
  if (isMounting(step)) work.toMount[axle] -= 1
  if (isMounting(step) && !work.behindTape.has(step.id)) work.toTape[axle] -= 1
  if (work.behindAir.has(step.id)) return
  if (isLining(step)) work.toLine[axle] -= 1
  if (isAiring(step)) work.toAir[axle] -= 1
}

/** Takes away what records of some kinds have proved, where they are about it. */
export function voidWhere(
  work: Work,
  kinds: readonly RecordKind[],
  { code, by, about }: { code: VoidCode; by: BayRecord; about: (e: Evidence) => boolean },
): void {
  for (const kind of kinds)
    for (const e of work.voidable.get(kind) ?? []) if (!e.flag && !e.voided && about(e)) e.voided = { code, by: by.id }
}
