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
import { isOfKit, loadMass, type RatingId, AXLES } from '../../vehicle'
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

/**
 * The misunderstandings that this job invites, each only where its figure stands.
 * @param active the load case on the screen
 * Source: statics and common practice; see docs/models.md.
 */
export function cautionsOf(job: Job, active: CaseAssessment, spring: AxleSpring): Caution[] {
  const { survey, vehicle, mark } = job
  const { weights, ratings, squat, bare } = active
  const rearKit = kitAt(job, 'rear')?.kit ?? null
  const level = active.level.rear
  const list: Caution[] = []
  if (active.bottoms)
    list.push({ code: 'bottoms', by: active.bottoms, squat: squat.rear, stages: ['measure', 'load', 'choose'] })
  if (weights.front < -WORTH_SAYING) {
    // Standing level again takes back only what the pitch itself had moved.
    const back = level && bare ? (bare.rear.gain - level.gain) / GRAVITY : 0
    list.push({ code: 'front-lost', lost: -weights.front, back: Math.max(0, back), stages: ['load', 'choose'] })
  }
  if (active.views && !active.views.agree)
    list.push({ code: 'views-disagree', weighed: weights.source === 'ticket', stages: ['measure', 'load'] })
  for (const tongue of tonguesOf(active.loadCase))
    if (isBelow(tongue.tongue, TONGUE_SHARE * tongue.trailer))
      list.push({ code: 'tongue-light', ...tongue, stages: ['load', 'choose'] })
  const trailer = trailerListed(active)
  if (weights.trailerAxles !== null && trailer && Math.abs(trailer.listed - weights.trailerAxles) > trailer.tolerance)
    list.push({ code: 'trailer-disagrees', listed: trailer.listed, weighed: weights.trailerAxles, stages: ['load'] })
  const { oldHelper } = survey.rear
  if (oldHelper !== null && oldHelper !== 'none')
    list.push({
      code: 'rate-with-helper',
      measured: spring.rate?.source === 'loading-test',
      stages: ['measure', 'load', 'choose'],
    })
  if (spring.trouble) list.push({ code: 'rate-trouble', trouble: spring.trouble, stages: ['measure', 'load'] })
  if (weights.distribution)
    list.push({ code: 'bars-slacken', couple: weights.distribution.couple, stages: ['load', 'choose'] })
  if (survey.loadSensingValve && squat.rear !== null && squat.rear > 0) {
    const share = level
      ? Math.max(0, level.squat + level.remainingSquat) / squat.rear
      : Number(!rearKit && job.kits.length > 0)
    list.push({ code: 'valve-reads-empty', sees: Math.min(1, share), stages: ['measure', 'load', 'choose'] })
  }
  for (const axle of AXLES) {
    const kit = kitAt(job, axle)?.kit
    const mean = active.level[axle]?.mean
    const bag = kit && hasAir(kit) ? bagOnJob(job, kit, active) : null
    if (!bag || mean == null || !ratings.tightest || isOfKit(ratings.tightest.id)) continue
    const spare = bag.maximum.value - mean
    const { id, remaining } = ratings.tightest
    if (spare > 0)
      list.push({
        code: 'pressure-is-not-rating',
        spare,
        rating: id,
        remaining: remaining!,
        stages: ['load', 'choose'],
      })
  }
  if (AXLES.some((axle) => survey[axle].springsChanged || survey[axle].otherLift))
    list.push({ code: 'parts-raise-nothing', stages: ['load'] })
  if (mark === 'ground' && bare && bare.rear.tires > 0)
    list.push({ code: 'tires-sink', sink: bare.rear.tires, stages: ['measure', 'load', 'choose'] })
  if (vehicle.rear.suspension === 'leaf' && spring.rate && spring.rate.frictionSource === 'usual')
    list.push({ code: 'friction-unmeasured', usual: spring.rate.friction, stages: ['measure', 'choose'] })
  for (const axle of AXLES) {
    const frequency = active.level[axle]?.frequency
    if (frequency?.without)
      list.push({ code: 'stiffer-ride', from: frequency.without, to: frequency.with, stages: ['choose'] })
  }
  return list
}
