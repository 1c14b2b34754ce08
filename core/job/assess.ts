import { EMPTY_CATALOG, hasAir, judgeOn, minimumPressure, catalogOf, type NeededPart, type KitCatalog } from '../kit'
import { buildPlan, type PlanOutcome, type PlanStep } from '../plan'
import type { CornerFinding, Remedy, Survey } from '../vehicle'
import { airState, type AirState } from './air'
import { assessCases, caseRemedies, cornerFindings, type CaseAssessment } from './case'
import type { RearSpring } from './rate'
import { cautionsOf, type Caution } from './cautions'
import { assessKit, type KitAssessment } from './choose'
import { GAP_PASSES, judgeGaps, type GapJudgment } from './gaps'
import { openItemsOf, type OpenItems } from './open-items'
import {
  FINAL_CHECKS,
  ofKind,
  standing as standingOf,
  STAGES,
  type BayRecord,
  type FinalCheckId,
  type Job,
  type StageId,
} from './schema'
import { fastenerCloses, torqueStates, type FastenerState } from './torques'

export type StageState = 'open' | 'waiting' | 'done'
/** What a stage still waits for; `count` where it is a number of things. */
export interface Waiting {
  code:
    | 'before-empty'
    | 'before-loaded'
    | 'survey'
    | 'suspect-corner'
    | 'no-load'
    | 'over-rating'
    | 'unknown-rating'
    | 'no-rate'
    | 'no-kit'
    | 'kit-does-not-fit'
    | 'kit-needs-answer'
    | 'cannot-level'
    | 'gaps-missing'
    | 'gap-fails'
    | 'plan-stuck'
    | 'plan-unsure'
    | 'steps-left'
    | 'item-open'
    | 'connections-left'
    | 'connection-leaks'
    | 'air-check-start'
    | 'air-check-end'
    | 'air-check-early'
    | 'air-check-leaks'
    | 'hand-over-blocked'
    | 'not-handed-over'
  stage: StageId
  count?: number
}
export interface StageReport {
  stage: StageId
  state: StageState
  waits: Waiting[]
}

export type FinalCheckState = 'done' | 'open' | 'not-applicable' | 'refused'
export interface FinalCheckReport {
  check: FinalCheckId
  state: FinalCheckState
  because: string | null
}

export type BlockCode =
  'final-check-open' | 'item-open' | 'over-rating' | 'steps-left' | 'no-kit' | 'plan-stuck' | 'torque-wrong'
export interface Block {
  code: BlockCode
  /** Final check, ledger line or load case it is about. */
  about: string
  stage: StageId
  /** What would bring an overload inside, for each rating that is exceeded. */
  remedies?: Remedy[]
}

export interface StepReport {
  step: PlanStep
  outcome: 'open' | 'done' | 'skipped'
  reason: string
  by: string | null
}

export interface Assessment {
  standing: BayRecord[]
  cases: CaseAssessment[]
  active: CaseAssessment
  /** The rear springs, from all that was measured. */
  spring: RearSpring
  /** Slips in the heights of the active case. */
  corners: CornerFinding[]
  /** What people get wrong about what this screen shows. */
  cautions: Caution[]
  /** The picked kit as it stands on this job. */
  picked: KitAssessment | null
  gaps: GapJudgment[]
  plan: PlanOutcome | null
  steps: StepReport[]
  torques: FastenerState[]
  openItems: OpenItems | null
  air: AirState
  finalChecks: FinalCheckReport[]
  /** What keeps the vehicle from being handed over. */
  blocks: Block[]
  handedOver: BayRecord | null
  stages: StageReport[]
  /** Survey answers that decide fitment and are still open. */
  unanswered: (keyof Survey)[]
}

