import type { Knex } from 'knex'
import { ROUTES } from '@stout-shackle/core/contract'
import { route, versionOf, writes, writtenVersion, type Mounted } from '../routing'
import { addPerson, changePerson, getPerson, listPeople, toPerson } from './people'
import type { Sessions } from './sessions'

/** People of the shop, for its owner. */
export function peopleRoutes(db: Knex, sessions: Sessions): Mounted[] {
  const routes = ROUTES.people
  return [
    route(routes.list, () => listPeople(db)),
    writes(db, routes.add, async (trx, { body }) => {
      const entry = await addPerson(trx, body)
      return writtenVersion(entry, `person ${entry.document.name}`)
    }),
    writes(db, routes.change, async (trx, { params: { id }, body, request }) => {
      const before = toPerson(await getPerson(trx, id))
      const entry = await changePerson(trx, id, versionOf(request), body)
      // A new password, a lesser role or leaving ends what was opened with the old one.
      if (body.password !== undefined || body.pin !== undefined || !body.active || body.role !== before.role)
        await sessions.endPerson(trx, id)
      return { ...writtenVersion(entry, `person ${entry.document.name}`, before), announce: sessions.forget }
    }),
  ]
}

/**
 * Screens that signed in.
 * @param drop ends what a screen hears
 */
export const tabletRoutes = (db: Knex, sessions: Sessions, drop: (tablet: string) => void): Mounted[] => [
  route(ROUTES.tablets.list, () => sessions.tablets()),
  writes(db, ROUTES.tablets.signOut, async (trx, { params }) => {
    const tablet = await sessions.endTablet(trx, params.id)
    return {
      body: tablet,
      audit: { about: `tablet ${tablet.name}` },
      announce: () => {
        sessions.forget()
        drop(tablet.id)
      },
    }
  }),
]

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
export const auditRoute = (db: Knex): Mounted =>
  route(ROUTES.audit.list, async ({ query: { limit, offset } }) => {
    const rows = await db<AuditRow>('audit')
      .select('sequence', 'at', 'person', 'tablet', 'action', 'about', 'before', 'after')
      .orderBy('sequence', 'desc')
      .limit(limit)
      .offset(offset)
    const count = (await db('audit').count<{ n: number }[]>('* as n'))[0]
    const read = (text: string | null): unknown => (text === null ? null : JSON.parse(text))
    return {
      total: count?.n ?? 0,
      entries: rows.map((r) => ({ ...r, before: read(r.before), after: read(r.after) })),
    }
  })
