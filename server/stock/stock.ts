import type { Knex } from 'knex'
import { type Job } from '@stout-shackle/core/job'
import { neededParts } from '@stout-shackle/core/stages'
import { ROUTES, type StockLine } from '@stout-shackle/core/contract'
import { stockState, type StockItem } from '@stout-shackle/core/kit'
import { stockStore, type Row } from '../catalog'
import { route, type Mounted } from '../routing'

interface Reservation {
  job_id: string
  item: string
  count: number
}

/** Items that a job with a picked kit takes: the kit itself, and the parts its vehicle needs beside the box. */
async function wantedBy(db: Knex, job: Job): Promise<Map<string, number>> {
  const wanted = new Map<string, number>()
  // A kit that is on the vehicle already takes nothing from stock.
  for (const { kit, work } of job.kits) {
    if (work !== 'fit') continue
    const items = await db.raw<{ id: string }[]>("SELECT id FROM stock WHERE json_extract(document, '$.kit') = ?", [
      kit.id,
    ])
    for (const { id } of items) wanted.set(id, 1)
  }
  for (const { item, count } of neededParts(job)) if (item) wanted.set(item, (wanted.get(item) ?? 0) + count)
  return wanted
}

/** Reserves what a job needs as it stands now, in place of what it had reserved. */
export async function reserveFor(db: Knex, job: Job): Promise<void> {
  await db<Reservation>('reservations').where({ job_id: job.id }).delete()
  const rows = [...(await wantedBy(db, job))].map(([item, count]) => ({ job_id: job.id, item, count }))
  if (rows.length) await db<Reservation>('reservations').insert(rows)
}

/** Changes how many of an item are there, as one more version of it; nothing for an item that is no longer listed. */
async function move(db: Knex, item: string, by: number): Promise<void> {
  const row = await db<Row>('stock').where({ id: item }).first()
  if (!row) return
  const { version, document } = stockStore.toEntry(row)
  await stockStore.replace(db, item, version, { ...document, onHand: Math.max(0, document.onHand + by) })
}

/** The vehicle has left: what was reserved for it is taken from stock, once however often it is handed over. */
export async function takeReserved(db: Knex, jobId: string): Promise<void> {
  if (await db<Reservation>('taken_stock').where({ job_id: jobId }).first()) return
  const reserved = await db<Reservation>('reservations').where({ job_id: jobId })
  for (const { item, count } of reserved) await move(db, item, -count)
  if (reserved.length) await db<Reservation>('taken_stock').insert(reserved)
  await db<Reservation>('reservations').where({ job_id: jobId }).delete()
}

/** The handover was taken back: what it took is in stock again, and reserved for the job as it stands now. */
export async function putBack(db: Knex, job: Job): Promise<void> {
  for (const { item, count } of await db<Reservation>('taken_stock').where({ job_id: job.id }))
    await move(db, item, count)
  await db<Reservation>('taken_stock').where({ job_id: job.id }).delete()
  await reserveFor(db, job)
}

/** All stock, with what is reserved and what to order. */
async function stockList(db: Knex): Promise<StockLine[]> {
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

/** All stock at once; single items are the catalog's. */
export const stockRoutes = (db: Knex): Mounted[] => [route(ROUTES.stock.list, () => stockList(db))]
