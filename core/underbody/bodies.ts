import { box, capsule, hoseBody, hullOf, type Anchor, type Body, type Vector } from '../clearance'
import { INCH, type Meters } from '../quantity'
import type { PartShape, UndersidePart } from '../vehicle'

/** How far a flat face is taken to reach, and how thick what lies beyond it. */
const FAR: Meters = 3

/** A heat shield stands off its pipe by so much. Common practice, no published source. */
const SHIELD_STANDS_OFF: Meters = INCH / 2

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
 * @returns one for a box, one for each piece of a run, a pipe with its heat shield around it; a hose or cable with a free length is all that it can reach as it bows
 */
export function bodiesOf({ kind, shape, freeLength, shielded }: UndersidePart, steering = 0): Body[] {
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
      const { points } = shape
      const radius = shape.radius + (kind === 'exhaust' && shielded ? SHIELD_STANDS_OFF : 0)
      const [from, to] = [points[0]!, points.at(-1)!]
      if (freeLength !== null && points.length === 2 && from.on !== to.on)
        return [hoseBody(from, to, freeLength, radius)]
      return points.slice(1).map((point, i) => capsule(points[i]!, point, radius))
    }
  }
}

/** A part's shape, moved by so much. */
export function shiftedShape(shape: PartShape, by: Vector): PartShape {
  const to = (point: readonly [number, number, number]): [number, number, number] => [
    point[0] + by[0],
    point[1] + by[1],
    point[2] + by[2],
  ]
  if (shape.kind === 'run') return { ...shape, points: shape.points.map((p) => ({ ...p, at: to(p.at) })) }
  if (shape.kind === 'box') return { ...shape, low: to(shape.low), high: to(shape.high) }
  return { ...shape, at: shape.at + by[['x', 'y', 'z'].indexOf(shape.axis)]! }
}

/** Where a shape is, in all three directions; a flat face where it is looked at, about the axle's middle. */
function extentOf(shape: PartShape): { low: [number, number, number]; high: [number, number, number] } {
  if (shape.kind === 'box') return { low: shape.low, high: shape.high }
  if (shape.kind === 'plane') {
    const place: [number, number, number] = [0, 0, 0.5]
    place[['x', 'y', 'z'].indexOf(shape.axis)] = shape.at
    return { low: place, high: place }
  }
  const by = (pick: (...all: number[]) => number) =>
    [0, 1, 2].map((k) => pick(...shape.points.map((p) => p.at[k]!))) as [number, number, number]
  return { low: by(Math.min), high: by(Math.max) }
}

/** How thick, or how long, a part is that has just been given another shape. */
const NEW_SIZE: Meters = 2 * INCH

/** The same place as another kind of shape: a start for whoever describes it. */
export function reshaped(shape: PartShape, kind: PartShape['kind']): PartShape {
  if (shape.kind === kind) return shape
  const { low, high } = extentOf(shape)
  const carrier = shape.kind === 'run' ? shape.points[0]!.on : shape.on
  const grown = (point: readonly number[], by: number) => point.map((v) => v + by) as [number, number, number]
  switch (kind) {
    case 'box':
      return { kind, on: carrier, low: grown(low, -NEW_SIZE / 2), high: grown(high, NEW_SIZE / 2) }
    case 'plane':
      return { kind, on: carrier, axis: 'z', at: (low[2] + high[2]) / 2, beyond: 'high' }
    case 'run': {
      const [y, z] = [(low[1] + high[1]) / 2, (low[2] + high[2]) / 2]
      const reach = Math.max((high[0] - low[0]) / 2, NEW_SIZE)
      const x = (low[0] + high[0]) / 2
      return {
        kind,
        radius: NEW_SIZE / 2,
        points: [
          { on: carrier, at: [x + reach, y, z] },
          { on: carrier, at: [x - reach, y, z] },
        ],
      }
    }
  }
}
