import {
  ADDED_STEP,
  catalogOf,
  hasAir,
  judgeOn,
  type KitCatalog,
  type NeededPart,
  type Operation,
  type Procedure,
  planStepSchema,
  type PlanStep,
} from '../../kit'
import { buildPlan, procedureStep, stepId, WHEEL_NUTS, WHEELS, type Pin, type PlanOutcome } from '../../plan'
import { NODE_KINDS, type NodeKind } from '../../fittings'
import { ofKind, standing, type BayRecord, type RecordBody, type RecordOf } from '../../records'
import { NODE_NAMES, wordsOf } from '../../circuit'
import { hashOf } from '../../hash'
import { circuitOf, type Job, type JobKit } from '../../job'
import { withSurveyAnswer, type AxleEnd, type Survey } from '../../vehicle'

/** What a plan is made from. */
export type PlanInputs = Pick<
  Job,
  'kits' | 'vehicle' | 'survey' | 'choices' | 'procedures' | 'air' | 'supply' | 'circuit'
> &
  Partial<Pick<Job, 'recheck'>>

/**
 * Work plan of the job's kits; null while none is chosen. One that was put on record as the work began stays as it was, whatever the
 * program would plan today; what was found in the bay orders what is left anew, and leaves what is done.
 *
 * @param records all of the job, oldest first; absent before the work
 * @returns the plan, or the steps that wait for each other
 */
export function planFor(job: PlanInputs, records: readonly BayRecord[] = []): PlanOutcome | null {
  if (!job.kits.length) return null
  const stand = records.length ? standing(records) : []
  const planned = ofKind(stand, 'planned')
  const inputs = planned.length ? inputsOf(job) : ''
  const recorded = planned.findLast(({ body }) => body.of === inputs) ?? null
  const first = freshPlan(job, { survey: job.survey, added: [], wheelsOff: [] })
  let outcome = recorded && first.ok ? withSteps(first, recorded.body.steps) : first
  const since = recorded ? stand.indexOf(recorded) : -1
  const known: Found = { survey: job.survey, added: [], wheelsOff: [] }
  for (const [i, record] of stand.entries()) {
    if (!bearsOnPlan(record.body) || record.body.kind === 'planned') continue
    if (!learn(known, record, outcome)) continue
    // What was known as the plan was put on record is in it.
    if (i < since || !outcome.ok) continue
    outcome = freshPlan(job, known, doneBefore(outcome.plan.steps, stand.slice(0, i)))
  }
  return outcome
}

/** What the bay has told so far that a plan follows from. */
interface Found {
  survey: Survey
  added: AddedStep[]
  wheelsOff: AxleEnd[]
}
/**
 * Takes in what a record tells.
 * @returns whether the plan is another one by it
 */
function learn(known: Found, { id, body }: BayRecord, outcome: PlanOutcome): boolean {
  if (body.kind === 'step-added') known.added.push(addedStep(body, id))
  else if (body.kind === 'finding')
    known.survey = withSurveyAnswer(known.survey, body.fact, body.axle, body.answer as never)
  else {
    const bare = bareAt(body)
    if (!bare || (outcome.ok && hasNuts(outcome.plan.steps, bare))) return false
    known.wheelsOff.push(bare)
  }
  return true
}

/** The job's kits, each with what its air circuit has. */
export const plannedKits = (job: PlanInputs) => {
  const circuit = circuitOf(job)
  return job.kits.map((jobKit) => ({ ...jobKit, circuit: wordsOf(circuit, jobKit.kit.axle) }))
}

const freshPlan = (job: PlanInputs, { survey, added, wheelsOff }: Found, done: readonly PlanStep[] = []): PlanOutcome =>
  buildPlan(plannedKits(job), job.vehicle, survey, job.choices, {
    needed: neededParts(job),
    procedures: [...job.procedures.map((p) => p.procedure), ...added.map((a) => a.procedure)],
    pins: [...job.choices.pins, ...added.flatMap((a) => a.pins)],
    wheelsOff,
    recheck: job.recheck ?? null,
    sofar: done,
  })

/** At which axle a record says the wheels are off; null for any other. */
const bareAt = (body: RecordBody): AxleEnd | null =>
  (body.kind === 'moved' && body.wheels === 'off') || (body.kind === 'off' && WHEELS.includes(body.part))
    ? body.axle
    : null
/** Whether a plan follows from a record: from all others it is the same with them and without. */
export const bearsOnPlan = (body: RecordBody): boolean =>
  body.kind === 'planned' || body.kind === 'finding' || body.kind === 'step-added' || bareAt(body) !== null
const hasNuts = (steps: readonly PlanStep[], axle: AxleEnd): boolean =>
  steps.some((s) => s.axle === axle && s.torques.some((f) => f.id === WHEEL_NUTS))

/** A step that was added in the bay, as instructions of its own. */
interface AddedStep {
  procedure: Procedure
  pins: Pin[]
}
function addedStep({ axle, operation, fastener, before }: RecordOf<'step-added'>['body'], record: string): AddedStep {
  // By its record, not by its turn: one that is withdrawn, or comes in late, renames no other.
  const id = `${ADDED_STEP}${hashOf(record).slice(0, 12)}`
  const step = procedureStep(axle, id, operation.id)
  return {
    procedure: {
      id,
      kind: 'shop',
      name: operation.title,
      source: fastener?.source ?? 'the bay',
      axle,
      platforms: [],
      when: [],
      use: 'always',
      turns: [],
      parts: [],
      compressor: null,
      fasteners: fastener ? [fastener] : [],
      operations: [operation],
    },
    // Whichever sides it is done on: a pair of which one step is not there says nothing.
    pins:
      before === null
        ? []
        : ([null, 'left', 'right'] as const).map((side) => ({ first: stepId(step, side), then: before })),
  }
}

