import { Router, type Request } from 'express'
import type { Knex } from 'knex'
import { z } from 'zod'
import { etag, versionOf, write } from '../write'
import { parseBody } from '../problem'
import type { CatalogStore, Entry, Search } from './store'

const answer = <T>(status: number, entry: Entry<T>, announce?: () => void) => ({
  status,
  body: entry,
  headers: { ETag: etag(entry.version) },
  announce,
})

const searchSchema = z.object({
  find: z.string().max(100, { error: 'is too long: 100 characters at most' }).default(''),
  limit: z.coerce.number().int().min(1).max(500, { error: 'must be 500 at most' }).default(100),
  offset: z.coerce.number().int().min(0).default(0),
})
export const searchOf = (request: Request): Search => parseBody(searchSchema, request.query)

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
    .get('/', async (request, response) => void response.json(await store.list(db, searchOf(request))))
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
