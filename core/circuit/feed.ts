import type { Circuit } from '../fittings'

/**
 * The lines that air goes through from a compressor to the nearest manifold, the fewest of them, whatever is set into them.
 * @returns ids of lines in their order; null where there is no compressor, no manifold, or no way between
 */
export function feedLines({ nodes, tubes }: Circuit): string[] | null {
  const begins = nodes.filter((n) => n.kind === 'compressor').map((n) => n.id)
  const ends = new Set(nodes.filter((n) => n.kind === 'manifold').map((n) => n.id))
  const came = new Map<string, { from: string; tube: string } | null>(begins.map((id) => [id, null]))
  const queue = [...begins]
  for (let here = queue.shift(); here !== undefined; here = queue.shift()) {
    if (ends.has(here)) {
      const way: string[] = []
      for (let step = came.get(here); step; step = came.get(step.from)) way.unshift(step.tube)
      return way
    }
    for (const { id, from, to } of tubes) {
      const next = from.node === here ? to.node : to.node === here ? from.node : null
      if (next === null || came.has(next)) continue
      came.set(next, { from: here, tube: id })
      queue.push(next)
    }
  }
  return null
}
