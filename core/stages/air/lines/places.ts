import { standOf } from '../../../kit'
import { newNode } from '../../../circuit'
import type { Circuit, CircuitNode, Place, RunKind } from '../../../fittings'
import type { AxleEnd } from '../../../vehicle'
import { circuitOf, kitAt, type Job } from '../../../job'
import { keptFrom, piecesOf, pointGap } from '../../../route'
import type { Meters } from '../../../quantity'
import type { Underside } from './underside'

/** What a port leaves to what is beside it: a fitting goes in between. Common practice, no published source. */
const PORT_ROOM: Meters = 0.012
/** Room that a port has at a place over what it needs, its own bag aside. */
const roomAt = (under: Underside, [x, y, z]: Place, node: string): Meters =>
  Math.min(
    ...under.obstacles.flatMap((o) =>
      o.id === node
        ? []
        : o.bodies
            .flatMap((b) => piecesOf(b, o.motion))
            .map((p) => pointGap(p, x, y, z) - Math.max(keptFrom(o), PORT_ROOM)),
    ),
  )

/** Ways a port can face, as parts of a turn from the rear toward the center line. */
const FACES = [0, 1 / 8, -1 / 8, 1 / 4, 3 / 8, -1 / 4, 1 / 2]
/**
 * Where a bag's port is, and what carries it: in a coil the line leaves below, elsewhere at the plate on the frame, which is turned so
 * that the port faces to the rear, or to where there is room for it.
 */
function bagPort(under: Underside, job: Job, { id, axle, side }: CircuitNode): Place | null {
  const scene = axle && under.scenes[axle]
  if (!scene || !side) return null
  const { lower, upper } = scene.bags[side]
  const x = axle === 'front' ? job.vehicle.wheelbase : 0
  const inward = side === 'left' ? -1 : 1
  const out = Math.max(0.11, scene.plateRadius + 0.02)
  if (isBelow(job, axle)) return [lower[0] + x - out, lower[1] + inward * 0.1, lower[2] - 0.02]
  const faces = FACES.map((turn): Place => {
    const [cos, sin] = [Math.cos(2 * Math.PI * turn), Math.sin(2 * Math.PI * turn)]
    return [upper[0] + x - out * cos, upper[1] + inward * (out * sin + 0.02 * cos), upper[2] + 0.01]
  })
  const room = faces.map((place) => roomAt(under, place, id))
  const first = room.findIndex((r) => r > 0)
  return faces[first < 0 ? room.indexOf(Math.max(...room)) : first]!
}
/** Whether the line leaves a bag at its moving end. */
export const isBelow = (job: Job, axle: AxleEnd): boolean => {
  const kit = kitAt(job, axle)?.kit
  return kit !== undefined && standOf(kit).insideCoil
}

/** Room that a fitting needs around it. */
const ROOM: Meters = 0.03
/** A place as it is, or the nearest one beside or below it that nothing is in. */
function clearPlace(under: Underside, place: Place): Place {
  const pieces = under.obstacles.flatMap((o) => o.bodies.flatMap((b) => piecesOf(b, o.motion)))
  const isClear = ([x, y, z]: Place) => pieces.every((p) => pointGap(p, x, y, z) > ROOM)
  const tries = [0, 0.06, 0.12, 0.18, 0.24].flatMap((out) =>
    [0, -0.08, 0.08, -0.16].map((up): Place => [place[0], place[1] + Math.sign(place[1]) * out, place[2] + up]),
  )
  return tries.find(isClear) ?? place
}

/** Where fittings usually sit while nobody has put them anywhere: common practice, no published source. */
// eslint-disable-next-line complexity -- a case for each kind of fitting
function usualPlace(under: Underside, job: Job, circuit: Circuit, node: CircuitNode): Place | null {
  // Away from the exhaust.
  const out = job.survey.rear.exhaustSide === 'left' ? -1 : 1
  const s = node.side === 'left' ? 1 : node.side === 'right' ? -1 : out
  const x = node.axle === 'front' ? job.vehicle.wheelbase : 0
  const rail = under.parts.find((p) => p.part.kind === 'frame-rail' && p.part.shape.kind === 'box')?.part.shape
  const inside = rail?.kind === 'box' ? Math.min(Math.abs(rail.low[1]), Math.abs(rail.high[1])) - 0.03 : 0.34
  const height = rail?.kind === 'box' ? (rail.low[2] + rail.high[2]) / 2 : 0.62
  const alike = circuit.nodes.filter((n) => n.kind === node.kind && n.axle === node.axle && n.side === node.side)
  const nth = alike.findIndex((n) => n.id === node.id)
  switch (node.kind) {
    case 'bag':
      return bagPort(under, job, node)
    case 'valve':
    case 'gauge':
      return clearPlace(under, [
        under.rear + (node.kind === 'gauge' ? 0.2 : 0.08) + 0.06 * nth,
        s * (node.axle === 'front' ? 0.42 : 0.34),
        0.56,
      ])
    case 'tee':
      return [x - 0.45 - 0.1 * nth, out * inside, height]
    case 'compressor':
      return [1.35, out * (inside - 0.06), height]
    case 'tank':
      return [1.75, out * (inside - 0.1), height]
    case 'manifold':
      return [0.95 - 0.1 * nth, out * (inside - 0.04), height]
    case 'check-valve':
      return [1.55, out * inside, height]
    case 'dump-valve':
      return [x - 0.6 - 0.1 * nth, out * inside, height - 0.05]
  }
}

/** Where a harness or an intake hose begins while nobody has said where: common practice, no published source. */
function usualBegin(under: Underside, job: Job, kind: RunKind, compressor: Place): Place {
  const out = job.survey.rear.exhaustSide === 'left' ? -1 : 1
  return kind === 'harness'
    ? // At the front, on the side away from the exhaust.
      [job.vehicle.wheelbase + 0.15, out * 0.5, Math.min(0.85, under.ceiling - 0.05)]
    : // Above the compressor, so that water runs out of the filter and not into it.
      clearPlace(under, [compressor[0] - 0.2, compressor[1], compressor[2] + 0.15])
}

/** A circuit whose every fitting has a place: its own, or the usual one. */
export function placedCircuit(job: Job, under: Underside): Circuit {
  const circuit = circuitOf(job)
  const nodes = circuit.nodes.map((n) =>
    newNode({ ...n, at: n.kind === 'bag' ? bagPort(under, job, n) : (n.at ?? usualPlace(under, job, circuit, n)) }),
  )
  return {
    ...circuit,
    nodes,
    runs: circuit.runs.map((r) => {
      const to = nodes.find((n) => n.id === r.to)!.at
      return { ...r, at: r.at ?? (to && usualBegin(under, job, r.kind, to)) }
    }),
  }
}
