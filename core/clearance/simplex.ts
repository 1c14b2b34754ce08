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
}

export const simplex = (): Simplex => ({
  count: 0,
  w: new Float64Array(12),
  a: new Float64Array(12),
  share: new Float64Array(4),
  v: new Float64Array(3),
})

/** Square of the distance found last, and the shares it was found with. */
interface Nearest {
  square: number
  readonly share: Float64Array
}

const dot = (w: Float64Array, i: number, j: number) =>
  w[3 * i]! * w[3 * j]! + w[3 * i + 1]! * w[3 * j + 1]! + w[3 * i + 2]! * w[3 * j + 2]!

/**
 * Finds the point of a simplex nearest to the origin and drops the corners it does not need.
 * Source: closest points by Voronoi regions, Ericson, Real-Time Collision Detection, 5.1.2, 5.1.5, 5.1.6.
 */
export function simplexSolver(): (s: Simplex) => boolean {
  const found: Nearest = { square: 0, share: new Float64Array(4) }
  const best: Nearest = { square: 0, share: new Float64Array(4) }

  function keep(s: Simplex, { share }: Nearest) {
    let n = 0
    const { w, a } = s
    for (let i = 0; i < s.count; i++) {
      if (!(share[i]! > 0)) continue
      s.share[n] = share[i]!
      if (n !== i)
        for (let k = 0; k < 3; k++) {
          w[3 * n + k] = w[3 * i + k]!
          a[3 * n + k] = a[3 * i + k]!
        }
      n++
    }
    s.count = n
    for (let k = 0; k < 3; k++) {
      let sum = 0
      for (let i = 0; i < n; i++) sum += s.share[i]! * w[3 * i + k]!
      s.v[k] = sum
    }
  }

  function measure(w: Float64Array, i: number, j: number, k: number, si: number, sj: number, sk: number) {
    const x = si * w[3 * i]! + sj * w[3 * j]! + sk * w[3 * k]!
    const y = si * w[3 * i + 1]! + sj * w[3 * j + 1]! + sk * w[3 * k + 1]!
    const z = si * w[3 * i + 2]! + sj * w[3 * j + 2]! + sk * w[3 * k + 2]!
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

  function onSegment(w: Float64Array, i: number, j: number) {
    const ii = dot(w, i, i)
    const ij = dot(w, i, j)
    const length = ii - 2 * ij + dot(w, j, j)
    const t = length > 0 ? (ii - ij) / length : 0
    if (t <= 0) measure(w, i, j, j, 1, 0, 0)
    else if (t >= 1) measure(w, j, i, i, 1, 0, 0)
    else measure(w, i, j, j, 1 - t, t, 0)
  }

  function onTriangle(w: Float64Array, a: number, b: number, c: number) {
    // Edges from a, and -a, in the words of the source: p is the origin.
    const abx = w[3 * b]! - w[3 * a]!
    const aby = w[3 * b + 1]! - w[3 * a + 1]!
    const abz = w[3 * b + 2]! - w[3 * a + 2]!
    const acx = w[3 * c]! - w[3 * a]!
    const acy = w[3 * c + 1]! - w[3 * a + 1]!
    const acz = w[3 * c + 2]! - w[3 * a + 2]!
    const d1 = -(abx * w[3 * a]! + aby * w[3 * a + 1]! + abz * w[3 * a + 2]!)
    const d2 = -(acx * w[3 * a]! + acy * w[3 * a + 1]! + acz * w[3 * a + 2]!)
    if (d1 <= 0 && d2 <= 0) return measure(w, a, b, c, 1, 0, 0)
    const d3 = -(abx * w[3 * b]! + aby * w[3 * b + 1]! + abz * w[3 * b + 2]!)
    const d4 = -(acx * w[3 * b]! + acy * w[3 * b + 1]! + acz * w[3 * b + 2]!)
    if (d3 >= 0 && d4 <= d3) return measure(w, b, a, c, 1, 0, 0)
    const vc = d1 * d4 - d3 * d2
    if (vc <= 0 && d1 >= 0 && d3 <= 0) return onSegment(w, a, b)
    const d5 = -(abx * w[3 * c]! + aby * w[3 * c + 1]! + abz * w[3 * c + 2]!)
    const d6 = -(acx * w[3 * c]! + acy * w[3 * c + 1]! + acz * w[3 * c + 2]!)
    if (d6 >= 0 && d5 <= d6) return measure(w, c, a, b, 1, 0, 0)
    const vb = d5 * d2 - d1 * d6
    if (vb <= 0 && d2 >= 0 && d6 <= 0) return onSegment(w, a, c)
    const va = d3 * d6 - d5 * d4
    if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) return onSegment(w, b, c)
    const sum = va + vb + vc
    if (va > 0 && vb > 0 && vc > 0) return measure(w, a, b, c, va / sum, vb / sum, vc / sum)
    // A sliver, and rounding: what is nearest lies on one of its edges.
    let [near, i, j] = [Infinity, a, b]
    for (const [p, q] of [
      [a, b],
      [b, c],
      [c, a],
    ] as const) {
      onSegment(w, p, q)
      if (found.square < near) [near, i, j] = [found.square, p, q]
    }
    onSegment(w, i, j)
  }

  /** Whether the origin lies on the other side of a face than the fourth corner, or the corners lie in one plane. */
  function outside(w: Float64Array, a: number, b: number, c: number, d: number): boolean {
    const ux = w[3 * b]! - w[3 * a]!
    const uy = w[3 * b + 1]! - w[3 * a + 1]!
    const uz = w[3 * b + 2]! - w[3 * a + 2]!
    const vx = w[3 * c]! - w[3 * a]!
    const vy = w[3 * c + 1]! - w[3 * a + 1]!
    const vz = w[3 * c + 2]! - w[3 * a + 2]!
    const nx = uy * vz - uz * vy
    const ny = uz * vx - ux * vz
    const nz = ux * vy - uy * vx
    const origin = -(nx * w[3 * a]! + ny * w[3 * a + 1]! + nz * w[3 * a + 2]!)
    const fourth =
      nx * (w[3 * d]! - w[3 * a]!) + ny * (w[3 * d + 1]! - w[3 * a + 1]!) + nz * (w[3 * d + 2]! - w[3 * a + 2]!)
    return fourth === 0 || origin * fourth < 0
  }
  function offer() {
    if (found.square < best.square) {
      best.square = found.square
      for (let i = 0; i < 4; i++) best.share[i] = found.share[i]!
    }
  }

  /** @returns whether the origin is inside; `s.v` is the nearest point otherwise */
  return (s) => {
    const { w } = s
    switch (s.count) {
      case 1:
        measure(w, 0, 0, 0, 1, 0, 0)
        keep(s, found)
        return false
      case 2:
        onSegment(w, 0, 1)
        keep(s, found)
        return false
      case 3:
        onTriangle(w, 0, 1, 2)
        keep(s, found)
        return false
      default: {
        best.square = Infinity
        let inside = true
        if (outside(w, 0, 1, 2, 3)) {
          inside = false
          onTriangle(w, 0, 1, 2)
          offer()
        }
        if (outside(w, 0, 1, 3, 2)) {
          inside = false
          onTriangle(w, 0, 1, 3)
          offer()
        }
        if (outside(w, 0, 2, 3, 1)) {
          inside = false
          onTriangle(w, 0, 2, 3)
          offer()
        }
        if (outside(w, 1, 2, 3, 0)) {
          inside = false
          onTriangle(w, 1, 2, 3)
          offer()
        }
        if (!inside) keep(s, best)
        return inside
      }
    }
  }
}
