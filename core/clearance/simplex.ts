/* eslint-disable complexity, max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
/** Up to four points of a difference of bodies, with the point of the first body that each came from. */
export interface Simplex {
  count: number
  /** x, y, z of each. */
  readonly w: Float64Array
  readonly a: Float64Array
  /** Shares of the nearest point, by corner. */
  readonly share: Float64Array
  /** Nearest point to the origin. */
  readonly v: Float64Array
  /** Room to work in: what was found last, and the best of several. */
  readonly found: Nearest
  readonly best: Nearest
}

/** An empty simplex with its work space: made once, used for every pair. */
export const simplex = (): Simplex => ({
  count: 0,
  w: new Float64Array(12),
  a: new Float64Array(12),
  share: new Float64Array(4),
  v: new Float64Array(3),
  found: { square: 0, share: new Float64Array(4) },
  best: { square: 0, share: new Float64Array(4) },
})

/** Square of the distance found last, and the shares it was found with. */
interface Nearest {
  square: number
  readonly share: Float64Array
}

/**
 * Finds the point of a simplex nearest to the origin and drops the corners it does not need.
 * @returns whether the origin is inside; `v` is the nearest point otherwise
 * Source: closest points by Voronoi regions, Ericson, Real-Time Collision Detection, 5.1.2, 5.1.5, 5.1.6.
 */
export function reduce(s: Simplex): boolean {
  const { w, found, best } = s
  switch (s.count) {
    case 1:
      measure(found, w, 0, 0, 0, 1, 0, 0)
      keep(s, found)
      return false
    case 2:
      onSegment(found, w, 0, 1)
      keep(s, found)
      return false
    case 3:
      onTriangle(found, w, 0, 1, 2)
      keep(s, found)
      return false
    default:
  }
  best.square = Infinity
  let inside = true
  if (outside(w, 0, 1, 2, 3)) {
    inside = false
    onTriangle(found, w, 0, 1, 2)
    offer(s)
  }
  if (outside(w, 0, 1, 3, 2)) {
    inside = false
    onTriangle(found, w, 0, 1, 3)
    offer(s)
  }
  if (outside(w, 0, 2, 3, 1)) {
    inside = false
    onTriangle(found, w, 0, 2, 3)
    offer(s)
  }
  if (outside(w, 1, 2, 3, 0)) {
    inside = false
    onTriangle(found, w, 1, 2, 3)
    offer(s)
  }
  if (!inside) keep(s, best)
  return inside
}

/** Drops the corners without a share, and works out the point. */
function keep(s: Simplex, { share }: Nearest) {
  const { w, a, v } = s
  let n = 0
  let x = 0
  let y = 0
  let z = 0
  for (let i = 0; i < s.count; i++) {
    const part = share[i]!
    if (!(part > 0)) continue
    const from = 3 * i
    const wx = w[from]!
    const wy = w[from + 1]!
    const wz = w[from + 2]!
    x += part * wx
    y += part * wy
    z += part * wz
    s.share[n] = part
    if (n !== i) {
      const to = 3 * n
      w[to] = wx
      w[to + 1] = wy
      w[to + 2] = wz
      a[to] = a[from]!
      a[to + 1] = a[from + 1]!
      a[to + 2] = a[from + 2]!
    }
    n++
  }
  s.count = n
  v[0] = x
  v[1] = y
  v[2] = z
}

/** Shares of up to three corners, and how far the point they give is. */
function measure(found: Nearest, w: Float64Array, i: number, j: number, k: number, si: number, sj: number, sk: number) {
  const p = 3 * i
  const q = 3 * j
  const r = 3 * k
  const x = si * w[p]! + sj * w[q]! + sk * w[r]!
  const y = si * w[p + 1]! + sj * w[q + 1]! + sk * w[r + 1]!
  const z = si * w[p + 2]! + sj * w[q + 2]! + sk * w[r + 2]!
  const { share } = found
  share[0] = 0
  share[1] = 0
  share[2] = 0
  share[3] = 0
  share[i] = si
  if (sj > 0) share[j] = sj
  if (sk > 0) share[k] = sk
  found.square = x * x + y * y + z * z
}

