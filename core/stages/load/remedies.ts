import { remedyFor, type RatingReport, type Remedy } from '../../vehicle'
import type { Job } from '../../job'
import type { BayRecord } from '../../records'
import type { LoadedCase } from './loaded-case'
import { weighedWith } from './weighed'

/** What would bring each exceeded rating of a case inside; worked out when it is asked for. */
export const caseRemedies = (
  job: Job,
  standing: readonly BayRecord[],
  loadedCase: Pick<LoadedCase, 'loadCase'> & { ratings: RatingReport },
): Remedy[] =>
  [...loadedCase.ratings.exceeded, ...loadedCase.ratings.kitExceeded].map((over) =>
    remedyFor(over, job.vehicle, loadedCase.loadCase.items, weighedWith(job, standing, loadedCase.loadCase)),
  )
