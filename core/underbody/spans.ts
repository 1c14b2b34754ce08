import { spanThrough, type Motion, type Pose } from '../clearance'
import { isBelow, type Meters } from '../quantity'
import type { PartKind, UndersidePart } from '../vehicle'

/** Whether a hose, cable or harness is long enough. */
export interface SpanRow {
  part: string
  kind: PartKind
  side: UndersidePart['side']
  /** Longest between its anchors over the poses, with 5 % to spare. */
  needs: Meters
  has: Meters | null
  at: Pose
}

/** Slack that a line between moving anchors keeps. Common practice, no published source. */
const SPARE_LENGTH = 1.05
/** What goes from frame to axle and is no line. */
const STIFF: readonly PartKind[] = ['shock', 'link', 'coil']

/** Longest that each hose, cable and harness from frame to axle has to be. Source: `spanThrough`. */
export function spansOf(parts: readonly UndersidePart[], motion: Motion): SpanRow[] {
  return parts.flatMap(({ id, kind, side, shape, freeLength }): SpanRow[] => {
    if (shape.kind !== 'run' || shape.points.length !== 2) return []
    const [a, b] = shape.points
    if (a!.on === b!.on || STIFF.includes(kind)) return []
    const [moving, still] = a!.on === 'axle' ? [a!, b!] : [b!, a!]
    const { most, mostAt } = spanThrough(motion, moving.at, still.at)
    return [{ part: id, kind, side, needs: SPARE_LENGTH * most, has: freeLength, at: mostAt }]
  })
}

/** Ids of the lines whose free length was measured and does not span the travel. */
export const tooShort = (parts: readonly UndersidePart[], motion: Motion): string[] =>
  spansOf(
    parts.filter((p) => p.freeLength !== null),
    motion,
  )
    .filter(({ has, needs }) => isBelow(has!, needs))
    .map(({ part }) => part)
