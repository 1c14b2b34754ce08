/* eslint-disable max-params -- kernel: figures go in one by one, and loops stay in sight of each other */
import { radiusAt, type Body } from './body'
import type { Meters, Radians } from '../quantity'
import { foreAft, type Motion, type Pose } from './pose'

/**
 * A body in a pose, laid out flat for the inner loops: whatever can be furthest in a direction is a support element.
 * Elements are points, then discs, then hoses; each keeps whether the axle carries it.
 */
export interface Posed {
  readonly body: Body
  readonly motion: Motion
  /** x, y, z of every point, disc center and hose anchor (two for a hose), in the pose. */
  readonly at: Float64Array
  /** As `at`, standing. */
  readonly home: Float64Array
  /** Unit normals of the discs, in the pose. */
  readonly normals: Float64Array
  readonly homeNormals: Float64Array
  /** Of each place in `at`: 1 where the axle carries it. */
  readonly onAxle: Uint8Array
  readonly points: number
  readonly discs: number
  readonly hoses: number
  /** Of the discs, in the pose. */
  readonly radii: Float64Array
  readonly lengths: Float64Array
  /** Of a bag that widens: distance between its discs, in the pose. */
  height: number
  /** Of the pose that it is in. */
  heave: number
}

/** Makes room for a body's poses; it stands until `poseBody` moves it. */
export function posedBody(body: Body, motion: Motion): Posed {
  const places = [
    ...body.points.map(({ at: place, on: carrier }) => ({ at: place, on: carrier })),
    ...body.discs.map(({ center, on: carrierHere }) => ({ at: center, on: carrierHere })),
    ...body.hoses.flatMap(({ from, to }) => [from, to]),
  ]
  const home = Float64Array.from(places.flatMap(({ at: position }) => [...position]))
  const homeNormals = Float64Array.from(body.discs.flatMap(({ normal }) => [...normal]))
  const posed: Posed = {
    body,
    motion,
    at: Float64Array.from(home),
    home,
    normals: Float64Array.from(homeNormals),
    homeNormals,
    onAxle: Uint8Array.from(places, ({ on: carrierFound }) => (carrierFound === 'axle' ? 1 : 0)),
    points: body.points.length,
    discs: body.discs.length,
    hoses: body.hoses.length,
    radii: Float64Array.from(body.discs, ({ radius }) => radius),
    lengths: Float64Array.from(body.hoses, ({ length }) => length),
    height: 0,
    heave: 0,
  }
  follow(posed)
  return posed
}

/** Bag height, and with it how wide the bag is. */
function follow(posed: Posed) {
  const { girth } = posed.body
  if (!girth || posed.discs < 2) return
  const { at: places } = posed
  const i = 3 * posed.points
  const x = places[i + 3]! - places[i]!
  const y = places[i + 4]! - places[i + 1]!
  const z = places[i + 5]! - places[i + 2]!
  posed.height = Math.sqrt(x * x + y * y + z * z)
  posed.radii.fill(radiusAt(girth, posed.height))
}

/** Moves a body to a pose, in place. */
export function poseBody(posed: Posed, { heave, roll }: Pose): void {
  place(posed, heave, Math.cos(roll), Math.sin(roll), foreAft(posed.motion.travel, heave))
}

/** Moves two bodies of one axle to a pose, in place. */
export function posePair(first: Posed, second: Posed, heave: Meters, roll: Radians): void {
  const c = Math.cos(roll)
  const s = Math.sin(roll)
  const forward = foreAft(first.motion.travel, heave)
  place(first, heave, c, s, forward)
  place(second, heave, c, s, forward)
}

