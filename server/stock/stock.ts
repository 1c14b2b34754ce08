import { Router } from 'express'
import type { Knex } from 'knex'
import { neededParts, type Job } from '@stout-shackle/core/job'
import { stockState, type StockItem, type StockState } from '@stout-shackle/core/kit'
import { stockStore, type Row } from '../catalog'

interface Reservation {
  job_id: string
  item: string
  count: number
}

/** Items that a job with a picked kit takes: the kit itself, and the parts its vehicle needs beside the box. */
async function wantedBy(db: Knex, job: Job): Promise<Map<string, number>> {
  const wanted = new Map<string, number>()
  if (!job.kit) return wanted
  const own = await db.raw<{ id: string }[]>("SELECT id FROM stock WHERE json_extract(document, '$.kit') = ?", [
    job.kit.id,
  ])
  for (const { id } of own) wanted.set(id, 1)
  for (const { item, count } of neededParts(job)) if (item) wanted.set(item, (wanted.get(item) ?? 0) + count)
  return wanted
}

/** Reserves what a job needs as it stands now, in place of what it had reserved. */
export async function reserveFor(db: Knex, job: Job): Promise<void> {
  await db<Reservation>('reservations').where({ job_id: job.id }).delete()
  const rows = [...(await wantedBy(db, job))].map(([item, count]) => ({ job_id: job.id, item, count }))
  if (rows.length) await db<Reservation>('reservations').insert(rows)
}

/** The vehicle has left: what was reserved for it is no longer on the shelf. */
export async function takeReserved(db: Knex, jobId: string): Promise<void> {
  for (const { item, count } of await db<Reservation>('reservations').where({ job_id: jobId })) {
    const row = await db<Row>('stock').where({ id: item }).first()
    if (!row) continue
    const { version, document } = stockStore.toEntry(row)
    await stockStore.replace(db, item, version, { ...document, onHand: Math.max(0, document.onHand - count) })
  }
  await db<Reservation>('reservations').where({ job_id: jobId }).delete()
}

/** Everything on the shelf, with what is reserved and what to order. */
export async function stockList(db: Knex): Promise<(StockState & { version: number })[]> {
  const { entries } = await stockStore.list(db)
  const reserved = await db.raw<{ item: string; count: number; job: string }[]>(
    'SELECT r.item, r.count, j.number AS job FROM reservations r JOIN jobs j ON j.id = r.job_id ORDER BY j.number',
  )
  return entries.map(({ version, document }: { version: number; document: StockItem }) => ({
    version,
    ...stockState(
      document,
      reserved.filter((r) => r.item === document.id).map(({ job, count }) => ({ job, count })),
    ),
  }))
}

export const stockRoutes = (db: Knex): Router =>
  Router().get('/', async (_request, response) => void response.json(await stockList(db)))
