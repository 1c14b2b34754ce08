import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import type { Tablet } from '@stout-shackle/core/contract'
import { notFound } from '../problem'
import { findPerson, type PersonRow } from './people'
import type { Principal } from '../principal'
import { digestOf, newSecret } from './secrets'

export interface TabletRow {
  id: string
  name: string
  shared: number
  secret: string
  added_by: string
  added_at: string
  seen_at: string
  revoked_at: string | null
  unsent: number
}
type PersonPrincipal = Extract<Principal, { kind: 'person' }>
interface Known {
  principal: PersonPrincipal
  tablet: TabletRow
  /** ms since 1970. */
  seen: number
}

const HOUR = 3_600_000
/** Untouched for so long, a session ends: on a shared tablet after a shift, at a desk after two weeks. */
const IDLE_MS = { shared: 12 * HOUR, desk: 14 * 24 * HOUR }
/** What a queue carries is good for so long after signing in: longer than any tablet is forgotten in a van. */
const SIGNER_DAYS = 60
const SEEN_EVERY_MS = 60_000

const now = () => new Date().toISOString()
const toTablet = (row: TabletRow): Tablet => ({
  id: row.id,
  name: row.name,
  shared: row.shared === 1,
  addedBy: row.added_by,
  addedAt: row.added_at,
  seenAt: row.seen_at,
  signedOut: row.revoked_at !== null,
  unsent: row.unsent,
})

/** Who is signed in where. Secrets are stored by digest; what was looked up is kept until something of it changes. */
export class Sessions {
  private readonly known = new Map<string, Known>()
  private readonly signed = new Map<string, PersonPrincipal>()

  constructor(private readonly db: Knex) {}

  /** After a change of people or tablets. */
  readonly forget = (): void => {
    this.known.clear()
    this.signed.clear()
  }

  /** The person behind a session cookie; null where it ended. */
  async bySession(secret: string): Promise<PersonPrincipal | null> {
    const digest = digestOf(secret)
    const found = this.known.get(digest) ?? (await this.readSession(digest))
    if (!found) return null
    const idle = Date.now() - found.seen
    if (idle > (found.tablet.shared ? IDLE_MS.shared : IDLE_MS.desk)) {
      await this.endSession(secret)
      return null
    }
    if (idle > SEEN_EVERY_MS || !this.known.has(digest)) {
      found.seen = Date.now()
      this.known.set(digest, found)
      await this.db('sessions').where({ secret: digest }).update({ seen_at: now() })
      await this.db<TabletRow>('tablets').where({ id: found.tablet.id }).update({ seen_at: now() })
    }
    return found.principal
  }

  private async readSession(digest: string): Promise<Known | null> {
    const row = await this.db<{ secret: string; person_id: string; tablet_id: string; seen_at: string }>('sessions')
      .where({ secret: digest })
      .first()
    if (!row) return null
    const who = await this.principal(row.person_id, row.tablet_id)
    return who && { ...who, seen: Date.parse(row.seen_at) }
  }

  private async principal(personId: string, tabletId: string) {
    const person = await this.db<PersonRow>('people').where({ id: personId, active: 1 }).first()
    const tablet = await this.db<TabletRow>('tablets').where({ id: tabletId }).whereNull('revoked_at').first()
    if (!person || !tablet) return null
    const principal: PersonPrincipal = {
      kind: 'person',
      id: person.id,
      name: person.name,
      role: person.role,
      tablet: { id: tablet.id, name: tablet.name },
    }
    return { principal, tablet }
  }

  /** The person whose own credential a write carries; null where it was revoked. */
  async bySigner(secret: string): Promise<PersonPrincipal | null> {
    const digest = digestOf(secret)
    const known = this.signed.get(digest)
    if (known) return known
    const oldest = new Date(Date.now() - SIGNER_DAYS * 24 * HOUR).toISOString()
    const row = await this.db<{ secret: string; person_id: string; tablet_id: string }>('signers')
      .where({ secret: digest })
      .whereNull('revoked_at')
      .where('made_at', '>', oldest)
      .first()
    const who = row && (await this.principal(row.person_id, row.tablet_id))
    if (!who) return null
    this.signed.set(digest, who.principal)
    return who.principal
  }

