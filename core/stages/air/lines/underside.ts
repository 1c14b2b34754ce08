import { bagBody, box, type Body, type Motion, type Vector } from '../../../clearance'
import type { Passage } from '../../../fittings'
import { circuitOf, kitAt, type Job } from '../../../job'
import type { Neighbor, RouteObstacle } from '../../../route'
import type { Meters } from '../../../quantity'
import { bodiesOf, motionOf, partName, partsAround, shiftedShape } from '../../../underbody'
import { type PartKind, type UndersidePart, AXLES, type AxleEnd } from '../../../vehicle'
import type { CaseAssessment } from '../../choose'
import { sceneOf, sceneQuestion, type Scene } from '../../fit/room'

/** What a line has to do with each kind of part. */
const NEIGHBOR: Partial<Record<PartKind, Neighbor>> = {
  exhaust: 'hot',
  'brake-line': 'brake',
  'brake-hose': 'brake',
  'high-voltage': 'no-go',
}
/** What a line is tied to. Never anything hot, never a brake line. */
const HOLDS: readonly PartKind[] = ['frame-rail', 'hitch-rail', 'cross-member', 'seat', 'harness', 'running-board']
const SHARP: readonly PartKind[] = ['frame-rail', 'hitch-rail', 'cross-member', 'seat']
/** What has holes that lines may go through. */
export const HAS_HOLES: readonly PartKind[] = ['frame-rail', 'hitch-rail', 'cross-member', 'seat']

/** A part where the whole vehicle is looked at: ahead of the rear axle. */
export interface UnderPart {
  part: UndersidePart
  axle: AxleEnd
  name: string
  neighbor: Neighbor
}
/** All that is under a vehicle, with where the bags' ports are. */
export interface Underside {
  parts: UnderPart[]
  obstacles: RouteObstacle[]
  /** Of each axle, about which it moves. */
  motions: Record<AxleEnd, Motion>
  /** Scene of each axle with bags. */
  scenes: Partial<Record<AxleEnd, Scene>>
  /** Lowest and highest that a line may hang. */
  floor: Meters
  ceiling: Meters
  /** Front and rear of the vehicle, and its half-width. */
  front: Meters
  rear: Meters
  half: Meters
}

const movesWith = ({ shape }: UndersidePart): boolean =>
  shape.kind === 'run' ? shape.points.some((p) => p.on === 'axle') : shape.on === 'axle'

const shifted = (motion: Motion, by: Meters): Motion => ({
  ...motion,
  center: [motion.center[0] + by, motion.center[1], motion.center[2]],
})

/** Half of a hole that a line may go through, 1 in across: usual in rails. Common practice, no published source. */
const HOLE: Meters = 0.0127
/** Which way a hole goes through a part: along the vehicle through a cross member, across it through all else. */
export const holeAxis = (kind: PartKind): 0 | 1 => (kind === 'cross-member' ? 0 : 1)
/** A part as bodies, a box with holes through it as what is left around them. */
function withHoles(part: UndersidePart, passages: readonly Passage[]): Body[] {
  const holes = passages.filter((p) => p.part === part.id)
  const { shape } = part
  if (shape.kind !== 'box' || !holes.length) return bodiesOf(part)
  // Along the face of the box, which the hole does not go along.
  const along = holeAxis(part.kind) === 1 ? 0 : 1
  const moved = (p: Vector, to: number, z: number): Vector => (along === 0 ? [to, p[1], z] : [p[0], to, z])
  let boxes: [Vector, Vector][] = [[shape.low, shape.high]]
  for (const { at: place } of holes)
    boxes = boxes.flatMap(([low, high]): [Vector, Vector][] => {
      const [u0, u1, z0, z1] = [place[along] - HOLE, place[along] + HOLE, place[2] - HOLE, place[2] + HOLE]
      if (u1 <= low[along] || u0 >= high[along] || z1 <= low[2] || z0 >= high[2]) return [[low, high]]
      const [fore, aft] = [Math.min(u1, high[along]), Math.max(u0, low[along])]
      const around: [Vector, Vector][] = [
        [moved(low, fore, low[2]), high],
        [low, moved(high, aft, high[2])],
        [moved(low, aft, Math.min(z1, high[2])), moved(high, fore, high[2])],
        [moved(low, aft, low[2]), moved(high, fore, Math.max(z0, low[2]))],
      ]
      return around.filter(([a, b]) => b[along] - a[along] > 1e-6 && b[2] - a[2] > 1e-6)
    })
  return boxes.map(([low, high]) => box(shape.on, low, high))
}

