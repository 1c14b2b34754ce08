import { standsOn } from '../job'
import type { Facts } from '../facts'
import type { BayRecord, FinalCheckId } from '../records'

/** What a short visit proves anew; all else was proved as the vehicle left, and still is while nothing is opened. */
const RECHECKED: readonly FinalCheckId[] = ['torques', 'minimum-pressure']
/** What the visit before answered or had signed, and what nothing here changes. */
const ANSWERED = new Set([
  'overload-unsigned',
  'kit-does-not-fit',
  'kit-needs-answer',
  'touches-as-mounted',
  'hole-not-looked-at',
])

/** Whether a record says that something was opened, moved or raised. */
function opens({ body }: BayRecord): boolean {
  switch (body.kind) {
    case 'off':
    case 'part-fate':
    case 'connection-opened':
    case 'bracket-moved':
    case 'step-added':
    case 'finding':
      return true
    case 'moved':
      return body.support !== 'on-wheels' || body.wheels === 'off'
    default:
      return false
  }
}

const known = new WeakMap<Facts, boolean>()
/**
 * Whether this visit is only a look at what the one before left: kits as they were, nothing opened, moved, raised or changed. Where
 * anything else was done it is a visit like any other, and owes what that owes.
 */
function isRecheckOnly(facts: Facts): boolean {
  // Of most jobs nothing more has to be looked at.
  if (!facts.job.recheck) return false
  const before = known.get(facts)
  if (before !== undefined) return before
  const { job, proof } = facts
  const records = [...proof.evidence.values()].map((e) => e.record)
  const only =
    job.recheck!.standsOn === standsOn(job) &&
    job.kits.every(({ work, leftBy }) => work === 'keep' && leftBy) &&
    !records.some(opens)
  known.set(facts, only)
  return only
}

/** Whether a final check was proved by the visit before and is not asked on this one. */
export const isProvedBefore = (facts: Facts, check: FinalCheckId): boolean =>
  !RECHECKED.includes(check) && isRecheckOnly(facts)
/** Whether a stop was answered on the visit before. */
export const isAnsweredBefore = (facts: Facts, code: string): boolean => ANSWERED.has(code) && isRecheckOnly(facts)
