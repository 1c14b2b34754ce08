import { Router } from 'express'
import type { Knex } from 'knex'
import { minutesQuery, type MeasuredSteps } from '@stout-shackle/core/contract'
import { standing } from '@stout-shackle/core/records'
import { measuredMinutes } from '@stout-shackle/core/plan'
import { parseBody } from '../problem'
import type { JobStore } from './store'

/** So many jobs with a kit are looked at, the latest ones. */
const MOST_JOBS = 60

/** How long steps of a kit took in this shop, oldest first. */
export const minutesRoutes = (db: Knex, jobs: JobStore): Router =>
  Router().get('/', async (request, response) => {
    const { kit } = parseBody(minutesQuery, request.query)
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
    response.json(answer)
  })
