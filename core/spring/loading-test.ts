import { GRAVITY, type Kilograms, type Meters, type Newtons, type NewtonsPerMeter } from '../quantity'

export interface TestPoint {
  /** kg the axle gained. */
  gain: Kilograms
  /** Plus or minus on it. */
  gainTolerance?: Kilograms
  /** m it sank over the springs. */
  squat: Meters
  /** Plus or minus on the squat, over zero. */
  tolerance: Meters
  /** Reached while loading or while unloading: friction sets the two apart. */
  way: 'loading' | 'unloading'
}

export type LoadingTest =
  | {
      code: 'rate'
      /** Both sides together. */
      rate: NewtonsPerMeter
      tolerance: NewtonsPerMeter
      /** Half the force between the loading and the unloading line; null without both. */
      friction: Newtons | null
      /** Largest distance of a point from its line. */
      worst: Meters
    }
  /** Fewer than two loads, or so alike that their squats do not differ by more than the tape's tolerance. */
  | { code: 'too-few' }
  /** Points bend away from any line: a second stage, a stop or an old helper came in. */
  | { code: 'not-straight'; worst: Meters }
  /** More load, less squat. */
  | { code: 'nonsense' }

/** A point this many times its own uncertainty off the line is no scatter. */
const OFF_LINE = 3

/**
 * Axle spring rate from several loads: weighted least squares of squat on load, one slope, and a line of its own for
 * loading and for unloading.
 *
 * A rate across the contact of a second stage would be the rate of neither, so bent data are refused. A load that is
 * itself an estimate widens its point by what it does to the squat (effective variance, one refinement).
 * @returns rate with its standard uncertainty (from the readings' own, or from the scatter when that is larger)
 * Source: weighted linear regression, e.g. Press et al., Numerical Recipes, 15.2; friction band as common practice.
 */
export function fitLoadingTest(points: readonly TestPoint[]): LoadingTest {
  const first = fitPoints(points)
  if (points.every((p) => !p.gainTolerance)) return first
  const slope = first.code === 'rate' ? 1 / first.rate : roughCompliance(points)
  return fitPoints(
    points.map((p) => ({ ...p, tolerance: Math.hypot(p.tolerance, slope * GRAVITY * (p.gainTolerance ?? 0)) })),
  )
}

/** Squat over load from the lightest to the heaviest, where no line fits yet. */
function roughCompliance(points: readonly TestPoint[]): number {
  const byLoad = [...points].sort((a, b) => a.gain - b.gain)
  const [low, high] = [byLoad[0]!, byLoad.at(-1)!]
  return high.gain > low.gain ? Math.abs(high.squat - low.squat) / ((high.gain - low.gain) * GRAVITY) : 0
}

function fitPoints(points: readonly TestPoint[]): LoadingTest {
  const ways = (['loading', 'unloading'] as const)
    .map((way) => points.filter((p) => p.way === way))
    .filter((list) => list.length > 0)
  const weight = (p: TestPoint) => 1 / p.tolerance ** 2
  const centers = ways.map((list) => {
    const total = list.reduce((s, p) => s + weight(p), 0)
    const mean = (of: (p: TestPoint) => number) => list.reduce((s, p) => s + weight(p) * of(p), 0) / total
    return { list, load: mean((p) => p.gain * GRAVITY), squat: mean((p) => p.squat) }
  })
  let spread = 0
  let together = 0
  for (const { list, load, squat } of centers)
    for (const p of list) {
      spread += weight(p) * (p.gain * GRAVITY - load) ** 2
      together += weight(p) * (p.gain * GRAVITY - load) * (p.squat - squat)
    }
  const freedom = points.length - ways.length - 1
  if (points.length < 2 || freedom < 0 || spread <= 0) return { code: 'too-few' }
  const compliance = together / spread
  // A slope smaller than its own uncertainty was not measured.
  if (Math.abs(compliance) * Math.sqrt(spread) < 1) return { code: 'too-few' }
  if (compliance <= 0) return { code: 'nonsense' }

  let chiSquare = 0
  let worst = 0
  let furthest = 0
  for (const { list, load, squat } of centers)
    for (const p of list) {
      const off = Math.abs(p.squat - squat - compliance * (p.gain * GRAVITY - load))
      chiSquare += weight(p) * off ** 2
      worst = Math.max(worst, off)
      furthest = Math.max(furthest, off / p.tolerance)
    }
  if (furthest > OFF_LINE) return { code: 'not-straight', worst }
  const scatter = freedom > 0 ? Math.sqrt(chiSquare / freedom) : 1
  const rate = 1 / compliance
  // Uncertainty of a reciprocal: relative errors are equal.
  const tolerance = rate * (Math.max(1, scatter) / Math.sqrt(spread) / compliance)
  const [loading, unloading] = centers
  const friction =
    loading && unloading
      ? Math.abs(unloading.squat - compliance * unloading.load - (loading.squat - compliance * loading.load)) /
        compliance /
        2
      : null
  return { code: 'rate', rate, tolerance, friction, worst }
}
