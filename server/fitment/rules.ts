import type { Knex } from 'knex'
import { ROUTES } from '@stout-shackle/core/contract'
import { DEFAULT_RULES, ruleSetSchema, type RuleSet } from '@stout-shackle/core/kit'
import { notFound, Problem } from '../problem'
import { personOf } from '../principal'
import { etag, nextVersion, route, tagged, versionOf, writes, type Mounted } from '../routing'

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
export function ruleRoutes(db: Knex, changed: () => void): Mounted[] {
  const routes = ROUTES.rules
  return [
    route(routes.read, async ({ response }) => {
      const rules = await currentRules(db)
      return tagged(response, rules.version, rules)
    }),
    route(routes.version, async ({ params }) => {
      const version = Number(params.version)
      const row = await db<RuleRow>('rule_sets').where({ version }).first()
      if (!row && version !== DEFAULT_RULES.version) throw notFound('rule version', params.version)
      return row ? toRules(row) : DEFAULT_RULES
    }),
    writes(db, routes.change, async (trx, { body, request }) => {
      const next = nextVersion(await currentRules(trx), versionOf(request))
      // Whoever asks is who changed them, whatever the document says.
      const rules = { ...body, by: personOf(request).name }
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
        body: rules,
        headers: { ETag: etag(next) },
        audit: { about: `rules ${next}`, after: { why: rules.why } },
        announce: changed,
      }
    }),
  ]
}
