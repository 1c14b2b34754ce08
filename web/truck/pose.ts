import type { Assessment } from '@stout-shackle/core/stages'
import type { Meters, Pascals } from '@stout-shackle/core/quantity'

export type PoseMode = 'empty' | 'loaded' | 'aired'

export interface Pose {
  /** Change of height at the job's marks over each axle against empty, up positive. */
  front: Meters
  rear: Meters
  /** The same of the body above the road: marked from the wheels, the tires' sink comes on top. */
  road: { front: Meters; rear: Meters }
  /** False where neither tape nor spring rate could say. */
  known: boolean
  pressure: { left: Pascals; right: Pascals } | null
}

const LEVEL = { front: 0, rear: 0 }

/** How the vehicle of a job stands in a mode. */
export function poseOf({ active }: Assessment, mode: PoseMode): Pose {
  const { squat, level, attitude, leveled, rubber } = active
  if (mode === 'empty') return { ...LEVEL, road: LEVEL, known: true, pressure: null }
  const holds = rubber !== null || (level?.left && level.right)
  const aired = mode === 'aired' && holds && leveled ? leveled : null
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
