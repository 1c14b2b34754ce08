import createGraph from 'ngraph.graph'
import { aStar } from 'ngraph.path'
import { circuitFor } from '@stout-shackle/core/circuit'
import type { Circuit } from '@stout-shackle/core/fittings'
import { assessJob } from '@stout-shackle/core/judge'
import { fieldAmong, routeBetween, type Field } from '@stout-shackle/core/route'
import { laidLines, placedCircuit, routed, undersideOf } from '@stout-shackle/core/stages/air/lines'
import { seeded } from '../core/fixtures/seeded'
import { byWorth, cheapestFirst, drawnAccess, drawnLeaks, minutesToFind } from '../core/fixtures/simulated-leaks'
import { demoJob } from './demo'
import { percentile, time, type Figure } from './measure'

interface Found {
  mean: number
  p90: number
}
export interface AirFigures {
  routing: Figure
  judging: Figure
  /** One line on the same grid by another library's A*, its graph made before. */
  peer: Figure
  own: Figure
  /** How much dearer the way is than that library's cheapest. */
  dearer: number
  leaks: { circuit: string; worth: Found; cheapest: Found }[]
}

const TUBE = 0.00635

/** Six lines over a full underbody: two bags teed, tank, check valve, manifold, compressor. */
function sixLines() {
  const { job, records } = demoJob('0417')
  const teed = { ...job, air: { ...job.air, rear: 'teed' as const }, supply: 'compressor-tank' as const, circuit: null }
  const under = undersideOf(teed, assessJob(teed, records).active)
  return { job: teed, under, circuit: placedCircuit(teed, under) }
}

const CELL = 0.05
/** The grid of a field as a graph of another library: every free cell, with the cost of the way to each free neighbor. */
function graphOf(field: Field) {
  const [nx, ny, nz] = field.size
  const graph = createGraph<[number, number, number], number>()
  const id = (x: number, y: number, z: number) => x + nx * (y + ny * z)
  for (let z = 0; z < nz; z++)
    for (let y = 0; y < ny; y++)
      for (let x = 0; x < nx; x++) if (field.cell(id(x, y, z)) < Infinity) graph.addNode(id(x, y, z), [x, y, z])
  for (let z = 0; z < nz; z++)
    for (let y = 0; y < ny; y++)
      for (let x = 0; x < nx; x++) {
        if (!graph.hasNode(id(x, y, z))) continue
        for (let w = 14; w < 27; w++) {
          const [i, j, k] = [x + (w % 3) - 1, y + (Math.floor(w / 3) % 3) - 1, z + Math.floor(w / 9) - 1]
          if (i < 0 || j < 0 || k < 0 || i >= nx || j >= ny || k >= nz || !graph.hasNode(id(i, j, k))) continue
          const cost = (field.cell(id(x, y, z)) + field.cell(id(i, j, k))) / 2
          graph.addLink(id(x, y, z), id(i, j, k), cost * CELL * Math.hypot(i - x, j - y, k - z))
        }
      }
  return graph
}

/** Routes and leaks, beside a path finder of another library and the cheapest look first. */
export function benchAir(): AirFigures {
  const { job, under, circuit } = sixLines()
  const { obstacles, floor, ceiling, rear, front, half } = under
  const laid = routed(under, circuit).circuit
  const field = fieldAmong(obstacles, TUBE / 2, [rear, -half, floor], [front, half, ceiling])
  const graph = graphOf(field)
  const finder = aStar(graph, {
    oriented: false,
    distance: (_a, _b, link) => link.data,
    heuristic: (a, b) => CELL * Math.hypot(a.data[0] - b.data[0], a.data[1] - b.data[1], a.data[2] - b.data[2]),
  })
  const tube = laid.tubes.find((t) => t.id === 'rear-bag-right-air')!
  const [from, to] = [tube.from, tube.to].map((e) => laid.nodes.find((n) => n.id === e.node)!.at!)
  const free = [...Array(field.size[0] * field.size[1] * field.size[2]).keys()].filter((i) => graph.hasNode(i))
  const nearest = (p: readonly number[]) =>
    free.reduce((best, i) => {
      const distanceAt = (n: number) => {
        const [x, y, z] = graph.getNode(n)!.data
        return Math.hypot(
          field.low[0] + CELL * x - p[0]!,
          field.low[1] + CELL * y - p[1]!,
          field.low[2] + CELL * z - p[2]!,
        )
      }
      return distanceAt(i) < distanceAt(best) ? i : best
    })
  const [a, b] = [nearest(from!), nearest(to!)]
  const costOf = (way: readonly (readonly number[])[]) =>
    way.slice(1).reduce((sum, p, i) => {
      const q = way[i]!
      const long = Math.hypot(p[0]! - q[0]!, p[1]! - q[1]!, p[2]! - q[2]!)
      const steps = Math.max(1, Math.ceil(long / 0.01))
      let times = 0
      for (let k = 0; k < steps; k++) {
        const t = (k + 0.5) / steps
        const cost = field.cost(...(p.map((v, n) => q[n]! + t * (v - q[n]!)) as [number, number, number]))
        times += Number.isFinite(cost) ? cost : 1
      }
      return sum + (times / steps) * long
    }, 0)
  const theirs = finder.find(a, b).map((n) => n.data.map((v, k) => field.low[k as 0] + CELL * v))
  const ours = [from!, ...routeBetween(from!, to!, TUBE, field)!, to!]
  const circuits: [string, Circuit][] = [
    ['two bags teed to one valve', circuitFor([{ axle: 'rear', lines: 'teed', tube: TUBE }], 'valves')],
    ['two channels with a tank', circuitFor([{ axle: 'rear', lines: 'separate', tube: TUBE }], 'compressor-tank')],
  ]
  const found = (c: Circuit, strategy: typeof byWorth): Found => {
    const all = Array.from({ length: 1000 }, (_, i) => {
      const random = seeded(7000 + i)
      const leaks = drawnLeaks(c, random)
      return minutesToFind(c, leaks, strategy, seeded(i), drawnAccess(c, random))
    })
    return { mean: all.reduce((x, y) => x + y, 0) / all.length, p90: percentile(all, 0.9) }
  }
  return {
    routing: time('routing six lines, a harness and a hose over a full underbody', () => routed(under, circuit), 40),
    judging: time(
      'what they come to: gaps through the travel, sleeve, loom, ties',
      () => laidLines(job, under, laid),
      20,
    ),
    own: time('one of them', () => routeBetween(from!, to!, TUBE, field), 40),
    peer: time('ngraph.path on the same grid, its graph made before', () => finder.find(a, b), 40),
    dearer: costOf(ours) / costOf(theirs) - 1,
    leaks: circuits.map(([circuit, c]) => ({ circuit, worth: found(c, byWorth), cheapest: found(c, cheapestFirst) })),
  }
}
