import { STANDING, type Vector } from '../../../clearance'
import type { Meters } from '../../../quantity'
import { shiftedShape } from '../../../underbody'
import { TAPE_TOLERANCE, type UndersidePart } from '../../../vehicle'
import { nearestAt, type RoomRow } from './report'
import type { Scene } from './scene'

/** A distance that one person can take from below: from a face of the rail, of the body's seat or of the axle tube, to the part. */
export interface TapeAsk {
  way: 'across' | 'down' | 'along'
  part: string
  /** Which face it is taken from. */
  datum: 'inner-face' | 'outer-face' | 'bottom' | 'axle-tube'
  from: Vector
  to: Vector
  /** As it is drawn. */
  value: Meters
  /** How much of what is unsure of the gap it takes away, 0 to 1. */
  narrows: number
  /** The part as it is once the tape has said so. */
  moved(value: Meters): UndersidePart
}

/** A part this close to where it was measured counts as measured. */
const MEASURED: Meters = 0.0065

/**
 * What to measure of a part that could change the verdict, the distance that decides most first.
 * @returns none where there is nothing on that side to measure from
 */
export function tapeAsks(scene: Scene, row: RoomRow): TapeAsk[] {
  const part = scene.obstacles.find((o) => o.id === row.part)?.part
  const face = scene.obstacles.find(
    (o) => (o.kind === 'frame-rail' || o.kind === 'seat') && o.side === row.side && o.id !== row.part,
  )?.part.shape
  const tube = scene.obstacles.find((o) => o.kind === 'axle-tube')?.part.shape
  const nearest = nearestAt(scene, row, STANDING, row.pressure)
  if (!part || face?.kind !== 'box' || !nearest) return []
  const to = nearest.second
  const [low, high] = [
    Math.min(Math.abs(face.low[1]), Math.abs(face.high[1])),
    Math.max(Math.abs(face.low[1]), Math.abs(face.high[1])),
  ]
  const s = row.side === 'left' ? 1 : -1
  const inboard = s * to[1] < (low + high) / 2
  const y = s * (inboard ? low : high)
  const apart = Math.hypot(...([0, 1, 2] as const).map((k) => nearest.first[k] - nearest.second[k]))
  /** Share of the gap's direction that a way goes along. */
  const along = (k: 0 | 1 | 2) => (apart > 1e-6 ? Math.abs(nearest.first[k] - nearest.second[k]) / apart : 0.7)
  const ask = (way: TapeAsk['way'], k: 0 | 1 | 2, datum: TapeAsk['datum'], from: Vector): TapeAsk => {
    const sign = Math.sign(to[k] - from[k]) || 1
    const value = Math.abs(to[k] - from[k])
    return {
      way,
      part: part.id,
      datum,
      from,
      to,
      value,
      narrows: along(k),
      moved(read) {
        const by: [number, number, number] = [0, 0, 0]
        by[k] = sign * (read - value)
        // What the other directions leave unsure stays.
        const rest = part.tolerance * Math.sqrt(Math.max(0, 1 - along(k) ** 2))
        const tolerance = Math.max(2 * TAPE_TOLERANCE, Math.hypot(2 * TAPE_TOLERANCE * along(k), rest))
        return {
          ...part,
          shape: shiftedShape(part.shape, by),
          tolerance: Math.min(part.tolerance, tolerance),
          source: tolerance <= MEASURED ? 'tape' : part.source,
        }
      },
    }
  }
  return [
    ask('across', 1, inboard ? 'inner-face' : 'outer-face', [to[0], y, to[2]]),
    ask('down', 2, 'bottom', [to[0], to[1], face.low[2]]),
    ...(tube?.kind === 'run' ? [ask('along', 0, 'axle-tube', [Math.sign(to[0]) * tube.radius, to[1], to[2]])] : []),
  ]
    .filter((a) => a.narrows > 0.2 && a.value > 0.002)
    .sort((a, b) => b.narrows - a.narrows)
}
