import { box, capsule, leastGap, STANDING, type Body } from '../../../clearance'
import { EXHAUST_DISTANCE, SLEEVED_DISTANCE } from '../../../kit'
import { isBelow, type Meters } from '../../../quantity'
import { FLEXIBLE_KINDS, type PartKind, type UndersidePart } from '../../../vehicle'
import { gapIn } from './gap-in'
import type { RoomRow } from './report'
import { SIDES, type Scene, type Side } from './scene'

/**
 * `hot`: an exhaust pipe is too near for it, without a heat sleeve; `look`: an estimate says that it may touch or be too hot;
 * `handled`: it is near, and something happens to it.
 */
export type LineVerdict = 'touches' | 'hot' | 'close' | 'look' | 'handled' | 'clear'

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

/** What asks for something comes first. */
const ORDER: readonly LineVerdict[] = ['touches', 'close', 'hot', 'look', 'handled', 'clear']

const bends = (kind: PartKind): boolean => (FLEXIBLE_KINDS as readonly string[]).includes(kind)

/** How a line stands to what is around it; `doubt` is 0 where all of it was measured. */
function judgeLine(
  { handling }: UndersidePart,
  tightest: Meters,
  pipe: Meters | null,
  { margin, doubt }: { margin: Meters; doubt: Meters },
): LineVerdict {
  const close = isBelow(tightest - doubt, margin)
  const hot = pipe !== null && isBelow(pipe - doubt, SLEEVED_DISTANCE.value)
  if (!close && !hot) return 'clear'
  const closeOpen = close && !handling.length
  const hotOpen = hot && !handling.includes('heat-sleeve')
  if (!closeOpen && !hotOpen) return 'handled'
  if (doubt > 0) return 'look'
  if (tightest <= 0 || (pipe !== null && pipe <= 0)) return 'touches'
  return closeOpen ? 'close' : 'hot'
}

/**
 * Every line, hose, cable and harness with its least gaps to bag, bracket, U-bolt ends and exhaust through the whole travel.
 * @param rows gaps of the bags, worked out before
 * Source: `leastGap`; the margin between moving parts is common practice.
 */
function linesOf(scene: Scene, rows: readonly RoomRow[]): LineRow[] {
  const { obstacles, brackets, motion, margin } = scene
  const lines = obstacles.filter(({ kind }) => bends(kind))
  const near = (side: UndersidePart['side'], other: UndersidePart['side']) =>
    side === other || side === 'center' || other === 'center'
  const found = lines.map(({ id, side, bodies, source, part, tolerance }): LineRow => {
    const least = (others: readonly Body[]): Meters | null =>
      others.length
        ? others.reduce(
            (gap, other) =>
              bodies.reduce(
                (gapHere, body) => Math.min(gapHere, leastGap(body, other, motion, { known: gapHere }).gap),
                gap,
              ),
            Infinity,
          )
        : null
    const bolts = obstacles.filter((o) => o.kind === 'u-bolt-ends' && near(side, o.side)).flatMap((o) => o.bodies)
    const bags = rows.filter((r) => r.part === id && r.of === 'bag').map((r) => r.least)
    const gaps = {
      bag: bags.length ? Math.min(...bags) : null,
      bracket: least(brackets.filter((b) => near(side, b.side)).map((b) => box(b.on, b.low, b.high))),
      bolt: least(bolts),
    }
    const tightest = Math.min(...Object.values(gaps).map((g) => g ?? Infinity))
    const pipes = obstacles.filter((o) => o.kind === 'exhaust' && near(side, o.side))
    const pipe = least(pipes.flatMap((o) => o.bodies))
    const measured = source === 'tape' && pipes.every((o) => o.source === 'tape')
    const doubt = measured ? 0 : Math.hypot(tolerance, ...pipes.map((o) => o.tolerance))
    return { part: id, ...gaps, pipe, verdict: judgeLine(part, tightest, pipe, { margin, doubt }) }
  })
  return found.sort((a, b) => ORDER.indexOf(a.verdict) - ORDER.indexOf(b.verdict))
}

/** Where each side's air line begins, beside the exhaust, standing. Source: common practice (six inches, or a heat sleeve). */
function portsOf({ brackets, bags, plateRadius, obstacles, motion }: Scene): PortRow[] {
  const pipes = obstacles.filter((o) => o.kind === 'exhaust')
  return SIDES.flatMap((side): PortRow[] => {
    const port = brackets.find((b) => b.side === side && b.end === 'upper')?.port
    if (!port || !pipes.length) return []
    const [x, y, z] = bags[side].upper
    const portHere = [x + plateRadius * port[0], y + plateRadius * port[1], z + plateRadius * port[2]] as const
    const fitting = capsule({ on: 'frame', at: portHere }, { on: 'frame', at: portHere }, FITTING_RADIUS)
    const [nearest] = pipes
      .map((o) => ({ part: o.id, gap: gapIn(fitting, o.bodies, motion, STANDING) }))
      .sort((a, b) => a.gap - b.gap)
    return [{ side, ...nearest!, near: isBelow(nearest!.gap, EXHAUST_DISTANCE.value) }]
  })
}

/** What is beside the gaps of the bags: the lines with what they come near to, and where the air lines begin. */
export interface RoomRegister {
  lines: LineRow[]
  ports: PortRow[]
}
/** The lines that the pictures of the room draw, and the ports of its bags. */
export const roomRegister = (scene: Scene, rows: readonly RoomRow[]): RoomRegister => ({
  lines: linesOf(scene, rows),
  ports: portsOf(scene),
})
