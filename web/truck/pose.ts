import type { Assessment } from '@stout-shackle/core/job'
import type { Metres, Pascals } from '@stout-shackle/core/quantity'

export type PoseMode = 'empty' | 'loaded' | 'aired'

export interface Pose {
  /** Change of height at the job's marks over each axle against unladen, up positive. */
  front: Metres
  rear: Metres
  /** The same of the body above the road: marked from the wheels, the tyres' sink comes on top. */
  road: { front: Metres; rear: Metres }
  /** False where neither tape nor spring rate could say. */
  known: boolean
  pressure: { left: Pascals; right: Pascals } | null
}

const LEVEL = { front: 0, rear: 0 }

/** How the vehicle of a job stands in a mode. */
export function poseOf({ active }: Assessment, mode: PoseMode): Pose {
  const { squat, level, attitude, levelled, rubber } = active
  if (mode === 'empty') return { ...LEVEL, road: LEVEL, known: true, pressure: null }
  const holds = rubber !== null || (level?.left && level.right)
  const aired = mode === 'aired' && holds && levelled ? levelled : null
  const stands = aired ?? attitude
  return {
    ...(stands?.atMark ?? LEVEL),
    road: stands ?? LEVEL,
    known: squat.rear !== null,
    pressure:
      aired && level?.left && level.right
        ? { left: Math.max(0, level.left.pressure), right: Math.max(0, level.right.pressure) }
        : null,
  }
}
