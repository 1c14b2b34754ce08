import { GRAVITY } from '../../quantity'
import { kitCapacity } from '../../kit'
import { ratingReport, type KitLoad, type RatingReport, AXLES, type AxleEnd } from '../../vehicle'
import { type LevelSolution } from '../../spring'
import type { BayRecord } from '../../records'
import type { Job } from '../../job'
import { loadViews, postureOf, type AxleSpring, type LoadedCase, type LoadViews, type Posture } from '../load'
import { withDoubt, type CaseEstimate } from './estimates'
import { bagOnJob, kitsUnder } from './helped-axle'
import { fitKits, leveledPosture } from './level-kit'
import type { RubberOutcome } from './rubber'

/** A load case with the job's kits under it. */
export interface CaseAssessment extends LoadedCase {
  ratings: RatingReport
  /** With the load on and no air. */
  attitude: Posture | null
  /** With the load on, aired. */
  leveled: Posture | null
  /** The job's kit of each axle bringing it level; null without a kit or without a spring rate. */
  level: Record<AxleEnd, LevelSolution | null>
  /** The job's rubber helpers under it; null without. */
  rubber: Record<AxleEnd, RubberOutcome | null>
  /** One load seen several ways; null where there is nothing to see. */
  views: LoadViews | null
  /** What estimated figures of the vehicle leave unsure; null where all were measured. Squat and pressures carry it. */
  estimate: CaseEstimate | null
}

/**
 * What the job's kits make of a load case.
 * @param standing records that stand, oldest first
 * @param loadedCase the load case as weighed, with its chassis
 * @param spring the rear springs of the job
 * @param estimate what estimated figures leave unsure of this case
 */
export function assessCase(
  job: Job,
  standing: readonly BayRecord[],
  loadedCase: LoadedCase,
  { spring, estimate = null }: { spring: AxleSpring; estimate?: CaseEstimate | null },
): CaseAssessment {
  const { weights, loadCase } = loadedCase
  const kits = kitsUnder(job)
  const { level: solved, rubber, stand } = fitKits(job, loadedCase, kits)
  const level = estimate ? widened(solved, estimate) : solved
  const squat = estimate
    ? { ...loadedCase.squat, rearTolerance: Math.hypot(loadedCase.squat.rearTolerance, estimate.squat) }
    : loadedCase.squat
  const kitLoads: KitLoad[] = AXLES.flatMap((axle) => {
    const kit = kits[axle]
    const rubberStand = rubber[axle]
    const carried = rubberStand ? 2 * rubberStand.force : (level[axle]?.supported ?? 0)
    const capacity = kit ? kitCapacity(kit, bagOnJob(job, kit, loadedCase)) : null
    // Nothing to compare while the pair is asked for nothing.
    return carried > 0 && capacity !== null ? [{ axle, capacity, carried: carried / GRAVITY }] : []
  })
  // Written out: copying by spread is what much of the time of an assessment went into.
  return {
    loadCase,
    heights: loadedCase.heights,
    weights,
    load: loadedCase.load,
    rates: loadedCase.rates,
    chassis: loadedCase.chassis,
    bare: loadedCase.bare,
    bottoms: loadedCase.bottoms,
    measuredBags: loadedCase.measuredBags,
    corrections: loadedCase.corrections,
    squat,
    ratings: ratingReport(job.vehicle, loadCase.items, weights, kitLoads),
    attitude: squat.rear === null ? null : postureOf(job, loadedCase, squat.front ?? 0, squat.rear),
    leveled: leveledPosture(job, loadedCase, kits, stand),
    level,
    rubber,
    views: loadViews(job, standing, loadedCase, spring),
    estimate,
  }
}

/** Solutions that carry the doubt of what was estimated. */
function widened(
  level: Record<AxleEnd, LevelSolution | null>,
  { pressure }: CaseEstimate,
): Record<AxleEnd, LevelSolution | null> {
  const of = (axle: AxleEnd): LevelSolution | null => {
    const solution = level[axle]
    return solution && withDoubt(solution, pressure[axle])
  }
  return { front: of('front'), rear: of('rear') }
}
