import { Router } from 'express'
import type { Knex } from 'knex'
import { searchSchema, type Entry } from '@stout-shackle/core/contract'
import { etag, versionOf, write } from '../write'
import { parseBody } from '../problem'
import type { CatalogStore } from './store'

const answer = <T>(status: number, entry: Entry<T>, announce?: () => void) => ({
  status,
  body: entry,
  headers: { ETag: etag(entry.version) },
  announce,
})

/**
 * Find, read, add and change the documents of one catalog.
 * @param changed called once a write is certain
 */
export function catalogRoutes<T extends { id: string }, S>(
  db: Knex,
  store: CatalogStore<T, S>,
  changed: () => void = () => undefined,
): Router {
  return Router()
    .get(
      '/',
      async (request, response) => void response.json(await store.list(db, parseBody(searchSchema, request.query))),
    )
    .get('/:id', async (request, response) => {
      const entry = await store.get(db, request.params.id)
      response.set('ETag', etag(entry.version)).json(entry)
    })
    .post(
      '/',
      write(db, async (trx, request) =>
        answer(201, await store.add(trx, parseBody(store.schema, request.body)), changed),
      ),
    )
    .put(
      '/:id',
      write(db, async (trx, request) => {
        const document = parseBody(store.schema, request.body)
        return answer(200, await store.replace(trx, String(request.params.id), versionOf(request), document), changed)
      }),
    )
}
