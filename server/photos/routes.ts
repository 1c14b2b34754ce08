import { Router } from 'express'
import type { Knex } from 'knex'
import { notFound } from '../problem'
import { photoOf } from './store'

/** Photos by their SHA-256: one never changes, so that a tablet may keep it. */
export const photoRoutes = (db: Knex): Router =>
  Router().get('/:hash', async (request, response) => {
    const bytes = await photoOf(db, request.params.hash)
    if (!bytes) throw notFound('photo', request.params.hash)
    response.set('Cache-Control', 'private, max-age=31536000, immutable').type('image/jpeg').send(bytes)
  })
