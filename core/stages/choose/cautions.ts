import {
  GRAVITY,
  isBelow,
  type Kilograms,
  type Meters,
  type NewtonMeters,
  type Newtons,
  type Pascals,
} from '../../quantity'
import { hasAir } from '../../kit'
import { isOfKit, loadMass, type RatingId, AXLES, type AxleEnd } from '../../vehicle'
import { kitAt, type Job, type StageId } from '../../job'
import type { AxleSpring, RateTrouble } from '../load'
import { bagOnJob } from './helped-axle'
import type { CaseAssessment } from './case-assessment'

/** Something people take a figure for that it is not, with the figures that show it, and where it has to be said. */
export type Caution = { stages: readonly StageId[] } & (
  | { code: 'front-lost'; lost: Kilograms; back: Kilograms }
  | { code: 'pressure-is-not-rating'; spare: Pascals; rating: RatingId; remaining: Kilograms }
  | { code: 'parts-raise-nothing' }
  | { code: 'tires-sink'; sink: Meters }
  | { code: 'bars-slacken'; couple: NewtonMeters }
  | { code: 'valve-reads-empty'; sees: number }
  | { code: 'rate-with-helper'; measured: boolean }
  | { code: 'rate-trouble'; trouble: RateTrouble }
  | { code: 'bottoms'; by: 'measured' | 'by-rate'; squat: Meters | null }
  | { code: 'views-disagree'; weighed: boolean }
  | { code: 'trailer-disagrees'; listed: Kilograms; weighed: Kilograms }
  | { code: 'friction-unmeasured'; usual: Newtons }
  | { code: 'stiffer-ride'; from: number; to: number }
  | ({ code: 'tongue-light' } & TongueShare)
)

/** Weight off the front axle that is worth a word. */
const WORTH_SAYING: Kilograms = 5

/** Part of a trailer's weight that its tongue carries at the least; under it the trailer sways (common practice). */
const TONGUE_SHARE = 0.1

export interface TongueShare {
  /** Part of the trailer's weight that its tongue carries. */
  share: number
  tongue: Kilograms
  trailer: Kilograms
}
/** What the tongue of each trailer of a load case carries, where the trailer's weight is known. */
export const tonguesOf = ({ items }: CaseAssessment['loadCase']): TongueShare[] =>
  items.flatMap((item) => {
    const { place, trailerMass } = item
    const tongue = loadMass(item)
    return place === 'tongue' && trailerMass ? [{ share: tongue / trailerMass, tongue, trailer: trailerMass }] : []
  })

/** A trailer's weight is told in round figures: this much of it is no disagreement (common practice). */
const ROUND_FIGURE = 0.02
/** What the list puts on the trailer's axles; null without a trailer of known weight. */
function trailerListed({ loadCase, weights }: CaseAssessment): { listed: Kilograms; tolerance: Kilograms } | null {
  const towed = loadCase.items.filter((i) => i.trailerMass !== null)
  if (!towed.length) return null
  const listed = towed.reduce((sum, i) => sum + i.trailerMass! - loadMass(i), weights.distribution?.trailerAxle ?? 0)
  const tolerance = towed.reduce((sum, i) => sum + i.massTolerance, weights.rearTolerance)
  return { listed, tolerance: tolerance + ROUND_FIGURE * Math.abs(listed) }
}

/** What a caution is judged by: the job, the load case on the screen, the rear springs. */
interface Judged {
  job: Job
  active: CaseAssessment
  spring: AxleSpring
}
type Code = Caution['code']
type CautionOf<C extends Code> = Omit<Extract<Caution, { code: C }>, 'code' | 'stages'>

/** What the brake valve sees of the load: the share of the squat that stays. */
function valveSees({ job, active }: Judged): number {
  const level = active.level.rear
  const stays = level
    ? Math.max(0, level.squat + level.remainingSquat) / active.squat.rear!
    : Number(!kitAt(job, 'rear') && job.kits.length > 0)
  return Math.min(1, stays)
}
/** Pressure left of an axle's bags while a rating of the vehicle is the tightest. */
function spareAt({ job, active }: Judged, axle: AxleEnd): CautionOf<'pressure-is-not-rating'>[] {
  const kit = kitAt(job, axle)?.kit
  const mean = active.level[axle]?.mean
  const bag = kit && hasAir(kit) ? bagOnJob(job, kit, active) : null
  const { tightest } = active.ratings
  if (!bag || mean == null || !tightest || isOfKit(tightest.id)) return []
  const spare = bag.maximum.value - mean
  return spare > 0 ? [{ spare, rating: tightest.id, remaining: tightest.remaining! }] : []
}
/** `rows` where something holds, else none. */
const where = <T>(holds: boolean, row: () => T): T[] => (holds ? [row()] : [])

