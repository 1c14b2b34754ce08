type Plain = Record<string, unknown>
const isPlain = (value: unknown): value is Plain => typeof value === 'object' && value !== null && !Array.isArray(value)
const same = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b)
const hasIds = (value: unknown): value is { id: string }[] =>
  Array.isArray(value) && value.every((v) => isPlain(v) && typeof v.id === 'string')

export interface Merged<T> {
  value: T
  /** Paths both sides changed differently; theirs was kept. */
  conflicts: string[]
}

/**
 * Three-way merge: my changes since `base` on top of theirs. Lists whose entries have ids are merged entry by entry.
 */
export function mergeThree<T>(base: T, mine: T, theirs: T): Merged<T> {
  const conflicts: string[] = []
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
    conflicts.push(path)
    return t
  }
  return { value: merge(base, mine, theirs, '') as T, conflicts }
}
