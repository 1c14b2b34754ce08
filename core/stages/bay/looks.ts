import {
  drillingOf,
  familyOf,
  hasAir,
  hasMoldedBarb,
  idOf,
  topicsOf,
  type Kit,
  type PlanStep,
  type Topic,
} from '../../kit'
import { kitAt, type Job } from '../../job'
import { ofKind, type BayRecord, type RecordOf } from '../../records'
import { counts, type Proof } from '../../proof'
import type { AxleEnd } from '../../vehicle'
import type { StepReport } from './steps'
import { isTravelRun } from './travel'

/** What a person's eye is the check of. Common practice, no published source. */
export const LOOKS = [
  'bracket-as-pictured',
  'bolt-clear-of-brake-line',
  'pin-in-its-hole',
  'bag-upright',
  'coil-to-its-marks',
  'insulator-right-way',
  'chips-out',
  'cut-end-dressed',
  'tube-clean',
  'tube-home',
  'barb-clamped',
  'loop-left',
  'ties-snug',
  'tee-as-drawn',
  'thread-outside',
  'shield-off-rubber',
  'filter-upright',
  'ground-bare',
  'harness-off-pipe',
  'spare-lead-capped',
  'fuse-as-worked-out',
  'switch-own-side',
  'orange-cables-clear',
  'brake-in-service',
  'brake-out-of-service',
  'vent-clear',
  'boards-move',
  'lines-clear-at-locks',
] as const
export type LookId = (typeof LOOKS)[number]
/** A look of a kit's or a procedure's own, by its words. */
export type OwnLook = `own-${string}`
const ownLook = (seen: string): OwnLook => `own-${idOf(seen)}`

/** Which looks what a step is about brings with it. */
const OF_TOPIC: Partial<Record<Topic, readonly LookId[]>> = {
  tee: ['tee-as-drawn'],
  valve: ['thread-outside'],
  shield: ['shield-off-rubber'],
  compressor: ['filter-upright', 'ground-bare', 'harness-off-pipe', 'spare-lead-capped'],
}
const when = (is: boolean, ...looks: LookId[]): LookId[] => (is ? looks : [])
const operationOf = ({ id }: PlanStep): string => id.split(':')[0]!.replace(/^(?:front|rear)-/, '')

/**
 * What has to be looked at for a step to be done, on this vehicle: each is answered by whoever does it.
 * @param steps of the plan: what is asked once is asked at the first of them
 * @returns none for a step with nothing that only an eye tells
 * Source: common practice, no published source.
 */
export function looksOf(job: Job, step: PlanStep, steps: readonly PlanStep[]): (LookId | OwnLook)[] {
  const axle = step.axle ?? step.state.axle
  if (step.kind === 'state') return isFirstLift(step, steps) ? liftLooks(job) : []
  const kit = axle ? (kitAt(job, axle)?.kit ?? null) : null
  const topics = topicsOf(step)
  return [
    ...mountLooks(job, axle, step, topics),
    ...when(step.phase === 'align' && !isTravelRun(step), 'bag-upright'),
    ...when(
      step.closes.includes('coil') && kit?.replaces !== 'coil-spring',
      'coil-to-its-marks',
      'insulator-right-way',
    ),
    ...when(drillingOf(step) !== null && step.phase !== 'bench', 'chips-out'),
    ...when(
      step.fates.some((f) => f.fate === 'cut' || f.fate === 'shortened'),
      'cut-end-dressed',
    ),
    ...when(topics.includes('line'), ...lineLooks(kit)),
    ...topics.flatMap((t) => OF_TOPIC[t] ?? []),
    ...when(operationOf(step) === 'current', ...currentLooks(job)),
    ...when(operationOf(step) === 'settle', ...standingLooks(job, axle)),
    ...step.looks.map((l) => ownLook(l.seen)),
  ]
}
const isFirstLift = (step: PlanStep, steps: readonly PlanStep[]): boolean =>
  step.state.support !== 'on-wheels' &&
  steps.find((s) => s.kind === 'state' && s.state.support !== 'on-wheels') === step