/** Answers without which no kit can be judged. */
const NEEDED: Record<Job['vehicle']['suspension'], (keyof Survey)[]> = {
  leaf: [
    'liftBlock',
    'bumpStop',
    'exhaustSide',
    'hitchRails',
    'factoryAir',
    'oldHelper',
    'loadSensingValve',
    'rust',
    'frame',
  ],
  coil: [
    'bumpStop',
    'exhaustSide',
    'coilInsideDiameter',
    'coilGapStanding',
    'factoryAir',
    'oldHelper',
    'loadSensingValve',
    'rust',
    'frame',
  ],
}

/**
 * Everything the computation has to say about a job, from its plan and its records.
 *
 * The same function runs in the page while somebody types and on the server when a job is saved or handed over.
 * @param job what was planned
 * @param records all of them, oldest first, corrected ones included
 * @param plan the work plan, when the caller keeps it from an earlier call with the same kit, vehicle, survey and choices
 */
export function assessJob(
  job: Job,
  records: readonly BayRecord[],
  plan: PlanOutcome | null = planFor(job),
): Assessment {
  const standing = standingOf(records)
  const { cases, spring } = assessCases(job, standing)
  const active = cases.find((c) => c.loadCase.id === job.activeCase) ?? cases[0]!
  const torques = plan?.ok ? torqueStates(plan.plan, standing) : []
  const base = {
    standing,
    cases,
    active,
    spring,
    corners: cornerFindings(job, standing, active),
    cautions: cautionsOf(job, active, spring),
    picked: job.kit ? assessKit(job, job.kit, active, decidedCatalog(job)) : null,
    gaps: judgeGaps(job, standing),
    plan,
    steps: stepReports(plan, standing),
    torques,
    openItems: plan?.ok ? openItemsOf(plan.plan, standing, torques) : null,
    air: airState(job, standing),
    handedOver: ofKind(standing, 'handed-over').at(-1) ?? null,
    unanswered: NEEDED[job.vehicle.suspension].filter((key) => job.survey[key] === null),
  }
  const finalChecks = FINAL_CHECKS.map((check) => finalCheckReport(check, job, base))
  const blocks = blocksOf(job, base, finalChecks)
  return { ...base, finalChecks, blocks, stages: stageReports(job, base, finalChecks, blocks) }
}

/** Work plan of the picked kit; null while none is picked. */
export function planFor(job: Job): PlanOutcome | null {
  const { kit, vehicle, survey } = job
  return kit && buildPlan(kit, vehicle, survey, job.choices, neededParts(job))
}

/** What the picked kit needs on this vehicle beyond its box. */
export const neededParts = (job: Job): NeededPart[] =>
  job.kit ? judgeOn(decidedCatalog(job), job.kit, job.vehicle, job.survey).parts : []

/** The picked kit with the rules and list it was picked by; those as shipped for a job from before there were any. */
function decidedCatalog({ kit, decided }: Job): KitCatalog {
  if (!kit) return EMPTY_CATALOG
  return decided ? catalogOf([kit], decided.applications, decided.rules) : catalogOf([kit])
}

type Base = Omit<Assessment, 'finalChecks' | 'blocks' | 'stages'>

function stepReports(plan: PlanOutcome | null, standing: readonly BayRecord[]): StepReport[] {
  if (!plan?.ok) return []
  const latest = new Map(ofKind(standing, 'step').map((r) => [r.body.step, r]))
  return plan.plan.steps.map((step) => {
    const record = latest.get(step.id)
    return {
      step,
      outcome: record?.body.outcome ?? 'open',
      reason: record?.body.reason ?? '',
      by: record?.by ?? null,
    }
  })
}

const openLines = ({ openItems }: Base) =>
  openItems
    ? [...openItems.off, ...openItems.loose, ...openItems.opened, ...openItems.factory].filter((l) => l.open)
    : []

function finalCheckReport(check: FinalCheckId, job: Job, base: Base): FinalCheckReport {
  if (finalCheckDone(check, job, base)) return { check, state: 'done', because: null }
  if (job.kit && !hasAir(job.kit) && AIR_CHECKS.includes(check))
    return { check, state: 'not-applicable', because: 'rubber helpers hold no air' }
  const said = ofKind(base.standing, 'final-check')
    .filter((r) => r.body.check === check)
    .at(-1)
  return said
    ? { check, state: said.body.outcome, because: said.body.because }
    : { check, state: 'open', because: null }
}

