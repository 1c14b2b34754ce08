import { Router } from 'express'
import type { Knex } from 'knex'
import { listJobs } from './store'

const NEWEST = 300

/** The newest records of every job, newest first, and whether each still stands. */
export const logRoutes = (db: Knex): Router =>
  Router().get('/', async (_request, response) => {
    const lines = (await listJobs(db)).flatMap(({ job, records }) => {
      const gone = new Set(records.flatMap((r) => (r.supersedes ? [r.supersedes.record] : [])))
      return records.map((record) => ({
        job: { id: job.id, number: job.number, title: job.title },
        record,
        corrected: gone.has(record.id),
      }))
    })
    response.json(lines.sort((a, b) => b.record.at.localeCompare(a.record.at)).slice(0, NEWEST))
  })
