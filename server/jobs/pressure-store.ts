import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import type { Job } from '@stout-shackle/core/job'
import type { StoredJob } from '@stout-shackle/core/contract'
import { ofKind, standing, type KeptReading, type PressureReading } from '@stout-shackle/core/records'
import { readingIds, readingsOfVisit } from '@stout-shackle/core/stages/pressure-log'

export interface PressureRow {
  id: string
  job_id: string
  document: string
  entered_by: string
  entered_at: string
}
type PressureDocument = PressureReading & Pick<KeptReading, 'withdrawn'>

const keptOf = ({ id, job_id, document, entered_by, entered_at }: PressureRow): KeptReading => ({
  ...(JSON.parse(document) as PressureDocument),
  id,
  job: job_id,
  enteredBy: entered_by,
  enteredAt: entered_at,
})

const inOrder = (rows: readonly PressureRow[]): KeptReading[] =>
  rows.map(keptOf).sort((a, b) => Date.parse(a.readAt) - Date.parse(b.readAt))

/** The log of a job's vehicle over all of its visits, oldest first. */
export const pressuresOfVehicle = async (
  db: Knex,
  { id, history }: Pick<Job, 'id' | 'history'>,
): Promise<KeptReading[]> =>
  inOrder(
    await db.raw<PressureRow[]>(
      'SELECT p.* FROM pressures p JOIN jobs j ON j.id = p.job_id WHERE p.job_id = ? OR (? IS NOT NULL AND j.history = ?)',
      [id, history, history],
    ),
  )
/** What of it was taken down for one visit and counts. */
export const pressuresOfJob = async (db: Knex, job: string): Promise<KeptReading[]> =>
  inOrder(await db<PressureRow>('pressures').where({ job_id: job })).filter((r) => r.withdrawn === null)

export async function addPressures(
  db: Knex,
  job: string,
  readings: readonly PressureReading[],
  by: string,
): Promise<KeptReading[]> {
  const now = new Date().toISOString()
  const rows = readings.map((r): PressureRow => ({
    id: randomUUID(),
    job_id: job,
    document: JSON.stringify({ ...r, withdrawn: null } satisfies PressureDocument),
    entered_by: by,
    entered_at: now,
  }))
  for (const row of rows) await db<PressureRow>('pressures').insert(row)
  return rows.map(keptOf)
}

/** What a short visit read of the bags stands in the log of its vehicle too, as its records have it now. */
export async function keepVisitReadings(db: Knex, { job, records }: StoredJob): Promise<void> {
  const ids = ofKind(records, 'bag-pressure').flatMap((r) => readingIds(r.id))
  await db<PressureRow>('pressures').where({ job_id: job.id }).whereIn('id', ids).delete()
  for (const { id, ...reading } of readingsOfVisit(job, standing(records)))
    await db<PressureRow>('pressures').insert({
      id,
      job_id: job.id,
      document: JSON.stringify({ ...reading, withdrawn: null } satisfies PressureDocument),
      entered_by: reading.readBy,
      entered_at: new Date().toISOString(),
    })
}
