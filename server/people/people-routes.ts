import { Router } from 'express'
import type { Knex } from 'knex'
import { changedPersonSchema, newPersonSchema, pageQuery, type Audit } from '@stout-shackle/core/contract'
import { parseBody } from '../problem'
import { etag, versionOf, write } from '../transaction'
import { addPerson, changePerson, getPerson, listPeople, toPerson } from './people'
import type { Sessions } from './sessions'

/** People of the shop, for its owner. */
export const peopleRoutes = (db: Knex, sessions: Sessions): Router =>
  Router()
    .get('/', async (_request, response) => void response.json(await listPeople(db)))
    .post(
      '/',
      write(db, async (trx, request) => {
        const entry = await addPerson(trx, parseBody(newPersonSchema, request.body))
        return {
          status: 201,
          body: entry,
          headers: { ETag: etag(entry.version) },
          audit: { about: `person ${entry.document.name}`, after: entry.document },
        }
      }),
    )
    .put(
      '/:id',
      write(db, async (trx, request) => {
        const id = String(request.params.id)
        const before = toPerson(await getPerson(trx, id))
        const given = parseBody(changedPersonSchema, request.body)
        const entry = await changePerson(trx, id, versionOf(request), given)
        // A new password, a lesser role or leaving ends what was opened with the old one.
        if (given.password !== undefined || given.pin !== undefined || !given.active || given.role !== before.role)
          await sessions.endPerson(trx, id)
        return {
          status: 200,
          body: entry,
          headers: { ETag: etag(entry.version) },
          audit: { about: `person ${entry.document.name}`, before, after: entry.document },
          announce: sessions.forget,
        }
      }),
    )

/**
 * Screens that signed in.
 * @param drop ends what a screen hears
 */
export const tabletRoutes = (db: Knex, sessions: Sessions, drop: (tablet: string) => void): Router =>
  Router()
    .get('/', async (_request, response) => void response.json(await sessions.tablets()))
    .delete(
      '/:id',
      write(db, async (trx, request) => {
        const tablet = await sessions.endTablet(trx, String(request.params.id))
        return {
          status: 200,
          body: tablet,
          audit: { about: `tablet ${tablet.name}` },
          announce: () => {
            sessions.forget()
            drop(tablet.id)
          },
        }
      }),
    )

interface AuditRow {
  sequence: number
  at: string
  person: string
  tablet: string | null
  action: string
  about: string
  before: string | null
  after: string | null
}

/** Who changed what, newest first. */
export const auditRoutes = (db: Knex): Router =>
  Router().get('/', async (request, response) => {
    const { limit, offset } = parseBody(pageQuery, request.query)
    const rows = await db<AuditRow>('audit')
      .select('sequence', 'at', 'person', 'tablet', 'action', 'about', 'before', 'after')
      .orderBy('sequence', 'desc')
      .limit(limit)
      .offset(offset)
    const count = (await db('audit').count<{ n: number }[]>('* as n'))[0]
    const read = (text: string | null): unknown => (text === null ? null : JSON.parse(text))
    const answer: Audit = {
      total: count?.n ?? 0,
      entries: rows.map((r) => ({ ...r, before: read(r.before), after: read(r.after) })),
    }
    response.json(answer)
  })
