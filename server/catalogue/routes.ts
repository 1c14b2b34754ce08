import { Router } from 'express'
import type { Knex } from 'knex'
import { etag, versionOf, write } from '../write'
import { parseBody } from '../problem'
import type { CatalogueStore, Entry } from './store'

const answer = <T>(status: number, entry: Entry<T>) => ({
  status,
  body: entry,
  headers: { ETag: etag(entry.version) },
})

/** List, read, add and change the documents of one catalogue. */
export function catalogueRoutes<T extends { id: string }>(db: Knex, store: CatalogueStore<T>): Router {
  return Router()
    .get('/', async (_request, response) => void response.json(await store.list(db)))
    .get('/:id', async (request, response) => {
      const entry = await store.get(db, request.params.id)
      response.set('ETag', etag(entry.version)).json(entry)
    })
    .post(
      '/',
      write(db, async (trx, request) => answer(201, await store.add(trx, parseBody(store.schema, request.body)))),
    )
    .put(
      '/:id',
      write(db, async (trx, request) => {
        const document = parseBody(store.schema, request.body)
        return answer(200, await store.replace(trx, String(request.params.id), versionOf(request), document))
      }),
    )
}
