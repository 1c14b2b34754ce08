import { randomUUID } from 'node:crypto'
import { create as contentDisposition } from 'content-disposition'
import { Router } from 'express'
import type { Knex } from 'knex'
import {
  archiveSchema,
  jobListQuery,
  newJobSchema,
  returnVisitSchema,
  unitsSchema,
  type StoredJob,
  type Unsent,
} from '@stout-shackle/core/contract'
import { jobExportSchema, jobSchema, newJob } from '@stout-shackle/core/job'
import { recordInputSchema } from '@stout-shackle/core/records'
import { estimateVehicle, type Intake, type Vehicle } from '@stout-shackle/core/vehicle'
import { platformStore } from '../catalog'
import type { EventBus } from '../events'
import { nextVisit } from '../histories'
import { personOf } from '../principal'
import { etag, versionOf, write } from '../transaction'
import { parseBody } from '../problem'
import { acceptRecord } from './accept'
import { proofOf } from './proof'
import { summaryOf, type Board } from './board'
import { exportJob, type JobStore } from './store'

const answer = (status: number, stored: StoredJob) => ({
  status,
  body: stored,
  headers: { ETag: etag(stored.version), Location: `/api/jobs/${encodeURIComponent(stored.job.id)}` },
})
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

/** Jobs, their records, and their export. */
export function jobRoutes({ db, bus, jobs, board }: Parts): Router {
  const added = (stored: StoredJob) => ({
    ...answer(201, stored),
    audit: { about: `job ${stored.job.number}`, after: { version: 1 } },
    announce: () => {
      jobs.keep(stored)
      bus.tell('job', { id: stored.job.id, version: 1 })
    },
  })
  return Router()
    .get('/', async (request, response) => {
      const { archived, ...part } = parseBody(jobListQuery, request.query)
      response.type('application/json').send(await board.list({ ...part, archived: archived === 'true' }))
    })
    .post(
      '/',
      write(db, async (trx, request) => {
        const { title, customer, vehicle, intake, day, ...rest } = parseBody(newJobSchema, request.body)
        const identity = { id: randomUUID(), number: await jobs.nextNumber(trx), title, day }
        const known = vehicle ?? (await takenIn(trx, identity.id, intake!))
        const job = { ...newJob(identity, customer, known), ...rest }
        return added(await jobs.add(trx, job, personOf(request).name))
      }),
    )
    .post(
      '/import',
      write(db, async (trx, request) =>
        added(await jobs.import(trx, parseBody(jobExportSchema, request.body), personOf(request).name)),
      ),
    )
    .get('/:id', async (request, response) => {
      const stored = await jobs.get(request.params.id)
      response.set('ETag', etag(stored.version)).json(stored)
    })
    .put(
      '/:id',
      write(db, async (trx, request) => {
        const id = String(request.params.id)
        const current = await jobs.get(id, trx)
        const job = parseBody(jobSchema, request.body)
        const stored = await jobs.replace(trx, current, versionOf(request), job, personOf(request).name)
        return {
          ...answer(200, stored),
          audit: {
            about: `job ${job.number}`,
            before: { version: current.version },
            after: { version: stored.version },
          },
          announce: () => {
            jobs.keep(stored)
            bus.tell('job', { id, version: stored.version })
          },
        }
      }),
    )
    .post(
      '/:id/return-visit',
      write(db, async (trx, request) => {
        const current = await jobs.get(String(request.params.id), trx)
        const visit = parseBody(returnVisitSchema, request.body)
        const identity = { id: randomUUID(), number: await jobs.nextNumber(trx) }
        return added(await jobs.add(trx, nextVisit(current, identity, visit), personOf(request).name))
      }),
    )
    .get('/:id/summary', async (request, response) => void response.json(await board.one(request.params.id)))
    .put(
      '/:id/archive',
      write(db, async (trx, request) => {
        const id = String(request.params.id)
        const stored = await jobs.get(id, trx)
        const { archived } = parseBody(archiveSchema, request.body)
        await board.archive(trx, id, archived)
        return {
          status: 200,
          body: summaryOf(stored),
          audit: { about: `job ${stored.job.number}`, after: { archived } },
          announce: () => bus.tell('job', { id, version: stored.version }),
        }
      }),
    )
    .get('/:id/proof', async (request, response) => {
      const { units } = parseBody(unitsSchema, request.query)
      response.json(proofOf(await jobs.get(request.params.id), units))
    })
    .get('/:id/unsent', async (request, response) => {
      const { job } = await jobs.get(request.params.id)
      const since = new Date(Date.now() - SHIFT_MS).toISOString()
      const rows = await db<{ name: string; unsent: number; seen_at: string; id: string }>('tablets')
        .whereNull('revoked_at')
        .whereRaw(
          '(unsent > 0 OR (seen_at > ? AND name IN (SELECT tablet FROM records WHERE job_id = ? AND tablet IS NOT NULL)))',
          [since, job.id],
        )
      const mine = personOf(request).tablet.id
      const answer: Unsent = rows
        .filter((r) => r.id !== mine && (r.unsent > 0 || !bus.hears(r.id)))
        .map((r) => ({ tablet: r.name, unsent: r.unsent, seenAt: r.seen_at }))
      response.json(answer)
    })
    .get('/:id/records', async (request, response) => void response.json((await jobs.get(request.params.id)).records))
    .post(
      '/:id/records',
      write(db, async (trx, request) => {
        const id = String(request.params.id)
        const current = await jobs.get(id, trx)
        const input = parseBody(recordInputSchema, request.body)
        // The caller's key is the record's name, so that a page can speak of a record it has not sent yet.
        const name = request.get('Idempotency-Key') ?? randomUUID()
        if (!current.records.some((r) => r.id === name)) acceptRecord(current.job, current.records, input)
        const { stored, record, fresh } = await jobs.append(trx, current, name, input, personOf(request))
        return {
          status: fresh ? 201 : 200,
          body: record,
          announce: () => {
            jobs.keep(stored)
            if (fresh) bus.tell('record', { job: id, sequence: record.sequence })
          },
        }
      }),
    )
    .get('/:id/export', async (request, response) => {
      const stored = await jobs.get(request.params.id)
      response
        .set('Content-Disposition', contentDisposition(`job-${stored.job.number}.json`))
        .json(await exportJob(db, stored))
    })
}
