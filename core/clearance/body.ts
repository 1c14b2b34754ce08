import type { Meters } from '../quantity'

/** x forward, y left, z up, m. */
export type Vector = readonly [number, number, number]

/** What a point moves with. */
export const CARRIERS = ['axle', 'frame'] as const
export type Carrier = (typeof CARRIERS)[number]

/** A point where it is while the vehicle stands empty. */
export interface Anchor {
  at: Vector
  on: Carrier
}
/** A flat disc; its normal is a unit vector. */
interface Disc {
  center: Vector
  normal: Vector
  radius: Meters
  on: Carrier
}
/** Everywhere that a hose of this length between two anchors can be: an ellipsoid with the anchors as foci. */
interface Hose {
  from: Anchor
  to: Anchor
  length: Meters
}

/** How wide a bag is at its height: straight pieces between marks, the first and last radius beyond them. */
export interface Girth {
  /** Rising. */
  heights: readonly Meters[]
  radii: readonly Meters[]
}

/** Radius of a bag between plates whose centers are this far apart. */
export function radiusAt({ heights, radii }: Girth, height: Meters): Meters {
  const last = heights.length - 1
  if (height <= heights[0]!) return radii[0]!
  if (height >= heights[last]!) return radii[last]!
  let i = 1
  while (heights[i]! < height) i++
  const share = (height - heights[i - 1]!) / (heights[i]! - heights[i - 1]!)
  return radii[i - 1]! + share * (radii[i]! - radii[i - 1]!)
}

/** Convex body: the hull of points, discs and hoses, grown by a radius. */
export interface Body {
  points: readonly Anchor[]
  discs: readonly Disc[]
  hoses: readonly Hose[]
  /** Grown by. */
  radius: Meters
  /** Of a bag: its discs follow the distance between the first two. */
  girth: Girth | null
}

const EMPTY: Body = { points: [], discs: [], hoses: [], radius: 0, girth: null }
const UP: Vector = [0, 0, 1]

/** Hull of points that need not move together, grown by a radius. */
export const hullOf = (points: readonly Anchor[], radius: Meters = 0): Body => ({ ...EMPTY, points, radius })

/** Capsule: a run of pipe, a shock, a hard line. Its ends need not move together. */
export const capsule = (from: Anchor, to: Anchor, radius: Meters): Body => hullOf([from, to], radius)

/** Box along the axes as it stands, from its low corner to its high one. */
export function box(carrier: Carrier, low: Vector, high: Vector): Body {
  const ends = [low, high]
  return hullOf(
    [0, 1, 2, 3, 4, 5, 6, 7].map((i) => ({
      on: carrier,
      at: [ends[i & 1]![0], ends[(i >> 1) & 1]![1], ends[i >> 2]![2]] as const,
    })),
  )
}

/**
 * An air spring between its plates: hull of a disc in the axle's plane and a level one on the frame.
 * @param girth radius, or how it follows the height
 * @param tilt unit normal of the lower plate as it stands
 */
export function bagBody(lower: Vector, upper: Vector, girth: Girth | Meters, tilt: Vector = UP): Body {
  const radius = typeof girth === 'number' ? girth : 0
  return {
    ...EMPTY,
    discs: [
      { center: lower, normal: tilt, radius, on: 'axle' },
      { center: upper, normal: UP, radius, on: 'frame' },
    ],
    girth: typeof girth === 'number' ? null : girth,
  }
}

/** A round plate, as thick as its two faces are apart. */
export const plateBody = (carrier: Carrier, face: Vector, back: Vector, radius: Meters): Body => ({
  ...EMPTY,
  discs: [face, back].map((center) => ({ center, normal: UP, radius, on: carrier })),
})

/** All that a hose of this length can reach between its anchors, grown by its own radius. */
export const hoseBody = (from: Anchor, to: Anchor, length: Meters, radius: Meters): Body => ({
  ...EMPTY,
  hoses: [{ from, to, length }],
  radius,
})

/** What carries a body whole; null where its parts move against each other, or it changes with the height. */
export function carrierOf({ points, discs, hoses, girth }: Body): Carrier | null {
  const all = [...points, ...discs, ...hoses.flatMap(({ from, to }) => [from, to])]
  const first = all[0]?.on ?? null
  return girth === null && all.every(({ on: carrier }) => carrier === first) ? first : null
}
