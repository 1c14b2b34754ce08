import type { Knex } from 'knex'
import { ROUTES } from '@stout-shackle/core/contract'
import type { Job } from '@stout-shackle/core/job'
import { eraseOwner } from '../histories'
import { exportJob, type JobStore } from '../jobs'
import { personOf } from '../principal'
import { Problem } from '../problem'
import { route, writes, type Mounted } from '../routing'

interface JobOfCustomer {
  id: string
  number: string
  title: string
  day: string
  contact: string
  /** As it stands on this job. */
  name: string
}
interface Versioned {
  job_id: string
  version: number
  document: string
}
/** What stands where a name stood. */
const ERASED = '(erased)'
const OF_CUSTOMER = "json_extract(document, '$.customer.name') = ? COLLATE NOCASE"

/** Jobs of one customer, by name, whatever the case of its letters. */
const jobsOf = (db: Knex, name: string): Promise<JobOfCustomer[]> =>
  db.raw<JobOfCustomer[]>(
    `SELECT id, number, json_extract(document, '$.title') AS title, json_extract(document, '$.day') AS day,
      json_extract(document, '$.customer.contact') AS contact, json_extract(document, '$.customer.name') AS name FROM jobs WHERE ${OF_CUSTOMER} ORDER BY number`,
    [name],
  )

async function found(db: Knex, name: string) {
  const jobs = await jobsOf(db, name)
  return {
    name,
    contacts: [...new Set(jobs.map((j) => j.contact).filter(Boolean))],
    jobs: jobs.map(({ id, number, title, day }) => ({ id, number, title, day })),
  }
}

/**
 * Takes a customer out of every job and every version of it; the records of the work stay. Whoever a vehicle was handed to,
 * who signed and who agreed go too: those are the customer, or a person of the customer's.
 */
async function erase(db: Knex, name: string, by: string): Promise<void> {
  const jobs = await jobsOf(db, name)
  for (const { id } of jobs) {
    const clean = (document: string) => {
      const job = JSON.parse(document) as Job
      const next = { ...job, customer: { name: ERASED, contact: '' }, title: withoutName(job.title, name) }
      return { document: JSON.stringify(next) }
    }
    const rows = await db<Versioned>('job_versions').where({ job_id: id })
    for (const { version, document } of rows)
      await db<Versioned>('job_versions').where({ job_id: id, version }).update(clean(document))
    const row = await db<{ id: string; document: string }>('jobs').where({ id }).first('document')
    await db<{ id: string; document: string }>('jobs').where({ id }).update(clean(row!.document))
    await db.raw('UPDATE jobs SET version = version + 1, summary = NULL WHERE id = ?', [id])
    await db.raw(
      `INSERT INTO job_versions (job_id, version, document, at, by) SELECT id, version, document, ?, ? FROM jobs WHERE id = ?`,
      [new Date().toISOString(), by, id],
    )
    for (const [kind, field] of [
      ['handed-over', 'to'],
      ['deviation', 'agreedBy'],
      ['waiver', 'signedBy'],
      ['consent', 'signedBy'],
      ['part-fate', 'agreedBy'],
    ] as const)
      await db.raw(
        `UPDATE records SET body = json_set(body, '$.${field}', ?) WHERE job_id = ? AND json_extract(body, '$.kind') = ?
          AND json_extract(body, '$.${field}') <> ''`,
        [ERASED, id, kind],
      )
  }
  await eraseOwner(db, name, ERASED)
  // Answers kept for repeated requests hold whole jobs, as JSON.
  for (const written of new Set(jobs.map((j) => j.name)))
    await db.raw('DELETE FROM repeatable_requests WHERE instr(body, ?) > 0', [JSON.stringify(written).slice(1, -1)])
}

const withoutName = (text: string, name: string): string =>
  text.replace(new RegExp(name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), 'gi'), ERASED)

/** What a shop holds of a customer: found, given out, taken away. */
export function customerRoutes(db: Knex, jobs: JobStore): Mounted[] {
  const routes = ROUTES.customers
  const nobody = (name: string) =>
    new Problem(404, 'Not found', `No job in this shop is for "${name}".`, [{ field: 'name', message: 'not found' }])
  return [
    route(routes.read, ({ query }) => found(db, query.name)),
    route(routes.export, async ({ query: { name }, response }) => {
      const list = await jobsOf(db, name)
      if (list.length === 0) throw nobody(name)
      response.attachment(`customer-${name}.json`)
      return Promise.all(list.map(async ({ id }) => exportJob(db, await jobs.get(id))))
    }),
    writes(db, routes.erase, async (trx, { body: { name }, request }) => {
      const was = await found(trx, name)
      if (was.jobs.length === 0) throw nobody(name)
      await erase(trx, name, personOf(request).name)
      return {
        body: was,
        // The audit says that it was done, not whose name it was.
        audit: { action: 'erase customer', about: `jobs ${was.jobs.map((j) => j.number).join(', ')}` },
        announce: () => jobs.forget(),
      }
    }),
  ]
}
