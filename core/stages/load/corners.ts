import { axleDrop, standOf } from '../../spring'
import { checkCorners, type CornerFinding, type ExpectedRear } from '../../vehicle'
import type { Job } from '../../job'
import type { BayRecord } from '../../records'
import { heightSet } from '../measure'
import { chassisOf } from './chassis'
import type { LoadedCase } from './loaded-case'
import { libraryRate } from './axle-spring'

/** Slips in the heights of a case, empty and loaded. */
export function cornerFindings(job: Job, standing: readonly BayRecord[], loadedCase: LoadedCase): CornerFinding[] {
  const set = (load: 'empty' | 'loaded') =>
    heightSet(standing, 'before', { load, mark: job.mark, loadCase: loadedCase.loadCase.id })
  return [
    ...checkCorners(set('empty'), set('loaded'), job.mark, expectedRear(job, loadedCase)),
    ...higherAgain(loadedCase),
  ]
}

/** Unloaded, springs with friction stay a little down: higher than empty, one of the readings is wrong. */
function higherAgain({ heights: { beforeEmpty, emptyAgain } }: LoadedCase): CornerFinding[] {
  if (beforeEmpty.rear === null || emptyAgain.rear === null) return []
  const off = emptyAgain.rear - beforeEmpty.rear
  return off > Math.hypot(beforeEmpty.rearTolerance, emptyAgain.rearTolerance)
    ? [{ code: 'again-higher', set: 'empty-again', corners: ['rear-left', 'rear-right'], off, would: [] }]
    : []
}

/** From the library's springs, never from the very readings that are being checked. */
function expectedRear(job: Job, loadedCase: LoadedCase): ExpectedRear | null {
  if (loadedCase.weights.rear <= 0) return null
  const { front, rear } = job.vehicle
  const rate = libraryRate(rear)
  const stand =
    rate &&
    standOf(chassisOf(job, { front: libraryRate(front), rear: rate }, loadedCase.loadCase.items), loadedCase.load, {})
  if (!rate || !stand) return { squat: 0, squatTolerance: 1, lean: 0, gains: true }
  const share = Math.hypot(loadedCase.weights.rearTolerance / loadedCase.weights.rear, rate.tolerance / rate.rate, 0.1)
  return {
    squat: axleDrop(job.mark, stand.rear),
    squatTolerance: Math.abs(axleDrop(job.mark, stand.rear)) * share,
    lean: -Math.tan(job.mark === 'ground' ? stand.rear.lean : stand.rear.roll) * rear.track,
    gains: true,
  }
}
