import type { Knex } from 'knex'
import { ROUTES } from '@stout-shackle/core/contract'
import { notFound } from '../problem'
import { route, writes, type Mounted } from '../routing'
import { laidAside, photoOf } from './store'

/** Photos by their SHA-256: one never changes, so that a tablet may keep it. */
export const photoRoutes = (db: Knex): Mounted[] => [
  writes(db, ROUTES.photos.add, async (trx, { body }) => {
    const image = await laidAside(trx, body.image)
    return { body: { image }, audit: { about: `picture ${image}` } }
  }),
  route(ROUTES.photos.read, async ({ params: { hash }, response }) => {
    const bytes = await photoOf(db, hash)
    if (!bytes) throw notFound('photo', hash)
    response.set('Cache-Control', 'private, max-age=31536000, immutable').type('image/jpeg').send(bytes)
  }),
]
