import { remedyFor, type RatingReport, type Remedy } from '../../vehicle'
import type { Job } from '../../job'
import type { BayRecord } from '../../records'
import type { LoadedCase } from './loaded-case'
import { weighedWith } from './weighed'

/** What would bring each exceeded rating of a case inside; worked out when it is asked for. */
export const caseRemedies = (
  job: Job,
  standing: readonly BayRecord[],
  at: Pick<LoadedCase, 'loadCase'> & { ratings: RatingReport },
): Remedy[] =>
  [...at.ratings.exceeded, ...at.ratings.kitExceeded].map((over) =>
    remedyFor(over, job.vehicle, at.loadCase.items, weighedWith(job, standing, at.loadCase)),
  )