/** What is under a job's vehicle, in one set of directions: ahead of the rear axle, left of the center line, above the ground. */
export function undersideOf(job: Job, active: CaseAssessment): Underside {
  const { vehicle, survey } = job
  const { passages } = circuitOf(job)
  const scenes: Underside['scenes'] = {}
  for (const axle of AXLES) {
    const kit = kitAt(job, axle)?.kit
    const question = kit ? sceneQuestion(job, kit, active) : null
    if (question) scenes[axle] = sceneOf(question)
  }
  const ahead: Record<AxleEnd, Meters> = { front: vehicle.wheelbase, rear: 0 }
  const motions = Object.fromEntries(
    AXLES.map((axle) => {
      const parts = partsAround(vehicle, survey, axle, 'axle')
      return [axle, shifted(scenes[axle]?.motion ?? motionOf(vehicle, axle, parts), ahead[axle])]
    }),
  ) as Record<AxleEnd, Motion>
  const around = AXLES.flatMap((axle) => {
    const partsHere = scenes[axle]?.obstacles.map((o) => o.part) ?? partsAround(vehicle, survey, axle, 'axle')
    return partsHere.map((part): UnderPart => {
      const moved = { ...part, id: `${axle}-${part.id}`, shape: shiftedShape(part.shape, [ahead[axle], 0, 0]) }
      return {
        part: moved,
        axle,
        name: partName(part),
        neighbor: NEIGHBOR[part.kind] ?? (movesWith(part) ? 'moving' : 'still'),
      }
    })
  })
  const parts = [...around, ...railsBetween(job, around)]
  const obstacles = parts
    // A bed floor or a flat face far off is no neighbor of a line.
    .filter(({ part }) => part.shape.kind !== 'plane')
    .map(({ part, axle, name, neighbor }): RouteObstacle => ({
      id: part.id,
      name,
      neighbor,
      bodies: withHoles(part, passages),
      motion: motions[axle],
      tolerance: part.tolerance,
      holds: HOLDS.includes(part.kind) && !movesWith(part),
      sharp: SHARP.includes(part.kind),
    }))
  for (const axle of AXLES) {
    const scene = scenes[axle]
    if (!scene) continue
    for (const side of ['left', 'right'] as const) {
      const { lower, upper } = scene.bags[side]
      const by = (p: Vector): Vector => [p[0] + ahead[axle], p[1], p[2]]
      obstacles.push({
        id: `${axle}-bag-${side}`,
        name: `${side} bag`,
        neighbor: 'moving',
        bodies: [bagBody(by(lower), by(upper), scene.bag.maximumDiameter / 2)],
        motion: motions[axle],
        tolerance: scene.bagTolerance,
        holds: false,
        sharp: false,
      })
    }
  }
  return {
    parts,
    obstacles,
    motions,
    scenes,
    floor: 0.22,
    ceiling: Math.max(0.9, ...Object.values(scenes).map((s) => s.bags.left.upper[2] + 0.25)),
    front: vehicle.wheelbase + vehicle.frontOverhang,
    rear: -vehicle.rearOverhang,
    half: Math.max(vehicle.rear.track, vehicle.front.track) / 2 + 0.15,
  }
}

/** What a frame rail may be off by where nobody described it: it is drawn straight on from where somebody did. */
const RAIL_TOLERANCE: Meters = 0.04

/** Frame rails from axle to axle and on to the rear end, where they were described about the axles only. */
function railsBetween({ vehicle }: Job, parts: readonly UnderPart[]): UnderPart[] {
  if (!vehicle.frameRails) return []
  return (['left', 'right'] as const).flatMap((side) => {
    const boxes = AXLES.flatMap((axle) => {
      const rail = parts.find((p) => p.axle === axle && p.part.kind === 'frame-rail' && p.part.side === side)
      return rail && rail.part.shape.kind === 'box' ? [{ own: rail, shape: rail.part.shape }] : []
    })
    const rear = boxes.find((b) => b.own.axle === 'rear')
    const front = boxes.find((b) => b.own.axle === 'front')
    if (!rear) return []
    const piece = (id: string, from: Meters, to: Meters): UnderPart[] =>
      to - from < 0.05
        ? []
        : [
            {
              ...rear.own,
              part: {
                ...rear.own.part,
                id: `${id}-rail-${side}`,
                shape: {
                  ...rear.shape,
                  low: [from, rear.shape.low[1], rear.shape.low[2]],
                  high: [to, rear.shape.high[1], rear.shape.high[2]],
                },
                source: 'estimate',
                tolerance: RAIL_TOLERANCE,
              },
            },
          ]
    return [
      ...piece('tail', -vehicle.rearOverhang, rear.shape.low[0]),
      ...piece('between', rear.shape.high[0], front ? front.shape.low[0] : vehicle.wheelbase),
    ]
  })
}
