import { Router } from 'express'
import type { Knex } from 'knex'
import { withdrawSchema, type LastRead, type StoredJob } from '@stout-shackle/core/contract'
import { hasAir } from '@stout-shackle/core/kit'
import { kitAt, newReadingsSchema, type Job, type PressureReading } from '@stout-shackle/core/job'
import { pressuresToCsv } from '@stout-shackle/core/stages/pressure-log'
import { personOf } from '../principal'
import { notFound, parseBody, Problem } from '../problem'
import { write } from '../write'
import { addPressures, pressuresOfVehicle, type PressureRow } from './pressure-store'

/** Minutes that a clock may be off. */
const AHEAD = 5 * 60_000

/** Refuses what cannot be read on this vehicle, naming each reading. */
function refuseImpossible(job: Job, readings: readonly PressureReading[], now: number): void {
  const errors = readings.flatMap(({ axle, side, readAt }, i) => {
    const kit = kitAt(job, axle)?.kit
    if (!kit || !hasAir(kit)) return [{ field: `readings.${i}.axle`, message: `there are no bags at the ${axle} axle` }]
    if (Date.parse(readAt) > now + AHEAD)
      return [{ field: `readings.${i}.readAt`, message: 'must not be in the future' }]
    const teed = job.air[axle] === 'teed'
    if (teed && side !== null)
      return [{ field: `readings.${i}.side`, message: 'both bags are on one line: leave side out' }]
    return !teed && side === null
      ? [{ field: `readings.${i}.side`, message: 'must be left or right: the lines are separate' }]
      : []
  })
  if (errors.length)
    throw new Problem(422, 'Reading not possible', `${errors[0]!.field} ${errors[0]!.message}.`, errors)
}

/** When the bags of each job were last read. */
export const lastReadRoutes = (db: Knex): Router =>
  Router().get('/', async (_request, response) => {
    const rows = await db.raw<LastRead>(
      `SELECT job_id AS job, max(json_extract(document, '$.readAt')) AS readAt FROM pressures
        WHERE json_extract(document, '$.withdrawn') IS NULL GROUP BY job_id`,
    )
    response.json(rows)
  })

/** Pressures that were read since, in the shop, told by the owner, or from a file. */
export function pressureRoutes(db: Knex, jobs: { get(id: string, db?: Knex): Promise<StoredJob> }): Router {
  return Router()
    .get('/:id/pressures', async (request, response) => {
      response.json(await pressuresOfVehicle(db, (await jobs.get(request.params.id)).job))
    })
    .get('/:id/pressures.csv', async (request, response) => {
      const stored = await jobs.get(request.params.id)
      response
        .type('text/csv')
        .set('Content-Disposition', `attachment; filename="pressures.csv"`)
        .send(pressuresToCsv(await pressuresOfVehicle(db, stored.job)))
    })
    .post(
      '/:id/pressures',
      write(db, async (trx, request) => {
        const stored = await jobs.get(String(request.params.id), trx)
        const { readings } = parseBody(newReadingsSchema, request.body)
        refuseImpossible(stored.job, readings, Date.now())
        const kept = await addPressures(trx, stored.job.id, readings, personOf(request).name)
        return {
          status: 201,
          body: kept,
          audit: { about: `job ${stored.job.number}`, after: { pressures: kept.length } },
        }
      }),
    )
    .post(
      '/:id/pressures/:reading/withdraw',
      write(db, async (trx, request) => {
        const stored = await jobs.get(String(request.params.id), trx)
        const { why } = parseBody(withdrawSchema, request.body)
        const name = String(request.params.reading)
        const own = (await pressuresOfVehicle(trx, stored.job)).find((r) => r.id === name)
        if (!own) throw notFound('reading', name)
        const { id, job: _job, enteredBy: _by, enteredAt: _at, ...document } = own
        await trx<PressureRow>('pressures')
          .where({ id })
          .update({ document: JSON.stringify({ ...document, withdrawn: why }) })
        return {
          status: 200,
          body: { ...own, withdrawn: why },
          audit: { about: `job ${stored.job.number}`, before: { reading: id }, after: { withdrawn: why } },
        }
      }),
    )
}
