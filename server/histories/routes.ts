import type { Knex } from 'knex'
import { ROUTES, type History, type HistorySummary, type Owner, type StoredJob } from '@stout-shackle/core/contract'
import type { Job } from '@stout-shackle/core/job'
import { vehicleName } from '@stout-shackle/core/wording'
import { notFound } from '../problem'
import { route, type Mounted } from '../routing'
import { plateKey, type HistoryRow } from './histories'
import { fittedAfter, visitOf } from './visit'

interface Latest {
  id: string
  number: string
  document: string
}

async function summaryOf(db: Knex, row: HistoryRow): Promise<HistorySummary> {
  const jobs = await db.raw<Latest[]>(
    "SELECT id, number, document FROM jobs WHERE history = ? ORDER BY json_extract(document, '$.day') DESC, created_at DESC",
    [row.id],
  )
  const latest = jobs[0] && (JSON.parse(jobs[0].document) as Job)
  return {
    id: row.id,
    vin: row.vin,
    plate: row.plate,
    owners: JSON.parse(row.owners) as Owner[],
    visits: jobs.length,
    latest: latest
      ? { job: latest.id, number: latest.number, day: latest.day, vehicle: vehicleName(latest.vehicle) }
      : null,
  }
}

/** Vehicles that have been here, and what was done to each over its visits. */
export function historyRoutes(db: Knex, jobs: { get(id: string): Promise<StoredJob> }): Mounted[] {
  return [
    route(ROUTES.histories.list, async ({ query: { find, limit, offset } }) => {
      const text = find.trim()
      const plate = plateKey(text)
      const rows = await db.raw<HistoryRow[]>(
        `SELECT * FROM histories WHERE ? = '' OR vin LIKE ? OR (? <> '' AND plate LIKE ?) OR owners LIKE ?
          ORDER BY changed_at DESC, id LIMIT ? OFFSET ?`,
        [text, `${text.toUpperCase()}%`, plate, `${plate}%`, `%${JSON.stringify(text).slice(1, -1)}%`, limit, offset],
      )
      return Promise.all(rows.map((row) => summaryOf(db, row)))
    }),
    route(ROUTES.histories.read, async ({ params: { id } }) => {
      const row = await db<HistoryRow>('histories').where({ id }).first()
      if (!row) throw notFound('vehicle', id)
      const ids = await db.raw<{ id: string }[]>(
        "SELECT id FROM jobs WHERE history = ? ORDER BY json_extract(document, '$.day'), created_at",
        [row.id],
      )
      const visits = await Promise.all(ids.map(({ id }) => jobs.get(id)))
      const history: History = {
        id: row.id,
        vin: row.vin,
        plate: row.plate,
        owners: JSON.parse(row.owners) as Owner[],
        visits: visits.map(visitOf),
        fitted: fittedAfter(visits),
      }
      return history
    }),
  ]
}
