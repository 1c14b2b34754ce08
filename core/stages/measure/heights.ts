import type { Meters } from '../../quantity'
import {
  summarizeHeights,
  type AxleEnd,
  type HeightPlace,
  type HeightSet,
  type HeightSummary,
  type Mark,
} from '../../vehicle'
import { ofKind, type BayRecord } from '../../records'

export type Timing = 'before' | 'after'
export type LoadState = 'empty' | 'loaded' | 'empty-again'

/**
 * Latest standing reading of each corner at a timing, in a load state, at a mark.
 * @returns m by corner; null where none was read
 */
export function heightSet(
  standing: readonly BayRecord[],
  timing: Timing,
  { load, mark, loadCase }: { load: LoadState; mark: Mark; loadCase: string | null },
): HeightSet {
  const set: HeightSet = {}
  for (const { body } of ofKind(standing, 'height')) {
    if (body.timing !== timing || body.load !== load || body.mark !== mark) continue
    if (load === 'loaded' && body.loadCase !== loadCase) continue
    set[body.corner] = {
      value: body.value,
      about: body.about,
      tolerance: body.tolerance,
      aired: body.bagPressure === null || body.bagPressure > 0,
    }
  }
  return set
}

/**
 * Where heights of an axle are read after the work: as before it. Once, where nobody read both sides then: no lean was promised.
 * @param standing records that stand, oldest first
 */
export function placesAfter(standing: readonly BayRecord[], mark: Mark, axle: AxleEnd): HeightPlace[] {
  const before = heightSet(standing, 'before', { load: 'empty', mark, loadCase: null })
  const both = [`${axle}-left`, `${axle}-right`] as const
  return before[axle] && !both.every((corner) => before[corner]) ? [axle] : [...both]
}

export interface JobHeights {
  beforeEmpty: HeightSummary
  beforeLoaded: HeightSummary
  /** Unloaded after the loaded reading. */
  emptyAgain: HeightSummary
  afterEmpty: HeightSummary
  afterLoaded: HeightSummary
}

/**
 * The sets of a job, at the mark the job uses, loaded ones for a load case.
 * @param standing records that stand, oldest first
 */
export function jobHeights(standing: readonly BayRecord[], mark: Mark, loadCase: string): JobHeights {
  const summary = (timing: Timing, load: LoadState) =>
    summarizeHeights(heightSet(standing, timing, { load, mark, loadCase }))
  return {
    beforeEmpty: summary('before', 'empty'),
    beforeLoaded: summary('before', 'loaded'),
    emptyAgain: summary('before', 'empty-again'),
    afterEmpty: summary('after', 'empty'),
    afterLoaded: summary('after', 'loaded'),
  }
}

export interface Recovered {
  /** Part of the rear's squat that is gone, and its plus-or-minus. */
  share: number
  tolerance: number
  /** What is still missing to the empty height. */
  short: Meters
}

/** A squat below this is no complaint, and its recovery no figure. */
const WORTH: Meters = 0.003

/**
 * How much of the rear's squat was recovered, by three readings under the same marks.
 * @returns null while one of them is missing or there was hardly a squat
 * Source: share (after - loaded)/(empty - loaded); uncertainties of the three readings in quadrature (GUM 5.1.2).
 */
export function recoveredShare({ beforeEmpty, beforeLoaded, afterLoaded }: JobHeights): Recovered | null {
  const [empty, loaded, after] = [beforeEmpty.rear, beforeLoaded.rear, afterLoaded.rear]
  if (empty === null || loaded === null || after === null || empty - loaded <= WORTH) return null
  // One height where two were read before is no reading of that axle.
  if (afterLoaded.leanRear === null && beforeEmpty.leanRear !== null) return null
  const squat = empty - loaded
  const share = (after - loaded) / squat
  const tolerance =
    Math.hypot(afterLoaded.rearTolerance, (1 - share) * beforeLoaded.rearTolerance, share * beforeEmpty.rearTolerance) /
    squat
  return { share, tolerance, short: empty - after }
}
