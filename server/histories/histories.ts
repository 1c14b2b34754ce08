import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import type { Owner } from '@stout-shackle/core/contract'
import type { Job } from '@stout-shackle/core/job'

export interface HistoryRow {
  id: string
  version: number
  vin: string | null
  plate: string
  owners: string
  changed_at: string
}

/** A plate as it is looked up: capitals, nothing between. */
export const plateKey = (plate: string): string => plate.toUpperCase().replace(/[^A-Z0-9]/g, '')
const vinOf = ({ vehicle }: Pick<Job, 'vehicle'>): string | null => vehicle.vin?.trim() || null

async function find(db: Knex, job: Pick<Job, 'vehicle'>): Promise<HistoryRow | undefined> {
  const vin = vinOf(job)
  const plate = plateKey(job.vehicle.plate)
  const byVin = vin ? await db<HistoryRow>('histories').where({ vin }).first() : undefined
  if (byVin || !plate) return byVin
  const byPlate = await db<HistoryRow>('histories').where({ plate }).orderBy('changed_at', 'desc').first()
  // A plate goes from one vehicle to another; a VIN that disagrees says so.
  return byPlate && vin && byPlate.vin && byPlate.vin !== vin ? undefined : byPlate
}

/** Owners with whoever brings it now: the same one stays, another one takes over from that day. */
function ownersWith(owners: readonly Owner[], { name, contact }: Job['customer'], day: string): Owner[] {
  const last = owners.at(-1)
  if (last && last.name.trim().toLowerCase() === name.trim().toLowerCase())
    return [...owners.slice(0, -1), { ...last, contact: contact || last.contact }]
  const before = last ? [...owners.slice(0, -1), { ...last, to: day }] : []
  return [...before, { name, contact, from: day, to: null }]
}

/**
 * The history that a job is a visit of: the vehicle's by VIN, else by plate, else the one that it has, else a new one. What
 * the job knows of VIN, plate and owner is written into it.
 * @param job as it will be stored
 * @returns id of the history
 */
export async function historyFor(db: Knex, job: Job): Promise<string> {
  const known =
    (await find(db, job)) ??
    (job.history ? await db<HistoryRow>('histories').where({ id: job.history }).first() : undefined)
  const now = new Date().toISOString()
  const plate = plateKey(job.vehicle.plate)
  if (!known) {
    const id = randomUUID()
    const owners = ownersWith([], job.customer, job.day)
    await db<HistoryRow>('histories').insert({
      id,
      version: 1,
      vin: vinOf(job),
      plate,
      owners: JSON.stringify(owners),
      changed_at: now,
    })
    return id
  }
  const owners = JSON.stringify(ownersWith(JSON.parse(known.owners) as Owner[], job.customer, job.day))
  const next = { vin: vinOf(job) ?? known.vin, plate: plate || known.plate, owners }
  if (next.vin !== known.vin || next.plate !== known.plate || next.owners !== known.owners)
    await db<HistoryRow>('histories')
      .where({ id: known.id })
      .update({ ...next, version: known.version + 1, changed_at: now })
  return known.id
}

/** Histories that no job is a visit of any more, as when its VIN was typed late and showed which vehicle it is. */
export async function tidyHistories(db: Knex): Promise<void> {
  await db.raw('DELETE FROM histories WHERE id NOT IN (SELECT history FROM jobs WHERE history IS NOT NULL)')
}

/**
 * Takes a customer's name and contact out of every history.
 * @param erased what stands there instead
 */
export async function eraseOwner(db: Knex, name: string, erased: string): Promise<void> {
  for (const row of await db<HistoryRow>('histories')) {
    const owners = JSON.parse(row.owners) as Owner[]
    if (!owners.some((o) => o.name.toLowerCase() === name.toLowerCase())) continue
    const clean = owners.map((o) =>
      o.name.toLowerCase() === name.toLowerCase() ? { ...o, name: erased, contact: '' } : o,
    )
    await db<HistoryRow>('histories')
      .where({ id: row.id })
      .update({ owners: JSON.stringify(clean), version: row.version + 1 })
  }
}
