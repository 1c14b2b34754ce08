import {
  bagBody,
  distanceSolver,
  extremesThrough,
  carried,
  leastGap,
  poseBody,
  posedBody,
  radiusAt,
  rollLimit,
  spanThrough,
  STANDING,
  type Body,
  type Extremes,
  type Motion,
  type Pose,
  type Vector,
} from '../../../clearance'
import { BAG_CLEARANCE, PLATE_CLEARANCE } from '../../../kit'
import type { Meters, Radians } from '../../../quantity'
import { spansOf, type SpanRow } from '../../../underbody'
import type { PartKind, UndersidePart } from '../../../vehicle'
import { ridesAlong } from '..'
import { gapIn } from './gap-in'
import { bagAt, girthAt, SIDES, type Scene, type SceneObstacle, type ScenePressure, type Side } from './scene'

/** What a gap is held against: parts that move against each other keep a margin, parts that ride together must not touch. */
type GapRule = 'moving' | 'riding'
export type RoomVerdict = 'touches' | 'under-rule' | 'unsure' | 'heat' | 'fine'

/** A gap of one side's bag, or of its plates, to one thing. */
export interface RoomRow {
  /** `bag` against a part, or a `plate` against the tire. */
  of: 'bag' | 'plate'
  part: string
  kind: PartKind
  name: string
  side: Side
  source: UndersidePart['source']
  rule: GapRule
  /** Standing empty, at the min. */
  standing: Meters
  /** Standing with the load on, leveled; null where that is not known. */
  loaded: Meters | null
  least: Meters
  at: Pose
  /** No pose is nearer. */
  lower: Meters
  certain: boolean
  /** Pressure at which the least gap is. */
  pressure: ScenePressure['id']
  /** Required loaded, and through the travel. */
  loadedRule: Meters
  leastRule: Meters
  /** Half-width of all that is not known exactly. */
  tolerance: Meters
  /** That one of the rules is not kept. */
  chance: number
  verdict: RoomVerdict
}

export interface RoomReport {
  rows: RoomRow[]
  spans: SpanRow[]
  /** Of the bag nearer to a limit. */
  bag: { least: Meters; most: Meters; leastAt: Pose; mostAt: Pose; share: number }
  tilt: Radians
  offset: Meters
  /** Of a cylinder in a coil: room to the coil all around, standing and where it is widest; whether it goes in folded. */
  coil: { standing: Meters | null; least: Meters | null; hanging: Meters | null; folded: Meters | null } | null
  /** Least of gap less rule; null where there is nothing around. */
  slack: Meters | null
}

/** A bag within this of a pipe has a heat shield between. Common practice, no published source. */
const SHIELD_DISTANCE: Meters = 6 * 0.0254
/** Overlapping by this much things touch; how deep is not looked into. */
const DEEP: Meters = -0.002
/** Under this chance a gap is taken for kept. */
const UNSURE = 0.02
/** How true brackets are made. Common practice, no published source. */
const BRACKET_TOLERANCE: Meters = 0.003
/** What the bag is mounted on: near by design. */
const CARRIES_IT: readonly PartKind[] = ['frame-rail', 'seat', 'axle-tube']

/**
 * Share of a normal spread below zero. Source: Abramowitz and Stegun 7.1.26, to 1.5e-7.
 */
