import { Router } from 'express'
import type { Knex } from 'knex'
import { z } from 'zod'
import { judgeCatalogue, nextQuestion } from '@stout-shackle/core/kit'
import { surveySchema, vehicleSchema } from '@stout-shackle/core/vehicle'
import { applicationStore, kitStore, type Row } from '../catalogue'
import { parseBody } from '../problem'
import type { CandidateCache } from './candidates'

/** What a verdict is asked about. */
export const verdictQuestionSchema = z.strictObject({ vehicle: vehicleSchema, survey: surveySchema })
const modelSchema = z.object({
  make: z.string({ error: 'make is missing' }).min(1, { error: 'make is missing' }),
  model: z.string({ error: 'model is missing' }).min(1, { error: 'model is missing' }),
})

/** Verdicts over the whole catalogue, and the kits that one model can choose from. */
export function shelfRoutes(db: Knex, cache: CandidateCache): Router {
  return Router()
    .post('/verdicts', async (request, response) => {
      const { vehicle, survey } = parseBody(verdictQuestionSchema, request.body)
      const candidates = await cache.of(vehicle)
      const { judged, notListed } = judgeCatalogue(candidates, vehicle, survey)
      response.json({ rules: candidates.rules.version, judged, notListed, question: nextQuestion(judged) })
    })
    .get('/kits/:id/applications', async (request, response) => {
      const rows = await db<Row & { kit: string }>('applications').where({ kit: request.params.id }).orderBy('id')
      response.json(rows.map((row) => applicationStore.toEntry(row).document))
    })
    .get('/shelf', async (request, response) => {
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
