import { box, capsule, leastGap, STANDING, type Body } from '../../../clearance'
import { EXHAUST_DISTANCE } from '../../../kit'
import { isBelow, type Meters } from '../../../quantity'
import { FLEXIBLE_KINDS, type PartKind, type UndersidePart } from '../../../vehicle'
import { gapIn } from './gap-in'
import type { RoomRow } from './report'
import { SIDES, type Scene, type Side } from './scene'

/** `look`: an estimate says that it may touch; `handled`: it is near, and something happens to it. */
export type LineVerdict = 'touches' | 'close' | 'look' | 'handled' | 'clear'

/** A line, hose, cable or harness, and what it comes near to through the travel. */
export interface LineRow {
  part: string
  /** Least gaps through the travel; null where there is nothing of the kind. */
  bag: Meters | null
  bracket: Meters | null
  bolt: Meters | null
  pipe: Meters | null
  verdict: LineVerdict
}

/** Where an air line begins, and how far that is from the exhaust. */
export interface PortRow {
  side: Side
  /** The pipe. */
  part: string
  gap: Meters
  near: boolean
}

/** A push fitting with the tube in it is about so thick. Common practice, no published source. */
const FITTING_RADIUS: Meters = 0.006

export const bends = (kind: PartKind): boolean => (FLEXIBLE_KINDS as readonly string[]).includes(kind)

/**
 * Every line, hose, cable and harness with its least gaps to bag, bracket, U-bolt ends and exhaust through the whole travel.
 * @param rows gaps of the bags, worked out before
 * Source: `leastGap`; the margin between moving parts is common practice.
 */
export function linesOf(scene: Scene, rows: readonly RoomRow[]): LineRow[] {
  const { obstacles, brackets, motion, margin } = scene
  const lines = obstacles.filter(({ kind }) => bends(kind))
  const near = (side: UndersidePart['side'], other: UndersidePart['side']) =>
    side === other || side === 'center' || other === 'center'
  return lines.map(({ id, side, bodies, source, part, tolerance }): LineRow => {
    const least = (others: readonly Body[]): Meters | null =>
      others.length
        ? others.reduce(
            (gap, other) =>
              bodies.reduce((own, body) => Math.min(own, leastGap(body, other, motion, { known: own }).gap), gap),
            Infinity,
          )
        : null
    const of = (kind: PartKind) => obstacles.filter((o) => o.kind === kind && near(side, o.side)).flatMap((o) => o.bodies)
    const bags = rows.filter((r) => r.part === id && r.of === 'bag').map((r) => r.least)
    const gaps = {
      bag: bags.length ? Math.min(...bags) : null,
      bracket: least(brackets.filter((b) => near(side, b.side)).map((b) => box(b.on, b.low, b.high))),
      bolt: least(of('u-bolt-ends')),
    }
    const tightest = Math.min(...Object.values(gaps).map((g) => g ?? Infinity))
    const open = source === 'tape' ? tightest : tightest - tolerance
    const verdict: LineVerdict = !isBelow(open, margin)
      ? 'clear'
      : part.handling.length
        ? 'handled'
        : source !== 'tape'
          ? 'look'
          : tightest <= 0
            ? 'touches'
            : 'close'
    return { part: id, ...gaps, pipe: least(of('exhaust')), verdict }
  })
}

/** Where each side's air line begins, beside the exhaust, standing. Source: common practice (six inches, or a heat sleeve). */
export function portsOf({ brackets, bags, plateRadius, obstacles, motion }: Scene): PortRow[] {
  const pipes = obstacles.filter((o) => o.kind === 'exhaust')
  return SIDES.flatMap((side): PortRow[] => {
    const port = brackets.find((b) => b.side === side && b.end === 'upper')?.port
    if (!port || !pipes.length) return []
    const [x, y, z] = bags[side].upper
    const at = [x + plateRadius * port[0], y + plateRadius * port[1], z + plateRadius * port[2]] as const
    const fitting = capsule({ on: 'frame', at }, { on: 'frame', at }, FITTING_RADIUS)
    const [nearest] = pipes
      .map((o) => ({ part: o.id, gap: gapIn(fitting, o.bodies, motion, STANDING) }))
      .sort((a, b) => a.gap - b.gap)
    return [{ side, ...nearest!, near: isBelow(nearest!.gap, EXHAUST_DISTANCE.value) }]
  })
}
