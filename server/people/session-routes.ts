import type { Request } from 'express'
import type { Knex } from 'knex'
import { ROUTES, type signInSchema } from '@stout-shackle/core/contract'
import { mayDo } from '@stout-shackle/core/shop'
import type { z } from 'zod'
import { personOf } from '../principal'
import { Problem } from '../problem'
import { route, type Mounted } from '../routing'
import { audit } from '../transaction'
import { Attempts } from './attempts'
import { addPerson, changePerson, getPerson, toPerson, type PersonRow } from './people'
import { isLocal, Screens } from './screens'
import { matches } from './secrets'
import type { Sessions, TabletRow } from './sessions'

export interface SignInSettings {
  demo: boolean
  /** Printed on the server's console: lets the first owner be made from another machine. */
  ownerCode: string
}

const wrongSecret = () =>
  new Problem(401, 'Not signed in', 'Name, password or PIN is not right.', [
    { field: 'person', message: 'not right', code: 'wrong-secret' },
  ])
const addressOf = (request: Request): string => request.socket.remoteAddress ?? ''

type SignIn = z.output<typeof signInSchema>

/**
 * Whether what was typed is this person's password, or their PIN at a screen that people share.
 * @throws Problem 403 where a PIN is typed at a screen of one person
 */
async function isRight({ pin, password }: SignIn, person: PersonRow | undefined, tablet: TabletRow | null) {
  if (pin !== undefined && !tablet?.shared)
    throw new Problem(
      403,
      'Not a shared tablet',
      'A PIN works on a shared tablet only. Sign in with a password; a service writer or the owner can share this screen.',
      [{ field: 'pin', message: 'only on a shared tablet', code: 'not-shared' }],
    )
  const [typed, secret] = pin === undefined ? [password ?? '', person?.password] : [pin, person?.pin]
  return matches(typed, person?.active ? (secret ?? null) : null)
}

/** Signing in and out, changing hands, one's own secrets. */
export function sessionRoutes(db: Knex, sessions: Sessions, { demo, ownerCode }: SignInSettings): Mounted[] {
  const routes = ROUTES.session
  const attempts = new Attempts()
  const screens = new Screens(db, sessions, demo)

  return [
    route(routes.read, ({ request }) => screens.current(request)),
    route(routes.signIn, async (call) => {
      const { body, request } = call
      const person = await sessions.find(body.person)
      const tablet = await screens.tabletOf(request)
      // In the demo everybody signs in by a tap.
      if (!(demo && body.password === undefined && body.pin === undefined)) {
        await attempts.mayTry(body.person, addressOf(request))
        if (!(await isRight(body, person, tablet))) {
          await attempts.wrong(body.person, addressOf(request))
          throw wrongSecret()
        }
        await attempts.right(body.person)
      }
      if (!person?.active) throw wrongSecret()
      if (body.shared && !tablet?.shared && !mayDo(person.role, 'desk'))
        throw new Problem(403, 'Not yours to do', 'A screen is shared by the owner or a service writer.', [
          { field: 'shared', message: 'not for this role', code: 'role' },
        ])
      return screens.enter(call, person, { name: body.tablet, shared: body.shared ?? false })
    }),
    route(routes.signOut, (call) => screens.leave(call)),
    route(routes.firstOwner, async (call) => {
      const { name, password, tablet, code } = call.body
      if (await sessions.hasPeople())
        throw new Problem(409, 'Already set up', 'This shop has people: sign in.', [
          { field: 'name', message: 'there is an owner', code: 'set-up' },
        ])
      if (!isLocal(call.request) || code !== undefined) {
        await attempts.mayTry('first owner', addressOf(call.request))
        if (code !== ownerCode) {
          await attempts.wrong('first owner', addressOf(call.request))
          throw new Problem(403, 'Not this code', "Type the code that stands on the server's console.", [
            { field: 'code', message: 'not right', code: 'code' },
          ])
        }
      }
      const { document } = await addPerson(db, { name, role: 'owner', password })
      return screens.enter(call, await getPerson(db, document.id), { name: tablet, shared: false })
    }),
    route(routes.resume, async (call) => {
      const token = /^Bearer (.+)$/.exec(call.request.get('Authorization') ?? '')?.[1]
      const tablet = await screens.tabletOf(call.request)
      if (!token || !tablet || !(await sessions.mayResume(token, tablet))) throw wrongSecret()
      const person = await getPerson(db, personOf(call.request).id)
      return screens.enter(call, person, { name: undefined, shared: false })
    }),
    route(routes.ownSecret, async ({ body: { old, password, pin }, request }) => {
      const who = personOf(request)
      const row = await getPerson(db, who.id)
      await attempts.mayTry(row.name, addressOf(request))
      if (!(await matches(old, row.password ?? row.pin))) {
        await attempts.wrong(row.name, addressOf(request))
        throw wrongSecret()
      }
      const { name, role, active } = toPerson(row)
      const next = await changePerson(db, row.id, row.version, { name, role, active, password, pin })
      await audit(db, who, { action: 'own secret', about: `person ${row.name}` })
      return next.document
    }),
    route(routes.queue, ({ body, request }) => sessions.heardQueue(personOf(request).tablet.id, body.unsent)),
  ]
}