function onSegment(found: Nearest, w: Float64Array, i: number, j: number) {
  const p = 3 * i
  const q = 3 * j
  const ax = w[p]!
  const ay = w[p + 1]!
  const az = w[p + 2]!
  const dx = w[q]! - ax
  const dy = w[q + 1]! - ay
  const dz = w[q + 2]! - az
  const length = dx * dx + dy * dy + dz * dz
  const t = length > 0 ? -(ax * dx + ay * dy + az * dz) / length : 0
  if (t <= 0) measure(found, w, i, j, j, 1, 0, 0)
  else if (t >= 1) measure(found, w, j, i, i, 1, 0, 0)
  else measure(found, w, i, j, j, 1 - t, t, 0)
}

function onTriangle(found: Nearest, w: Float64Array, a: number, b: number, c: number) {
  const p = 3 * a
  const q = 3 * b
  const r = 3 * c
  const ax = w[p]!
  const ay = w[p + 1]!
  const az = w[p + 2]!
  const bx = w[q]!
  const by = w[q + 1]!
  const bz = w[q + 2]!
  const cx = w[r]!
  const cy = w[r + 1]!
  const cz = w[r + 2]!
  // Edges from a, and -a, in the words of the source: p is the origin.
  const abx = bx - ax
  const aby = by - ay
  const abz = bz - az
  const acx = cx - ax
  const acy = cy - ay
  const acz = cz - az
  const d1 = -(abx * ax + aby * ay + abz * az)
  const d2 = -(acx * ax + acy * ay + acz * az)
  if (d1 <= 0 && d2 <= 0) return measure(found, w, a, b, c, 1, 0, 0)
  const d3 = -(abx * bx + aby * by + abz * bz)
  const d4 = -(acx * bx + acy * by + acz * bz)
  if (d3 >= 0 && d4 <= d3) return measure(found, w, b, a, c, 1, 0, 0)
  const vc = d1 * d4 - d3 * d2
  if (vc <= 0 && d1 >= 0 && d3 <= 0) return onSegment(found, w, a, b)
  const d5 = -(abx * cx + aby * cy + abz * cz)
  const d6 = -(acx * cx + acy * cy + acz * cz)
  if (d6 >= 0 && d5 <= d6) return measure(found, w, c, a, b, 1, 0, 0)
  const vb = d5 * d2 - d1 * d6
  if (vb <= 0 && d2 >= 0 && d6 <= 0) return onSegment(found, w, a, c)
  const va = d3 * d6 - d5 * d4
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) return onSegment(found, w, b, c)
  const sum = va + vb + vc
  if (va > 0 && vb > 0 && vc > 0) return measure(found, w, a, b, c, va / sum, vb / sum, vc / sum)
  // A sliver, and rounding: what is nearest lies on one of its edges.
  onSegment(found, w, a, b)
  const first = found.square
  onSegment(found, w, b, c)
  const second = found.square
  onSegment(found, w, c, a)
  if (first <= second && first <= found.square) onSegment(found, w, a, b)
  else if (second <= found.square) onSegment(found, w, b, c)
}

/** Whether the origin lies on the other side of a face than the fourth corner, or the corners lie in one plane. */
function outside(w: Float64Array, a: number, b: number, c: number, d: number): boolean {
  const p = 3 * a
  const q = 3 * b
  const r = 3 * c
  const t = 3 * d
  const ax = w[p]!
  const ay = w[p + 1]!
  const az = w[p + 2]!
  const ux = w[q]! - ax
  const uy = w[q + 1]! - ay
  const uz = w[q + 2]! - az
  const vx = w[r]! - ax
  const vy = w[r + 1]! - ay
  const vz = w[r + 2]! - az
  const nx = uy * vz - uz * vy
  const ny = uz * vx - ux * vz
  const nz = ux * vy - uy * vx
  const origin = -(nx * ax + ny * ay + nz * az)
  const fourth = nx * (w[t]! - ax) + ny * (w[t + 1]! - ay) + nz * (w[t + 2]! - az)
  return fourth === 0 || origin * fourth < 0
}
/** Keeps what was found where it is nearer. */
function offer({ found, best }: Simplex) {
  if (found.square >= best.square) return
  best.square = found.square
  const from = found.share
  const to = best.share
  to[0] = from[0]!
  to[1] = from[1]!
  to[2] = from[2]!
  to[3] = from[3]!
}
