import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  circuitFor,
  feedLines,
  jointsOf,
  newNode,
  runsTo,
  withInLine,
  withNode,
  withoutNode,
  withoutRun,
  withPoints,
  withRunChanged,
} from '.'
import { TUBES, circuitSchema, type Circuit } from '../fittings'

const tube = 0.00635
const pair = circuitFor([{ axle: 'rear', lines: 'separate', tube }], 'compressor-tank')
const issuesOf = (circuit: object) => circuitSchema.safeParse(circuit).error?.issues.map((i) => i.path.join('.')) ?? []

describe('harness and intake hose', () => {
  test('come with a compressor and go with it; an inflation valve has none', () => {
    expect(circuitFor([{ axle: 'rear', lines: 'teed', tube }], 'valves').runs).toEqual([])
    expect(pair.runs.map((r) => [r.kind, r.to])).toEqual([
      ['harness', 'compressor'],
      ['intake-hose', 'compressor'],
    ])
    const two = withNode(pair, 'compressor', [1, 0, 0.6])
    expect(two.runs).toHaveLength(4)
    expect(circuitSchema.safeParse(two).success).toBe(true)
    expect(withoutNode(two, 'compressor').runs.map((r) => r.to)).toEqual(['compressor-2', 'compressor-2'])
    expect(withoutRun(pair, 'compressor-harness').runs.map((r) => r.kind)).toEqual(['intake-hose'])
  })
  test('have no joints: moving or bending them opens nothing', () => {
    const joints = jointsOf(pair).map((j) => j.id)
    const moved = withRunChanged(pair, 'compressor-harness', { at: [3, 0.5, 0.8] })
    const bent = withPoints(moved, 'compressor-harness', [[2, 0.4, 0.6]])
    expect(bent.runs[0]).toMatchObject({ at: [3, 0.5, 0.8], points: [[2, 0.4, 0.6]] })
    expect(bent.tubes).toEqual(pair.tubes)
    expect(jointsOf(bent).map((j) => j.id)).toEqual(joints)
  })
  test('go to a compressor that is there, under a name of their own', () => {
    expect(issuesOf(pair)).toEqual([])
    expect(issuesOf({ ...pair, runs: runsTo('tank') })).toEqual(['runs.0.to', 'runs.1.to'])
    expect(issuesOf({ ...pair, runs: runsTo('nobody') })).toEqual(['runs.0.to', 'runs.1.to'])
    const [harness] = pair.runs
    expect(issuesOf({ ...pair, runs: [harness, harness] })).toEqual(['tubes'])
    expect(issuesOf({ ...pair, runs: [{ ...harness, id: pair.tubes[0]!.id }] })).toEqual(['tubes'])
    expect(issuesOf({ ...pair, runs: [{ ...harness, kind: 'rope' }] })).toEqual(['runs.0.kind'])
    expect(issuesOf({ ...pair, runs: [{ ...harness, at: [1, 2] }] })).toEqual(['runs.0.at'])
  })
  test('a circuit that names none has none', () => {
    const { runs: _none, ...before } = pair
    expect(circuitSchema.parse(before).runs).toEqual([])
  })
})

/** Fewest lines from a compressor to each part by relaxing all of them until nothing changes (Bellman and Ford). */
function fewest({ nodes, tubes }: Circuit): number {
  const far = new Map(nodes.map((n) => [n.id, n.kind === 'compressor' ? 0 : Infinity]))
  for (const _ of nodes)
    for (const { from, to } of tubes)
      for (const [a, b] of [
        [from.node, to.node],
        [to.node, from.node],
      ] as const)
        far.set(b, Math.min(far.get(b)!, far.get(a)! + 1))
  return Math.min(...nodes.filter((n) => n.kind === 'manifold').map((n) => far.get(n.id)!), Infinity)
}

describe('the line from compressor to manifold', () => {
  test('goes through check valve and tank; without a compressor or a manifold there is none', () => {
    expect(feedLines(pair)).toEqual(['compressor-out', 'check-valve-out', 'tank-out'])
    expect(feedLines(circuitFor([{ axle: 'rear', lines: 'separate', tube }], 'valves'))).toBeNull()
    expect(feedLines(withoutNode(pair, 'tank'))).toBeNull()
    expect(feedLines(withInLine(pair, 'check-valve-out', 'gauge', null))).toHaveLength(4)
  })
  test('is the shortest by another algorithm, and each of its lines begins where the one before ended', () => {
    const KINDS = ['compressor', 'manifold', 'tank', 'tee', 'check-valve', 'gauge'] as const
    const node = fc.constantFrom(...KINDS)
    const edge = fc.tuple(fc.nat(11), fc.nat(11))
    fc.assert(
      fc.property(
        fc.array(node, { minLength: 2, maxLength: 12 }),
        fc.array(edge, { maxLength: 20 }),
        (kinds, edges) => {
          const nodes = kinds.map((kind, i) => newNode({ id: `n${i}`, kind }))
          const name = (i: number) => `n${i % nodes.length}`
          const tubes = edges.map(([a, b], i) => ({
            id: `t${i}`,
            from: { node: name(a), port: 'x' },
            to: { node: name(b), port: 'y' },
            ...TUBES[0]!,
            points: [],
          }))
          const circuit: Circuit = { nodes, tubes, passages: [], runs: [] }
          const way = feedLines(circuit)
          expect(way?.length ?? Infinity).toBe(fewest(circuit))
          let compressors = new Set(nodes.filter((n) => n.kind === 'compressor').map((n) => n.id))
          for (const id of way ?? []) {
            const { from, to } = tubes.find((t) => t.id === id)!
            const next = [
              compressors.has(from.node) ? to.node : null,
              compressors.has(to.node) ? from.node : null,
            ].filter((n) => n !== null)
            expect(next.length).toBeGreaterThan(0)
            compressors = new Set(next)
          }
        },
      ),
    )
  })
})
