import type { AxleEnd } from '../vehicle'
import { ofKind, type BayRecord, type RecordKind } from '../records'
import type { PlanOutcome } from '../plan'
import { axleOfConnection, foundJob, kitAt, type Job } from '../job'
import { contradiction } from './contradiction'
import { takeEffect } from './effect'
import type { Evidence, VoidCode } from './evidence'
import { axleOfCorner, factAt, timeOf } from './places'
import type { Situation } from './situation'
import { beginWork, isFitted, isLined, type Work } from './work'

/** What the records of a job tell: each with the state it was taken in, and how the vehicle is now. */
export interface Proof {
  evidence: ReadonlyMap<string, Evidence>
  now: Situation
  /** Whether every bracket, alignment and torque of an axle's kit is in; true for a kit that was there already. */
  fitted: Record<AxleEnd, boolean>
  /** Whether its lines are in as well. */
  lined: Record<AxleEnd, boolean>
}

/** Whether a record still proves what it says. */
export const counts = (proof: Proof, { id }: Pick<BayRecord, 'id'>): boolean => {
  const evidence = proof.evidence.get(id)
  return evidence !== undefined && evidence.flag === null && evidence.voided === null
}

/** Kinds that something later can void. */
const VOIDABLE = new Set<RecordKind>(['torque', 'height', 'gap', 'room-gap', 'connection', 'air-check', 'bag-pressure'])

/**
 * Walks through the records of a job in the order in which things were done, and keeps the state of the work: what holds
 * the vehicle, which wheels are on, which steps are behind it, what is on it, what air is in. A record that cannot have
 * been taken in that state is kept, flagged, and changes nothing; one that something later takes back is void.
 *
 * It depends on the records alone and on when each was taken down, not on the order in which they came in.
 * @param plan the job's work plan; null without a kit
 * @param standing records that stand, oldest first
 */
export function replay(job: Job, plan: PlanOutcome | null, standing: readonly BayRecord[]): Proof {
  const findings = ofKind(standing, 'finding').map(({ body }) => factAt(body.axle, body.fact))
  const work = beginWork(foundJob(job, standing), plan, new Set(findings))
  for (const record of standing) {
    const changed = changedSince(work, record)
    const flag = changed ? null : contradiction(work, record)
    const evidence: Evidence = { record, situation: work.now, flag, voided: changed && { code: changed, by: null } }
    work.evidence.set(record.id, evidence)
    if (!changed) takeEffect(work, record, flag)
    // Only now: no record voids itself.
    if (VOIDABLE.has(record.body.kind)) keep(work, evidence)
  }
  return {
    evidence: work.evidence,
    now: work.now,
    fitted: { front: isFitted(work, 'front'), rear: isFitted(work, 'rear') },
    lined: { front: isLined(work, 'front'), rear: isLined(work, 'rear') },
  }
}
function keep({ voidable }: Work, evidence: Evidence): void {
  const list = voidable.get(evidence.record.body.kind)
  if (list) list.push(evidence)
  else voidable.set(evidence.record.body.kind, [evidence])
}

/** Why a record is about what the plan does not have any more: another kit, another load of the same name. */
// eslint-disable-next-line complexity -- what a record is about and since when that is so, thing by thing
function changedSince({ job, steps, now }: Work, record: BayRecord): VoidCode | null {
  const { body } = record
  const axle = axleOfWork(job, body, steps)
  const since = axle && kitAt(job, axle)?.since
  if (since && timeOf(record) < Date.parse(since)) return 'kit-changed'
  if (axle && isRevised(job, axle, record)) return 'instructions-changed'
  if (
    (body.kind === 'air-check' || body.kind === 'bag-pressure') &&
    job.circuitSince &&
    timeOf(record) < Date.parse(job.circuitSince)
  )
    return 'circuit-changed'
  if (!isStanding(body)) return null
  const mounted = axle && kitAt(job, axle)?.mountSince
  if (mounted && timeOf(record) < Date.parse(mounted)) return 'mount-changed'
  // What weighs on it: what is always on it, and the load.
  const on = body.kind === 'height' ? (body.load === 'loaded' ? body.loadCase : null) : (now.load?.loadCase ?? null)
  const reweighed = [job.fittingsSince, job.loadCases.find((c) => c.id === on)?.since]
  return reweighed.some((at) => at && timeOf(record) < Date.parse(at)) ? 'load-changed' : null
}
/** What is read of how it stands after the work. */
const isStanding = (body: BayRecord['body']): boolean =>
  (body.kind === 'height' && body.timing === 'after') ||
  body.kind === 'gap' ||
  body.kind === 'room-gap' ||
  body.kind === 'bag-pressure'

/** Whether another version of the kit, taken later, changed the step or the fastener that a record is about. */
function isRevised(job: Job, axle: AxleEnd, record: BayRecord): boolean {
  const { body } = record
  if (body.kind !== 'step' && body.kind !== 'torque') return false
  const [name = ''] = body.step.split(':')
  const operation = axle === 'front' ? name.replace(/^front-/, '') : name
  return (kitAt(job, axle)?.revised ?? []).some(
    (revision) =>
      timeOf(record) < Date.parse(revision.at) &&
      (revision.steps.includes(operation) || (body.kind === 'torque' && revision.fasteners.includes(body.fastener))),
  )
}

/** Which axle's kit a record is about; null for anything else. */
function axleOfWork(job: Job, body: BayRecord['body'], steps: Work['steps']): AxleEnd | null {
  switch (body.kind) {
    case 'step':
    case 'torque':
    case 'seat-seen':
    case 'looked':
    case 'opened-again': {
      const step = steps.get(body.step)
      return step?.kind === 'operation' ? step.axle : null
    }
    case 'gap':
    case 'room-gap':
    case 'bag-pressure':
    case 'air-check':
      return body.axle
    case 'connection':
      return axleOfConnection(job, body.connection)
    case 'height':
      return body.timing === 'after' ? axleOfCorner(body.corner) : null
    default:
      return null
  }
}

/** A height with the pressure that was in its bags as it was read, where it does not say one itself. */
export function withPressure(record: BayRecord, proof: Proof): BayRecord {
  const { body } = record
  if (body.kind !== 'height' || body.timing !== 'after' || body.bagPressure !== null) return record
  const { air } = proof.evidence.get(record.id)!.situation
  const bags = air[axleOfCorner(body.corner)] ?? air.rear ?? air.front
  return bags ? { ...record, body: { ...body, bagPressure: (bags.left + bags.right) / 2 } } : record
}
