import { inputsOf } from '../stages/plan'
import { fastenerCloses, placeCloses, type AtStep, type FastenerState, type PlaceState } from '../stages/bay'
import type { PlanStep } from '../kit'
import { replay, type FlagCode, type Missing } from '../proof'
import type { BayRecord, RecordOf } from '../records'
import type { Facts } from '../facts'

/** Flags that a person at the step can still answer before it is recorded. */
const ANSWERABLE = ['check-open', 'not-answered', 'not-agreed', 'not-clear'] as const satisfies readonly FlagCode[]
type Answerable = (typeof ANSWERABLE)[number]
const isAnswerable = (code: FlagCode): code is Answerable => (ANSWERABLE as readonly FlagCode[]).includes(code)

/** What keeps a step from being recorded as done. */
export type Hindrance =
  | { code: 'taken'; by: string }
  /** A torque that was taken and does not count. */
  | { code: 'torque-void'; missing: Missing }
  /** `place` is null where the fastener has one only. */
  | { code: 'torque-open'; fastener: string; place: number | null; state: PlaceState }
  | { code: Answerable; about: string }

/** Who would record it, when, and who else is at which step. */
export interface Recorder {
  name: string
  /** ms since 1970. */
  time: number
  others: readonly AtStep[]
}

/**
 * What keeps a step from being done now: somebody else is at it, a torque of it is open, or it would prove nothing.
 * @param facts of the job, without the step on record
 * @returns null where it may be recorded
 */
export function hindranceOf(
  facts: Pick<Facts, 'job' | 'standing' | 'plan' | 'torques'>,
  step: PlanStep,
  recorder: Recorder,
): Hindrance | null {
  const taken = recorder.others.find((o) => o.step === step.id && o.rests === null)
  if (taken) return { code: 'taken', by: taken.name }
  const open = facts.torques.find((t) => t.step.id === step.id && !fastenerCloses(t))
  return open ? openTorque(open) : wouldProveNothing(facts, step, recorder)
}

function openTorque({ fastener, places, missing }: FastenerState): Hindrance {
  const lack = missing.find((m) => m.flag ?? m.voided)
  if (lack) return { code: 'torque-void', missing: lack }
  const place = places.findIndex((p) => !placeCloses(fastener, p.state))
  return {
    code: 'torque-open',
    fastener: fastener.name,
    place: places.length > 1 ? place + 1 : null,
    state: places[place]!.state,
  }
}

/** The proof itself is asked, with the step on record. Its turn does not count: whoever is at it sees that beside it. */
function wouldProveNothing(
  { job, standing, plan }: Pick<Facts, 'job' | 'standing' | 'plan'>,
  step: PlanStep,
  { name, time }: Recorder,
): Hindrance | null {
  const now: BayRecord = {
    id: 'now',
    sequence: Number.MAX_SAFE_INTEGER,
    at: new Date(time).toISOString(),
    by: name,
    supersedes: null,
    body: { kind: 'step', step: step.id, outcome: 'done', reason: '' },
  }
  const flag = replay(job, plan, [...standing, now]).evidence.get(now.id)?.flag
  return flag && isAnswerable(flag.code) ? { code: flag.code, about: flag.about } : null
}

/**
 * The plan as it has to go on record when work begins: a later program does not change it under anybody's hands.
 * @returns null where it is on record, where work has begun without one, or where there is none
 */
export function planToRecord({
  job,
  standing,
  plan,
}: Pick<Facts, 'job' | 'standing' | 'plan'>): RecordOf<'planned'>['body'] | null {
  if (!plan?.ok || standing.some((r) => r.body.kind === 'planned' || r.body.kind === 'step')) return null
  return { kind: 'planned', of: inputsOf(job), steps: plan.plan.steps }
}
