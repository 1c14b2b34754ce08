import { Router } from 'express'
import type { Knex } from 'knex'
import { modelSchema, verdictQuestionSchema } from '@stout-shackle/core/contract'
import { applicationStore, kitStore, type Row } from '../catalog'
import { parseBody } from '../problem'
import type { CandidateCache } from './candidates'
import type { Verdicts } from './verdicts'

/** Verdicts over the whole catalog, and the kits that one model can choose from. */
export function fitmentRoutes(db: Knex, cache: CandidateCache, verdicts: Verdicts): Router {
  return Router()
    .post('/verdicts', async (request, response) => {
      const { vehicle, survey } = parseBody(verdictQuestionSchema, request.body)
      response.type('application/json').send(await verdicts.of(vehicle, survey))
    })
    .get('/kits/:id/applications', async (request, response) => {
      const rows = await db<Row & { kit: string }>('applications').where({ kit: request.params.id }).orderBy('id')
      response.json(rows.map((row) => applicationStore.toEntry(row).document))
    })
    .get('/catalog', async (request, response) => {
      const { universal, withList, lines, rules } = await cache.of(parseBody(modelSchema, request.query))
      const listed = [...withList.keys()].filter((id) => lines.has(id))
      const ids = [...universal.map((k) => k.id), ...listed]
      const rows = await db<Row>('kits').whereIn('id', ids).orderBy('id')
      response.json({
        kits: rows.map((row) => kitStore.toEntry(row).document),
        applications: [...lines.values()].flat(),
        listed,
        rules,
        notListed: [...withList.values()]
          .filter((k) => !lines.has(k.id))
          .map(({ id, name, family }) => ({ id, name, family })),
      })
    })
}
