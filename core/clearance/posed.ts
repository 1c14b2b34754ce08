import { radiusAt, type Body } from './body'
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
  /** Distance between the first two discs, in the pose. */
  height: number
  /** Of the pose that it is in. */
  heave: number
}

/** Makes room for a body's poses; it stands until `poseBody` moves it. */
export function posedBody(body: Body, motion: Motion): Posed {
  const places = [
    ...body.points.map(({ at, on }) => ({ at, on })),
    ...body.discs.map(({ center, on }) => ({ at: center, on })),
    ...body.hoses.flatMap(({ from, to }) => [from, to]),
  ]
  const home = Float64Array.from(places.flatMap(({ at }) => [...at]))
  const homeNormals = Float64Array.from(body.discs.flatMap(({ normal }) => [...normal]))
  const posed: Posed = {
    body,
    motion,
    at: Float64Array.from(home),
    home,
    normals: Float64Array.from(homeNormals),
    homeNormals,
    onAxle: Uint8Array.from(places, ({ on }) => (on === 'axle' ? 1 : 0)),
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
  if (posed.discs < 2) return
  const { at } = posed
  const i = 3 * posed.points
  posed.height = Math.hypot(at[i + 3]! - at[i]!, at[i + 4]! - at[i + 1]!, at[i + 5]! - at[i + 2]!)
  if (girth) posed.radii.fill(radiusAt(girth, posed.height))
}

/** Moves a body to a pose, in place. */
export function poseBody(posed: Posed, { heave, roll }: Pose): void {
  const { at, home, onAxle, normals, homeNormals, motion } = posed
  const [, cy, cz] = motion.center
  const c = Math.cos(roll)
  const s = Math.sin(roll)
  const forward = foreAft(motion.travel, heave)
  posed.heave = heave
  for (let k = 0, i = 0; k < onAxle.length; k++, i += 3) {
    if (!onAxle[k]) continue
    const y = home[i + 1]! - cy
    const z = home[i + 2]! - cz
    at[i] = home[i]! + forward
    at[i + 1] = cy + c * y - s * z
    at[i + 2] = cz + s * y + c * z + heave
  }
  for (let k = 0, i = 0; k < posed.discs; k++, i += 3) {
    if (!onAxle[posed.points + k]) continue
    normals[i + 1] = c * homeNormals[i + 1]! - s * homeNormals[i + 2]!
    normals[i + 2] = s * homeNormals[i + 1]! + c * homeNormals[i + 2]!
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
  const { at, normals, radii, lengths } = posed
  let best = -Infinity
  let i = 0
  for (let k = 0; k < posed.points; k++, i += 3) {
    const along = dx * at[i]! + dy * at[i + 1]! + dz * at[i + 2]!
    if (along > best) {
      best = along
      out[offset] = at[i]!
      out[offset + 1] = at[i + 1]!
      out[offset + 2] = at[i + 2]!
    }
  }
  for (let k = 0, n = 0; k < posed.discs; k++, n += 3, i += 3) {
    const across = dx * normals[n]! + dy * normals[n + 1]! + dz * normals[n + 2]!
    let px = dx - across * normals[n]!
    let py = dy - across * normals[n + 1]!
    let pz = dz - across * normals[n + 2]!
    let flat = Math.sqrt(px * px + py * py + pz * pz)
    if (flat < NEARLY_FACING) {
      // What rounding left along the normal would push the point out of the disc: it is taken off once more.
      const rest = px * normals[n]! + py * normals[n + 1]! + pz * normals[n + 2]!
      px -= rest * normals[n]!
      py -= rest * normals[n + 1]!
      pz -= rest * normals[n + 2]!
      flat = Math.sqrt(px * px + py * py + pz * pz)
    }
    const along = dx * at[i]! + dy * at[i + 1]! + dz * at[i + 2]! + radii[k]! * flat
    if (along > best) {
      best = along
      const reach = flat > FACING ? radii[k]! / flat : 0
      out[offset] = at[i]! + reach * px
      out[offset + 1] = at[i + 1]! + reach * py
      out[offset + 2] = at[i + 2]! + reach * pz
    }
  }
  for (let k = 0; k < posed.hoses; k++, i += 6) {
    const fx = at[i + 3]! - at[i]!
    const fy = at[i + 4]! - at[i + 1]!
    const fz = at[i + 5]! - at[i + 2]!
    const between = fx * fx + fy * fy + fz * fz
    // A hose pulled straight is a line: its two half axes across are nothing.
    const across2 = Math.max(0, lengths[k]! * lengths[k]! - between) / 4
    const f = dx * fx + dy * fy + dz * fz
    // M d with M = b² I + f fᵀ/4, the ellipsoid's matrix.
    const mx = across2 * dx + (f * fx) / 4
    const my = across2 * dy + (f * fy) / 4
    const mz = across2 * dz + (f * fz) / 4
    const size = Math.sqrt(Math.max(0, dx * mx + dy * my + dz * mz))
    const along = dx * (at[i]! + fx / 2) + dy * (at[i + 1]! + fy / 2) + dz * (at[i + 2]! + fz / 2) + size
    if (along > best) {
      best = along
      const reach = size > 1e-300 ? 1 / size : 0
      out[offset] = at[i]! + fx / 2 + reach * mx
      out[offset + 1] = at[i + 1]! + fy / 2 + reach * my
      out[offset + 2] = at[i + 2]! + fz / 2 + reach * mz
    }
  }
}
