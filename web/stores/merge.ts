import type { Conflict } from '../offline-store'

type Plain = Record<string, unknown>
const isPlain = (value: unknown): value is Plain => typeof value === 'object' && value !== null && !Array.isArray(value)
const same = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b)
const hasIds = (value: unknown): value is { id: string }[] =>
  Array.isArray(value) && value.every((v) => isPlain(v) && typeof v.id === 'string')

export interface Merged<T> {
  value: T
  /** What both sides changed differently: theirs stands, mine is kept here. */
  conflicts: Conflict[]
}

/**
 * Three-way merge: my changes since `base` on top of theirs. Lists whose entries have ids are merged entry by entry.
 */
export function mergeThree<T>(base: T, mine: T, theirs: T): Merged<T> {
  const conflicts: Conflict[] = []
  const merge = (b: unknown, m: unknown, t: unknown, path: string): unknown => {
    if (same(m, b) || same(m, t)) return t
    if (same(t, b)) return m
    if (isPlain(b) && isPlain(m) && isPlain(t)) {
      const keys = [...new Set([...Object.keys(t), ...Object.keys(m)])]
      return Object.fromEntries(keys.map((k) => [k, merge(b[k], m[k], t[k], path ? `${path}.${k}` : k)]))
    }
    if (hasIds(b) && hasIds(m) && hasIds(t)) {
      const find = (list: { id: string }[], id: string) => list.find((x) => x.id === id)
      const ids = [...new Set([...t, ...m].map((x) => x.id))]
      return ids
        .map((id) => merge(find(b, id), find(m, id), find(t, id), `${path}.${id}`))
        .filter((x) => x !== undefined)
    }
    conflicts.push({ path, mine: m, theirs: t })
    return t
  }
  return { value: merge(base, mine, theirs, '') as T, conflicts }
}

/**
 * A copy of a document with another value at a path as `mergeThree` gives them; entries of lists go by their id.
 * @param value undefined takes an entry of a list away
 */
export function putAt<T>(document: T, path: string, value: unknown): T {
  const [head, ...rest] = path.split('.')
  const deeper = (inner: unknown) => (rest.length ? putAt(inner, rest.join('.'), value) : value)
  if (hasIds(document)) {
    const there = document.some((x) => x.id === head)
    const next = document.map((x) => (x.id === head ? deeper(x) : x))
    return (there ? next : [...next, deeper(undefined)]).filter((x) => x !== undefined) as T
  }
  return { ...(document as Plain), [head!]: deeper((document as Plain)[head!]) } as T
}
