import { hasAir, type Kit } from '../../../kit'
import { kitAt, type Job } from '../../../job'
import { bagOnJob, pressuresToSet, type CaseAssessment } from '../../choose'
import type { SceneQuestion } from './scene'

/**
 * A kit on a job as a question about the room around its bags, under the load case that is looked at.
 * @param at the load case, with the job's kits under it
 * @returns plain data, for a worker too; null for rubber: there is no bag to keep clear
 */
export function sceneQuestion(job: Job, kit: Kit, at: CaseAssessment): SceneQuestion | null {
  const bag = bagOnJob(job, kit, at)
  if (!bag || !hasAir(kit)) return null
  const own = kitAt(job, kit.axle)
  const level = at.level[kit.axle]
  const onJob = own?.kit.id === kit.id
  const set = onJob && level ? pressuresToSet(level, bag.minimum.value) : null
  return {
    vehicle: job.vehicle,
    survey: job.survey,
    kit,
    bag,
    ...(onJob && own.mount ? { mount: own.mount } : {}),
    loaded:
      onJob && level?.left && level.right && at.loadCase.items.length
        ? { left: level.left.bagHeight, right: level.right.bagHeight }
        : null,
    level: set && Math.max(set.left, set.right),
    tapeTolerance: job.tapeTolerance,
  }
}
