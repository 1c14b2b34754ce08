/* eslint-disable complexity, max-lines-per-function, max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import FlatQueue from 'flatqueue'
import type { Vector } from '../clearance'
import type { Meters } from '../quantity'
import { CELL, type Field } from './field'

const WAYS: readonly (readonly [number, number, number, number])[] = [-1, 0, 1].flatMap((i) =>
  [-1, 0, 1].flatMap((j) => [-1, 0, 1].flatMap((k) => (i || j || k ? [[i, j, k, Math.hypot(i, j, k)] as const] : []))),
)
/** The way found may be dearer than the cheapest by this factor, and is found in a fraction of the time. */
const EAGER = 1.2
/** How often a way is sought anew because a piece of it turned out to be blocked between two cells. */
const TRIES = 40

/** Around a fitting what the fitting itself is too near to does not count: it stands where it stands. */
export interface Free {
  at: Vector
  within: Meters
  past: ReadonlySet<number>
}
/** Whether a point is in one of the places around a fitting where being near does not count, and open otherwise; m. */
export const isFree = (field: Field, free: readonly Free[], x: number, y: number, z: number): boolean =>
  free.some(
    ({ at: place, within, past }) =>
      Math.hypot(x - place[0], y - place[1], z - place[2]) <= within && field.isOpen(x, y, z, past),
  )

/**
 * The cheapest way from place to place on a grid. Whether a piece between two cells is clear is looked at only when the way uses it.
 *
 * @param clear whether a straight piece is clear all along
 * @returns places from one to the other; null where none is free
 * Source: Hart, Nilsson, Raphael 1968, IEEE Trans. SSC-4 (A*); the straight distance weighted, Pohl 1970, Artificial Intelligence 1; pieces
 * looked at late, Bohlin and Kavraki 2000, IEEE ICRA.
 */
export function cheapestWay(
  from: Vector,
  to: Vector,
  field: Field,
  free: readonly Free[],
  clear: (a: Vector, b: Vector) => boolean,
): Vector[] | null {
  const { low, size } = field
  const [nx, ny, nz] = size
  const count = nx * ny * nz
  /** The middle of a cell; of the two that the fittings are in, the fitting. */
  const placeOf = (i: number): Vector =>
    i === start
      ? from
      : i === goal
        ? to
        : [
            low[0] + (i % nx) * CELL,
            low[1] + (Math.floor(i / nx) % ny) * CELL,
            low[2] + Math.floor(i / (nx * ny)) * CELL,
          ]
  const nearest = (p: Vector) => {
    const c = ([0, 1, 2] as const).map((k) => Math.min(size[k] - 1, Math.max(0, Math.round((p[k] - low[k]) / CELL))))
    return c[0]! + nx * (c[1]! + ny * c[2]!)
  }
  /** Cells around the two fittings. */
  const open = new Map<number, number>()
  const worthOf = (i: number): number => {
    const cell = field.cell(i)
    if (cell !== Infinity) return cell
    const known = open.get(i)
    if (known !== undefined) return known
    const [x, y, z] = placeOf(i)
    const worth = isFree(field, free, x, y, z) ? 1 : Infinity
    open.set(i, worth)
    return worth
  }
  const [start, goal] = [nearest(from), nearest(to)]
  const blocked = new Set<number>()
  for (let round = 0; round < TRIES; round++) {
    const best = new Float64Array(count).fill(Infinity)
    const came = new Int32Array(count).fill(-1)
    const done = new Uint8Array(count)
    const queue = new FlatQueue<number>()
    best[start] = 0
    queue.push(start, 0)
    while (queue.length) {
      const i = queue.pop()!
      if (i === goal) break
      if (done[i]) continue
      done[i] = 1
      const [ix, iy, iz] = [i % nx, Math.floor(i / nx) % ny, Math.floor(i / (nx * ny))]
      const worthHere = Math.min(worthOf(i), 1e3)
      for (let w = 0; w < WAYS.length; w++) {
        const [dx, dy, dz, long] = WAYS[w]!
        const [jx, jy, jz] = [ix + dx, iy + dy, iz + dz]
        if (jx < 0 || jy < 0 || jz < 0 || jx >= nx || jy >= ny || jz >= nz) continue
        const j = jx + nx * (jy + ny * jz)
        if (done[j] || (blocked.size && blocked.has(i * 26 + w))) continue
        const there = j === goal ? 1 : worthOf(j)
        if (there === Infinity) continue
        const sum = best[i]! + long * CELL * 0.5 * (worthHere + there)
        if (sum >= best[j]!) continue
        best[j] = sum
        came[j] = i
        const [px, py, pz] = [low[0] + jx * CELL - to[0], low[1] + jy * CELL - to[1], low[2] + jz * CELL - to[2]]
        queue.push(j, sum + EAGER * Math.sqrt(px * px + py * py + pz * pz))
      }
    }
    if (best[goal] === Infinity) return null
    const cells: number[] = []
    for (let i = goal; i !== -1; i = came[i]!) cells.unshift(i)
    const bad = cells.slice(1).flatMap((j, k) => (clear(placeOf(cells[k]!), placeOf(j)) ? [] : [cells[k]!, j]))
    if (!bad.length) return [from, ...cells.slice(1, -1).map(placeOf), to]
    // Where one piece is blocked its neighbors often are: all around both cells are looked at, at once.
    for (const i of new Set(bad)) {
      const [ix, iy, iz] = [i % nx, Math.floor(i / nx) % ny, Math.floor(i / (nx * ny))]
      const here = placeOf(i)
      WAYS.forEach(([dx, dy, dz], w) => {
        const [jx, jy, jz] = [ix + dx, iy + dy, iz + dz]
        if (jx < 0 || jy < 0 || jz < 0 || jx >= nx || jy >= ny || jz >= nz || blocked.has(i * 26 + w)) return
        const j = jx + nx * (jy + ny * jz)
        if (clear(here, placeOf(j))) return
        blocked.add(i * 26 + w)
        // The ways are listed so that the one back is as far from the end.
        blocked.add(j * 26 + (25 - w))
      })
    }
  }
  return null
}
