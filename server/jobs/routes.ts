import { randomUUID } from 'node:crypto'
import { Router } from 'express'
import type { Knex } from 'knex'
import { newJobSchema, type JobSummary, type StoredJob } from '@stout-shackle/core/contract'
import { jobExportSchema, jobSchema, newJob, recordInputSchema } from '@stout-shackle/core/job'
import { assessJob } from '@stout-shackle/core/stages'
import type { EventBus } from '../events'
import { etag, versionOf, write } from '../write'
import { parseBody } from '../problem'
import { acceptRecord } from './accept'
import { addJob, appendRecord, exportJob, getJob, importJob, listJobs, nextNumber, replaceJob } from './store'

const answer = (status: number, stored: StoredJob) => ({
  status,
  body: stored,
  headers: { ETag: etag(stored.version), Location: `/api/jobs/${stored.job.id}` },
})

const summary = ({ job, records, version }: StoredJob): JobSummary => {
  const { stages, active, handedOver } = assessJob(job, records)
  const { id, number, title, customer, bay, day, vehicle } = job
  return {
    id,
    number,
    title,
    customer: customer.name,
    bay,
    day,
    version,
    vehicle: `${vehicle.make} ${vehicle.model} ${vehicle.year}`,
    body: vehicle.body,
    kit: job.kit?.name ?? null,
    overload: active.ratings.exceeded.length > 0,
    handedOver: handedOver?.at ?? null,
    stages,
  }
}

/** Jobs, their records, and their export. */
export function jobRoutes(db: Knex, bus: EventBus): Router {
  return Router()
    .get('/', async (_request, response) => void response.json((await listJobs(db)).map(summary)))
    .post(
      '/',
      write(db, async (trx, request) => {
        const { title, customer, vehicle, day, ...rest } = parseBody(newJobSchema, request.body)
        const identity = { id: randomUUID(), number: await nextNumber(trx), title, day }
        const stored = await addJob(trx, { ...newJob(identity, customer, vehicle), ...rest })
        return { ...answer(201, stored), announce: () => bus.tell('job', { id: stored.job.id, version: 1 }) }
      }),
    )
    .post(
      '/import',
      write(db, async (trx, request) => {
        const stored = await importJob(trx, parseBody(jobExportSchema, request.body))
        return { ...answer(201, stored), announce: () => bus.tell('job', { id: stored.job.id, version: 1 }) }
      }),
    )
    .get('/:id', async (request, response) => {
      const stored = await getJob(db, request.params.id)
      response.set('ETag', etag(stored.version)).json(stored)
    })
    .put(
      '/:id',
      write(db, async (trx, request) => {
        const id = String(request.params.id)
        await getJob(trx, id)
        const job = parseBody(jobSchema, request.body)
        const stored = await replaceJob(trx, id, versionOf(request), job)
        return { ...answer(200, stored), announce: () => bus.tell('job', { id, version: stored.version }) }
      }),
    )
    .get('/:id/records', async (request, response) => void response.json((await getJob(db, request.params.id)).records))
    .post(
      '/:id/records',
      write(db, async (trx, request) => {
        const id = String(request.params.id)
        const { job, records } = await getJob(trx, id)
        const input = parseBody(recordInputSchema, request.body)
        acceptRecord(job, records, input)
        // The caller's key is the record's name, so that a page can speak of a record it has not sent yet.
        const name = request.get('Idempotency-Key') ?? randomUUID()
        const { record, fresh } = await appendRecord(trx, job, name, input, records)
        return {
          status: fresh ? 201 : 200,
          body: record,
          announce: fresh ? () => bus.tell('record', { job: id, sequence: record.sequence }) : undefined,
        }
      }),
    )
    .get('/:id/export', async (request, response) => {
      const stored = await getJob(db, request.params.id)
      response
        .set('Content-Disposition', `attachment; filename="job-${stored.job.number}.json"`)
        .json(exportJob(stored))
    })
}
