import { isByFeel, isUnderRange, judgeTorque, type TorqueVerdict } from '../../torque'
import type { Fastener, PlanStep } from '../../kit'
import type { Plan } from '../../plan'
import { ofKind, type BayRecord, type RecordOf } from '../../records'
import { holdsNothing } from './maker-figure'
import { overPull } from './over-pull'
import { counts, missing, unproved, type Missing, type Proof } from '../../proof'

export type PlaceState =
  | TorqueVerdict
  | 'missing'
  | 'by-feel'
  /** So many turns, or until so many threads are covered, as the instructions say. */
  | 'turned'
  /** The wrench could not reach it, and nobody has looked at it a second time. */
  | 'look-again'
  | 'not-reached'
  | 'none-given'
  /** Pulled over its max once, and neither looked at nor replaced since: a lower pull forgives nothing. */
  | 'over-pulled'

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
    /** The hardest pull over its max that nobody answered. */
    over: RecordOf<'torque'> | null
  }[]
  /** Somebody looked that its bar lies parallel to its seat, since it was opened last. */
  seatSeen: boolean
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
  return (
    isByFeel(fastener.spec) &&
    (state === 'by-feel' || state === 'turned' || state === 'none-given' || state === 'not-judged')
  )
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
 * @param pulled readings of an instrument that were corrected since: what was pulled was pulled
 */
export function torqueStates(
  plan: Plan,
  standing: readonly BayRecord[],
  proof: Proof,
  pulled: readonly RecordOf<'torque'>[] = [],
): FastenerState[] {
  const byFastener = new Map<string, RecordOf<'torque'>[]>()
  for (const r of ofKind(standing, 'torque')) {
    const key = `${r.body.step} ${r.body.fastener}`
    const list = byFastener.get(key)
    if (list) list.push(r)
    else byFastener.set(key, [r])
  }
  const keyOf = ({ body: { step, fastener } }: RecordOf<'torque' | 'opened-again' | 'seat-seen'>) =>
    `${step} ${fastener}`
  const openings = ofKind(standing, 'opened-again')
  const opened = new Set(openings.map(keyOf))
  const lastOf = <R extends BayRecord>(list: readonly R[], is: (r: R) => boolean) =>
    standing.indexOf(list.findLast(is)!)
  const seats = ofKind(standing, 'seat-seen')
  const makers = new Map(ofKind(standing, 'maker-torque').map((r) => [r.body.fastener, r.body.value]))
  return plan.steps.flatMap((step) =>
    step.torques.map((fastener): FastenerState => {
      const key = `${step.id} ${fastener.id}`
      const all = byFastener.get(key) ?? []
      const told = makers.get(fastener.id)
      // A figure that clamps nothing is none: it has to be looked up again.
      const makerFigure = told !== undefined && holdsNothing(fastener, told) ? undefined : told
      const lacks: Missing[] = []
      const places = Array.from({ length: fastener.count }, (_, i) => {
        const pulls = all.filter((r) => r.body.place === i + 1)
        const here = pulls.filter((r) => r.body.pass === undefined)
        const passes = Math.max(0, ...pulls.map((r) => (counts(proof, r) ? (r.body.pass ?? 0) : 0)))
        const record = here.findLast((r) => counts(proof, r)) ?? null
        const unreached = here.filter((r) => counts(proof, r) && r.body.outcome === 'not-reached')
        const corrected = pulled.filter((r) => keyOf(r) === key && r.body.place === i + 1)
        const undone = openings.filter((r) => keyOf(r) === key)
        const over = overPull(fastener, [...pulls, ...corrected], undone, makerFigure)
        const judged = record ? placeState(fastener, record, makerFigure, unreached) : 'missing'
        const state = over !== null && judged !== 'high' ? 'over-pulled' : judged
        const value = record?.body.value ?? null
        const lack = placeMissing(fastener, `${key} ${i + 1}`, state, {
          value,
          latest: here.at(-1) ?? pulls.at(-1) ?? null,
          proof,
        })
        if (lack) lacks.push(lack)
        return { state, value, record, passes, doubt: record && wrenchDoubt(record), over }
      })
      return {
        step,
        fastener,
        places,
        seatSeen: lastOf(seats, (r) => keyOf(r) === key) > lastOf(openings, (r) => keyOf(r) === key),
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

/** A second look by the same person comes so much later, ms. Common practice, no published source. */
const SECOND_LOOK_MS = 10 * 60_000
/** Whether it was found out of reach twice: by another person, or by the same one with time between. */
const isLookedAtTwice = (looks: readonly RecordOf<'torque'>[]): boolean =>
  looks.some((one, i) =>
    looks.slice(i + 1).some((two) => two.by !== one.by || Date.parse(two.at) - Date.parse(one.at) >= SECOND_LOOK_MS),
  )

/** @param unreached when it was found out of the wrench's reach: a second look closes it */
function placeState(
  fastener: Fastener,
  { body }: RecordOf<'torque'>,
  makerFigure: number | undefined,
  unreached: readonly RecordOf<'torque'>[],
): PlaceState {
  if (body.outcome === 'not-reached' && !isLookedAtTwice(unreached)) return 'look-again'
  if (body.outcome !== 'reading') return body.outcome
  return body.value === null ? 'missing' : judgeTorque(fastener.spec, body.value, makerFigure)
}
