import { randomUUID } from 'node:crypto'
import { create as contentDisposition } from 'content-disposition'
import type { Request } from 'express'
import type { Knex } from 'knex'
import { ROUTES, type StoredJob } from '@stout-shackle/core/contract'
import { newJob } from '@stout-shackle/core/job'
import { mayDo } from '@stout-shackle/core/shop'
import { estimateVehicle, type Intake, type Vehicle } from '@stout-shackle/core/vehicle'
import { platformStore } from '../catalog'
import type { EventBus } from '../events'
import { nextVisit } from '../histories'
import { personOf } from '../principal'
import { etag, route, tagged, versionOf, writes, type Mounted, type WrittenBy } from '../routing'
import { acceptRecord } from './accept'
import { planOf } from './plan'
import { proofOf } from './proof'
import { withWrench } from './provenance'
import { summaryOf, type Board } from './board'
import type { Writer } from './copies'
import { exportJob, type JobStore } from './store'

/** A screen that was heard of so lately may still be in the shop, ms. */
const SHIFT_MS = 14 * 3_600_000

interface Parts {
  db: Knex
  bus: EventBus
  jobs: JobStore
  board: Board
}

/** A vehicle from what was told of it, with what its platform knows. */
async function takenIn(db: Knex, id: string, intake: Intake): Promise<Vehicle> {
  const platform = intake.platform ? (await platformStore.get(db, intake.platform)).document : null
  return estimateVehicle({ ...intake, id: `vehicle-${id}` }, platform)
}

const writerOf = (request: Request): Writer => {
  const person = personOf(request)
  return { name: person.name, mayAlter: mayDo(person.role, 'desk') }
}

/** Jobs, their plans, and their export. */
export function jobRoutes({ db, bus, jobs, board }: Parts): Mounted[] {
  const routes = ROUTES.jobs
  const written = (stored: StoredJob, before?: { version: number }): WrittenBy<typeof routes.add> => ({
    body: stored,
    headers: { ETag: etag(stored.version), Location: `/api/jobs/${encodeURIComponent(stored.job.id)}` },
    audit: { about: `job ${stored.job.number}`, before, after: { version: stored.version } },
    announce: () => {
      jobs.keep(stored)
      bus.tell('job', { id: stored.job.id, version: stored.version })
    },
  })
  return [
    route(routes.list, async ({ query: { archived, ...part }, response }) => {
      response.type('application/json').send(await board.list({ ...part, archived: archived === 'true' }))
    }),
    writes(db, routes.add, async (trx, { body, request }) => {
      const { title, customer, vehicle, intake, day, ...rest } = body
      const identity = { id: randomUUID(), number: await jobs.nextNumber(trx), title, day }
      const described = vehicle ?? (await takenIn(trx, identity.id, intake!))
      const job = { ...newJob(identity, customer, described), ...rest }
      return written(await jobs.add(trx, job, writerOf(request)))
    }),
    writes(db, routes.import, async (trx, { body, request }) =>
      written(await jobs.import(trx, body, writerOf(request))),
    ),
    route(routes.read, async ({ params, response }) => {
      const stored = await jobs.get(params.id)
      return tagged(response, stored.version, stored)
    }),
    writes(db, routes.change, async (trx, { params, body, request }) => {
      const current = await jobs.get(params.id, trx)
      const change = { version: versionOf(request), job: body }
      return written(await jobs.replace(trx, current, change, writerOf(request)), { version: current.version })
    }),
    writes(db, routes.returnVisit, async (trx, { params, body, request }) => {
      const current = await jobs.get(params.id, trx)
      // One that is open already is the one: two people tap, and there are no two of it.
      const open = body.purpose === 'recheck' ? await jobs.openRecheck(trx, params.id) : null
      if (open) return written(open)
      const identity = { id: randomUUID(), number: await jobs.nextNumber(trx) }
      return written(await jobs.add(trx, nextVisit(current, identity, body), writerOf(request), current.job))
    }),
    route(routes.summary, ({ params }) => board.one(params.id)),
    writes(db, routes.archive, async (trx, { params: { id }, body: { archived } }) => {
      const stored = await jobs.get(id, trx)
      await board.archive(trx, id, archived)
      return {
        body: summaryOf(stored),
        audit: { about: `job ${stored.job.number}`, after: { archived } },
        announce: () => bus.tell('job', { id, version: stored.version }),
      }
    }),
    route(ROUTES.papers.export, async ({ params, response }) => {
      const stored = await jobs.get(params.id)
      response.set('Content-Disposition', contentDisposition(`job-${stored.job.number}.json`))
      return exportJob(db, stored)
    }),
  ]
}

/** Records of a job, what they prove, and who may hold more of them. */
export function recordRoutes({ db, bus, jobs }: Parts): Mounted[] {
  const routes = ROUTES.records
  return [
    route(routes.proof, async ({ params, query }) => proofOf(await jobs.get(params.id), query.units)),
    route(routes.plan, async ({ params }) => planOf(await jobs.get(params.id))),
    route(routes.unsent, async ({ params, request }) => {
      const { job } = await jobs.get(params.id)
      const since = new Date(Date.now() - SHIFT_MS).toISOString()
      const rows = await db<{ name: string; unsent: number; seen_at: string; id: string }>('tablets')
        .whereNull('revoked_at')
        .whereRaw(
          '(unsent > 0 OR (seen_at > ? AND name IN (SELECT tablet FROM records WHERE job_id = ? AND tablet IS NOT NULL)))',
          [since, job.id],
        )
      const mine = personOf(request).tablet.id
      return rows
        .filter((r) => r.id !== mine && (r.unsent > 0 || !bus.hears(r.id)))
        .map((r) => ({ tablet: r.name, unsent: r.unsent, seenAt: r.seen_at }))
    }),
    route(routes.list, async ({ params }) => (await jobs.get(params.id)).records),
    writes(db, routes.append, async (trx, { params: { id }, body: input, request }) => {
      const current = await jobs.get(id, trx)
      // The caller's key is the record's name, so that a page can speak of a record it has not sent yet.
      const name = request.get('Idempotency-Key') ?? randomUUID()
      const there = current.records.find((r) => r.id === name)
      const told = { ...input, body: await withWrench(trx, input.body, there?.body) }
      if (!there) acceptRecord(current.job, current.records, told)
      const { stored, record, isNew } = await jobs.append(trx, current, { id: name, ...told }, personOf(request))
      return {
        status: isNew ? 201 : 200,
        body: record,
        announce: () => {
          jobs.keep(stored)
          if (isNew) bus.tell('record', { job: id, sequence: record.sequence })
        },
      }
    }),
  ]
}