  /** Whether a credential is young enough to open a session by itself: no older than a session could be untouched. */
  async mayResume(secret: string, tablet: TabletRow): Promise<boolean> {
    const row = await this.db<{ secret: string; tablet_id: string; made_at: string }>('signers')
      .where({ secret: digestOf(secret), tablet_id: tablet.id })
      .whereNull('revoked_at')
      .first()
    return row !== undefined && Date.now() - Date.parse(row.made_at) < (tablet.shared ? IDLE_MS.shared : IDLE_MS.desk)
  }

  async byDeviceToken(secret: string): Promise<Principal | null> {
    const row = await this.db<{ device: string; secret: string }>('device_tokens')
      .where({ secret: digestOf(secret) })
      .first()
    return row ? { kind: 'device', id: row.device, name: row.device } : null
  }

  /** The screen behind a tablet cookie; null where there is none or it was signed out. */
  async tabletOf(secret: string | undefined): Promise<TabletRow | null> {
    if (!secret) return null
    const row = await this.db<TabletRow>('tablets')
      .where({ secret: digestOf(secret) })
      .whereNull('revoked_at')
      .first()
    return row ?? null
  }

  /** A new screen; a name that is taken gets a number. */
  async addTablet(name: string, shared: boolean, by: string): Promise<{ tablet: TabletRow; secret: string }> {
    const taken = new Set(await this.db<TabletRow>('tablets').pluck('name'))
    let unique = name
    for (let n = 2; taken.has(unique); n++) unique = `${name} ${n}`
    const secret = newSecret()
    const tablet: TabletRow = {
      id: randomUUID(),
      name: unique,
      shared: shared ? 1 : 0,
      secret: digestOf(secret),
      added_by: by,
      added_at: now(),
      seen_at: now(),
      revoked_at: null,
      unsent: 0,
    }
    await this.db<TabletRow>('tablets').insert(tablet)
    return { tablet, secret }
  }

  async share(tablet: TabletRow): Promise<void> {
    await this.db<TabletRow>('tablets').where({ id: tablet.id }).update({ shared: 1 })
    this.forget()
  }

  /** A person is at a screen from now on: the secrets of the session and of what that person signs. */
  async begin(person: PersonRow, tablet: TabletRow): Promise<{ session: string; signer: string }> {
    const [session, signer] = [newSecret(), newSecret()]
    const time = now()
    const who = { person_id: person.id, tablet_id: tablet.id }
    await this.db('sessions').insert({ ...who, secret: digestOf(session), began_at: time, seen_at: time })
    await this.db('signers').insert({ ...who, secret: digestOf(signer), made_at: time })
    return { session, signer }
  }

  async endSession(secret: string): Promise<void> {
    const digest = digestOf(secret)
    this.known.delete(digest)
    await this.db('sessions').where({ secret: digest }).delete()
  }

  /** Ends every session and credential of a person: the password was changed, or the person has left. */
  async endPerson(db: Knex, id: string): Promise<void> {
    await db('sessions').where({ person_id: id }).delete()
    await db('signers').where({ person_id: id }).update({ revoked_at: now() })
    this.forget()
  }

  async tablets(): Promise<Tablet[]> {
    return (await this.db<TabletRow>('tablets').orderBy('seen_at', 'desc')).map(toTablet)
  }

  /** A lost screen: signed out, and nothing it still holds is taken. */
  async endTablet(db: Knex, id: string): Promise<Tablet> {
    const row = await db<TabletRow>('tablets').where({ id }).first()
    if (!row) throw notFound('tablet', id)
    const revoked_at = row.revoked_at ?? now()
    await db<TabletRow>('tablets').where({ id }).update({ revoked_at })
    await db('sessions').where({ tablet_id: id }).delete()
    await db('signers').where({ tablet_id: id }).update({ revoked_at })
    this.forget()
    return toTablet({ ...row, revoked_at })
  }

  async heardQueue(tabletId: string, unsent: number): Promise<void> {
    await this.db<TabletRow>('tablets').where({ id: tabletId }).update({ unsent, seen_at: now() })
  }

  /** Whether anybody is in the shop yet. */
  hasPeople = async (): Promise<boolean> => (await this.db('people').first('id')) !== undefined

  find = (idOrName: string): Promise<PersonRow | undefined> => findPerson(this.db, idOrName)

  /** Sessions and credentials past their time. */
  async prune(): Promise<void> {
    const before = (ms: number) => new Date(Date.now() - ms).toISOString()
    await this.db('sessions').where('seen_at', '<', before(IDLE_MS.desk)).delete()
    await this.db('signers')
      .where('made_at', '<', before(SIGNER_DAYS * 24 * HOUR))
      .delete()
  }
}
