import { Router } from 'express'
import type { Knex } from 'knex'
import type { LogLine, StoredJob } from '@stout-shackle/core/contract'
import { superseded, type BayRecord } from '@stout-shackle/core/job'
import { airState, planFor } from '@stout-shackle/core/stages'
import { getJob } from './store'

const NEWEST = 300

/** What the ids in the records of a job stand for, by its plan as it is now. */
function namesOf({ job }: StoredJob): (record: BayRecord) => LogLine['names'] {
  const outcome = planFor(job)
  const steps = outcome?.ok ? outcome.plan.steps : []
  const { connections } = airState(job, [])
  const onSide = (name: string, side: string | null) => (side ? `${name}, ${side}` : name)
  return ({ body }) => {
    const step = 'step' in body ? steps.find((s) => s.id === body.step) : undefined
    const fasteners = step?.torques ?? steps.flatMap((s) => s.torques)
    const fastener = 'fastener' in body ? fasteners.find((f) => f.id === body.fastener) : undefined
    const place = body.kind === 'connection' ? connections.find((c) => c.id === body.connection) : undefined
    return {
      step: step ? onSide(step.title, step.side) : null,
      fastener: fastener?.name ?? null,
      place: place ? onSide(place.name, place.side) : null,
    }
  }
}

/** The newest records of every job, newest first, with the names of what they are about and whether each still stands. */
export const logRoutes = (db: Knex): Router =>
  Router().get('/', async (_request, response) => {
    const newest = await db<{ id: string; job_id: string }>('records').orderBy('at', 'desc').limit(NEWEST)
    const wanted = new Set(newest.map((r) => r.id))
    const lines: LogLine[] = []
    for (const id of new Set(newest.map((r) => r.job_id))) {
      const stored = await getJob(db, id)
      const gone = superseded(stored.records)
      const names = namesOf(stored)
      const { number, title } = stored.job
      for (const record of stored.records)
        if (wanted.has(record.id))
          lines.push({ job: { id, number, title }, record, corrected: gone.has(record.id), names: names(record) })
    }
    response.json(lines.sort((a, b) => b.record.at.localeCompare(a.record.at)))
  })
