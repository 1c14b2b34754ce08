import { isBelow, PSI, type Pascals } from '../quantity'
import { hasAir, type StepCheck, type PlanStep } from '../kit'
import { type AxleEnd, surveyAnswer, type SurveyKey } from '../vehicle'
import type { BayRecord, RecordBody, RecordOf } from '../records'
import { canDo } from '../plan'
import { axleOfConnection, connectionsOf, faultsOf, kitAt } from '../job'
import { consentsOfStep } from './consent-of-step'
import type { Flag, FlagCode } from './evidence'
import { axleOfCorner, factAt, partKey, partsHere, timeOf } from './places'
import { bagsFor, isAirable, isFitted, isLined, isTapeable, unfitted, type Work } from './work'

/** Two readings of one dial gauge may differ by this with nothing let in or out (common practice). */
export const SAME_PRESSURE: Pascals = 1.5 * PSI
/** Readings may be dated a little ahead of the server's clock, not more, ms. */
export const CLOCK_SLACK = 5 * 60_000
const MINUTE = 60_000

/** A record of a file that is older than the day of its job by more than this is none of it, ms: a year. Common practice, no published source. */
const LONG_BEFORE = 365 * 24 * 60 * MINUTE

const flagged = (code: FlagCode, about = ''): Flag => ({ code, about })

/**
 * How a record contradicts the state of the work it was taken in.
 * @returns null where it does not
 * Source: common practice, no published source.
 */
// eslint-disable-next-line complexity -- a case for each kind of record, in the order in which it is asked
export function contradiction(work: Work, record: BayRecord): Flag | null {
  const { body } = record
  const dated = dateFlag(work, record)
  if (dated) return dated
  switch (body.kind) {
    case 'step':
      return stepFlag(work, body, record.by)
    case 'torque':
      return torqueFlag(work, body)
    case 'looked': {
      const step = work.steps.get(body.step)
      return step ? turnFlag(work, step) : flagged('not-in-plan', body.step)
    }
    case 'height':
      return heightFlag(work, body)
    case 'load-on':
      return isUnknown(work, body.loadCase) ? flagged('unknown-load', body.loadCase ?? '') : null
    case 'gap':
      if (body.check === 'line-exhaust') return isLined(work, body.axle) ? null : flagged('not-fitted', body.axle)
      if (body.check === 'plate-tire' && isTapeable(work, body.axle)) return tapeFlag(work, body.axle)
      return isFitted(work, body.axle) ? standingFlag(work) : flagged('not-fitted', body.axle)
    case 'room-gap':
      // Read standing or hanging: what it is held against follows from the state.
      return isFitted(work, body.axle) ? null : flagged('not-fitted', body.axle)
    case 'connection': {
      const axle = axleOfConnection(work.job, body.connection)
      return isLined(work, axle) ? null : flagged('not-fitted', axle)
    }
    case 'bag-pressure':
      return isAirable(work, body.axle) ? null : flagged('not-fitted', body.axle)
    case 'air-check': {
      if (!isLined(work, body.axle)) return flagged('not-fitted', body.axle)
      const read = Date.parse(body.readAt)
      if (read > timeOf(record) + CLOCK_SLACK) return flagged('dated-ahead')
      // A time is typed to the minute: one of the same minute is no earlier.
      if (read < minuteOf(work.closedAt[body.axle] ?? -Infinity)) return flagged('before-lines')
      return body.end === 'start' && isUnsettled(work, body, read) ? flagged('air-let-in') : null
    }
    default:
      return null
  }
}

