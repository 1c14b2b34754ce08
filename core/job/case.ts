import { GRAVITY, atmosphere, type Metres, type NewtonsPerMetre } from '../quantity'
import { maximumPressure, minimumPressure, type Kit } from '../kit'
import { airSpring, levelAxle, rateFromTest, type LevelQuestion, type LevelSolution } from '../spring'
import {
  attitude,
  axleWeights,
  ratingReport,
  TAPE_GIVE,
  type Attitude,
  type AxleWeights,
  type LoadCase,
  type RatingReport,
} from '../vehicle'
import { jobHeights, type JobHeights } from './heights'
import type { BayRecord, Job } from './schema'

export interface Squat {
  /** Down positive, at the job's mark. Null where neither measured nor computable. */
  front: Metres | null
  rear: Metres | null
  rearGive: Metres
  source: 'measured' | 'from-rate' | 'unknown'
}
export interface AxleRate {
  /** Both sides. */
  rate: NewtonsPerMetre
  give: NewtonsPerMetre
  source: 'loading-test' | 'vehicle'
}

export interface CaseAssessment {
  loadCase: LoadCase
  heights: JobHeights
  weights: AxleWeights
  ratings: RatingReport
  squat: Squat
  rearRate: AxleRate | null
  /** With the load on and no air. */
  attitude: Attitude | null
  /** The picked kit bringing it level; null without a kit or without a spring rate. */
  level: LevelSolution | null
}

const tyresRear = (job: Job) => (job.vehicle.rearWheels === 'dual' ? 4 : 2)

/** Both sides' tyre rate at the rear, only where heights are marked from the ground. */
const tyreAxleRate = (job: Job): NewtonsPerMetre | null =>
  job.mark === 'ground' && job.vehicle.tyreRate ? job.vehicle.tyreRate * tyresRear(job) : null

/** Everything one load case does to the vehicle of a job. */
export function assessCase(job: Job, standing: readonly BayRecord[], loadCase: LoadCase): CaseAssessment {
  const weights = axleWeights(job.vehicle, loadCase.items)
  const heights = jobHeights(standing, job.mark, loadCase.id)
  const rearRate = rateOf(job, weights, heights)
  const squat = squatOf(job, weights, heights, rearRate)
  const { wheelbase } = job.vehicle
  return {
    loadCase,
    heights,
    weights,
    ratings: ratingReport(job.vehicle, loadCase.items, weights),
    squat,
    rearRate,
    attitude: squat.rear === null ? null : attitude(-(squat.front ?? 0), -squat.rear, wheelbase),
    level: job.kit ? levelFor(job, job.kit, { weights, squat, rearRate }) : null,
  }
}

/**
 * A loading test in the shop is about this vehicle as it stands, so it goes before the library's figure; not one taken
 * with air in old bags, which measures them too.
 */
function rateOf(job: Job, weights: AxleWeights, heights: JobHeights): AxleRate | null {
  const { beforeEmpty, beforeLoaded } = heights
  if (beforeEmpty.rear !== null && beforeLoaded.rear !== null && !beforeEmpty.aired && !beforeLoaded.aired) {
    const sink = tyreAxleRate(job) ? (weights.rear * GRAVITY) / tyreAxleRate(job)! : 0
    const give = Math.hypot(beforeEmpty.give, beforeLoaded.give) / Math.SQRT2
    const test = rateFromTest(weights.rear, weights.rearGive, beforeEmpty.rear - beforeLoaded.rear - sink, give)
    if (test) return { ...test, source: 'loading-test' }
  }
  const { rearWheelRate, rearWheelRateGive } = job.vehicle
  return rearWheelRate === null ? null : { rate: 2 * rearWheelRate, give: 2 * rearWheelRateGive, source: 'vehicle' }
}

function squatOf(
  job: Job,
  weights: AxleWeights,
  { beforeEmpty, beforeLoaded }: JobHeights,
  rate: AxleRate | null,
): Squat {
  if (beforeEmpty.rear !== null && beforeLoaded.rear !== null) {
    return {
      front: beforeEmpty.front !== null && beforeLoaded.front !== null ? beforeEmpty.front - beforeLoaded.front : null,
      rear: beforeEmpty.rear - beforeLoaded.rear,
      // Each axle average is of two readings, each with its own half-width.
      rearGive: Math.hypot(beforeEmpty.give, beforeLoaded.give) / Math.SQRT2,
      source: 'measured',
    }
  }
  if (!rate) return { front: null, rear: null, rearGive: 0, source: 'unknown' }
  const { frontWheelRate, tyreRate } = job.vehicle
  const fromGround = job.mark === 'ground' && tyreRate ? tyreRate : null
  const sink = (gain: number, tyres: number) => (fromGround ? (gain * GRAVITY) / (fromGround * tyres) : 0)
  const rear = (weights.rear * GRAVITY) / rate.rate
  return {
    front: frontWheelRate ? (weights.front * GRAVITY) / (2 * frontWheelRate) + sink(weights.front, 2) : null,
    rear: rear + sink(weights.rear, tyresRear(job)),
    rearGive: Math.hypot((rear * rate.give) / rate.rate, (weights.rearGive * GRAVITY) / rate.rate),
    source: 'from-rate',
  }
}

/** How much squat the customer is content to keep, at the mark. */
function squatToLeave(job: Job, squat: Squat): Metres {
  switch (job.target.kind) {
    case 'unladen-height':
      return 0
    case 'unladen-rake':
      return squat.front ?? 0
    case 'recover':
      return (1 - job.target.share) * Math.max(0, squat.rear ?? 0)
  }
}

/** The level question a kit poses on this job; null while the rear rate is unknown. */
export function levelFor(
  job: Job,
  kit: Kit,
  at: Pick<CaseAssessment, 'weights' | 'squat' | 'rearRate'>,
): LevelSolution | null {
  if (!at.rearRate) return null
  const { vehicle, survey } = job
  const replaces = kit.family === 'coil-replacement'
  const question: LevelQuestion = {
    bag: airSpring(kit.bag.table),
    rideBagHeight: kit.bag.rideHeight,
    motionRatio: kit.bag.motionRatio,
    bagSpacing: kit.bag.spacing,
    minimum: minimumPressure(kit).value,
    maximum: maximumPressure(kit, survey).value,
    window: kit.bag.window,
    lineVolume: kit.lineVolume / 2,
    axleRate: replaces ? 0 : at.rearRate.rate,
    springSpacing: vehicle.springSpacing,
    carries: replaces ? 'all' : 'added',
    sprungUnladen: vehicle.curbRear - vehicle.rearUnsprung,
    gain: at.weights.rear,
    gainGive: at.weights.rearGive,
    rollMoment: job.frame === 'rigid' ? at.weights.rollMoment : at.weights.rollMomentRear,
    leaveSquat: squatToLeave(job, at.squat),
    leaveSquatGive: TAPE_GIVE,
    tyreAxleRate: tyreAxleRate(job),
    air: job.air,
    ambient: atmosphere(job.altitude),
    reboundTravel: vehicle.reboundTravel,
  }
  return levelAxle(question)
}
