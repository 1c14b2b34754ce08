import { serialize } from 'cookie'
import { Router, type Request, type Response } from 'express'
import type { Knex } from 'knex'
import {
  firstOwnerSchema,
  ownSecretSchema,
  queueSchema,
  signInSchema,
  type Session,
  type SignedIn,
} from '@stout-shackle/core/contract'
import { mayDo } from '@stout-shackle/core/shop'
import { personOf, principalOf } from '../principal'
import { parseBody, Problem } from '../problem'
import { audit } from '../transaction'
import { Attempts } from './attempts'
import { cookieNames, cookiesOf } from './cookies'
import { addPerson, changePerson, getPerson, listPeople, toPerson, type PersonRow } from './people'

import { matches } from './secrets'
import type { Sessions, TabletRow } from './sessions'

const TABLET_SECONDS = 400 * 24 * 3600

export interface SignInSettings {
  demo: boolean
  /** Printed on the server's console: lets the first owner be made from another machine. */
  ownerCode: string
}

/** Whether a request comes from the machine the server runs on. */
const isLocal = (request: Request): boolean => {
  const address = request.socket.remoteAddress ?? ''
  return address === '::1' || address.startsWith('127.') || address.startsWith('::ffff:127.')
}

/** Signing in and out, changing hands, one's own secrets. */
export function sessionRoutes(db: Knex, sessions: Sessions, { demo, ownerCode }: SignInSettings): Router {
  const attempts = new Attempts()
  const names = cookieNames(demo)

  async function sessionOf(request: Request, person: PersonRow | null, tablet: TabletRow | null): Promise<Session> {
    const people = demo || tablet?.shared ? (await listPeople(db)).map((e) => e.document) : []
    const set = await sessions.hasPeople()
    return {
      person: person && toPerson(person),
      tablet: tablet && { id: tablet.id, name: tablet.name, shared: tablet.shared === 1 },
      names: people.filter((p) => p.active && (demo || p.hasPin)).map(({ id, name, role }) => ({ id, name, role })),
      setUp: set ? 'done' : isLocal(request) ? 'here' : 'with-code',
      demo,
    }
  }
  const present = async (request: Request) => {
    const principal = principalOf(request)
    const tablet = await sessions.tabletOf(cookiesOf(request)[names.tablet])
    const person = principal?.kind === 'person' ? await getPerson(db, principal.id) : null
    return { person, tablet }
  }
  const setCookie = (request: Request, response: Response, name: string, value: string, maxAge: number) =>
    response.append(
      'Set-Cookie',
      serialize(name, value, { httpOnly: true, sameSite: 'strict', secure: request.secure, path: '/', maxAge }),
    )

  /** Puts a person at a screen and answers with it. */
  async function enter(
    request: Request,
    response: Response,
    person: PersonRow,
    { name, shared }: { name: string | undefined; shared: boolean },
  ): Promise<void> {
    let tablet = await sessions.tabletOf(cookiesOf(request)[names.tablet])
    const old = cookiesOf(request)[names.session]
    if (old) await sessions.endSession(old)
    if (!tablet) {
      const added = await sessions.addTablet(name ?? (demo ? 'Demo screen' : 'Screen'), shared, person.name)
      tablet = added.tablet
      setCookie(request, response, names.tablet, added.secret, TABLET_SECONDS)
    } else if (shared && !tablet.shared) {
      await sessions.share(tablet)
      tablet = { ...tablet, shared: 1 }
    }
    const { session, signer } = await sessions.begin(person, tablet)
    await audit(db, { id: person.id, name: person.name, tablet }, { action: 'sign in', about: `person ${person.name}` })
    setCookie(request, response, names.session, session, TABLET_SECONDS)
    const signedIn: SignedIn = { session: await sessionOf(request, person, tablet), signer }
    response.status(201).json(signedIn)
  }

  const wrong = () =>
    new Problem(401, 'Not signed in', 'Name, password or PIN is not right.', [
      { field: 'person', message: 'not right', code: 'wrong-secret' },
    ])

  return Router()
    .get('/', async (request, response) => {
      const { person, tablet } = await present(request)
      response.json(await sessionOf(request, person, tablet))
    })
    .post('/', async (request, response) => {
      const given = parseBody(signInSchema, request.body)
      const address = request.socket.remoteAddress ?? ''
      const person = await sessions.find(given.person)
      const tablet = await sessions.tabletOf(cookiesOf(request)[names.tablet])
      if (!(demo && given.password === undefined && given.pin === undefined)) {
        await attempts.mayTry(given.person, address)
        if (given.pin !== undefined && !tablet?.shared)
          throw new Problem(
            403,
            'Not a shared tablet',
            'A PIN works on a shared tablet only. Sign in with a password; a service writer or the owner can share this screen.',
            [{ field: 'pin', message: 'only on a shared tablet', code: 'not-shared' }],
          )
        const right =
          given.pin !== undefined
            ? await matches(given.pin, person?.active ? person.pin : null)
            : await matches(given.password ?? '', person?.active ? person.password : null)
        if (!right) {
          await attempts.wrong(given.person, address)
          throw wrong()
        }
        await attempts.right(given.person)
      }
      if (!person?.active) throw wrong()
      if (given.shared && !tablet?.shared && !mayDo(person.role, 'desk'))
        throw new Problem(403, 'Not yours to do', 'A screen is shared by the owner or a service writer.', [
          { field: 'shared', message: 'not for this role', code: 'role' },
        ])
      await enter(request, response, person, { name: given.tablet, shared: given.shared ?? false })
    })
    .delete('/', async (request, response) => {
      const secret = cookiesOf(request)[names.session]
      if (secret) await sessions.endSession(secret)
      setCookie(request, response, names.session, '', 0)
      const tablet = await sessions.tabletOf(cookiesOf(request)[names.tablet])
      response.json(await sessionOf(request, null, tablet))
    })
    .post('/owner', async (request, response) => {
      const { name, password, tablet, code } = parseBody(firstOwnerSchema, request.body)
      const address = request.socket.remoteAddress ?? ''
      if (await sessions.hasPeople())
        throw new Problem(409, 'Already set up', 'This shop has people: sign in.', [
          { field: 'name', message: 'there is an owner', code: 'set-up' },
        ])
      if (!isLocal(request) || code !== undefined) {
        await attempts.mayTry('first owner', address)
        if (code !== ownerCode) {
          await attempts.wrong('first owner', address)
          throw new Problem(403, 'Not this code', "Type the code that stands on the server's console.", [
            { field: 'code', message: 'not right', code: 'code' },
          ])
        }
      }
      const { document } = await addPerson(db, { name, role: 'owner', password })
      await enter(request, response, await getPerson(db, document.id), { name: tablet, shared: false })
    })
    .post('/resume', async (request, response) => {
      const token = /^Bearer (.+)$/.exec(request.get('Authorization') ?? '')?.[1]
      const tablet = await sessions.tabletOf(cookiesOf(request)[names.tablet])
      if (!token || !tablet || !(await sessions.mayResume(token, tablet))) throw wrong()
      const person = await getPerson(db, personOf(request).id)
      await enter(request, response, person, { name: undefined, shared: false })
    })
    .put('/secret', async (request, response) => {
      const { old, password, pin } = parseBody(ownSecretSchema, request.body)
      const who = personOf(request)
      const row = await getPerson(db, who.id)
      await attempts.mayTry(row.name, request.socket.remoteAddress ?? '')
      if (!(await matches(old, row.password ?? row.pin))) {
        await attempts.wrong(row.name, request.socket.remoteAddress ?? '')
        throw wrong()
      }
      const { name, role, active } = toPerson(row)
      const next = await changePerson(db, row.id, row.version, { name, role, active, password, pin })
      await audit(db, who, { action: 'own secret', about: `person ${row.name}` })
      response.json(next.document)
    })
    .put('/queue', async (request, response) => {
      const { unsent } = parseBody(queueSchema, request.body)
      await sessions.heardQueue(personOf(request).tablet.id, unsent)
      response.status(204).end()
    })
}
