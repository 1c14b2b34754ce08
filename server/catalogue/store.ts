import type { Knex } from 'knex'
import type { z } from 'zod'
import { notFound, Problem } from '../problem'
import { stale } from '../write'

interface Row {
  id: string
  version: number
  document: string
  changed_at: string
}
export interface Entry<T> {
  version: number
  document: T
}

/** Versioned documents of one kind: the vehicle library, the kit catalogue. */
export class CatalogueStore<T extends { id: string }> {
  constructor(
    readonly table: 'vehicles' | 'kits',
    readonly noun: string,
    readonly schema: z.ZodType<T>,
  ) {}

  async list(db: Knex): Promise<Entry<T>[]> {
    return (await db<Row>(this.table).orderBy('id')).map((row) => this.toEntry(row))
  }

  async get(db: Knex, id: string): Promise<Entry<T>> {
    const row = await db<Row>(this.table).where({ id }).first()
    if (!row) throw notFound(this.noun, id)
    return this.toEntry(row)
  }

  async add(db: Knex, document: T): Promise<Entry<T>> {
    if (await db<Row>(this.table).where({ id: document.id }).first())
      throw new Problem(
        409,
        'Already there',
        `There is a ${this.noun} "${document.id}" already: change that one, or give this one another id.`,
        [{ field: 'id', message: 'already taken' }],
      )
    await db<Row>(this.table).insert({
      id: document.id,
      version: 1,
      document: JSON.stringify(document),
      changed_at: new Date().toISOString(),
    })
    return { version: 1, document }
  }

  async replace(db: Knex, id: string, version: number, document: T): Promise<Entry<T>> {
    if (document.id !== id)
      throw new Problem(422, 'Another id', 'The id in the body is not the one in the address.', [
        { field: 'id', message: `must be "${id}"` },
      ])
    const current = await this.get(db, id)
    if (current.version !== version) throw stale(current, version)
    const next = { version: version + 1, document }
    await db<Row>(this.table)
      .where({ id })
      .update({
        version: next.version,
        document: JSON.stringify(document),
        changed_at: new Date().toISOString(),
      })
    return next
  }

  /** Documents stored before a field existed get its default as they are read. */
  private toEntry(row: Row): Entry<T> {
    return { version: row.version, document: this.schema.parse(JSON.parse(row.document)) }
  }
}
