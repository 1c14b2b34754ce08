import type { Knex } from 'knex'
import { ROUTES, type LastRead, type StoredJob } from '@stout-shackle/core/contract'
import { hasAir } from '@stout-shackle/core/kit'
import { kitAt, type Job } from '@stout-shackle/core/job'
import type { PressureReading } from '@stout-shackle/core/records'
import { assessJob } from '@stout-shackle/core/judge'
import { pressureAlarms, pressureLog, pressuresToCsv } from '@stout-shackle/core/stages/pressure-log'
import { personOf } from '../principal'
import { notFound, Problem } from '../problem'
import { route, writes, type Mounted } from '../routing'
import { addPressures, pressuresOfVehicle, type PressureRow } from './pressure-store'

/** Minutes that a clock may be off. */
const AHEAD = 5 * 60_000
const DAY = 86_400_000

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

/** A trend needs so many readings. */
const FOR_A_TREND = 3
/**
 * When the bags of each job were last read, and when the first line of a vehicle is at its min by its trend, early rather than late: at
 * the visit it was read for last. A trend is worked out when a reading or its job changed.
 */
export function lastReadRoute(db: Knex, jobs: { get(id: string, db?: Knex): Promise<StoredJob> }): Mounted {
  const known = new Map<string, { of: string; found: Pick<LastRead[number], 'atMinOn' | 'alarm'> }>()
  return route(ROUTES.pressures.lastRead, async () => {
    const rows = await db.raw<{ job: string; readAt: string; readings: number; version: number; vehicle: string }[]>(
      `SELECT p.job_id AS job, max(json_extract(p.document, '$.readAt')) AS readAt, count(*) AS readings, j.version AS version,
          coalesce(j.history, j.id) AS vehicle FROM pressures p JOIN jobs j ON j.id = p.job_id
        WHERE json_extract(p.document, '$.withdrawn') IS NULL GROUP BY p.job_id`,
    )
    const answer: LastRead = []
    for (const { job, readAt, vehicle } of rows) {
      const visits = rows.filter((r) => r.vehicle === vehicle)
      const isLast = visits.every((r) => r.readAt <= readAt)
      if (!isLast) {
        answer.push({ job, readAt, atMinOn: null, alarm: null })
        continue
      }
      const enough = visits.reduce((sum, r) => sum + r.readings, 0) >= FOR_A_TREND
      const of = JSON.stringify(visits)
      if (known.get(job)?.of !== of) {
        // One that cannot be read is told of on the board, and hides no other.
        const stored = await jobs.get(job).catch(() => null)
        known.set(job, { of, found: stored ? await toldBy(db, stored, { enough, now: Date.now() }) : NOTHING })
      }
      answer.push({ job, readAt, ...known.get(job)!.found })
    }
    return answer
  })
}
const NOTHING = { atMinOn: null, alarm: null }
/** What a vehicle's log tells: when its first line is at its min, and what is wrong as it was read last. */
async function toldBy(
  db: Knex,
  { job, records }: StoredJob,
  { enough, now }: { enough: boolean; now: number },
): Promise<Pick<LastRead[number], 'atMinOn' | 'alarm'>> {
  const { chosen, standing } = assessJob(job, records)
  const minimum = Object.fromEntries(
    chosen.flatMap(({ kit, minimum: least }) => (least ? [[kit.axle, least.value]] : [])),
  )
  const readings = await pressuresOfVehicle(db, job)
  const lines = enough ? pressureLog(readings, minimum, job.altitude, now) : []
  const days = lines.flatMap(({ due }) => (due ? [due.low ?? due.days] : []))
  return {
    atMinOn: days.length ? new Date(now + Math.min(...days) * DAY).toISOString() : null,
    alarm: pressureAlarms(job, standing, readings, minimum)[0] ?? null,
  }
}

/** Pressures that were read since, in the shop, told by the owner, or from a file. */
export function pressureRoutes(db: Knex, jobs: { get(id: string, db?: Knex): Promise<StoredJob> }): Mounted[] {
  const routes = ROUTES.pressures
  return [
    route(routes.list, async ({ params }) => pressuresOfVehicle(db, (await jobs.get(params.id)).job)),
    route(routes.csv, async ({ params, response }) => {
      const stored = await jobs.get(params.id)
      response
        .type('text/csv')
        .set('Content-Disposition', `attachment; filename="pressures.csv"`)
        .send(pressuresToCsv(await pressuresOfVehicle(db, stored.job)))
    }),
    writes(db, routes.add, async (trx, { params, body: { readings }, request }) => {
      const { job } = await jobs.get(params.id, trx)
      refuseImpossible(job, readings, Date.now())
      const added = await addPressures(trx, job.id, readings, personOf(request).name)
      return { body: added, audit: { about: `job ${job.number}`, after: { pressures: added.length } } }
    }),
    writes(db, routes.withdraw, async (trx, { params, body: { why } }) => {
      const { job } = await jobs.get(params.id, trx)
      const reading = (await pressuresOfVehicle(trx, job)).find((r) => r.id === params.reading)
      if (!reading) throw notFound('reading', params.reading)
      const { id, job: _job, enteredBy: _by, enteredAt: _at, ...document } = reading
      await trx<PressureRow>('pressures')
        .where({ id })
        .update({ document: JSON.stringify({ ...document, withdrawn: why }) })
      return {
        body: { ...reading, withdrawn: why },
        audit: { about: `job ${job.number}`, before: { reading: id }, after: { withdrawn: why } },
      }
    }),
  ]
}
