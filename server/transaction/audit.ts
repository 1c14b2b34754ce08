import type { Knex } from 'knex'

export interface Audited {
  /** What was done; by default the method and address of the request. */
  action?: string
  /** What to, with its id. */
  about: string
  before?: unknown
  after?: unknown
}
interface Who {
  id: string
  name: string
  tablet?: { id: string; name: string }
}

/** Puts on record who changed what, from which screen. */
export async function audit(db: Knex, who: Who, { action, about, before, after }: Audited): Promise<void> {
  const text = (value: unknown) => (value === undefined ? null : JSON.stringify(value))
  await db('audit').insert({
    at: new Date().toISOString(),
    person_id: who.id,
    person: who.name,
    tablet_id: who.tablet?.id ?? null,
    tablet: who.tablet?.name ?? null,
    action: action ?? 'change',
    about,
    before: text(before),
    after: text(after),
  })
}
