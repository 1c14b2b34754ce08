import type { Knex } from 'knex'
import { list, parsed, putRecord, type RecordRow, type Tree } from './kept-aside'

/** What a version before the work model does not know: the row as it was, kept beside what is left of it. */
interface Kept {
  source: 'record' | 'field' | Table
  key: string
  text: string
}
const TABLE = 'kept_of_work'
/** By what a row of each table is found again. */
const KEYS = { jobs: 'id', job_versions: "job_id || ' ' || version", kits: 'id' } as const
type Table = keyof typeof KEYS

/** Kinds of records that there were none of. */
const NEW_KINDS = new Set(['planned', 'finding', 'step-begun', 'paused', 'clear', 'photo'])
/** Answers that nobody asked for. */
const NEW_FACTS = ['mountTouches', 'harnessRun']
const OF_OPERATION = ['opens', 'closes', 'fits', 'raise', 'easier', 'asks', 'checks', 'same', 'method']
const tree = (value: unknown): Tree => (value ?? {}) as Tree
const without = (from: Tree, keys: readonly string[]): void => {
  for (const key of keys) delete from[key]
}
const asksNew = (conditions: unknown): boolean => list(conditions).some((c) => NEW_FACTS.includes(String(c.survey)))

function kitBefore(kit: Tree): void {
  without(kit, ['methods'])
  for (const f of list(kit.fasteners)) delete f.after
  for (const p of list(kit.parts)) delete p.when
  if (!Array.isArray(kit.operations)) return
  kit.operations = list(kit.operations).filter((o) => !asksNew(o.when))
  const ids = new Set(list(kit.operations).map((o) => o.id))
  for (const o of list(kit.operations)) {
    without(o, OF_OPERATION)
    if (Array.isArray(o.after)) o.after = o.after.filter((id) => ids.has(id))
    for (const h of list(o.hardware)) delete h.when
    for (const f of list(o.fates)) {
      delete f.note
      if (f.fate === 'shortened') f.fate = 'cut'
    }
  }
}
function jobBefore(job: Tree): void {
  for (const own of list(job.kits)) {
    delete own.method
    kitBefore(tree(own.kit))
  }
  without(tree(job.choices), ['lift', 'crew'])
  for (const end of ['front', 'rear']) without(tree(tree(job.survey)[end]), NEW_FACTS)
}

/** Two parts of two lists that are the same thing. */
const nameOf = (part: Tree): string => JSON.stringify([part.id ?? part.name ?? part.part, part.work])
/** Fills in what a tree had and has no more; what was changed or taken out since stays so. */
function fill(now: Tree, was: Tree): void {
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
/** Operations that were left out for a condition nobody knew come back to their places. */
function putOperations(kit: Tree, was: Tree): void {
  if (!Array.isArray(kit.operations)) return
  const before = list(was.operations)
  for (const [i, operation] of before.entries()) {
    if (!asksNew(operation.when)) continue
    const at = list(kit.operations).findIndex((o) => o.id === before[i - 1]?.id)
    ;(kit.operations as Tree[]).splice(at + 1, 0, operation)
  }
  for (const o of list(kit.operations)) {
    const own = before.find((b) => b.id === o.id)
    if (own) o.after = [...new Set([...((own.after as string[]) ?? []), ...((o.after as string[]) ?? [])])]
  }
}
function putKit(kit: Tree, was: Tree): void {
  putOperations(kit, was)
  fill(kit, was)
}

/** To the form from before the work model: each row as it was is kept in a table of its own. */
export async function withoutWork(db: Knex): Promise<void> {
  await db.raw(`CREATE TABLE ${TABLE} (source TEXT NOT NULL, key TEXT NOT NULL, text TEXT NOT NULL)`)
  const keep = (source: Kept['source'], key: string, text: string) => db<Kept>(TABLE).insert({ source, key, text })
  for (const row of await db<RecordRow>('records')) {
    const body = parsed(row.body)
    if (body?.kind === 'torque' && 'reason' in body) {
      await keep('field', row.id, JSON.stringify({ reason: body.reason }))
      delete body.reason
      await db('records')
        .where({ id: row.id })
        .update({ body: JSON.stringify(body) })
    }
    if (body && 'drawn' in body) {
      await keep('field', row.id, JSON.stringify({ drawn: body.drawn }))
      delete body.drawn
      await db('records')
        .where({ id: row.id })
        .update({ body: JSON.stringify(body) })
    }
    // A pull of an earlier pass would be taken for a final one.
    if (!NEW_KINDS.has(String(body?.kind)) && body?.pass === undefined) continue
    await keep('record', row.id, JSON.stringify(row))
    await db('records').where({ id: row.id }).delete()
  }
  for (const table of Object.keys(KEYS) as Table[])
    for (const { key, text } of await db.raw<{ key: string; text: string }[]>(
      `SELECT ${KEYS[table]} AS key, document AS text FROM ${table}`,
    )) {
      const document = parsed(text)
      if (!document) continue
      await keep(table, key, text)
      if (table === 'kits') kitBefore(document)
      else jobBefore(document)
      await db.raw(`UPDATE ${table} SET document = ? WHERE ${KEYS[table]} = ?`, [JSON.stringify(document), key])
    }
}

/** Puts back what `withoutWork` kept, into whatever stands there now. */
export async function withWork(db: Knex): Promise<void> {
  if (!(await db.schema.hasTable(TABLE))) return
  for (const { source, key, text } of await db<Kept>(TABLE)) {
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
    const [row] = await db.raw<{ text: string }[]>(`SELECT document AS text FROM ${source} WHERE ${KEYS[source]} = ?`, [
      key,
    ])
    const document = row && parsed(row.text)
    if (!document) continue
    if (source === 'kits') putKit(document, was)
    else {
      for (const own of list(document.kits)) {
        const before = list(was.kits).find(
          (o) => tree(o.kit).id === tree(own.kit).id && (o.work ?? 'fit') === (own.work ?? 'fit'),
        )
        if (!before) continue
        putKit(tree(own.kit), tree(before.kit))
        if (own.method === undefined && before.method !== undefined) own.method = before.method
      }
      fill(tree(document.choices), tree(was.choices))
      for (const end of ['front', 'rear'])
        if (tree(document.survey)[end]) fill(tree(tree(document.survey)[end]), tree(tree(was.survey)[end]))
    }
    await db.raw(`UPDATE ${source} SET document = ? WHERE ${KEYS[source]} = ?`, [JSON.stringify(document), key])
  }
  await db.schema.dropTable(TABLE)
}
