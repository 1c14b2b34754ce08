import type { Knex } from 'knex'
import { ROUTES, type Entry } from '@stout-shackle/core/contract'
import { NEW_SHOP, shopSettingsSchema, type ShopSettings } from '@stout-shackle/core/shop'
import { nextVersion, route, tagged, versionOf, writes, writtenVersion, type Mounted } from '../routing'

interface Row {
  id: number
  version: number
  document: string
  changed_at: string
}
type StoredSettings = Entry<ShopSettings>

/** The shop's settings; those of a new shop, at version 0, until somebody sets them. */
export async function shopSettings(db: Knex): Promise<StoredSettings> {
  const row = await db<Row>('shop_settings').where({ id: 1 }).first()
  return row
    ? { version: row.version, document: shopSettingsSchema.parse(JSON.parse(row.document)) }
    : { version: 0, document: NEW_SHOP }
}

/** Read and change the shop's settings. */
export function shopRoutes(db: Knex): Mounted[] {
  const { read, change } = ROUTES.shop
  return [
    route(read, async ({ response }) => {
      const stored = await shopSettings(db)
      return tagged(response, stored.version, stored)
    }),
    writes(db, change, async (trx, { body: document, request }) => {
      const current = await shopSettings(trx)
      const version = nextVersion(current, versionOf(request))
      await trx<Row>('shop_settings')
        .insert({ id: 1, version, document: JSON.stringify(document), changed_at: new Date().toISOString() })
        .onConflict('id')
        .merge()
      return writtenVersion({ version, document }, 'shop settings', current.document)
    }),
  ]
}
