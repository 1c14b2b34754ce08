import { Router } from 'express'
import type { Knex } from 'knex'
import { DEFAULT_RULES, ruleSetSchema, type RuleSet } from '@stout-shackle/core/kit'
import { notFound, parseBody, Problem } from '../problem'
import { personOf } from '../principal'
import { etag, stale, versionOf, write } from '../transaction'

interface RuleRow {
  version: number
  document: string
  at: string
}

const toRules = (row: RuleRow): RuleSet => ruleSetSchema.parse(JSON.parse(row.document))

/** The shop's rules as they stand; those as shipped until it has changed one. */
export async function currentRules(db: Knex): Promise<RuleSet> {
  const row = await db<RuleRow>('rule_sets').orderBy('version', 'desc').first()
  return row ? toRules(row) : DEFAULT_RULES
}

/** Rules by version: each change adds one, none is ever lost. */
export function ruleRoutes(db: Knex, changed: () => void): Router {
  return Router()
    .get('/', async (_request, response) => {
      const rules = await currentRules(db)
      response.set('ETag', etag(rules.version)).json(rules)
    })
    .get('/:version', async (request, response) => {
      const version = Number(request.params.version)
      const row = await db<RuleRow>('rule_sets').where({ version }).first()
      if (!row && version !== DEFAULT_RULES.version) throw notFound('rule version', request.params.version)
      response.json(row ? toRules(row) : DEFAULT_RULES)
    })
    .put(
      '/',
      write(db, async (trx, request) => {
        const sent = versionOf(request)
        const current = await currentRules(trx)
        if (current.version !== sent) throw stale(current, sent)
        // Whoever asks is who changed them, whatever the document says.
        const rules = { ...parseBody(ruleSetSchema, request.body), by: personOf(request).name }
        const next = current.version + 1
        if (rules.version !== next)
          throw new Problem(422, 'Another version', `A change of the rules makes version ${next}.`, [
            { field: 'version', message: `must be ${next}` },
          ])
        await trx<RuleRow>('rule_sets').insert({
          version: next,
          document: JSON.stringify(rules),
          at: new Date().toISOString(),
        })
        return {
          status: 200,
          body: rules,
          headers: { ETag: etag(next) },
          audit: { about: `rules ${next}`, after: { why: rules.why } },
          announce: changed,
        }
      }),
    )
}
