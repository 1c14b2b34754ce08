import { readFileSync } from 'node:fs'
import type { Knex } from 'knex'
import { ROUTES } from '@stout-shackle/core/contract'
import { kitSchema, SAMPLE, type Kit } from '@stout-shackle/core/kit'
import { writes, type Mounted } from '../routing'
import type { CatalogStore } from './store'

/** A made-up kit as it comes into a shop: by a name that no kit of its own has, and marked. */
function asSample(document: unknown): Kit {
  const kit = kitSchema.parse(document)
  const origin = { from: 'copied' as const, of: 'the samples', band: 0, jobs: 0, by: '' }
  return { ...kit, id: `${SAMPLE}${kit.id}`, name: `${kit.name} (sample)`, sample: true, origin, origins: {} }
}

/** The made-up kits that ship with the program, taken into a shop's own catalog; those that are there already stay. */
export const sampleRoutes = (db: Knex, kits: CatalogStore<Kit, unknown>, changed: () => void): Mounted[] => [
  writes(db, ROUTES.samples.take, async (trx) => {
    const file = new URL('../../demo/kits.json', import.meta.url)
    const samples = (JSON.parse(readFileSync(file, 'utf8')) as unknown[]).map(asSample)
    const there = new Set((await trx<{ id: string }>('kits').select('id')).map((row) => row.id))
    const added = samples.filter((kit) => !there.has(kit.id))
    for (const kit of added) await kits.add(trx, kit)
    return {
      body: { added: added.length },
      audit: { about: 'sample kits', after: { added: added.length } },
      announce: changed,
    }
  }),
]
