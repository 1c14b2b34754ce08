import type { Rubber } from '../../kit'
import type { StagedSpring } from '../../spring'

/**
 * A spring with a rubber beside it: straight pieces of the rubber's curve, each coming in where the last one ends.
 * @param spring N/m, a side
 * @returns the two as one staged spring
 */
export function besideRubber(spring: StagedSpring, { gap, squeeze, force }: Rubber): StagedSpring {
  let rate = 0
  const pieces = squeeze.map((to, i) => {
    const from = squeeze[i - 1] ?? 0
    const next = (force[i]! - (force[i - 1] ?? 0)) / (to - from)
    const piece = { at: gap + from, adds: next - rate }
    rate = next
    return piece
  })
  return {
    first: spring.first,
    stages: [...spring.stages, ...pieces.filter((p) => p.adds > 0)].sort((a, b) => a.at - b.at),
  }
}