const liftLooks = ({ survey }: Job): LookId[] => [
  ...when(survey.highVoltage === true, 'orange-cables-clear'),
  ...when(survey.parkingBrake === 'electric', 'brake-in-service'),
]
function mountLooks({ survey }: Job, axle: AxleEnd | null, step: PlanStep, topics: readonly Topic[]): LookId[] {
  const puts = topics.includes('upper') || topics.includes('lower')
  return [
    ...when(puts, 'bracket-as-pictured'),
    ...when(topics.includes('lower') && axle !== null && !!survey[axle].brakeLines, 'bolt-clear-of-brake-line'),
    ...when(step.closes.includes('u-bolts'), 'pin-in-its-hole'),
  ]
}
function lineLooks(kit: Kit | null): LookId[] {
  const barbed = kit !== null && hasAir(kit) && hasMoldedBarb(kit)
  return ['tube-clean', barbed ? 'barb-clamped' : 'tube-home', 'loop-left', 'ties-snug']
}
const currentLooks = ({ air, kits }: Job): LookId[] => [
  'fuse-as-worked-out',
  ...when(
    kits.some(({ kit }) => air[kit.axle] === 'separate'),
    'switch-own-side',
  ),
]
function standingLooks({ survey, kits }: Job, axle: AxleEnd | null): LookId[] {
  const fitted = kits
    .filter(({ kit, work }) => work === 'fit' && (axle === null || kit.axle === axle))
    .map((k) => k.kit)
  return [
    ...when(
      fitted.some((kit) => {
        const vent = survey[kit.axle].axleVent
        return familyOf(kit).dished && (vent === 'left' || vent === 'right')
      }),
      'vent-clear',
    ),
    ...when(survey.parkingBrake === 'electric', 'brake-out-of-service'),
    ...when(survey.runningBoards === true, 'boards-move'),
    ...when(
      fitted.some((kit) => kit.axle === 'front' && hasAir(kit)),
      'lines-clear-at-locks',
    ),
  ]
}

/** What an eye tells at a step, and what was answered. */
export interface StepLooks {
  step: PlanStep
  looks: {
    look: LookId | OwnLook
    seen: boolean | null
    note: string
    record: RecordOf<'looked'> | null
    /** What is seen where it is right, and what puts it right: of a kit's own. */
    own: { seen: string; remedy: string } | null
  }[]
}

interface Known {
  of: readonly unknown[]
  asked: { step: PlanStep; looks: (LookId | OwnLook)[] }[]
}
const known = new WeakMap<PlanStep, Known>()
/** What is asked at every step of a plan, worked out once while plan and job say the same. */
function askedOf(job: Job, reports: readonly StepReport[]): Known['asked'] {
  const first = reports[0]?.step
  if (!first) return []
  const of = [job.survey, job.kits, job.air, reports.length, reports.at(-1)!.step]
  const there = known.get(first)
  if (there?.of.every((x, i) => x === of[i])) return there.asked
  const steps = reports.map((r) => r.step)
  const asked = steps.flatMap((step) => {
    const looks = looksOf(job, step, steps)
    return looks.length ? [{ step, looks }] : []
  })
  known.set(first, { of, asked })
  return asked
}

/**
 * Every look of a plan with its latest answer.
 * @param standing records that stand, oldest first
 * @returns only steps that ask for one
 */
export function stepLooks(
  job: Job,
  reports: readonly StepReport[],
  standing: readonly BayRecord[],
  proof: Proof,
): StepLooks[] {
  // What is seen has to be seen in its turn; what is not so is never overlooked.
  const answers = ofKind(standing, 'looked').filter((r) => !r.body.seen || counts(proof, r))
  const moves = ofKind(standing, 'bracket-moved')
  return askedOf(job, reports).map(({ step, looks }) => ({
    step,
    looks: looks.map((look) => {
      const last = answers.findLast(({ body }) => body.step === step.id && body.looks.includes(look)) ?? null
      // Moved since: how it lies now nobody has seen.
      const isOld = last !== null && ON_BRACKET.includes(look) && moves.some((m) => isLater(m, last) && isOf(m, step))
      const record = isOld ? null : last
      return {
        look,
        seen: record?.body.seen ?? null,
        note: record?.body.note ?? '',
        record,
        own: step.looks.find((l) => ownLook(l.seen) === look) ?? null,
      }
    }),
  }))
}

/** Looks that hang on where a bracket is. */
const ON_BRACKET: readonly string[] = ['bracket-as-pictured', 'bolt-clear-of-brake-line', 'bag-upright', 'vent-clear']
const isLater = (a: BayRecord, b: BayRecord): boolean => Date.parse(a.at) > Date.parse(b.at)
const isOf = ({ body: { axle, side } }: RecordOf<'bracket-moved'>, step: PlanStep): boolean =>
  (step.axle === null || step.axle === axle) && (side === null || step.side === null || step.side === side)
