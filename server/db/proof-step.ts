import type { Knex } from 'knex'
import { list, parsed, putRecord, taken, type RecordRow, type Tree } from './kept-aside'

/** What a version before evidence does not know, taken out of a row and kept beside it. */
interface Kept {
  source: 'record' | 'body' | 'jobs' | 'job_versions' | 'kits'
  key: string
  text: string
}
const TABLE = 'kept_of_proof'
/** By what a row of each table is found again, whatever other steps do to it. */
const KEYS = { jobs: 'id', job_versions: "job_id || ' ' || version", kits: 'id' } as const

/** Kinds of records that there were none of. */
const NEW_KINDS = new Set(['load-on', 'connection-opened', 'part-fate', 'moved', 'bracket-moved', 'waiver', 'consent'])
/** Fields that records of earlier kinds did not have. */
const NEW_FIELDS: Record<string, readonly string[]> = {
  off: ['axle', 'side'],
  'on-again': ['axle', 'side'],
  deviation: ['answers'],
  connection: ['minutes'],
}

/** Fates of a kit's operations, by operation. */
function fatesOf(kit: Tree): Tree {
  const fates: Tree = {}
  for (const operation of list(kit.operations)) {
    const own = taken(operation, 'fates')
    if (list(own).length) fates[String(operation.id)] = own
  }
  return fates
}
function putFates(kit: Tree, fates: Tree): void {
  for (const operation of list(kit.operations)) {
    const own = fates[String(operation.id)]
    if (own) operation.fates = own
  }
}
const kitOf = (own: Tree): Tree => (own.kit ?? {}) as Tree

/** What a job has that it had not, taken out of it. */
function jobExtras(job: Tree): Tree {
  return {
    owed: taken(job, 'owed'),
    kits: list(job.kits).map((own) => ({ id: kitOf(own).id, since: taken(own, 'since'), fates: fatesOf(kitOf(own)) })),
    loadCases: list(job.loadCases).map((own) => ({ id: own.id, since: taken(own, 'since') })),
  }
}
function putJobExtras(job: Tree, extras: Tree): void {
  if (extras.owed !== undefined) job.owed = extras.owed
  for (const own of list(job.kits)) {
    const extra = list(extras.kits).find((e) => e.id === kitOf(own).id)
    if (extra?.since !== undefined) own.since = extra.since
    putFates(kitOf(own), (extra?.fates ?? {}) as Tree)
  }
  for (const own of list(job.loadCases)) {
    const extra = list(extras.loadCases).find((e) => e.id === own.id)
    if (extra?.since !== undefined) own.since = extra.since
  }
}

/** What a record has that it had not, taken out of it; a pressure nobody read was not known to be missing. */
function bodyExtras(body: Tree): Tree {
  const extras: Tree = {}
  for (const field of NEW_FIELDS[String(body.kind)] ?? []) {
    const value = taken(body, field)
    if (value !== undefined) extras[field] = value
  }
  if (body.kind === 'height' && body.bagPressure === null) {
    extras.bagPressure = null
    body.bagPressure = 0
  }
  return extras
}

/**
 * To the form from before evidence: what that form does not know is kept in a table of its own, so that the way back up loses
 * nothing.
 */
export async function withoutProof(db: Knex): Promise<void> {
  await db.raw(`CREATE TABLE ${TABLE} (source TEXT NOT NULL, key TEXT NOT NULL, text TEXT NOT NULL)`)
  const keep = (source: Kept['source'], key: string, value: unknown) =>
    db<Kept>(TABLE).insert({ source, key, text: JSON.stringify(value) })
  for (const row of await db<RecordRow>('records')) {
    const body = parsed(row.body)
    if (!body) continue
    if (NEW_KINDS.has(String(body.kind))) {
      await keep('record', row.id, row)
      await db('records').where({ id: row.id }).delete()
      continue
    }
    const extras = bodyExtras(body)
    if (!Object.keys(extras).length) continue
    await keep('body', row.id, extras)
    await db('records')
      .where({ id: row.id })
      .update({ body: JSON.stringify(body) })
  }
  for (const table of ['jobs', 'job_versions', 'kits'] as const)
    for (const { key, text } of await db.raw<{ key: string; text: string }[]>(
      `SELECT ${KEYS[table]} AS key, document AS text FROM ${table}`,
    )) {
      const document = parsed(text)
      if (!document) continue
      await keep(table, key, table === 'kits' ? fatesOf(document) : jobExtras(document))
      await db.raw(`UPDATE ${table} SET document = ? WHERE ${KEYS[table]} = ?`, [JSON.stringify(document), key])
    }
}

/** Puts back what `withoutProof` kept, into whatever stands there now. */
export async function withProof(db: Knex): Promise<void> {
  if (!(await db.schema.hasTable(TABLE))) return
  for (const { source, key, text } of await db<Kept>(TABLE)) {
    const value = JSON.parse(text) as Tree
    if (source === 'record') await putRecord(db, value as RecordRow)
    else if (source === 'body') {
      const row = await db<RecordRow>('records').where({ id: key }).first()
      if (row)
        await db('records')
          .where({ id: key })
          .update({ body: JSON.stringify({ ...parsed(row.body), ...value }) })
    } else await putDocument(db, source, key, value)
  }
  await db.schema.dropTable(TABLE)
}
async function putDocument(
  db: Knex,
  table: 'jobs' | 'job_versions' | 'kits',
  key: string,
  extras: Tree,
): Promise<void> {
  const [row] = await db.raw<{ text: string }[]>(`SELECT document AS text FROM ${table} WHERE ${KEYS[table]} = ?`, [
    key,
  ])
  const document = row && parsed(row.text)
  if (!document) return
  if (table === 'kits') putFates(document, extras)
  else putJobExtras(document, extras)
  await db.raw(`UPDATE ${table} SET document = ? WHERE ${KEYS[table]} = ?`, [JSON.stringify(document), key])
}
