import type { Knex } from 'knex'
import type { z } from 'zod'
import type { Entry, Found } from '@stout-shackle/core/contract'
import { notFound, Problem } from '../problem'
import { nextVersion } from '../routing'

type CatalogName = 'kits' | 'applications' | 'vehicles' | 'platforms' | 'procedures' | 'stock'

export interface Row {
  id: string
  version: number
  document: string
  changed_at: string
}
export interface Search {
  find: string
  limit: number
  offset: number
}

/** Words as a full-text query: every one of them, by its beginning. */
const queryOf = (find: string): string => (find.match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => `"${word}"*`).join(' ')

/** One kind of documents: where they are, what they are called, what they have to be. */
interface CatalogKind<T> {
  table: CatalogName
  noun: string
  schema: z.ZodType<T>
  written?: z.ZodType<T>
  found?: boolean
  summary?: (document: T) => unknown
  stamp?: (document: T, before: T | null, by: string) => T
}

/** Versioned documents of one kind: vehicles, platforms, procedures, kits, their lists, stock. */
export class CatalogStore<T extends { id: string }, S = T> {
  readonly table: CatalogName
  readonly noun: string
  readonly schema: z.ZodType<T>
  /** What a document that is written has to be, where that is more than what is read. */
  readonly written: z.ZodType<T>
  /** Whether it can be searched by words. */
  private readonly found: boolean
  /** What a list shows of a document; all of it where it is small. */
  private readonly summary: ((document: T) => unknown) | null
  /** What the server alone says of a document that somebody writes. */
  readonly stamp: (document: T, before: T | null, by: string) => T

  constructor(kind: CatalogKind<T>) {
    this.table = kind.table
    this.noun = kind.noun
    this.schema = kind.schema
    this.written = kind.written ?? kind.schema
    this.found = kind.found ?? false
    this.summary = kind.summary ?? null
    this.stamp = kind.stamp ?? ((document) => document)
  }

  async list(db: Knex, { find, limit, offset }: Search = { find: '', limit: -1, offset: 0 }): Promise<Found<S>> {
    const query = this.found ? queryOf(find) : ''
    const from = query
      ? `FROM ${this.table}_finder f JOIN ${this.table} t ON t.rowid = f.rowid WHERE f.words MATCH ?`
      : `FROM ${this.table} t`
    const bindings = query ? [query] : []
    const rows = await db.raw<Row[]>(`SELECT t.version, t.document ${from} ORDER BY t.id LIMIT ? OFFSET ?`, [
      ...bindings,
      limit,
      offset,
    ])
    const [count] = await db.raw<{ total: number }[]>(`SELECT count(*) AS total ${from}`, bindings)
    return { total: count?.total ?? 0, entries: rows.map((row) => this.toListed(row)) }
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
    // One that was there before and is gone: no version of it is used twice.
    const last = await db<{ kind: string; id: string; version: number }>('last_versions')
      .where({ kind: this.table, id: document.id })
      .first()
    const version = (last?.version ?? 0) + 1
    await db<Row>(this.table).insert({
      id: document.id,
      version,
      document: JSON.stringify(document),
      changed_at: new Date().toISOString(),
    })
    return { version, document }
  }

  async replace(db: Knex, id: string, version: number, document: T): Promise<Entry<T>> {
    if (document.id !== id)
      throw new Problem(422, 'Another id', 'The id in the body is not the one in the address.', [
        { field: 'id', message: `must be "${id}"` },
      ])
    const next = { version: nextVersion(await this.get(db, id), version), document }
    await db<Row>(this.table)
      .where({ id })
      .update({
        version: next.version,
        document: JSON.stringify(document),
        changed_at: new Date().toISOString(),
      })
    return next
  }

  /** @throws Problem 404, 412 */
  async remove(db: Knex, id: string, version: number): Promise<Entry<T>> {
    const entry = await this.get(db, id)
    nextVersion(entry, version)
    await db<Row>(this.table).where({ id }).delete()
    await db('last_versions')
      .insert({ kind: this.table, id, version: entry.version })
      .onConflict(['kind', 'id'])
      .merge()
    return entry
  }

  private toListed(row: Row): Entry<S> {
    // A document is checked when it is written: a list of hundreds is not checked again.
    const entry = this.summary
      ? { version: row.version, document: this.summary(JSON.parse(row.document) as T) }
      : this.toEntry(row)
    return entry as Entry<S>
  }

  toEntry(row: Row): Entry<T> {
    return { version: row.version, document: this.schema.parse(JSON.parse(row.document)) }
  }
}
