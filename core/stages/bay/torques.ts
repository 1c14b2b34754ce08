import { isByFeel, isUnderRange, judgeTorque, type TorqueVerdict } from '../../torque'
import type { Fastener, PlanStep } from '../../kit'
import type { Plan } from '../../plan'
import { ofKind, type BayRecord, type RecordOf } from '../../records'
import { counts, missing, unproved, type Missing, type Proof } from '../../proof'

export type PlaceState =
  | TorqueVerdict
  | 'missing'
  | 'by-feel'
  /** The wrench could not reach it, and nobody has looked at it a second time. */
  | 'look-again'
  | 'not-reached'
  | 'none-given'

/** Why a reading is less sure than it looks: the wrench it was pulled with. */
export type WrenchDoubt = 'under-range' | 'overdue'

export interface FastenerState {
  step: PlanStep
  fastener: Fastener
  /** One entry a place, 1 first; `passes` how many earlier passes are on record there. */
  places: {
    state: PlaceState
    value: number | null
    record: BayRecord | null
    passes: number
    doubt: WrenchDoubt | null
  }[]
  /** Undone after it was torqued, and not torqued since. */
  openedAgain: boolean
  /** Vehicle maker's figure, N·m, where the spec defers to it and it has been looked up. */
  makerFigure: number | undefined
  /** What it lacks to be proved. */
  missing: Missing[]
}

/** States that close a line. `by-feel` closes only where the instructions give nothing to judge. */
export function placeCloses(fastener: Fastener, state: PlaceState): boolean {
  if (state === 'within' || state === 'not-reached') return fastener.spec.kind !== 'vehicle-maker' || state === 'within'
  return isByFeel(fastener.spec) && (state === 'by-feel' || state === 'none-given' || state === 'not-judged')
}
/** Whether every place of a fastener is settled. */
export const fastenerCloses = (state: FastenerState): boolean =>
  state.places.every((p) => placeCloses(state.fastener, p.state))

/** What a place of a fastener lacks. */
function placeMissing(
  fastener: Fastener,
  about: string,
  state: PlaceState,
  { value, latest, proof }: { value: number | null; latest: RecordOf<'torque'> | null; proof: Proof },
): Missing | null {
  if (placeCloses(fastener, state)) return null
  if (state === 'missing') {
    const evidence = latest && proof.evidence.get(latest.id)
    return (evidence && unproved(evidence, about)) ?? missing('not-done', about)
  }
  return missing(state === 'needs-maker-figure' ? 'no-figure' : 'wrong-torque', about, { has: value })
}

/**
 * Torque state of every fastener of a plan: a reading counts while the fastener was in and has not been opened since.
 * @param standing records that stand, oldest first
 */
export function torqueStates(plan: Plan, standing: readonly BayRecord[], proof: Proof): FastenerState[] {
  const byFastener = new Map<string, RecordOf<'torque'>[]>()
  for (const r of ofKind(standing, 'torque')) {
    const key = `${r.body.step} ${r.body.fastener}`
    const list = byFastener.get(key)
    if (list) list.push(r)
    else byFastener.set(key, [r])
  }
  const opened = new Set(ofKind(standing, 'opened-again').map((r) => `${r.body.step} ${r.body.fastener}`))
  const makers = new Map(ofKind(standing, 'maker-torque').map((r) => [r.body.fastener, r.body.value]))
  return plan.steps.flatMap((step) =>
    step.torques.map((fastener): FastenerState => {
      const key = `${step.id} ${fastener.id}`
      const all = byFastener.get(key) ?? []
      const makerFigure = makers.get(fastener.id)
      const lacks: Missing[] = []
      const places = Array.from({ length: fastener.count }, (_, i) => {
        const pulls = all.filter((r) => r.body.place === i + 1)
        const here = pulls.filter((r) => r.body.pass === undefined)
        const passes = Math.max(0, ...pulls.map((r) => (counts(proof, r) ? (r.body.pass ?? 0) : 0)))
        const record = here.findLast((r) => counts(proof, r)) ?? null
        const unreached = here.filter((r) => counts(proof, r) && r.body.outcome === 'not-reached').length
        const state = record ? placeState(fastener, record, makerFigure, unreached) : 'missing'
        const value = record?.body.value ?? null
        const lack = placeMissing(fastener, `${key} ${i + 1}`, state, {
          value,
          latest: here.at(-1) ?? pulls.at(-1) ?? null,
          proof,
        })
        if (lack) lacks.push(lack)
        return { state, value, record, passes, doubt: record && wrenchDoubt(record) }
      })
      return {
        step,
        fastener,
        places,
        openedAgain: opened.has(key) && places.some((p) => p.state === 'missing'),
        makerFigure,
        missing: lacks,
      }
    }),
  )
}

/** What is doubtful about a reading by the wrench it was pulled with; null where nothing is, or nobody said which it was. */
function wrenchDoubt({ body: { value, wrench }, at: time }: RecordOf<'torque'>): WrenchDoubt | null {
  if (!wrench || value === null) return null
  if (isUnderRange(value, wrench.high)) return 'under-range'
  return time.slice(0, 10) > wrench.due ? 'overdue' : null
}

/** @param unreached how often it was found out of the wrench's reach: a second look closes it */
function placeState(
  fastener: Fastener,
  { body }: RecordOf<'torque'>,
  makerFigure: number | undefined,
  unreached: number,
): PlaceState {
  if (body.outcome === 'not-reached' && unreached < 2) return 'look-again'
  if (body.outcome !== 'reading') return body.outcome
  return body.value === null ? 'missing' : judgeTorque(fastener.spec, body.value, makerFigure)
}