export function normalBelow(x: number): number {
  const t = 1 / (1 + (0.3275911 * Math.abs(x)) / Math.SQRT2)
  const tail =
    (((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
      t *
      Math.exp((-x * x) / 2)) /
    2
  return x > 0 ? 1 - tail : tail
}

/** Parts that one side's bag can meet: its own side's, and those in the middle. */
const partsNear = ({ obstacles }: Scene, side: Side): SceneObstacle[] =>
  obstacles.filter((o) => o.side === side || o.side === 'center')

function leastOf(first: Body, bodies: readonly Body[], motion: Motion) {
  let best = leastGap(first, bodies[0]!, motion, { enough: DEEP })
  for (const body of bodies.slice(1)) {
    const gap = leastGap(first, body, motion, { known: best.gap, enough: DEEP })
    if (gap.gap < best.gap)
      best = { ...gap, lower: Math.min(gap.lower, best.lower), certain: gap.certain && best.certain }
    else best = { ...best, lower: Math.min(gap.lower, best.lower), certain: gap.certain && best.certain }
  }
  return best
}

/** One gap with its rules, its doubt and what that comes to. */
function judgeRow(row: Omit<RoomRow, 'chance' | 'verdict'>, shielded: boolean): RoomRow {
  const sigma = row.tolerance / 2
  const under = (gap: Meters, rule: Meters) =>
    sigma > 0 ? normalBelow((rule - gap) / sigma) : gap < rule - 1e-9 ? 1 : 0
  const chance = Math.max(under(row.least, row.leastRule), row.loaded === null ? 0 : under(row.loaded, row.loadedRule))
  const passes = row.least >= row.leastRule - 1e-9 && (row.loaded ?? Infinity) >= row.loadedRule - 1e-9
  const hot = row.kind === 'exhaust' && row.of === 'bag' && !shielded && row.standing < SHIELD_DISTANCE
  const verdict: RoomVerdict =
    row.least <= 0 ? 'touches' : !passes ? 'under-rule' : hot ? 'heat' : chance > UNSURE ? 'unsure' : 'fine'
  return { ...row, chance, verdict }
}

/** What a row is about, and the nearest that the two come through the travel. */
const rowOf = (
  of: RoomRow['of'],
  side: Side,
  { id, kind, name, source }: SceneObstacle,
  { gap, at, lower, certain }: ReturnType<typeof leastOf>,
) => ({ of, side, part: id, kind, name, source, least: gap, at, lower, certain })

/** Row of one side against one part. */
function bagRow(scene: Scene, side: Side, obstacle: SceneObstacle): RoomRow {
  const { motion, pressures, margin } = scene
  const [min, max] = [pressures[0]!, pressures.at(-1)!]
  const rides = ridesAlong(obstacle.kind)
  const found = leastOf(bagAt(scene, side, max.girth), obstacle.bodies, motion)
  return judgeRow(
    {
      ...rowOf('bag', side, obstacle, found),
      rule: rides ? 'riding' : 'moving',
      standing: gapIn(bagAt(scene, side, min.girth), obstacle.bodies, motion, STANDING),
      loaded: scene.loaded && gapIn(bagAt(scene, side, girthAt(scene, 'level')), obstacle.bodies, motion, scene.loaded),
      pressure: max.id,
      loadedRule: rides ? 0 : BAG_CLEARANCE.value,
      leastRule: rides ? 0 : margin,
      // Brackets set how far the bag is from what they are bolted to, wherever that is.
      tolerance: CARRIES_IT.includes(obstacle.kind)
        ? BRACKET_TOLERANCE
        : Math.hypot(obstacle.tolerance, scene.bagTolerance),
    },
    obstacle.part.shielded,
  )
}

/** What a coil stands on, or what turns about beside it: near by the vehicle's own design. */
const HOLDS_COIL: readonly PartKind[] = [...CARRIES_IT, 'coil', 'tire', 'leaf-pack', 'u-bolt-ends']
/** Parts that a cylinder in its coil is held against: measured ones, for an estimate says nothing of what stands so near by design. */
const besideCoil = ({ kind, source }: SceneObstacle): boolean => source !== 'estimate' && !HOLDS_COIL.includes(kind)

/** A cylinder and the coil around it against one part, whichever comes nearer: they must not touch. */
function coilRow(scene: Scene, side: Side, obstacle: SceneObstacle): RoomRow {
  const { motion, pressures } = scene
  const coil = scene.obstacles.find((o) => o.kind === 'coil' && o.side === side && o.source !== 'estimate')
  const firsts = (girth: ScenePressure['girth']) => [bagAt(scene, side, girth), ...(coil?.bodies ?? [])]
  const [min, max] = [pressures[0]!, pressures.at(-1)!]
  const found = firsts(max.girth)
    .map((first) => leastOf(first, obstacle.bodies, motion))
    .reduce((a, b) => (b.gap < a.gap ? b : a))
  const gapAt = (girth: ScenePressure['girth'], pose: Pose) =>
    Math.min(...firsts(girth).map((first) => gapIn(first, obstacle.bodies, motion, pose)))
  return judgeRow(
    {
      ...rowOf('bag', side, obstacle, found),
      rule: 'riding',
      standing: gapAt(min.girth, STANDING),
      loaded: scene.loaded && gapAt(girthAt(scene, 'level'), scene.loaded),
      pressure: max.id,
      loadedRule: 0,
      leastRule: 0,
      tolerance: Math.hypot(obstacle.tolerance, scene.bagTolerance),
    },
    obstacle.part.shielded,
  )
}

/** Plate to tire, of the plate that comes nearer. */
function plateRow(scene: Scene, side: Side, tire: SceneObstacle): RoomRow {
  const { motion } = scene
  const rows = (['upper', 'lower'] as const).map((which) => {
    const plate = scene.plates[side][which]
    return { plate, found: leastOf(plate, tire.bodies, motion) }
  })
  const { plate, found } = rows[0]!.found.gap <= rows[1]!.found.gap ? rows[0]! : rows[1]!
  return judgeRow(
    {
      ...rowOf('plate', side, tire, found),
      rule: 'moving',
      standing: gapIn(plate, tire.bodies, motion, STANDING),
      loaded: scene.loaded && gapIn(plate, tire.bodies, motion, scene.loaded),
      pressure: 'max',
      loadedRule: PLATE_CLEARANCE.value,
      leastRule: scene.margin,
      tolerance: Math.hypot(tire.tolerance, scene.bagTolerance),
    },
    true,
  )
}

/** Bag height, tilt and offset through the travel, of the side that comes nearer to a limit. */
function bagThrough(scene: Scene): Pick<RoomReport, 'bag' | 'tilt' | 'offset'> {
  const { motion, bags, heightRange } = scene
  const spans = SIDES.map((side) => spanThrough(motion, bags[side].lower, bags[side].upper))
  const [low, high] = [
    spans.reduce((a, b) => (b.least < a.least ? b : a)),
    spans.reduce((a, b) => (b.most > a.most ? b : a)),
  ]
  const offsets = SIDES.map((side): Extremes => {
    const { lower, upper } = bags[side]
    return extremesThrough(motion, (pose) => {
      const [x, y] = carried(motion, lower, pose)
      return Math.hypot(x - upper[0], y - upper[1])
    })
  })
  return {
    bag: {
      least: low.least,
      most: high.most,
      leastAt: low.leastAt,
      mostAt: high.mostAt,
      share: (scene.rideHeight - heightRange.low) / (heightRange.high - heightRange.low),
    },
    tilt: rollLimit(motion.travel),
    offset: Math.max(...offsets.map((o) => o.most)),
  }
}

/** Room between a cylinder and the coil around it. */
function coilRoom({ coil, pressures, rideHeight, mounting }: Scene, bag: RoomReport['bag']): RoomReport['coil'] {
  if (!coil) return null
  const widest = (height: Meters) => Math.max(...pressures.map(({ girth }) => radiusAt(girth, height)))
  // It is widest where it is pressed together most; the coil is as wide all the way.
  const roomAt = (height: Meters) => (coil.inside === null ? null : coil.inside / 2 - widest(height))
  return { standing: roomAt(rideHeight), least: roomAt(bag.least), hanging: coil.hanging, folded: mounting.folded }
}

/**
 * Room around the bags of a scene, standing and through the whole travel.
 * @param progress told of each gap that is worked out, from 0 to 1; returning false stops it
 * @returns null where it was stopped
 * Source: `leastGap`; rules of common practice in `core/kit/limits`.
 */
export function roomReport(scene: Scene, progress: (done: number) => boolean = () => true): RoomReport | null {
  const work: (() => RoomRow)[] = []
  for (const side of SIDES)
    for (const obstacle of partsNear(scene, side)) {
      if (!scene.inCoil) work.push(() => bagRow(scene, side, obstacle))
      else if (scene.coil && besideCoil(obstacle)) work.push(() => coilRow(scene, side, obstacle))
      if (obstacle.kind === 'tire' && !scene.inCoil) work.push(() => plateRow(scene, side, obstacle))
    }
  const rows: RoomRow[] = []
  for (const [i, one] of work.entries()) {
    if (!progress(i / work.length)) return null
    rows.push(one())
  }
  // What rides along is near by design: it comes after what moves, unless it touches.
  const last = (row: RoomRow) => (row.rule === 'riding' && row.verdict !== 'touches' ? 1 : 0)
  rows.sort((a, b) => last(a) - last(b) || slackOf(a) - slackOf(b))
  const through = bagThrough(scene)
  return {
    rows,
    spans: spansOf(
      scene.obstacles.map((o) => o.part),
      scene.motion,
    ),
    ...through,
    coil: coilRoom(scene, through.bag),
    slack: rows.length ? slackOf(rows[0]!) : null,
  }
}

/** How much a row has over the rule that it keeps least. */
export const slackOf = ({ least, leastRule, loaded, loadedRule }: RoomRow): Meters =>
  Math.min(least - leastRule, loaded === null ? Infinity : loaded - loadedRule)

/** Gaps of every row in one pose, for a picture that moves. */
export function gapsAt(scene: Scene, pose: Pose, pressure: ScenePressure['id']): Map<string, Meters> {
  const girth = girthAt(scene, pressure)
  const gaps = new Map<string, Meters>()
  if (scene.inCoil) return gaps
  for (const side of SIDES) {
    const bag = bagBody(scene.bags[side].lower, scene.bags[side].upper, girth)
    for (const o of partsNear(scene, side)) gaps.set(`${o.id}:${side}`, gapIn(bag, o.bodies, scene.motion, pose))
  }
  return gaps
}

/**
 * What to measure next: parts that could change the verdict, the one that decides most first. A reading with the tape leaves its own
 * tolerance; how much doubt it takes away is the chance that is open times what it narrows.
 * @param tape half-width of a reading
 */
export function measureNext({ rows }: RoomReport, tape: Meters): { part: string; side: Side; narrows: number }[] {
  const best = new Map<string, { part: string; side: Side; narrows: number }>()
  for (const row of rows) {
    if (row.source === 'tape') continue
    const open = row.chance * (1 - row.chance)
    const narrows = open * Math.max(0, 1 - tape / row.tolerance)
    const known = best.get(row.part)
    if (row.chance > UNSURE && row.chance < 1 - UNSURE && narrows > (known?.narrows ?? 0))
      best.set(row.part, { part: row.part, side: row.side, narrows })
  }
  return [...best.values()].sort((a, b) => b.narrows - a.narrows)
}

/** Nearest points of a row's two things in a pose, for a line between them. */
export function nearestAt(
  scene: Scene,
  row: Pick<RoomRow, 'of' | 'part' | 'side'>,
  pose: Pose,
  pressure: ScenePressure['id'],
) {
  const girth = girthAt(scene, pressure)
  const bodies = scene.obstacles.find((o) => o.id === row.part)?.bodies ?? []
  const firsts = row.of === 'bag' ? [bagAt(scene, row.side, girth)] : Object.values(scene.plates[row.side])
  const distance = distanceSolver(1e-6)
  let best: { gap: Meters; first: Vector; second: Vector } | null = null
  for (const first of firsts)
    for (const body of bodies) {
      const [a, b] = [posedBody(first, scene.motion), posedBody(body, scene.motion)]
      poseBody(a, pose)
      poseBody(b, pose)
      const found = distance(a, b)
      if (best && found.gap >= best.gap) continue
      best = { gap: found.gap, first: vectorOf(found.first), second: vectorOf(found.second) }
    }
  return best
}
const vectorOf = (vector: Float64Array): Vector => [vector[0]!, vector[1]!, vector[2]!]
