import { box, capsule, hoseBody, hullOf, type Anchor, type Body, type Vector } from '../clearance'
import type { Meters } from '../quantity'
import type { PartShape, UndersidePart } from '../vehicle'

/** How far a flat face is taken to reach, and how thick what lies beyond it. */
const FAR: Meters = 3

/** A tire that steers: straight, and at both locks. */
function steered(low: Vector, high: Vector, lock: number): Body[] {
  const [cx, cy] = [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2]
  return [-lock, 0, lock].map((angle) => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    return hullOf(
      [low, high].flatMap((a) =>
        [low, high].flatMap((b) =>
          [low, high].map((d): Anchor => {
            const [x, y] = [a[0] - cx, b[1] - cy]
            return { on: 'axle', at: [cx + c * x - s * y, cy + s * x + c * y, d[2]] }
          }),
        ),
      ),
    )
  })
}

/**
 * A part as convex bodies.
 * @param steering rad to either lock, of an axle that steers; 0 for one that does not
 * @returns one for a box, one for each piece of a run; a hose or cable with a free length is all that it can reach as it bows
 */
export function bodiesOf({ kind, shape, freeLength }: UndersidePart, steering = 0): Body[] {
  switch (shape.kind) {
    case 'box':
      return kind === 'tire' && steering > 0
        ? steered(shape.low, shape.high, steering)
        : [box(shape.on, shape.low, shape.high)]
    case 'plane': {
      const low: [number, number, number] = [-FAR, -FAR, -FAR]
      const high: [number, number, number] = [FAR, FAR, FAR]
      const axis = ['x', 'y', 'z'].indexOf(shape.axis)
      if (shape.beyond === 'high') low[axis] = shape.at
      else high[axis] = shape.at
      return [box(shape.on, low, high)]
    }
    case 'run': {
      const { points, radius } = shape
      const [from, to] = [points[0]!, points.at(-1)!]
      if (freeLength !== null && points.length === 2 && from.on !== to.on)
        return [hoseBody(from, to, freeLength, radius)]
      return points.slice(1).map((point, i) => capsule(points[i]!, point, radius))
    }
  }
}

/** A part's shape, moved by so much. */
export function shiftedShape(shape: PartShape, by: Vector): PartShape {
  const to = (at: readonly [number, number, number]): [number, number, number] => [
    at[0] + by[0],
    at[1] + by[1],
    at[2] + by[2],
  ]
  if (shape.kind === 'run') return { ...shape, points: shape.points.map((p) => ({ ...p, at: to(p.at) })) }
  if (shape.kind === 'box') return { ...shape, low: to(shape.low), high: to(shape.high) }
  return { ...shape, at: shape.at + by[['x', 'y', 'z'].indexOf(shape.axis)]! }
}
