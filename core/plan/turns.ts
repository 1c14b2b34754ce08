import type { Placed } from './names'

/** Puts one operation before another, where that closes no circle. */
export type Put = (first: Placed, then: Placed) => void

/**
 * For putting operations in turn: what would close a circle is left to the operations' own order.
 * @param all their `after` is added to, so they are the caller's own
 * @param isOne whether two operations are the same work, done once
 */
export function putting(all: readonly Placed[], isOne: (a: Placed, b: Placed) => boolean): Put {
  const byId = new Map(all.map((p) => [p.operation.id, p]))
  const twins = (p: Placed) => all.filter((q) => q === p || isOne(p, q))
  const waitsFor = (from: Placed, to: Placed, visited = new Set<Placed>()): boolean => {
    for (const p of twins(from)) {
      if (visited.has(p)) continue
      visited.add(p)
      if (p === to || isOne(p, to)) return true
      for (const a of p.operation.after) {
        const before = byId.get(a)
        if (before && waitsFor(before, to, visited)) return true
      }
    }
    return false
  }
  return (first, then) => {
    if (first !== then && !then.operation.after.includes(first.operation.id) && !waitsFor(first, then))
      then.operation.after.push(first.operation.id)
  }
}
