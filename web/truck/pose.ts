import type { Assessment } from '@stout-shackle/core/stages'
import type { Meters, Pascals } from '@stout-shackle/core/quantity'
import type { AxleEnd } from '@stout-shackle/core/spring'

export type PoseMode = 'empty' | 'loaded' | 'aired'

export interface Pose {
  /** Change of height at the job's marks over each axle against empty, up positive. */
  front: Meters
  rear: Meters
  /** The same of the body above the road: marked from the wheels, the tires' sink comes on top. */
  road: { front: Meters; rear: Meters }
  /** False where neither tape nor spring rate could say. */
  known: boolean
  /** In the bags of each axle; null where there are none, or no air. */
  pressure: Record<AxleEnd, { left: Pascals; right: Pascals } | null>
}

const LEVEL = { front: 0, rear: 0 }
const NO_AIR = { front: null, rear: null }

/** How the vehicle of a job stands in a mode. */
export function poseOf({ active, chosen }: Assessment, mode: PoseMode): Pose {
  const { squat, level, attitude, leveled } = active
  if (mode === 'empty') return { ...LEVEL, road: LEVEL, known: true, pressure: NO_AIR }
  const aired = mode === 'aired' ? leveled : null
  const stands = aired ?? attitude
  // It is drawn as it stands with every bag inside the limits of its kit: so are the pressures.
  const pressure = (axle: AxleEnd) => {
    const { left, right } = level[axle] ?? {}
    const kit = chosen.find((c) => c.kit.axle === axle)
    if (!aired || !left || !right) return null
    const inside = (value: Pascals) =>
      Math.min(Math.max(0, kit?.minimum?.value ?? 0, value), kit?.maximum?.value ?? Infinity)
    return { left: inside(left.pressure), right: inside(right.pressure) }
  }
  return {
    ...(stands?.atMark ?? LEVEL),
    road: stands ?? LEVEL,
    known: squat.rear !== null,
    pressure: { front: pressure('front'), rear: pressure('rear') },
  }
}
