import type { Knex } from 'knex'
import { ROUTES } from '@stout-shackle/core/contract'
import { applicationStore, kitStore, type Row } from '../catalog'
import { route, type Mounted } from '../routing'
import type { CandidateCache } from './candidates'
import type { Verdicts } from './verdicts'

/** Verdicts over the whole catalog, and the kits that one model can choose from. */
export function fitmentRoutes(db: Knex, cache: CandidateCache, verdicts: Verdicts): Mounted[] {
  const routes = ROUTES.fitment
  return [
    route(routes.verdicts, async ({ body: { vehicle, survey }, response }) => {
      response.type('application/json').send(await verdicts.of(vehicle, survey))
    }),
    route(routes.applicationsOfKit, async ({ params }) => {
      const rows = await db<Row & { kit: string }>('applications').where({ kit: params.id }).orderBy('id')
      return rows.map((row) => applicationStore.toEntry(row).document)
    }),
    route(routes.catalog, async ({ query }) => {
      const { universal, withList, lines, rules } = await cache.of(query)
      const listed = [...withList.keys()].filter((id) => lines.has(id))
      const ids = [...universal.map((k) => k.id), ...listed]
      const rows = await db<Row>('kits').whereIn('id', ids).orderBy('id')
      return {
        kits: rows.map((row) => kitStore.toEntry(row).document),
        applications: [...lines.values()].flat(),
        listed,
        rules,
        notListed: [...withList.values()]
          .filter((k) => !lines.has(k.id))
          .map(({ id, name, family }) => ({ id, name, family })),
      }
    }),
  ]
}
