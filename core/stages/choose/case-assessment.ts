import { GRAVITY } from '../../quantity'
import { kitCapacity } from '../../kit'
import { ratingReport, type RatingReport } from '../../vehicle'
import type { LevelSolution } from '../../spring'
import type { BayRecord, Job } from '../../job'
import { loadViews, postureOf, type LoadedCase, type LoadViews, type Posture, type RearSpring } from '../load'
import { leveledPosture, levelKit } from './level-kit'
import { rubberPosture, rubberUnder, type RubberOutcome } from './rubber'

/** A load case with the job's kit under it. */
export interface CaseAssessment extends LoadedCase {
  ratings: RatingReport
  /** With the load on and no air. */
  attitude: Posture | null
  /** With the load on, aired. */
  leveled: Posture | null
  /** The job's kit bringing it level; null without a kit or without a spring rate. */
  level: LevelSolution | null
  /** The job's rubber helpers under it; null without. */
  rubber: RubberOutcome | null
  /** One load seen several ways; null where there is nothing to see. */
  views: LoadViews | null
}

/**
 * What the job's kit makes of a load case.
 * @param standing records that stand, oldest first
 * @param at the load case as weighed, with its chassis
 * @param spring the rear springs of the job
 */
export function assessCase(
  job: Job,
  standing: readonly BayRecord[],
  at: LoadedCase,
  spring: RearSpring,
): CaseAssessment {
  const { kit } = job
  const { squat, weights, loadCase } = at
  const level = kit && levelKit(job, kit, at)
  const rubber = kit && rubberUnder(job, kit, at)
  const carried = rubber ? 2 * rubber.force : (level?.supported ?? 0)
  // Nothing to compare while the pair is asked for nothing.
  const kitLoad = kit && carried > 0 ? { capacity: kitCapacity(kit, job.survey), carried: carried / GRAVITY } : null
  return {
    ...at,
    ratings: ratingReport(job.vehicle, loadCase.items, weights, kitLoad),
    attitude: squat.rear === null ? null : postureOf(job, at, squat.front ?? 0, squat.rear),
    leveled: level ? leveledPosture(job, at, level) : kit && rubber && rubberPosture(job, at, kit.axle, rubber),
    level,
    rubber,
    views: loadViews(job, standing, at, spring),
  }
}
