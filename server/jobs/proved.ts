import type { Knex } from 'knex'
import { ROUTES, type ProvedArea } from '@stout-shackle/core/contract'
import { kitAt } from '@stout-shackle/core/job'
import { assessJob } from '@stout-shackle/core/judge'
import { airSpring } from '@stout-shackle/core/spring'
import { AXLES } from '@stout-shackle/core/vehicle'
import { route, type Mounted } from '../routing'
import type { JobStore } from './store'

/** Jobs looked at: the latest say enough. */
const MOST = 40

/** What jobs that have left proved of a kit's bags: with a load on and at a height, the pressure tells the area. */
export const provedRoute = (db: Knex, jobs: JobStore): Mounted =>
  route(ROUTES.kitVersions.proved, async ({ params: { id } }) => {
    const rows = await db.raw<{ id: string }[]>(
      `SELECT DISTINCT j.id FROM jobs j, json_each(j.document, '$.kits') k
        WHERE json_extract(k.value, '$.kit.id') = ? ORDER BY j.changed_at DESC LIMIT ${MOST}`,
      [id],
    )
    const proved: ProvedArea[] = []
    for (const row of rows) {
      const { job, records } = await jobs.get(row.id)
      const { corrections, handedOver } = assessJob(job, records)
      for (const axle of AXLES) {
        const kit = kitAt(job, axle)?.kit
        const found = corrections[axle]?.area
        if (kit?.id !== id || !kit.bag || !handedOver || !found?.told) continue
        const table = airSpring(kit.bag.table).area.value(kit.bag.rideHeight)
        if (table !== undefined)
          proved.push({
            job: job.number,
            at: handedOver.at,
            area: table * found.factor,
            band: found.tolerance / found.factor,
          })
      }
    }
    return proved
  })