/** Each caution: where it has to be said, and its figures for a job, once for each thing it is about. */
const CAUTIONS: { [C in Code]: { stages: readonly StageId[]; of(judged: Judged): CautionOf<C>[] } } = {
  bottoms: {
    stages: ['measure', 'load', 'choose'],
    of: ({ active: { bottoms, squat } }) => (bottoms ? [{ by: bottoms, squat: squat.rear }] : []),
  },
  'front-lost': {
    stages: ['load', 'choose'],
    of: ({ active: { weights, level, bare } }) =>
      where(weights.front < -WORTH_SAYING, () => ({
        lost: -weights.front,
        // Standing level again takes back only what the pitch itself had moved.
        back: Math.max(0, level.rear && bare ? (bare.rear.gain - level.rear.gain) / GRAVITY : 0),
      })),
  },
  'views-disagree': {
    stages: ['measure', 'load'],
    of: ({ active: { views, weights } }) =>
      where(views !== null && !views.agree, () => ({ weighed: weights.source === 'ticket' })),
  },
  'tongue-light': {
    stages: ['load', 'choose'],
    of: ({ active }) =>
      tonguesOf(active.loadCase).filter(({ tongue, trailer }) => isBelow(tongue, TONGUE_SHARE * trailer)),
  },
  'trailer-disagrees': {
    stages: ['load'],
    of({ active }) {
      const weighed = active.weights.trailerAxles
      const trailer = trailerListed(active)
      return weighed !== null && trailer && Math.abs(trailer.listed - weighed) > trailer.tolerance
        ? [{ listed: trailer.listed, weighed }]
        : []
    },
  },
  'rate-with-helper': {
    stages: ['measure', 'load', 'choose'],
    of: ({ job, spring }) =>
      where(![null, 'none'].includes(job.survey.rear.oldHelper), () => ({
        measured: spring.rate?.source === 'loading-test',
      })),
  },
  'rate-trouble': {
    stages: ['measure', 'load'],
    of: ({ spring: { trouble } }) => (trouble ? [{ trouble }] : []),
  },
  'bars-slacken': {
    stages: ['load', 'choose'],
    of: ({ active: { weights } }) => (weights.distribution ? [{ couple: weights.distribution.couple }] : []),
  },
  'valve-reads-empty': {
    stages: ['measure', 'load', 'choose'],
    of: (judged) =>
      where(judged.job.survey.loadSensingValve === true && (judged.active.squat.rear ?? 0) > 0, () => ({
        sees: valveSees(judged),
      })),
  },
  'pressure-is-not-rating': {
    stages: ['load', 'choose'],
    of: (judged) => AXLES.flatMap((axle) => spareAt(judged, axle)),
  },
  'parts-raise-nothing': {
    stages: ['load'],
    of: ({ job: { survey } }) =>
      where(
        AXLES.some((axle) => survey[axle].springsChanged || survey[axle].otherLift),
        () => ({}),
      ),
  },
  'tires-sink': {
    stages: ['measure', 'load', 'choose'],
    of: ({ job, active: { bare } }) =>
      job.mark === 'ground' && bare && bare.rear.tires > 0 ? [{ sink: bare.rear.tires }] : [],
  },
  'friction-unmeasured': {
    stages: ['measure', 'choose'],
    of: ({ job, spring: { rate } }) =>
      job.vehicle.rear.suspension === 'leaf' && rate?.frictionSource === 'usual' ? [{ usual: rate.friction }] : [],
  },
  'stiffer-ride': {
    stages: ['choose'],
    of: ({ active }) =>
      AXLES.flatMap((axle) => {
        const frequency = active.level[axle]?.frequency
        return frequency?.without ? [{ from: frequency.without, to: frequency.with }] : []
      }),
  },
}

/**
 * The misunderstandings that this job invites, each only where its figure stands.
 * @param active the load case on the screen
 * Source: statics and common practice; see docs/models.md.
 */
export const cautionsOf = (job: Job, active: CaseAssessment, spring: AxleSpring): Caution[] =>
  (Object.keys(CAUTIONS) as Code[]).flatMap((code) =>
    CAUTIONS[code]
      .of({ job, active, spring })
      .map((row) => ({ code, ...row, stages: CAUTIONS[code].stages }) as Caution),
  )
