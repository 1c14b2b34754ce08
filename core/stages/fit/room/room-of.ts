import { hasAir, type Kit } from '../../../kit'
import { kitAt, type Job } from '../../../job'
import { bagOnJob, pressuresToSet, type CaseAssessment } from '../../choose'
import type { LevelSolution } from '../../../spring'
import type { SceneQuestion } from './scene'

/**
 * A kit on a job as a question about the room around its bags, under the load case that is looked at.
 * @param active the load case, with the job's kits under it
 * @param level what the kit comes to under it; the job's own kit's where none is given
 * @returns plain data, for a worker too; null for rubber: there is no bag to keep clear
 */
export function sceneQuestion(
  job: Job,
  kit: Kit,
  active: CaseAssessment,
  level: LevelSolution | null = active.level[kit.axle],
): SceneQuestion | null {
  const bag = bagOnJob(job, kit, active)
  if (!bag || !hasAir(kit)) return null
  const jobKit = kitAt(job, kit.axle)
  const onJob = jobKit?.kit.id === kit.id
  const set = level ? pressuresToSet(level, bag.minimum.value) : null
  return {
    vehicle: job.vehicle,
    survey: job.survey,
    kit,
    bag,
    ...(onJob && jobKit.mount ? { mount: jobKit.mount } : {}),
    loaded:
      level?.left && level.right && active.loadCase.items.length
        ? { left: level.left.bagHeight, right: level.right.bagHeight }
        : null,
    level: set && Math.max(set.left, set.right),
    tapeTolerance: job.tapeTolerance,
  }
}
