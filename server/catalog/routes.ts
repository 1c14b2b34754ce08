import { Router } from 'express'
import type { Knex } from 'knex'
import { searchSchema, type Entry } from '@stout-shackle/core/contract'
import { etag, versionOf, write } from '../transaction'
import { parseBody } from '../problem'
import type { CatalogStore } from './store'

const answer = <T extends { id: string }>(
  status: number,
  entry: Entry<T>,
  announce: () => void,
  { noun, before }: { noun: string; before?: T },
) => ({
  status,
  body: entry,
  headers: { ETag: etag(entry.version) },
  audit: { about: `${noun} ${entry.document.id}`, before, after: entry.document },
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
        answer(201, await store.add(trx, parseBody(store.written, request.body)), changed, { noun: store.noun }),
      ),
    )
    .put(
      '/:id',
      write(db, async (trx, request) => {
        const id = String(request.params.id)
        const document = parseBody(store.written, request.body)
        const { document: before } = await store.get(trx, id)
        const entry = await store.replace(trx, id, versionOf(request), document)
        return answer(200, entry, changed, { noun: store.noun, before })
      }),
    )
}
