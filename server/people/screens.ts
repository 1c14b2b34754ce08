import { serialize } from 'cookie'
import type { Request, Response } from 'express'
import type { Knex } from 'knex'
import type { Session, SignedIn } from '@stout-shackle/core/contract'
import { principalOf } from '../principal'
import { audit } from '../transaction'
import { cookieNames, cookiesOf } from './cookies'
import { getPerson, listPeople, toPerson, type PersonRow } from './people'
import type { Sessions, TabletRow } from './sessions'

const TABLET_SECONDS = 400 * 24 * 3600

/** Whether a request comes from the machine the server runs on. */
export const isLocal = (request: Request): boolean => {
  const address = request.socket.remoteAddress ?? ''
  return address === '::1' || address.startsWith('127.') || address.startsWith('::ffff:127.')
}

/** Screens by their cookies: which one asks, who is at it, and putting somebody there. */
export class Screens {
  private readonly names: ReturnType<typeof cookieNames>

  constructor(
    private readonly db: Knex,
    private readonly sessions: Sessions,
    private readonly demo: boolean,
  ) {
    this.names = cookieNames(demo)
  }

  tabletOf(request: Request): Promise<TabletRow | null> {
    return this.sessions.tabletOf(cookiesOf(request)[this.names.tablet])
  }

  /** What a screen is told of itself. */
  async sessionAt(request: Request, person: PersonRow | null, tablet: TabletRow | null): Promise<Session> {
    const { db, demo } = this
    const people = demo || tablet?.shared ? (await listPeople(db)).map((e) => e.document) : []
    const isSetUp = await this.sessions.hasPeople()
    return {
      person: person && toPerson(person),
      tablet: tablet && { id: tablet.id, name: tablet.name, shared: tablet.shared === 1 },
      names: people.filter((p) => p.active && (demo || p.hasPin)).map(({ id, name, role }) => ({ id, name, role })),
      setUp: isSetUp ? 'done' : isLocal(request) ? 'here' : 'with-code',
      demo,
    }
  }

  /** Who is at the screen that asks. */
  async current(request: Request): Promise<Session> {
    const principal = principalOf(request)
    const person = principal?.kind === 'person' ? await getPerson(this.db, principal.id) : null
    return this.sessionAt(request, person, await this.tabletOf(request))
  }

  /** Puts a person at a screen. */
  async enter(
    { request, response }: { request: Request; response: Response },
    person: PersonRow,
    { name, shared }: { name: string | undefined; shared: boolean },
  ): Promise<SignedIn> {
    let tablet = await this.tabletOf(request)
    const old = cookiesOf(request)[this.names.session]
    if (old) await this.sessions.endSession(old)
    if (!tablet) {
      const added = await this.sessions.addTablet(name ?? (this.demo ? 'Demo screen' : 'Screen'), shared, person.name)
      tablet = added.tablet
      this.setCookie(request, response, this.names.tablet, added.secret)
    } else if (shared && !tablet.shared) {
      await this.sessions.share(tablet)
      tablet = { ...tablet, shared: 1 }
    }
    const { session, signer } = await this.sessions.begin(person, tablet)
    await audit(
      this.db,
      { id: person.id, name: person.name, tablet },
      { action: 'sign in', about: `person ${person.name}` },
    )
    this.setCookie(request, response, this.names.session, session)
    return { session: await this.sessionAt(request, person, tablet), signer }
  }

  /** Ends the session of the screen that asks. */
  async leave({ request, response }: { request: Request; response: Response }): Promise<Session> {
    const secret = cookiesOf(request)[this.names.session]
    if (secret) await this.sessions.endSession(secret)
    this.setCookie(request, response, this.names.session, '')
    return this.sessionAt(request, null, await this.tabletOf(request))
  }

  /** An empty value takes the cookie away. */
  private setCookie(request: Request, response: Response, name: string, value: string): void {
    const maxAge = value ? TABLET_SECONDS : 0
    response.append(
      'Set-Cookie',
      serialize(name, value, { httpOnly: true, sameSite: 'strict', secure: request.secure, path: '/', maxAge }),
    )
  }
}
