import type { Assessment, Job } from '@stout-shackle/core/job'
import type { Metres, Pascals } from '@stout-shackle/core/quantity'

export type PoseMode = 'empty' | 'loaded' | 'aired'

export interface Pose {
  /** Change of height over each axle against unladen, up positive. */
  front: Metres
  rear: Metres
  /** False where neither tape nor spring rate could say. */
  known: boolean
  pressure: { left: Pascals; right: Pascals } | null
}

/** How the vehicle of a job stands in a mode. */
export function poseOf(job: Job, { active }: Assessment, mode: PoseMode): Pose {
  const { squat, level } = active
  if (mode === 'empty') return { front: 0, rear: 0, known: true, pressure: null }
  const front = -(squat.front ?? 0)
  if (mode === 'loaded' || !level?.left || !level.right)
    return { front, rear: -(squat.rear ?? 0), known: squat.rear !== null, pressure: null }
  const kept =
    job.target.kind === 'recover'
      ? (1 - job.target.share) * Math.max(0, squat.rear ?? 0)
      : job.target.kind === 'unladen-rake'
        ? (squat.front ?? 0)
        : 0
  const reachable = level.code === 'level' || level.code === 'below-minimum' || level.code === 'one-side-below-minimum'
  return {
    front,
    rear: reachable ? -kept : -(kept + level.remainingSquat),
    known: true,
    pressure: { left: Math.max(0, level.left.pressure), right: Math.max(0, level.right.pressure) },
  }
}
