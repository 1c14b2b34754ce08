import { Router } from 'express'
import type { Knex } from 'knex'
import type { Entry } from '@stout-shackle/core/contract'
import { NEW_SHOP, shopSettingsSchema, type ShopSettings } from '@stout-shackle/core/shop'
import { parseBody } from '../problem'
import { etag, stale, versionOf, write } from '../transaction'

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

async function replaceSettings(db: Knex, version: number, document: ShopSettings): Promise<StoredSettings> {
  const current = await shopSettings(db)
  if (current.version !== version) throw stale(current, version)
  const next = { version: version + 1, document }
  await db<Row>('shop_settings')
    .insert({ id: 1, version: next.version, document: JSON.stringify(document), changed_at: new Date().toISOString() })
    .onConflict('id')
    .merge()
  return next
}

/** Read and change the shop's settings. */
export const shopRoutes = (db: Knex): Router =>
  Router()
    .get('/', async (_request, response) => {
      const stored = await shopSettings(db)
      response.set('ETag', etag(stored.version)).json(stored)
    })
    .put(
      '/',
      write(db, async (trx, request) => {
        const document = parseBody(shopSettingsSchema, request.body)
        const { document: before } = await shopSettings(trx)
        const stored = await replaceSettings(trx, versionOf(request), document)
        return {
          status: 200,
          body: stored,
          headers: { ETag: etag(stored.version) },
          audit: { about: 'shop settings', before, after: document },
        }
      }),
    )
