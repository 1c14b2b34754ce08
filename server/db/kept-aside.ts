import type { Knex } from 'knex'

/** A document, or a part of one. */
export type Tree = Record<string, unknown>

export const list = (value: unknown): Tree[] => (Array.isArray(value) ? (value as Tree[]) : [])
/** A document, or null where nobody can read it. */
export function parsed(text: string): Tree | null {
  try {
    const value: unknown = JSON.parse(text)
    return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Tree) : null
  } catch {
    // A document that nobody can read is left as it is: it is shown as damaged, and hides no other.
    return null
  }
}

/** Takes a field out of a tree. @returns what stood there; undefined for nothing */
export function taken(tree: Tree, key: string): unknown {
  const value = tree[key]
  delete tree[key]
  return value
}

export interface RecordRow extends Tree {
  id: string
  job_id: string
  sequence: number
  body: string
}

/** Puts a record back that an earlier version did not know. */
export async function putRecord(db: Knex, row: RecordRow): Promise<void> {
  if (!(await db('jobs').where({ id: row.job_id }).first())) return
  const [top] = await db<RecordRow>('records')
    .where({ job_id: row.job_id })
    .max<{ top: number | null }[]>('sequence as top')
  const taken = await db<RecordRow>('records').where({ job_id: row.job_id, sequence: row.sequence }).first()
  // Something was recorded in its place meanwhile: its time says when it was done, its number only that it is there.
  await db('records').insert({ ...row, sequence: taken ? (top?.top ?? 0) + 1 : row.sequence })
}
