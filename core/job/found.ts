import { ofKind, standing, type BayRecord } from '../records'
import { withSurveyAnswer } from '../vehicle'
import type { Job } from './schema'

/**
 * The job with what was found in the bay: every judgment goes by it, on the page as on the server.
 * @param records all of the job, oldest first
 * @returns the same object where nothing was found
 */
export function foundJob(job: Job, records: readonly BayRecord[]): Job {
  const found = records.some((r) => r.body.kind === 'finding') ? ofKind(standing(records), 'finding') : []
  if (!found.length) return job
  const survey = found.reduce(
    (known, { body }) => withSurveyAnswer(known, body.fact, body.axle, body.answer as never),
    job.survey,
  )
  return { ...job, survey }
}
