import { withPoints } from '../../../circuit'
import type { Circuit, Place } from '../../../fittings'
import { piecesOf, pointGap, type RouteObstacle } from '../../../route'
import type { Meters } from '../../../quantity'
import { cheapest, fieldsOf, passedBy, strandsOf } from './lay'
import type { Underside } from './underside'

/** What becomes of a line that is laid by a spot of somebody's: what is there already, beyond the vehicle, or no way to or from it. */
export type Detour =
  | { ok: true; circuit: Circuit }
  | { ok: false; code: 'inside'; part: string }
  | { ok: false; code: 'outside' | 'no-way' }

/** Whether a line there would be in an obstacle, in any of the ends of its travel. */
const isIn = ({ bodies, motion }: RouteObstacle, [x, y, z]: Place, radius: Meters): boolean =>
  bodies.some((body) => piecesOf(body, motion).some((piece) => pointGap(piece, x, y, z) < radius))

/** Whether a spot is where lines may hang: under the vehicle, off the ground. */
const isUnder = ({ front, rear, half, floor, ceiling }: Underside, [x, y, z]: Place): boolean =>
  x <= front && x >= rear && Math.abs(y) <= half && z >= floor && z <= ceiling

/**
 * A line laid by a spot that it goes past: the cheapest way there, and on from there.
 * @param circuit with places
 * @param line of it, with both its ends
 * @param spot frame's coordinates, standing empty
 * @throws TypeError where the circuit has no such line with both ends
 */
export function laidBy(under: Underside, circuit: Circuit, line: string, spot: Place): Detour {
  const strand = strandsOf(circuit).find((s) => s.id === line)
  if (!strand?.from || !strand.to) throw new TypeError('a line of the circuit with both its ends is needed')
  if (!isUnder(under, spot)) return { ok: false, code: 'outside' }
  const passed = passedBy(under, strand)
  const inside = under.obstacles.find((o) => !passed.includes(o.id) && isIn(o, spot, strand.outside / 2))
  if (inside) return { ok: false, code: 'inside', part: inside.id }
  const field = fieldsOf(under)(strand.outside)
  const first = cheapest(under, circuit, strand.from, spot, strand, field)
  const second = first && cheapest(under, circuit, spot, strand.to, strand, field)
  if (!first || !second) return { ok: false, code: 'no-way' }
  const points = [...first, spot, ...second].map(([x, y, z]): Place => [x, y, z])
  return { ok: true, circuit: withPoints(circuit, line, points) }
}

/** A spot in a picture from above, or from the side. */
type Seen = { x: Meters; y: Meters } | { x: Meters; z: Meters }
/** Where a line goes by a spot that is seen from one side only: as high, or as far out, as it lies there now. */
export function spotOn(way: readonly Place[], seen: Seen): Place {
  const onLine = way.slice(1).map((to, i) => nearestOn(way[i]!, to, seen))
  const [best] = onLine.toSorted((a, b) => a.off - b.off)
  const [, y, z] = best?.at ?? way[0]!
  return 'y' in seen ? [seen.x, seen.y, z] : [seen.x, y, seen.z]
}
function nearestOn(from: Place, to: Place, seen: Seen) {
  const flat = (p: Place) => [p[0], 'y' in seen ? p[1] : p[2]] as const
  const [a, b] = [flat(from), flat(to)]
  const [u, v] = [seen.x, 'y' in seen ? seen.y : seen.z]
  const long = (b[0] - a[0]) ** 2 + (b[1] - a[1]) ** 2
  const t = long > 0 ? Math.min(1, Math.max(0, ((u - a[0]) * (b[0] - a[0]) + (v - a[1]) * (b[1] - a[1])) / long)) : 0
  const place = from.map((c, i) => c + t * (to[i]! - c)) as Place
  return { at: place, off: Math.hypot(a[0] + t * (b[0] - a[0]) - u, a[1] + t * (b[1] - a[1]) - v) }
}
