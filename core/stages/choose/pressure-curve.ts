import type { Kilograms, Pascals } from '../../quantity'
import type { Kit } from '../../kit'
import type { Job } from '../../job'
import { curveSteps, scaledCase, type LoadedCase } from '../load'
import { kitsUnder } from './helped-axle'
import { fitKits } from './level-kit'

/**
 * Leveling pressure of a kit against what the rear axle gains, where the bag is inside its table.
 * @param max kg the rear axle gains at the end of the curve
 * @returns gauge Pa
 */
export function pressureCurve(
  job: Job,
  kit: Kit,
  loadedCase: LoadedCase,
  max: Kilograms,
): { gain: Kilograms; mean: Pascals; low: Pascals; high: Pascals }[] {
  return curveSteps(max).flatMap((gain) => {
    const level = fitKits(job, scaledCase(loadedCase, gain), kitsUnder(job, kit)).level[kit.axle]
    return level?.mean != null && level.band
      ? [{ gain, mean: Math.max(0, level.mean), low: level.band.low, high: Math.max(0, level.band.high) }]
      : []
  })
}
