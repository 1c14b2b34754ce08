import type { Knex } from 'knex'
import type { z } from 'zod'
import type { DocumentRoutes, FindRoute } from '@stout-shackle/core/contract'
import { personOf } from '../principal'
import { parseBody } from '../problem'
import { route, tagged, versionOf, writes, writtenVersion, type Mounted, type Versioned } from '../routing'
import type { CatalogStore } from './store'

/**
 * Read, add and change the documents of one catalog.
 * @param declared routes of its kind
 * @param changed called once a write is certain
 */
export function catalogRoutes<T extends { id: string }, S>(
  db: Knex,
  store: CatalogStore<T, S>,
  { add, read, change }: DocumentRoutes<z.ZodType<T>>,
  changed: () => void = () => undefined,
): Mounted[] {
  const answer = (entry: Versioned<T>, before?: T) => ({
    ...writtenVersion(entry, `${store.noun} ${entry.document.id}`, before),
    announce: changed,
  })
  return [
    route(read, async ({ params, response }) => {
      const entry = await store.get(db, params.id)
      return tagged(response, entry.version, entry)
    }),
    writes(db, add, async (trx, { body, request }) => {
      const document = store.stamp(parseBody(store.written, body), null, personOf(request).name)
      return answer(await store.add(trx, document))
    }),
    writes(db, change, async (trx, { params: { id }, body, request }) => {
      const { document: before } = await store.get(trx, id)
      const document = store.stamp(parseBody(store.written, body), before, personOf(request).name)
      return answer(await store.replace(trx, id, versionOf(request), document), before)
    }),
  ]
}

/** Finds documents of one catalog. */
export const findRoute = <T extends { id: string }, S>(
  db: Knex,
  store: CatalogStore<T, S>,
  { find }: { find: FindRoute<z.ZodType<S>> },
): Mounted => route(find, async ({ query }) => store.list(db, query))
