import { polygonHull } from 'd3-polygon'
import { carried, type Motion, type Pose, type Vector } from '@stout-shackle/core/clearance'
import type { PartShape } from '@stout-shackle/core/vehicle'

/** From behind looking forward, from outside a side, and from above with the front up. */
export type View = 'rear' | 'left' | 'right' | 'top'

export interface Point {
  x: number
  y: number
}
/** Where a drawing lies: pixels for a meter, and the pixel of the origin. */
export interface Frame {
  scale: number
  x: number
  y: number
}

/** Across and up on the paper, in meters: what is left stays left from behind and from above. */
function flat(view: View, [x, y, z]: Vector): Point {
  switch (view) {
    case 'rear':
      return { x: -y, y: -z }
    case 'left':
      return { x: -x, y: -z }
    case 'right':
      return { x, y: -z }
    case 'top':
      return { x: -y, y: -x }
  }
}

/** A point in pixels. */
export function project(view: View, frame: Frame, point: Vector): Point {
  const { x, y } = flat(view, point)
  return { x: frame.x + frame.scale * x, y: frame.y + frame.scale * y }
}

/** A way on the paper, in meters, back in the vehicle's directions. */
export function unproject(view: View, { scale }: Frame, dx: number, dy: number): Vector {
  const [across, down] = [dx / scale, dy / scale]
  switch (view) {
    case 'rear':
      return [0, -across, -down]
    case 'left':
      return [-across, 0, -down]
    case 'right':
      return [across, 0, -down]
    case 'top':
      return [-down, -across, 0]
  }
}

/** Where a point is in a pose, by what carries it. */
const placed = (motion: Motion, carrier: 'axle' | 'frame', point: Vector, pose: Pose): Vector =>
  carrier === 'axle' ? carried(motion, point, pose) : point

/** Outline of a box in a pose, or of a flat face as far as the drawing goes. */
export function boxOutline(
  view: View,
  frame: Frame,
  {
    motion,
    pose,
    carrier,
    low,
    high,
  }: { motion: Motion; pose: Pose; carrier: 'axle' | 'frame'; low: Vector; high: Vector },
): Point[] {
  const corners = [low, high].flatMap((a) =>
    [low, high].flatMap((b) => [low, high].map((c): Vector => [a[0], b[1], c[2]])),
  )
  const points = corners.map((c): [number, number] => {
    const { x, y } = project(view, frame, placed(motion, carrier, c, pose))
    return [x, y]
  })
  return (polygonHull(points) ?? points).map(([x, y]) => ({ x, y }))
}

export const path = (points: readonly Point[]): string =>
  `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`

/** Points of a run in a pose; a hose with slack hangs in a bow as long as it is. */
export function runPoints(
  view: View,
  frame: Frame,
  {
    motion,
    pose,
    shape,
    freeLength,
  }: { motion: Motion; pose: Pose; shape: Extract<PartShape, { kind: 'run' }>; freeLength: number | null },
): Point[] {
  const points = shape.points.map(({ on: carrier, at: p }) => placed(motion, carrier, p, pose))
  const [a, b] = [points[0]!, points.at(-1)!]
  const span = Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])
  if (freeLength === null || points.length !== 2 || freeLength <= span)
    return points.map((p) => project(view, frame, p))
  // A flat parabola: its length is the span and 8/3 of the bow's square over it.
  const bow = Math.sqrt((3 / 8) * span * (freeLength - span))
  return Array.from({ length: 13 }, (_, i) => {
    const t = i / 12
    const sag = 4 * bow * t * (1 - t)
    return project(view, frame, [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2]) - sag])
  })
}

/** Outline of a bag between its plates: bulged where it is widest. */
export function bagOutline(
  view: View,
  frame: Frame,
  {
    lower,
    upper,
    roll,
    radius,
    plate,
    waists,
  }: { lower: Vector; upper: Vector; roll: number; radius: number; plate: number; waists: number },
): string {
  if (view === 'top') {
    const c = project(view, frame, lower)
    const r = frame.scale * radius
    return `M${c.x - r} ${c.y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`
  }
  const axis = (z: number, out: number): Vector => {
    const [cx, cy, cz] = [0, 1, 2].map((i) => lower[i]! + z * (upper[i]! - lower[i]!)) as [number, number, number]
    // From behind the lower plate leans with the axle, the upper one stays level.
    const lean = (1 - z) * roll
    return view === 'rear' ? [cx, cy + out * Math.cos(lean), cz + out * Math.sin(lean)] : [cx + out, cy, cz]
  }
  const p = (z: number, out: number) => {
    const { x, y } = project(view, frame, axis(z, out))
    return `${x.toFixed(1)} ${y.toFixed(1)}`
  }
  const up = (s: 1 | -1, from: number, to: number) => {
    const steps = Array.from({ length: waists }, (_, i) => i)
    return (s > 0 ? steps : steps)
      .map((i) => {
        const a = from + ((to - from) * i) / waists
        const b = from + ((to - from) * (i + 1)) / waists
        // A curve reaches three quarters of the way to its two control points.
        const out = s * (plate + ((radius - plate) * 4) / 3)
        return `C${p(a + (b - a) * 0.2, out)} ${p(a + (b - a) * 0.8, out)} ${p(b, s * plate)}`
      })
      .join('')
  }
  return `M${p(0, plate)}${up(1, 0, 1)}L${p(1, -plate)}${up(-1, 1, 0)}Z`
}
