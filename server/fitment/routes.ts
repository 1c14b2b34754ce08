import { Router } from 'express'
import type { Knex } from 'knex'
import { modelSchema, verdictQuestionSchema } from '@stout-shackle/core/contract'
import { judgeCatalog, nextQuestion, type KitVerdict, type Reason } from '@stout-shackle/core/kit'
import { applicationStore, kitStore, type Row } from '../catalog'
import { parseBody } from '../problem'
import type { CandidateCache } from './candidates'

/** Many kits share a reason: each is sent once, without what it leaves empty, and verdicts name it by its place. */
function pooled(judged: readonly KitVerdict[]) {
  const places = new Map<Reason, number>()
  const reasons: Partial<Reason>[] = []
  const verdicts = judged.map(({ kit, verdict, application, open, reasons: own }) => {
    const named: number[] = []
    for (const reason of own) {
      let place = places.get(reason)
      if (place === undefined) {
        place = reasons.push(lean(reason)) - 1
        places.set(reason, place)
      }
      named.push(place)
    }
    return { kit, verdict, application, open: open.length ? open : undefined, reasons: named }
  })
  return { verdicts, reasons }
}
const lean = ({
  rule,
  effect,
  says,
  fact,
  has,
  takes,
  change,
  parts,
  minutes,
  source,
  note,
}: Reason): Partial<Reason> => ({
  rule,
  effect,
  says,
  fact: fact ?? undefined,
  has: has ?? undefined,
  takes: takes ?? undefined,
  change: change ?? undefined,
  parts: parts.length ? parts : undefined,
  minutes: minutes || undefined,
  source,
  note,
})

/** Verdicts over the whole catalog, and the kits that one model can choose from. */
export function fitmentRoutes(db: Knex, cache: CandidateCache): Router {
  return Router()
    .post('/verdicts', async (request, response) => {
      const { vehicle, survey } = parseBody(verdictQuestionSchema, request.body)
      const candidates = await cache.of(vehicle)
      const { judged, notListed } = judgeCatalog(candidates, vehicle, survey)
      response.json({
        rules: candidates.rules.version,
        ...pooled(judged),
        notListed,
        question: nextQuestion(judged),
      })
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
