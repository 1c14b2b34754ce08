import type { Knex } from 'knex'
import { list, parsed, putRecord, taken, type RecordRow, type Tree } from './kept-aside'

/** What a version before the bag as mounted does not know, taken out of a row and kept beside it. */
interface Kept {
  source: 'record' | Table
  key: string
  text: string
}
const TABLE = 'kept_of_fit'
/** By what a row of each table is found again. */
const KEYS = {
  jobs: 'id',
  job_versions: "job_id || ' ' || version",
  kits: 'id',
  vehicles: 'id',
  platforms: 'id',
} as const
type Table = keyof typeof KEYS
const tree = (value: unknown): Tree => (value ?? {}) as Tree

/** What a document has that it had not, taken out of it. */
function extrasOf(table: Table, document: Tree): Tree {
  switch (table) {
    case 'kits':
      return { mounting: taken(document, 'mounting') }
    case 'vehicles':
    case 'platforms':
      return { underbody: taken(document, 'underbody') }
    default:
      return {
        underbody: taken(tree(document.vehicle), 'underbody'),
        kits: list(document.kits).map((own) => ({
          id: tree(own.kit).id,
          work: own.work,
          mount: taken(own, 'mount'),
          mounting: taken(tree(own.kit), 'mounting'),
        })),
      }
  }
}
/** Puts back what was taken out, where nothing else stands there now. */
function put(to: Tree, key: string, value: unknown) {
  if (value !== undefined && to[key] === undefined) to[key] = value
}
function putBack(table: Table, document: Tree, extras: Tree): void {
  if (table === 'kits') return put(document, 'mounting', extras.mounting)
  if (table === 'vehicles' || table === 'platforms') return put(document, 'underbody', extras.underbody)
  if (document.vehicle) put(tree(document.vehicle), 'underbody', extras.underbody)
  for (const own of list(document.kits)) {
    // A form from before kits could stay on or come off says nothing of it: all of them were being fitted.
    const extra = list(extras.kits).find((e) => e.id === tree(own.kit).id && (e.work ?? 'fit') === (own.work ?? 'fit'))
    put(own, 'mount', extra?.mount)
    put(tree(own.kit), 'mounting', extra?.mounting)
  }
}

/** To the form from before the bag as mounted: what that form does not know is kept in a table of its own. */
export async function withoutFit(db: Knex): Promise<void> {
  await db.raw(`CREATE TABLE ${TABLE} (source TEXT NOT NULL, key TEXT NOT NULL, text TEXT NOT NULL)`)
  const keep = (source: Kept['source'], key: string, value: unknown) =>
    db<Kept>(TABLE).insert({ source, key, text: JSON.stringify(value) })
  for (const row of await db<RecordRow>('records')) {
    if (parsed(row.body)?.kind !== 'room-gap') continue
    await keep('record', row.id, row)
    await db('records').where({ id: row.id }).delete()
  }
  for (const table of Object.keys(KEYS) as Table[])
    for (const { key, text } of await db.raw<{ key: string; text: string }[]>(
      `SELECT ${KEYS[table]} AS key, document AS text FROM ${table}`,
    )) {
      const document = parsed(text)
      if (!document) continue
      await keep(table, key, extrasOf(table, document))
      await db.raw(`UPDATE ${table} SET document = ? WHERE ${KEYS[table]} = ?`, [JSON.stringify(document), key])
    }
}

/** Puts back what `withoutFit` kept, into whatever stands there now. */
export async function withFit(db: Knex): Promise<void> {
  if (!(await db.schema.hasTable(TABLE))) return
  for (const { source, key, text } of await db<Kept>(TABLE)) {
    const value = JSON.parse(text) as Tree
    if (source === 'record') {
      await putRecord(db, value as RecordRow)
      continue
    }
    const [row] = await db.raw<{ text: string }[]>(`SELECT document AS text FROM ${source} WHERE ${KEYS[source]} = ?`, [
      key,
    ])
    const document = row && parsed(row.text)
    if (!document) continue
    putBack(source, document, value)
    await db.raw(`UPDATE ${source} SET document = ? WHERE ${KEYS[source]} = ?`, [JSON.stringify(document), key])
  }
  await db.schema.dropTable(TABLE)
}
