import type { Assessment } from '@stout-shackle/core/judge'
import type { AxleEnd } from '@stout-shackle/core/vehicle'
import type { Meters, Pascals } from '@stout-shackle/core/quantity'

/** `read`: as it was read for the last time, after the work. */
export type PoseMode = 'empty' | 'loaded' | 'aired' | 'read'

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
export function poseOf(assessment: Assessment, mode: PoseMode): Pose {
  const { active, chosen } = assessment
  const { squat, level, attitude, leveled } = active
  if (mode === 'read') {
    const last = lastRead(assessment)
    if (last) return last
  }
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

/** The state that was read last of all, with the load that was on it; null where nothing was read after the work. */
export function readLast({ asLeft }: Pick<Assessment, 'asLeft'>): Assessment['asLeft'][number] | null {
  return asLeft.reduce<Assessment['asLeft'][number] | null>(
    (last, row) => (!last || Date.parse(row.at) > Date.parse(last.at) ? row : last),
    null,
  )
}

function lastRead(assessment: Assessment): Pose | null {
  const last = readLast(assessment)
  if (!last) return null
  const { cases, asLeft } = assessment
  const { heights } = cases.find((c) => c.loadCase.id === last.loadCase) ?? cases[0]!
  const now = last.loadCase === null ? heights.afterEmpty : heights.afterLoaded
  const change = (end: AxleEnd) => {
    const [was, is] = [heights.beforeEmpty[end], now[end]]
    return was === null || is === null ? 0 : is - was
  }
  const by = { front: change('front'), rear: change('rear') }
  const pressure = (axle: AxleEnd) =>
    asLeft.find((row) => row.axle === axle && row.loadCase === last.loadCase)?.pressures ?? null
  return { ...by, road: by, known: true, pressure: { front: pressure('front'), rear: pressure('rear') } }
}