/** Air just pumped in is warm, and rubber gives: a hold begins so many minutes after. Common practice, no published source. */
export const SETTLE_MINUTES = 10
/** The times of a record of a file are what the file says: against the clock it was taken in by, and the day of its job. */
function dateFlag({ job }: Work, record: BayRecord): Flag | null {
  if (!record.origin?.imported) return null
  const time = timeOf(record)
  if (time > Date.parse(record.origin.received) + CLOCK_SLACK) return flagged('dated-ahead')
  return time < Date.parse(job.day) - LONG_BEFORE ? flagged('dated-long-before') : null
}
/** Whether air went in or out within the wait before a hold began, or since, by what was read in between. */
function isUnsettled(work: Work, { axle, side, pressure }: RecordOf<'air-check'>['body'], read: number): boolean {
  const from = minuteOf(read) - (SETTLE_MINUTES - 1) * MINUTE
  const isOther = (p: Pascals) => Math.abs(p - pressure) > SAME_PRESSURE
  return work.airReads[axle].some(
    ({ time, left, right }) =>
      time >= from && ((side !== 'right' && isOther(left)) || (side !== 'left' && isOther(right))),
  )
}
const minuteOf = (ms: number): number => Math.floor(ms / MINUTE) * MINUTE

function turnFlag({ steps, settled }: Work, step: PlanStep): Flag | null {
  const first = step.after.find((id) => steps.has(id) && !settled.has(id))
  return first === undefined ? null : flagged('before-its-turn', first)
}
function stepFlag(work: Work, { step: id, outcome }: RecordOf<'step'>['body'], by: string): Flag | null {
  const step = work.steps.get(id)
  if (!step) return flagged('not-in-plan', id)
  // A step that is skipped asks for nothing.
  if (outcome === 'skipped') return null
  // A change of state is what somebody did, in whatever order, but not over somebody who is under it.
  if (step.kind === 'state') {
    const clear = work.clear.get(id)
    const under = [...work.atIt].find((name) => name !== by && !clear?.has(name))
    return under === undefined ? null : flagged('not-clear', under)
  }
  const state = turnFlag(work, step) ?? (canDo(step, step.axle, work.now.stand) ? null : flagged('wrong-support', id))
  if (state) return state
  const open = step.checks.find((check) => step.axle !== null && !isShown(work, step.axle, check, step.side))
  if (open !== undefined) return flagged('check-open', open)
  if (!isAtItsPressure(work, step)) return flagged('check-open', 'pressure')
  // What nothing undoes is agreed to before it is done.
  const owed = consentsOfStep(work.job, step).find(({ to }) => !work.agreed.has(to))
  if (owed) return flagged('not-agreed', owed.about)
  const unanswered = step.asks.find((fact) => !isAnswered(work, step.axle ?? 'rear', fact))
  return unanswered === undefined ? null : flagged('not-answered', unanswered)
}
/** Whether a question of a step has its answer by now: from the survey, or found before. */
const isAnswered = ({ job, findable, found }: Work, axle: AxleEnd, fact: SurveyKey): boolean =>
  surveyAnswer(job.survey, fact, axle) !== null && (!findable.has(factAt(axle, fact)) || found.has(factAt(axle, fact)))

/** Records of a kind that prove what they say, as far as the work has come. */
const provedOf = <K extends RecordBody['kind']>(work: Work, kind: K): RecordOf<K>['body'][] =>
  (work.voidable.get(kind) ?? []).flatMap(({ record, flag, voided }) =>
    flag || voided || record.body.kind !== kind ? [] : [record.body as RecordOf<K>['body']],
  )
/** Bags that a step is about: those of its side. */
const bagsOf = (air: { left: Pascals; right: Pascals }, side: PlanStep['side']): Pascals[] =>
  side ? [air[side]] : [air.left, air.right]
