import type { Knex } from 'knex'
import { list, parsed, putRecord, type RecordRow, type Tree } from './kept-aside'

/** What a version before some step does not know, in every kind of row there is. */
export interface Forms<Table extends string> {
  /** Table in which rows are kept as they were. */
  kept: string
  /** By what a row of each table is found again, as SQL. */
  keys: Record<Table, string>
  /** A record's body in the form from before; null where there was none of its kind. It may be changed in place. */
  bodyBefore: (body: Tree) => Tree | null
  /** A document in the form from before, in place. */
  before: (table: Table, document: Tree) => void
  /** Puts back into a document, in place, what one of before the way down had. */
  putBack: (table: Table, document: Tree, was: Tree) => void
}
interface Kept {
  source: string
  key: string
  text: string
}

/** To the form from before: each row that changes is kept as it was in a table of its own. */
export async function withoutNew<Table extends string>(db: Knex, forms: Forms<Table>): Promise<void> {
  const { kept, keys } = forms
  await db.raw(`CREATE TABLE ${kept} (source TEXT NOT NULL, key TEXT NOT NULL, text TEXT NOT NULL)`)
  const keep = (source: string, key: string, text: string) => db<Kept>(kept).insert({ source, key, text })
  for (const row of await db<RecordRow>('records')) {
    const body = parsed(row.body)
    if (!body) continue
    const was = JSON.stringify(body)
    const before = forms.bodyBefore(body)
    if (before === null) {
      await keep('record', row.id, JSON.stringify(row))
      await db('records').where({ id: row.id }).delete()
    } else if (JSON.stringify(before) !== was) {
      await keep('field', row.id, was)
      await db('records')
        .where({ id: row.id })
        .update({ body: JSON.stringify(before) })
    }
  }
  for (const table of Object.keys(keys) as Table[])
    for (const { key, text } of await db.raw<{ key: string; text: string }[]>(
      `SELECT ${keys[table]} AS key, document AS text FROM ${table}`,
    )) {
      const document = parsed(text)
      if (!document) continue
      await keep(table, key, text)
      forms.before(table, document)
      await db.raw(`UPDATE ${table} SET document = ? WHERE ${keys[table]} = ?`, [JSON.stringify(document), key])
    }
}

/** Puts back what `withoutNew` kept, into whatever stands there now. */
export async function withNew<Table extends string>(db: Knex, forms: Forms<Table>): Promise<void> {
  const { kept, keys } = forms
  if (!(await db.schema.hasTable(kept))) return
  for (const { source, key, text } of await db<Kept>(kept)) {
    const was = JSON.parse(text) as Tree
    if (source === 'record') {
      await putRecord(db, was as RecordRow)
      continue
    }
    if (source === 'field') {
      const record = await db<RecordRow>('records').where({ id: key }).first()
      if (record)
        await db('records')
          .where({ id: key })
          .update({ body: JSON.stringify({ ...parsed(record.body), ...was }) })
      continue
    }
    const table = source as Table
    const [row] = await db.raw<{ text: string }[]>(`SELECT document AS text FROM ${table} WHERE ${keys[table]} = ?`, [
      key,
    ])
    const document = row && parsed(row.text)
    if (!document) continue
    forms.putBack(table, document, was)
    await db.raw(`UPDATE ${table} SET document = ? WHERE ${keys[table]} = ?`, [JSON.stringify(document), key])
  }
  await db.schema.dropTable(kept)
}

export const tree = (value: unknown): Tree => (value ?? {}) as Tree
export const without = (from: Tree, keys: readonly string[]): void => {
  for (const key of keys) delete from[key]
}

/** Two parts of two lists that are the same thing. */
const nameOf = (part: Tree): string => JSON.stringify([part.id ?? part.name ?? part.part, part.work])
/** Fills in what a tree had and has no more; what was changed or taken out since stays so. */
export function fill(now: Tree, was: Tree): void {
  for (const [key, value] of Object.entries(was)) {
    const own = now[key]
    if (own === undefined) now[key] = value
    else if (Array.isArray(own) && Array.isArray(value)) {
      for (const part of list(own).filter((p) => typeof p === 'object'))
        for (const before of list(value)) if (nameOf(before) === nameOf(part)) fill(part, before)
    } else if (typeof own === 'object' && own !== null && !Array.isArray(own)) fill(own as Tree, tree(value))
    else if (key === 'fate' && own === 'cut' && value === 'shortened') now[key] = value
  }
}

/** The kits of two forms of a job that are the same, each with what it was. */
export const kitsOfBoth = (now: Tree, was: Tree): [own: Tree, before: Tree][] =>
  list(now.kits).flatMap((own): [Tree, Tree][] => {
    const before = list(was.kits).find(
      (o) => tree(o.kit).id === tree(own.kit).id && (o.work ?? 'fit') === (own.work ?? 'fit'),
    )
    return before ? [[own, before]] : []
  })
