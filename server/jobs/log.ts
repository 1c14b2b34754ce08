import type { Knex } from 'knex'
import { ROUTES, type LogLine, type StoredJob } from '@stout-shackle/core/contract'
import { circuitNames, type Job } from '@stout-shackle/core/job'
import { superseded, type BayRecord } from '@stout-shackle/core/records'
import { namesOf } from '@stout-shackle/core/judge'
import { planFor } from '@stout-shackle/core/stages'
import { route, type Mounted } from '../routing'
import type { JobStore } from './store'

type Namer = (record: BayRecord) => LogLine['names']
/** A plan is not ordered anew for every look at the log. */
const namers = new WeakMap<Job, Namer>()

/** What the ids in the records of a job stand for, by its plan as it is now. */
function namerOf(job: Job): Namer {
  const known = namers.get(job)
  if (known) return known
  const outcome = planFor(job)
  const names = circuitNames(job)
  const namer: Namer = ({ body }) => namesOf(outcome, names, body)
  namers.set(job, namer)
  return namer
}

interface Newest {
  id: string
  job_id: string
}

/** Records of every job, newest first, with the names of what they are about and whether each still stands. */
export const logRoutes = (db: Knex, jobs: JobStore): Mounted[] => [
  route(ROUTES.log.list, async ({ query: { limit, offset } }) => {
    const newest = await db<Newest>('records')
      .orderBy([{ column: 'at', order: 'desc' }, { column: 'job_id' }, { column: 'sequence', order: 'desc' }])
      .limit(limit)
      .offset(offset)
      .select('id', 'job_id')
    const [count] = await db('records').count<{ n: number }[]>('* as n')
    const read = new Map<string, { stored: StoredJob; gone: Set<string> } | null>()
    for (const id of new Set(newest.map((r) => r.job_id))) {
      // One that cannot be read is named on the board; it hides no other here.
      const stored = await jobs.get(id).catch(() => null)
      if (stored) jobs.keep(stored)
      read.set(id, stored && { stored, gone: superseded(stored.records) })
    }
    const entries = newest.flatMap(({ id, job_id }): LogLine[] => {
      const of = read.get(job_id)
      const record = of?.stored.records.find((r) => r.id === id)
      if (!of || !record) return []
      const { job } = of.stored
      return [
        {
          job: { id: job.id, number: job.number, title: job.title },
          record,
          corrected: of.gone.has(id),
          names: namerOf(job)(record),
        },
      ]
    })
    return { total: count?.n ?? 0, entries }
  }),
]