/** A plan with the steps that were put on record, where they are not the ones of today. */
function withSteps(outcome: PlanOutcome & { ok: true }, steps: readonly PlanStep[]): PlanOutcome {
  if (isSamePlan(steps, outcome.plan.steps)) return outcome
  const minutes = steps.reduce((sum, s) => sum + s.minutes, 0)
  return { ok: true, plan: { ...outcome.plan, steps: [...steps], minutes, timeline: [], leastMinutes: minutes } }
}

/** Whether two plans are the same step by step, in whatever order their fields were written. */
export const isSamePlan = (one: readonly PlanStep[], other: readonly PlanStep[]): boolean =>
  one === other || JSON.stringify(stepList.parse(one)) === JSON.stringify(stepList.parse(other))
const stepList = planStepSchema.array()

/** An operation without what there was none of before, where it says nothing: a plan from then is still the one. */
const asBefore = ({ pressure, looks, ...operation }: Operation): Partial<Operation> => ({
  ...operation,
  ...(pressure ? { pressure } : {}),
  ...(looks.length ? { looks } : {}),
})

const withOperations = (procedure: Procedure) => ({ ...procedure, operations: procedure.operations.map(asBefore) })

/** What a plan was made from, as a short text: another kit, vehicle, answer or choice is another plan. */
export function inputsOf(job: PlanInputs): string {
  const { kits, procedures, vehicle, survey, choices } = job
  const { pins, ...choicesHere } = choices
  const all = [...kits.flatMap((k) => k.kit.operations), ...procedures.flatMap((p) => p.procedure.operations)]
  const circuits = plannedKits(job).map((k) => [...k.circuit].sort())
  // A circuit filled by valves that no step asks about orders nothing.
  const usual = circuits.every((c) => c.includes('valves') && !c.includes('compressor'))
  const words = usual && !all.some((o) => o.circuit.length) ? [] : circuits
  const of = kits.map(({ kit, work, leftBy, method, mount }) => [
    kit.id,
    kit.operations.map(asBefore),
    work,
    method ?? null,
    mount ?? null,
    ...(work === 'keep' && leftBy ? [leftBy] : []),
  ])
  // What there was none of before is left out, so that a plan from then is still the one.
  const more = [
    ...(procedures.length ? [procedures.map((p) => ({ ...p, procedure: withOperations(p.procedure) }))] : []),
    ...(pins.length ? [pins] : []),
    ...(words.length ? [words] : []),
  ]
  return hashOf(JSON.stringify([of, vehicle, survey, choicesHere, ...more]))
}

/**
 * Steps of a plan that were done or skipped, in the plan's own order, with the changes of state on the way; each after those it waits for.
 */
function doneBefore(steps: readonly PlanStep[], records: readonly BayRecord[]): PlanStep[] {
  const recorded = new Set(ofKind(records, 'step').map((r) => r.body.step))
  const known = new Set(steps.map((s) => s.id))
  const taken = new Set<string>()
  return steps.filter((s) => {
    const inTurn = s.after.every((id) => taken.has(id) || !known.has(id))
    if (!recorded.has(s.id) || !inTurn) return false
    taken.add(s.id)
    return true
  })
}

/** What the kits that are fitted need on this vehicle beyond their boxes. */
export const neededParts = (job: Omit<PlanInputs, 'choices'>): NeededPart[] => [
  ...job.kits.flatMap((jobKit) =>
    jobKit.work === 'fit' ? judgeOn(decidedCatalog(jobKit), jobKit.kit, job.vehicle, job.survey).parts : [],
  ),
  ...fittingsToBuy(job),
]

/** What every kit with air has, named as a fitting or not. */
const IN_EVERY_BOX: readonly NodeKind[] = ['valve', 'tee']
/** Fittings of the circuit that neither a kit's box nor an accessory's has. */
function fittingsToBuy(job: Omit<PlanInputs, 'choices'>): NeededPart[] {
  const fitted = job.kits.filter((k) => k.work === 'fit')
  if (!fitted.some(({ kit }) => hasAir(kit))) return []
  const boxes = [
    ...fitted.flatMap(({ kit }) => kit.parts),
    ...job.procedures.flatMap(({ procedure }) => procedure.parts),
  ]
  // A kit from before its parts were named as fittings says nothing of them.
  const names = fitted.every(({ kit }) => !hasAir(kit) || kit.parts.some((p) => p.circuit !== null))
  const there = job.kits.flatMap(({ kit, work }) => (work === 'keep' ? [kit.axle] : []))
  const nodes = circuitOf(job).nodes.filter((n) => n.axle === null || !there.includes(n.axle))
  return NODE_KINDS.filter((kind) => kind !== 'bag' && (names || !IN_EVERY_BOX.includes(kind))).flatMap(
    (kind): NeededPart[] => {
      const has = boxes.reduce((sum, p) => sum + (p.circuit === kind ? p.count : 0), 0)
      const count = nodes.filter((n) => n.kind === kind).length - has
      const name = NODE_NAMES[kind]
      return count > 0 ? [{ name: `${name[0]!.toUpperCase()}${name.slice(1)}`, item: null, count }] : []
    },
  )
}

/** A kit of a job with the rules and list it was chosen by; those as shipped where there were none. */
export function decidedCatalog({ kit, decided }: JobKit): KitCatalog {
  if (!decided) return catalogOf([kit])
  const catalog = catalogOf([kit], decided.applications, decided.rules)
  return decided.listed ? { ...catalog, listed: new Set([kit.id]) } : catalog
}
