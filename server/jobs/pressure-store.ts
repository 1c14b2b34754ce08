import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import type { Job } from '@stout-shackle/core/job'
import type { KeptReading, PressureReading } from '@stout-shackle/core/records'

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