/** Final checks that are about air. */
const AIR_CHECKS: readonly FinalCheckId[] = ['soap', 'air-check', 'minimum-pressure']

function finalCheckDone(check: FinalCheckId, job: Job, { active, gaps, torques, air, standing }: Base): boolean {
  switch (check) {
    case 'heights':
      return [active.heights.afterEmpty, active.heights.afterLoaded].some((h) => h.missing.length === 0)
    case 'clearance':
      return job.kit !== null && gaps.every((g) => GAP_PASSES.includes(g.verdict))
    case 'torques':
      return torques.length > 0 && torques.every(fastenerCloses)
    case 'soap':
      return air.connections.length > 0 && air.connections.every((j) => j.result === 'dry')
    case 'air-check':
      return air.verdict?.code === 'holds'
    case 'minimum-pressure': {
      const set = ofKind(standing, 'bag-pressure').at(-1)?.body
      return (
        job.kit !== null &&
        hasAir(job.kit) &&
        set !== undefined &&
        Math.min(set.left, set.right) >= minimumPressure(job.kit).value
      )
    }
  }
}

function blocksOf(job: Job, base: Base, finalChecks: readonly FinalCheckReport[]): Block[] {
  const blocks: Block[] = base.cases
    .filter((c) => c.ratings.exceeded.length || c.ratings.kitExceeded)
    .map((c) => ({
      code: 'over-rating',
      about: c.loadCase.name,
      stage: 'load',
      remedies: caseRemedies(job, base.standing, c),
    }))
  if (!job.kit) blocks.push({ code: 'no-kit', about: '', stage: 'choose' })
  if (base.plan && !base.plan.ok) blocks.push({ code: 'plan-stuck', about: base.plan.stuck.join(', '), stage: 'plan' })
  const left = base.steps.filter((s) => s.outcome === 'open').length
  if (left) blocks.push({ code: 'steps-left', about: String(left), stage: 'bay' })
  for (const line of openLines(base))
    blocks.push({
      code: 'item-open',
      about: line.side ? `${line.what}, ${line.side}` : line.what,
      stage: 'bay',
    })
  // A refusal or "does not apply" cannot wave through a fastener that is known to be wrong.
  for (const t of base.torques)
    if (t.places.some((p) => p.state === 'high' || p.state === 'low' || p.state === 'wrong-unit'))
      blocks.push({
        code: 'torque-wrong',
        about: t.step.side ? `${t.fastener.name}, ${t.step.side}` : t.fastener.name,
        stage: 'bay',
      })
  for (const { check, state } of finalChecks)
    if (state === 'open') blocks.push({ code: 'final-check-open', about: check, stage: FINAL_CHECK_STAGE[check] })
  return blocks
}

const FINAL_CHECK_STAGE: Record<FinalCheckId, StageId> = {
  heights: 'hand-over',
  clearance: 'fit',
  torques: 'bay',
  soap: 'air',
  'air-check': 'air',
  'minimum-pressure': 'hand-over',
}

function stageReports(
  job: Job,
  base: Base,
  finalChecks: readonly FinalCheckReport[],
  blocks: readonly Block[],
): StageReport[] {
  const waits = waitsOf(base, finalChecks, blocks)
  const begun = begunStages(job, base)
  return STAGES.map((stage) => {
    const mine = waits.filter((w) => w.stage === stage)
    return { stage, waits: mine, state: mine.length === 0 ? 'done' : begun[stage] ? 'waiting' : 'open' }
  })
}

