import type { Knex } from 'knex'
import { ROUTES, type MeasuredSteps } from '@stout-shackle/core/contract'
import { standing } from '@stout-shackle/core/records'
import { measuredMinutes } from '@stout-shackle/core/plan'
import { route, type Mounted } from '../routing'
import type { JobStore } from './store'

/** So many jobs with a kit are looked at, the latest ones. */
const MOST_JOBS = 60

/** How long steps of a kit took in this shop, oldest first. */
export const minutesRoutes = (db: Knex, jobs: JobStore): Mounted[] => [
  route(ROUTES.minutes.list, async ({ query: { kit } }) => {
    const rows = await db.raw<{ id: string }[]>(
      `SELECT j.id AS id FROM jobs j
       WHERE EXISTS (SELECT 1 FROM records r WHERE r.job_id = j.id AND r.body LIKE '{"kind":"step-begun"%')
         AND EXISTS (SELECT 1 FROM json_each(j.document, '$.kits') k WHERE json_extract(k.value, '$.kit.id') = ?)
       ORDER BY j.created_at DESC LIMIT ${MOST_JOBS}`,
      [kit],
    )
    const answer: MeasuredSteps = []
    for (const { id } of rows.reverse()) {
      const { job, records } = await jobs.get(id)
      for (const [step, { by, minutes }] of measuredMinutes(standing(records)))
        answer.push({ job: job.number, step, by, vehicle: job.vehicle.model, minutes })
    }
    return answer
  }),
]
