import { Router } from 'express'
import type { Knex } from 'knex'
import { kindOfPlace, SUSPECT_KINDS, type LeakHistory } from '@stout-shackle/core/circuit'

interface Soaped {
  connection: string
  leaked: number
}

/** How many of each kind this shop soaped, and how many of them bubbled: each place of a job once, however often it was looked at. */
export const leakHistoryRoutes = (db: Knex): Router =>
  Router().get('/', async (_request, response) => {
    const rows = await db.raw<Soaped[]>(
      `SELECT json_extract(body, '$.connection') AS connection, max(json_extract(body, '$.result') = 'bubbles') AS leaked
        FROM records WHERE body LIKE '{"kind":"connection",%' GROUP BY job_id, connection`,
    )
    response.json(
      SUSPECT_KINDS.map((kind): LeakHistory => {
        const own = rows.filter((r) => kindOfPlace(r.connection) === kind)
        return { kind, looked: own.length, leaked: own.filter((r) => r.leaked).length }
      }),
    )
  })
