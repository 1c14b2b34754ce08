import {
  drillingOf,
  familyOf,
  hasAir,
  hasMoldedBarb,
  idOf,
  topicsOf,
  USUAL_MOUNT,
  type Kit,
  type Mount,
  type PlanStep,
  type Topic,
} from '../../kit'
import { needsLoom, needsLoop } from '../../fittings'
import { kitAt, type Job } from '../../job'
import { boltNeeds } from '../../mounting'
import { ofKind, type BayRecord, type RecordOf } from '../../records'
import { counts, type Proof } from '../../proof'
import type { AxleEnd } from '../../vehicle'
import type { StepReport } from './steps'
import { isTravelRun } from './travel'

/** What a person's eye is the check of. Common practice, no published source. */
export const LOOKS = [
  'bracket-as-pictured',
  'slot-as-on-fit',
  'port-as-drawn',
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
  'edges-loomed',
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
  'lines-held',
  'lines-off-the-kit',
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
    ...when(topics.includes('line') || topics.includes('compressor'), ...edgeLooks(job)),
    ...when(HOLDING.includes(operationOf(step)), 'lines-held'),
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
/** A bolt that is longer than there is room for is cut on this vehicle. */
const isBoltCut = (kit: Kit | null, mount: Mount, survey: Job['survey']): boolean =>
  kit !== null && boltNeeds(kit, mount, survey[kit.axle].liftBlock ?? 0).some((b) => b.cut > 0)
function mountLooks(job: Job, axle: AxleEnd | null, step: PlanStep, topics: readonly Topic[]): LookId[] {
  const puts = topics.includes('upper') || topics.includes('lower')
  return [
    ...when(puts, 'bracket-as-pictured'),
    ...(axle ? asPicked(job, axle, topics) : []),
    ...when(step.closes.includes('u-bolts'), 'pin-in-its-hole'),
  ]
}
/** How a kit is put on at an axle, as it was picked and measured there. */
function asPicked(job: Job, axle: AxleEnd, topics: readonly Topic[]): LookId[] {
  const { kit = null, mount = USUAL_MOUNT } = kitAt(job, axle) ?? {}
  const { mounting } = kit ?? {}
  const isLower = topics.includes('lower')
  return [
    ...when(isLower && (mount.turned || !!mounting?.slots.length), 'slot-as-on-fit'),
    ...when(topics.includes('bag') && !!mounting?.port, 'port-as-drawn'),
    ...when((isLower || topics.includes('upper')) && isBoltCut(kit, mount, job.survey), 'cut-end-dressed'),
    ...when(isLower && !!job.survey[axle].brakeLines, 'bolt-clear-of-brake-line'),
  ]
}
function lineLooks(kit: Kit | null): LookId[] {
  const barbed = kit !== null && hasAir(kit) && hasMoldedBarb(kit)
  return ['tube-clean', barbed ? 'barb-clamped' : 'tube-home', 'loop-left', 'ties-snug']
}
/** Steps that hold lines of the vehicle again, or lay them another way. */
const HOLDING = ['lines-back', 'lines-eased', 'lines-eased-standing']
/** Loom and loops where a line of the job was said to go over, through or along something. */
function edgeLooks({ circuit }: Job): LookId[] {
  const things = [...(circuit?.tubes ?? []), ...(circuit?.runs ?? [])].flatMap((l) => l.beside ?? [])
  return when(
    things.some((b) => needsLoom(b) || needsLoop(b)),
    'edges-loomed',
  )
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
    ...when(fitted.some(hasAir), 'lines-off-the-kit'),
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
  const of = [job.survey, job.kits, job.air, job.circuit, reports.length, reports.at(-1)!.step]
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
 * @param told those, and what was withdrawn: what was not so once is so when somebody sees it, not by taking it back
 * @returns only steps that ask for one
 */
export function stepLooks(
  job: Job,
  reports: readonly StepReport[],
  standing: readonly BayRecord[],
  { proof, told }: { proof: Proof; told: readonly BayRecord[] },
): StepLooks[] {
  const stands = new Set(standing.map((r) => r.id))
  // What is seen has to be seen in its turn; what is not so is never overlooked.
  const answers = ofKind(told, 'looked').filter((r) => !r.body.seen || (stands.has(r.id) && counts(proof, r)))
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