function begunStages(job: Job, { standing, steps, gaps, air, handedOver }: Base): Record<StageId, boolean> {
  return {
    measure: ofKind(standing, 'height').length > 0 || Object.values(job.survey).some((v) => v !== null),
    load: job.loadCases.some((c) => c.items.length > 0),
    choose: job.kit !== null,
    fit: gaps.some((g) => g.value !== null),
    plan: job.kit !== null,
    bay: steps.some((s) => s.outcome !== 'open'),
    air: air.connections.some((j) => j.result !== 'missing') || air.start !== null,
    'hand-over': handedOver !== null || ofKind(standing, 'height').some((r) => r.body.timing === 'after'),
  }
}

function waitsOf(base: Base, finalChecks: readonly FinalCheckReport[], blocks: readonly Block[]): Waiting[] {
  const { active, picked, gaps, plan, steps, air, unanswered } = base
  const list: Waiting[] = []
  const add = (stage: StageId, code: Waiting['code'], when: boolean, count?: number) => {
    if (when) list.push({ stage, code, count })
  }
  const { beforeEmpty, beforeLoaded } = active.heights
  const fitted = steps.some((s) => s.outcome === 'done' && s.step.kind === 'operation' && s.step.id !== 'make-safe')
  add('measure', 'before-empty', beforeEmpty.missing.length > 0, beforeEmpty.missing.length)
  add('measure', 'suspect-corner', base.corners.length > 0, base.corners.length)
  // Once work has begun a "before" reading can no longer be taken: asking on would be a nag.
  add('measure', 'before-loaded', beforeLoaded.missing.length > 0 && !fitted, beforeLoaded.missing.length)
  add('measure', 'survey', unanswered.length > 0, unanswered.length)

  add('load', 'no-load', active.loadCase.items.length === 0)
  add(
    'load',
    'over-rating',
    base.cases.some((c) => c.ratings.exceeded.length > 0 || c.ratings.kitExceeded),
  )
  add('load', 'unknown-rating', active.ratings.unknown.length > 0, active.ratings.unknown.length)
  add('load', 'no-rate', active.rearRate === null)

  add('choose', 'no-kit', picked === null)
  add('choose', 'kit-does-not-fit', picked?.verdict === 'does-not-fit')
  add('choose', 'kit-needs-answer', picked?.verdict === 'needs-answer')
  add('choose', 'cannot-level', picked?.level?.code === 'one-side-below-minimum')

  add('fit', 'no-kit', picked === null)
  const missing = gaps.filter((g) => g.verdict === 'missing').length
  add('fit', 'gaps-missing', missing > 0, missing)
  add(
    'fit',
    'gap-fails',
    gaps.some((g) => g.verdict !== 'missing' && !GAP_PASSES.includes(g.verdict)),
  )

  add('plan', 'no-kit', picked === null)
  add('plan', 'plan-stuck', plan !== null && !plan.ok)
  const unsure = steps.filter((s) => s.step.unsure).length
  add('plan', 'plan-unsure', unsure > 0, unsure)

  add('bay', 'no-kit', picked === null)
  const left = steps.filter((s) => s.outcome === 'open').length
  add('bay', 'steps-left', left > 0, left)
  const open = openLines(base).length
  add('bay', 'item-open', open > 0, open)

  add('air', 'no-kit', picked === null)
  const settled = (check: FinalCheckId) => finalChecks.some((g) => g.check === check && g.state !== 'open')
  const dry = air.connections.filter((j) => j.result !== 'dry').length
  add(
    'air',
    'connection-leaks',
    air.connections.some((j) => j.result === 'bubbles'),
  )
  add('air', 'connections-left', dry > 0 && !settled('soap'), dry)
  const hold = !settled('air-check')
  add('air', 'air-check-start', hold && picked !== null && air.start === null)
  add('air', 'air-check-end', hold && air.start !== null && air.verdict === null)
  add('air', 'air-check-early', hold && air.verdict?.code === 'too-early')
  add('air', 'air-check-leaks', hold && (air.verdict?.code === 'leaks' || air.verdict?.code === 'gained'))

  add('hand-over', 'hand-over-blocked', blocks.length > 0, blocks.length)
  add('hand-over', 'not-handed-over', base.handedOver === null && blocks.length === 0)
  return list
}