/** Whether there is as much air in the bags as a step is done at, by what was read last; a dial may read a little off. */
function isAtItsPressure(work: Work, { axle, side, pressure }: PlanStep): boolean {
  const kitHere = axle && kitAt(work.job, axle)
  if (!pressure || !kitHere || !hasAir(kitHere.kit)) return true
  const air = work.now.air[axle]
  return (
    air !== undefined &&
    bagsOf(air, side).every((p) => p >= pressure.low - SAME_PRESSURE && p <= pressure.high + SAME_PRESSURE)
  )
}
/** Whether what a step looks at is on record: read, and as it has to be. */
function isShown(work: Work, axle: AxleEnd, check: StepCheck, side: PlanStep['side']): boolean {
  const kitHere = kitAt(work.job, axle)
  if (!kitHere) return true
  const { kit } = kitHere
  switch (check) {
    case 'first-air': {
      if (!hasAir(kit)) return true
      const air = work.now.air[axle]
      const { minimum } = kit.bag
      return air !== undefined && bagsOf(air, side).every((p) => !isBelow(p, minimum))
    }
    case 'connections':
      return (
        !faultsOf(work.job).length &&
        connectionsOf(work.job).every(
          (c) =>
            c.axle !== axle ||
            provedOf(work, 'connection').findLast((b) => c.id === b.connection)?.result === 'no-bubbles',
        )
      )
    case 'parts':
      return partsHere(kitHere, work.job).every((p) => (work.counted[axle]?.get(partKey(p)) ?? 0) >= p.count)
    case 'plate-tire':
      return (['left', 'right'] as const).every((side) =>
        provedOf(work, 'gap').some((b) => b.axle === axle && b.check === 'plate-tire' && b.side === side),
      )
  }
}
function torqueFlag(work: Work, body: RecordOf<'torque'>['body']): Flag | null {
  const step = work.steps.get(body.step)
  const fastener = step?.torques.find((f) => f.id === body.fastener)
  if (!step || !fastener) return flagged('not-in-plan', body.step)
  const { stand } = work.now
  if (fastener.when === 'at-ride-height') {
    const standing = standingFlag(work)
    if (standing) return standing
  }
  const onWheels = step.support === 'on-wheels' || step.support === 'ride-height'
  return turnFlag(work, step) ?? (onWheels && !canDo(step, step.axle, stand) ? flagged('not-on-wheels') : null)
}

function standingFlag({ now }: Work): Flag | null {
  if (now.stand.support !== 'on-wheels') return flagged('not-on-wheels')
  return now.settled ? null : flagged('not-settled')
}
/** Plate to tire that the instructions tape before the lines is read as it was let down: it has not rolled yet. */
function tapeFlag(work: Work, axle: AxleEnd): Flag | null {
  const isDue = (s: PlanStep) =>
    s.axle === axle && s.support === 'on-wheels' && s.checks.includes('plate-tire') && !work.settled.has(s.id)
  return work.now.stand.support === 'on-wheels' && [...work.steps.values()].some(isDue) ? null : standingFlag(work)
}
const isUnknown = ({ job }: Work, loadCase: string | null): boolean =>
  loadCase !== null && !job.loadCases.some((c) => c.id === loadCase)
function loadFlag(work: Work, loadCase: string | null): Flag | null {
  if (isUnknown(work, loadCase)) return flagged('unknown-load', loadCase ?? '')
  const { load } = work.now
  return load?.said && load.loadCase !== loadCase ? flagged('other-load', load.loadCase ?? '') : null
}

function heightFlag(work: Work, body: RecordOf<'height'>['body']): Flag | null {
  const load = loadFlag(work, body.load === 'loaded' ? body.loadCase : null)
  if (body.timing === 'before') return work.begun ? flagged('work-begun') : (load ?? standingFlag(work))
  const missing = unfitted(work)
  if (missing) return flagged('not-fitted', missing)
  const bags = bagsFor(work, axleOfCorner(body.corner))
  return standingFlag(work) ?? load ?? (bags && pressureFlag(work, bags, body))
}
function pressureFlag({ now }: Work, bags: 'front' | 'rear', body: RecordOf<'height'>['body']): Flag | null {
  const { bagPressure: stated } = body
  // Under another load than the gauge was read with, nobody has read it.
  const isOther = now.load !== null && now.load.loadCase !== (body.load === 'loaded' ? body.loadCase : null)
  const air = isOther ? undefined : now.air[bags]
  if (!air) return stated === null ? flagged('pressure-unknown', bags) : null
  return stated !== null && Math.abs(stated - (air.left + air.right) / 2) > SAME_PRESSURE
    ? flagged('other-pressure', bags)
    : null
}
