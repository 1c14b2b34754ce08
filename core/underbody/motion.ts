import { armPath, type Motion } from '../clearance'
import type { Meters } from '../quantity'
import { type AxleEnd, tireDiameter, type UndersidePart, type Vehicle } from '../vehicle'

/** Travel up to the bump stop where nobody has read it. Common practice, no published source. */
const USUAL_JOUNCE: Meters = 0.085
export const USUAL_REBOUND: Meters = 0.09
/** No axle rolls further against its frame than this, whatever its ends allow. Common practice, no published source. */
const MOST_ROLL = (10 * Math.PI) / 180

/** What ends the travel upward: how far at the wheel's own path, and how far apart what ends it sits. */
export interface JounceEnd {
  jounce: Meters
  spacing: Meters
}

/** How far an axle comes up to its bump stops. */
export function jounceOf(vehicle: Vehicle, axle: AxleEnd): { jounce: Meters; known: boolean } {
  const stop = vehicle[axle].stages.find((s) => s.kind === 'bump-stop')?.at ?? null
  return { jounce: stop ?? USUAL_JOUNCE, known: stop !== null }
}

/**
 * How an axle moves against the frame: up to what ends it, down to where its shocks do.
 * @param parts around it: where the shocks sit
 * @param up its bump stops where nothing else ends it first
 * @param ratio of an independent link: what moves for a wheel
 */
export function motionOf(
  vehicle: Vehicle,
  axle: AxleEnd,
  parts: readonly UndersidePart[],
  {
    up = { jounce: jounceOf(vehicle, axle).jounce, spacing: vehicle[axle].springSpacing },
    ratio = 1,
  }: { up?: JounceEnd; ratio?: number } = {},
): Motion {
  const build = vehicle[axle]
  const arm = vehicle.underbody?.arms[axle] ?? null
  const shocks = parts.flatMap((p) =>
    p.kind === 'shock' && p.shape.kind === 'run' ? [Math.abs(p.shape.points[0]!.at[1])] : [],
  )
  return {
    center: [0, 0, (tireDiameter(build.tireSize) ?? 0.78) / 2],
    travel: {
      jounce: up.jounce * ratio,
      rebound: (build.reboundTravel ?? USUAL_REBOUND) * ratio,
      // An independent link moves its own side only: what is at the other side does not turn it.
      roll: build.architecture === 'independent' ? 0 : MOST_ROLL,
      jounceSpacing: up.spacing,
      reboundSpacing: shocks.length ? 2 * Math.max(...shocks) : build.springSpacing,
      ...(arm ? { path: armPath(arm) } : {}),
    },
  }
}
