import type { Vehicle } from '@stout-shackle/core/vehicle'

/** A point of the body: m ahead of the rear axle, m above the floor, vehicle empty. */
export type Point = readonly [number, number]

export interface BodyOutline {
  shell: Point[]
  /** An open bed, drawn in front of its load. */
  bed: Point[] | null
  windows: Point[][]
  lamp: Point
  /** Where loads stand, by height. */
  floor: number
  roof: number
}

/** Outline of a body kind, to the vehicle's own wheelbase and overhangs. */
// eslint-disable-next-line max-lines-per-function -- outlines of the bodies, each a list of its points
export function bodyOutline({ body, wheelbase: w, frontOverhang, rearOverhang }: Vehicle): BodyOutline {
  const nose = w + frontOverhang
  const tail = -rearOverhang
  switch (body) {
    case 'pickup': {
      const back = w - 2.3
      return {
        shell: [
          [nose, 0.5],
          [nose, 0.98],
          [nose - 0.12, 1.1],
          [w - 0.25, 1.2],
          [w - 0.92, 1.8],
          [w - 1.15, 1.88],
          [back + 0.2, 1.86],
          [back, 1.22],
          [back, 0.55],
        ],
        bed: [
          [back - 0.07, 1.22],
          [tail, 1.22],
          [tail, 0.62],
          [back - 0.07, 0.62],
        ],
        windows: [
          [
            [w - 0.5, 1.24],
            [w - 1, 1.74],
            [w - 1.3, 1.77],
            [w - 1.3, 1.24],
          ],
          [
            [w - 1.4, 1.24],
            [w - 1.4, 1.77],
            [back + 0.28, 1.76],
            [back + 0.14, 1.24],
          ],
        ],
        lamp: [nose, 0.88],
        floor: 0.82,
        roof: 1.9,
      }
    }
    case 'suv':
      return {
        shell: [
          [nose, 0.48],
          [nose, 0.94],
          [nose - 0.1, 1.05],
          [w - 0.22, 1.16],
          [w - 0.82, 1.72],
          [w - 1.1, 1.8],
          [tail + 0.4, 1.77],
          [tail + 0.06, 1.2],
          [tail, 1.1],
          [tail, 0.5],
        ],
        bed: null,
        windows: [
          [
            [w - 0.45, 1.2],
            [w - 0.92, 1.66],
            [w - 1.3, 1.69],
            [w - 1.3, 1.2],
          ],
          [
            [w - 1.4, 1.2],
            [w - 1.4, 1.69],
            [0.55, 1.68],
            [0.35, 1.2],
          ],
          [
            [0.25, 1.2],
            [0.45, 1.67],
            [tail + 0.48, 1.66],
            [tail + 0.24, 1.2],
          ],
        ],
        lamp: [nose, 0.84],
        floor: 0.7,
        roof: 1.82,
      }
    case 'van':
      return {
        shell: [
          [nose, 0.42],
          [nose, 1],
          [nose - 0.12, 1.14],
          [nose - 0.72, 1.32],
          [w - 0.4, 2.1],
          [w - 0.8, 2.5],
          [w - 1.1, 2.58],
          [tail + 0.08, 2.58],
          [tail, 2.48],
          [tail, 0.45],
        ],
        bed: null,
        windows: [
          [
            [w - 0.02, 1.4],
            [w - 0.5, 1.98],
            [w - 1, 2.02],
            [w - 1, 1.4],
          ],
        ],
        lamp: [nose, 0.95],
        floor: 0.66,
        roof: 2.6,
      }
    case 'motorhome':
      return {
        shell: [
          [nose, 0.48],
          [nose, 1.05],
          [nose - 0.1, 1.18],
          [nose - 0.72, 1.38],
          [w - 0.05, 2],
          [nose - 0.45, 2.08],
          [nose - 0.5, 2.35],
          [nose - 0.4, 2.95],
          [nose - 0.65, 3.12],
          [tail + 0.1, 3.12],
          [tail, 3],
          [tail, 0.62],
        ],
        bed: null,
        windows: [
          [
            [w + 0.22, 1.5],
            [w - 0.12, 1.92],
            [w - 0.6, 1.92],
            [w - 0.6, 1.5],
          ],
          [
            [w - 1.5, 1.7],
            [w - 1.5, 2.4],
            [w - 2.7, 2.4],
            [w - 2.7, 1.7],
          ],
          [
            [0.4, 1.7],
            [0.4, 2.4],
            [-0.9, 2.4],
            [-0.9, 1.7],
          ],
        ],
        lamp: [nose, 0.95],
        floor: 0.95,
        roof: 3.14,
      }
  }
}

/** Path through screen points with rounded corners. */
export function roundedPath(points: readonly Point[], radius: number): string {
  const toward = ([x1, y1]: Point, [x2, y2]: Point): Point => {
    const length = Math.hypot(x2 - x1, y2 - y1) || 1
    const t = Math.min(radius, length / 2) / length
    return [x1 + (x2 - x1) * t, y1 + (y2 - y1) * t]
  }
  const point = (p: Point) => `${p[0].toFixed(1)} ${p[1].toFixed(1)}`
  const corners = points.map((corner, i) => {
    const before = points[(i + points.length - 1) % points.length]!
    const after = points[(i + 1) % points.length]!
    return `${i === 0 ? 'M' : 'L'}${point(toward(corner, before))}Q${point(corner)} ${point(toward(corner, after))}`
  })
  return `${corners.join('')}Z`
}
