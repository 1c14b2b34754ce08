import type { Knex } from 'knex'
import { ROUTES } from '@stout-shackle/core/contract'
import { kindOfPlace, SUSPECT_KINDS, type LeakHistory } from '@stout-shackle/core/circuit'
import { route, type Mounted } from '../routing'

interface Soaped {
  connection: string
  leaked: number
}

/** How many of each kind this shop soaped, and how many of them bubbled: each place of a job once, however often it was looked at. */
export const leakHistoryRoutes = (db: Knex): Mounted[] => [
  route(ROUTES.pressures.leakHistory, async () => {
    const rows = await db.raw<Soaped[]>(
      `SELECT json_extract(body, '$.connection') AS connection, max(json_extract(body, '$.result') = 'bubbles') AS leaked
        FROM records WHERE body LIKE '{"kind":"connection",%' GROUP BY job_id, connection`,
    )
    return SUSPECT_KINDS.map((kind): LeakHistory => {
      const ofThisKind = rows.filter((r) => kindOfPlace(r.connection) === kind)
      return { kind, looked: ofThisKind.length, leaked: ofThisKind.filter((r) => r.leaked).length }
    })
  }),
]
