import { Router } from 'express'
import type { Knex } from 'knex'
import { pictureSchema } from '@stout-shackle/core/contract'
import { notFound, parseBody } from '../problem'
import { write } from '../transaction'
import { laidAside, photoOf } from './store'

/** Photos by their SHA-256: one never changes, so that a tablet may keep it. */
export const photoRoutes = (db: Knex): Router =>
  Router()
    .post(
      '/',
      write(db, async (trx, request) => {
        const { image } = parseBody(pictureSchema, request.body)
        const kept = await laidAside(trx, image)
        return {
          status: 201,
          body: { image: kept },
          audit: { about: `picture ${kept}` },
        }
      }),
    )
    .get('/:hash', async (request, response) => {
      const bytes = await photoOf(db, request.params.hash)
      if (!bytes) throw notFound('photo', request.params.hash)
      response.set('Cache-Control', 'private, max-age=31536000, immutable').type('image/jpeg').send(bytes)
    })