function place(posed: Posed, heave: Meters, c: number, s: number, forward: Meters): void {
  const { at: places, home, onAxle, normals, homeNormals, motion, points } = posed
  const cy = motion.center[1]
  const cz = motion.center[2]
  posed.heave = heave
  for (let k = 0, i = 0; k < onAxle.length; k++, i += 3) {
    if (!onAxle[k]) continue
    const y = home[i + 1]! - cy
    const z = home[i + 2]! - cz
    places[i] = home[i]! + forward
    places[i + 1] = cy + c * y - s * z
    places[i + 2] = cz + s * y + c * z + heave
  }
  for (let k = 0, i = 0; k < posed.discs; k++, i += 3) {
    if (!onAxle[points + k]) continue
    const y = homeNormals[i + 1]!
    const z = homeNormals[i + 2]!
    normals[i + 1] = c * y - s * z
    normals[i + 2] = s * y + c * z
  }
  follow(posed)
}

/** A direction this close to a disc's normal sees all of it alike. */
const FACING = 1e-13
const NEARLY_FACING = 1e-4

/**
 * The point of a body, without its growth, that is furthest in a direction.
 * @param out x, y, z are written from `offset` on
 * @returns nothing; a body without elements is refused where it is made
 */
export function support(posed: Posed, dx: number, dy: number, dz: number, out: Float64Array, offset: number): void {
  const { at: places, normals, radii, lengths } = posed
  let best = -Infinity
  let i = 0
  for (let k = 0; k < posed.points; k++, i += 3) {
    const x = places[i]!
    const y = places[i + 1]!
    const z = places[i + 2]!
    const along = dx * x + dy * y + dz * z
    if (along > best) {
      best = along
      out[offset] = x
      out[offset + 1] = y
      out[offset + 2] = z
    }
  }
  for (let k = 0, n = 0; k < posed.discs; k++, n += 3, i += 3) {
    const nx = normals[n]!
    const ny = normals[n + 1]!
    const nz = normals[n + 2]!
    const across = dx * nx + dy * ny + dz * nz
    let px = dx - across * nx
    let py = dy - across * ny
    let pz = dz - across * nz
    let flat = Math.sqrt(px * px + py * py + pz * pz)
    if (flat < NEARLY_FACING) {
      // What rounding left along the normal would push the point out of the disc: it is taken off once more.
      const rest = px * nx + py * ny + pz * nz
      px -= rest * nx
      py -= rest * ny
      pz -= rest * nz
      flat = Math.sqrt(px * px + py * py + pz * pz)
    }
    const x = places[i]!
    const y = places[i + 1]!
    const z = places[i + 2]!
    const radius = radii[k]!
    const along = dx * x + dy * y + dz * z + radius * flat
    if (along > best) {
      best = along
      const reach = flat > FACING ? radius / flat : 0
      out[offset] = x + reach * px
      out[offset + 1] = y + reach * py
      out[offset + 2] = z + reach * pz
    }
  }
  for (let k = 0; k < posed.hoses; k++, i += 6) {
    const fx = places[i + 3]! - places[i]!
    const fy = places[i + 4]! - places[i + 1]!
    const fz = places[i + 5]! - places[i + 2]!
    const between = fx * fx + fy * fy + fz * fz
    // A hose pulled straight is a line: its two half axes across are nothing.
    const across2 = Math.max(0, lengths[k]! * lengths[k]! - between) / 4
    const f = dx * fx + dy * fy + dz * fz
    // M d with M = b² I + f fᵀ/4, the ellipsoid's matrix.
    const mx = across2 * dx + (f * fx) / 4
    const my = across2 * dy + (f * fy) / 4
    const mz = across2 * dz + (f * fz) / 4
    const size = Math.sqrt(Math.max(0, dx * mx + dy * my + dz * mz))
    const along = dx * (places[i]! + fx / 2) + dy * (places[i + 1]! + fy / 2) + dz * (places[i + 2]! + fz / 2) + size
    if (along > best) {
      best = along
      const reach = size > 1e-300 ? 1 / size : 0
      out[offset] = places[i]! + fx / 2 + reach * mx
      out[offset + 1] = places[i + 1]! + fy / 2 + reach * my
      out[offset + 2] = places[i + 2]! + fz / 2 + reach * mz
    }
  }
}
