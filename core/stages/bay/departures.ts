import { USUAL_MOUNT, type Kit } from '../../kit'
import { boltNeeds } from '../../mounting'
import { isAbove, isBelow, type Meters } from '../../quantity'
import { counts, type Proof } from '../../proof'
import { ofKind, type BayRecord, type DepartureKind, type RecordOf } from '../../records'
import type { Job, JobKit } from '../../job'
import type { AxleEnd } from '../../vehicle'
import type { FastenerState } from './torques'
import type { StepReport } from './steps'

/** One way in which plan, findings or records leave the instructions. */
export interface Departure {
  kind: DepartureKind
  /** What of that kind, each once: a bolt, a clamp, a part, a step. */
  about: string[]
  /** The vehicle itself is not as it was: shown by a picture. */
  alters: boolean
  /** Why, and who said so; null while nobody did. */
  answer: RecordOf<'deviation'> | null
  /** It alters the vehicle, and there is a picture with its reason. */
  shown: boolean
}

const ALTERING: readonly DepartureKind[] = ['part-changed', 'cut-bolt']

interface Known {
  job: Job
  standing: readonly BayRecord[]
  proof: Proof
  steps: readonly StepReport[]
  torques: readonly FastenerState[]
}
type Found = readonly [kind: DepartureKind, about: string]

/** How a kit is put on otherwise than its instructions have it, by what was picked and measured. */
function byPlan(job: Job, { kit, mount = USUAL_MOUNT, method }: JobKit): Found[] {
  const survey = job.survey[kit.axle]
  const instructed = kit.methods.find((m) => m.instructed)?.id ?? null
  const other = method && method !== instructed ? kit.methods.find((m) => m.id === method)?.name : null
  const bolts = boltNeeds(kit, mount, survey.liftBlock ?? 0)
  return [
    ...(job.choices.wheels === 'on' && kit.operations.some((o) => o.wheels === 'off')
      ? [['wheels-on', kit.axle] as const]
      : []),
    ...(other ? [['other-way', other] as const] : []),
    ...(isFedThrough(kit, job, kit.axle) ? [['fed-through', kit.axle] as const] : []),
    ...(mount.swapped ? [['sides-changed', kit.axle] as const] : []),
    ...(isTwoBands(kit, survey.exhaustDiameter) ? [['clamps-joined', kit.axle] as const] : []),
    ...bolts.flatMap(({ bolt, buy, cut }): Found[] => [
      ...(buy && bolt.inBox !== null ? [['longer-bolt', bolt.name] as const] : []),
      ...(cut > 0 ? [['cut-bolt', bolt.name] as const] : []),
    ]),
  ]
}
/** The pipe is thicker than one band of the heat shield goes around. */
const isTwoBands = ({ mounting }: Kit, pipe: Meters | null): boolean =>
  Boolean(mounting?.shield) && pipe !== null && isAbove(pipe, mounting!.shield!.clampMost)
/** A cylinder that goes in through the coil though its gap is narrower than the instructions ask. */
function isFedThrough({ fitment: { feedGap }, operations }: Kit, { survey }: Job, axle: AxleEnd): boolean {
  const gap = survey[axle].coilGapHanging
  const out = operations.some((o) => o.opens.includes('coil'))
  return feedGap !== null && gap !== null && isBelow(gap, feedGap) && !out
}

/** What records tell of it: steps out of their turn, parts that do not go back, bolts that no wrench reached. */
function byRecords({ job, standing, steps, torques }: Known): Found[] {
  const title = (id: string) => steps.find((s) => s.step.id === id)?.step.title ?? id
  const known = new Set(steps.map((s) => s.step.id))
  const pinned = job.choices.pins.filter((p) => known.has(p.first) && known.has(p.then))
  return [
    ...pinned.map(({ first, then }): Found => ['other-order', `${title(first)} before ${title(then)}`]),
    ...ofKind(standing, 'part-fate').flatMap(({ body }): Found[] =>
      steps.some((s) => s.step.fates.some((f) => f.part === body.part)) ? [] : [['part-changed', body.part]],
    ),
    ...ofKind(standing, 'step-added').map(({ body }): Found => ['step-added', body.operation.title]),
    ...torques.flatMap(({ fastener, places }): Found[] =>
      places.some((p) => p.state === 'not-reached') ? [['not-torqued', fastener.name]] : [],
    ),
  ]
}

const planned = new WeakMap<Job['kits'], { of: readonly unknown[]; found: Found[] }>()
/** What the plan of a job leaves, worked out once while kits, survey and choices are the same. */
function plannedOn(job: Job): Found[] {
  const of = [job.survey, job.choices]
  const there = planned.get(job.kits)
  if (there?.of.every((x, i) => x === of[i])) return there.found
  const found = job.kits.flatMap((k) => (k.work === 'fit' ? byPlan(job, k) : []))
  planned.set(job.kits, { of, found })
  return found
}

/**
 * Where the work leaves the instructions: one entry a kind for the whole job, with its reason once somebody gave one.
 * @returns none where all is as the instructions have it
 */
export function departuresOf(known: Known): Departure[] {
  const { job, standing, proof } = known
  const found = [...plannedOn(job), ...byRecords(known)]
  if (!found.length) return []
  const answers = ofKind(standing, 'deviation').filter((r) => counts(proof, r) && r.body.answers?.kind === 'departure')
  const photos = ofKind(standing, 'photo').filter((r) => r.body.caption)
  return [...new Set(found.map(([kind]) => kind))].map((kind) => {
    const answer =
      answers.findLast((r) => r.body.answers?.kind === 'departure' && r.body.answers.departure === kind) ?? null
    const alters = ALTERING.includes(kind)
    return {
      kind,
      about: [...new Set(found.flatMap(([k, about]) => (k === kind ? about : [])))],
      alters,
      answer,
      shown: !alters || (answer !== null && photos.some((r) => isOf(r, answer))),
    }
  })
}
/** Whether a picture is of what a deviation tells: its caption says so. */
const isOf = ({ body: { caption } }: RecordOf<'photo'>, { body: { what } }: RecordOf<'deviation'>): boolean =>
  caption.startsWith(deviationCaption(what))
/** Caption of the picture of a deviation. */
export const deviationCaption = (what: string): string => `Deviation: ${what}`.slice(0, 200)
