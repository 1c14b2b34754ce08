import fc from 'fast-check'
import { UndirectedGraph } from 'graphology'
import { connectedComponents } from 'graphology-components'
import { describe, expect, it } from 'vitest'
import {
  circuitFaults,
  circuitFor,
  jointsOf,
  labelsOf,
  linesAt,
  pressureGroups,
  tubeVolume,
  withInLine,
  withNode,
  withoutInLine,
  withoutNode,
  withoutTube,
  withTube,
} from '.'
import {
  passagesOf,
  threadsOf,
  TUBES,
  circuitSchema,
  NODE_KINDS,
  portsOf,
  SUPPLIES,
  type Circuit,
  type Supply,
} from '../fittings'

const tube = 0.00635
const pair = (lines: 'teed' | 'separate', supply: Supply = 'valves') =>
  circuitFor([{ axle: 'rear', lines, tube }], supply)
const coach = (supply: Supply) =>
  circuitFor(
    [
      { axle: 'front', lines: 'separate', tube },
      { axle: 'rear', lines: 'separate', tube },
    ],
    supply,
  )
const counts = (circuit: Circuit) => {
  const joints = jointsOf(circuit)
  return [joints.filter((j) => j.kind === 'tube').length, joints.filter((j) => j.kind === 'thread').length]
}

describe('joints of usual circuits', () => {
  // Counted by hand on the fittings; common practice, no published source.
  it.each([
    ['separate, a valve a side', pair('separate'), [4, 2]],
    ['teed, one valve', pair('teed'), [6, 2]],
    ['teed, a gauge at the valve', pair('teed', 'gauges'), [8, 2]],
    ['one channel', pair('teed', 'compressor'), [8, 3]],
    ['two channels', pair('separate', 'compressor'), [6, 3]],
    ['two channels with a tank', pair('separate', 'compressor-tank'), [10, 6]],
    ['a coach with four bags', coach('valves'), [8, 4]],
  ])('%s', (_name, circuit, expected) => {
    expect(counts(circuit)).toEqual(expected)
    expect(circuitSchema.safeParse(circuit).success).toBe(true)
  })
  it('names each end by what its line leads to', () => {
    const joints = jointsOf(pair('teed'))
    const right = joints.find((j) => j.node.id === 'rear-tee' && j.toward?.id === 'rear-bag-right')!
    expect([right.port, right.side]).toEqual(['run-b', 'right'])
    expect(joints.find((j) => j.node.id === 'rear-valve')!.side).toBeNull()
  })
})

describe('what shares a pressure', () => {
  it('is teed where air passes from bag to bag', () => {
    expect(linesAt(pair('teed'), 'rear')).toBe('teed')
    expect(linesAt(pair('separate'), 'rear')).toBe('separate')
    // A manifold's valves are shut between its channels.
    expect(linesAt(pair('separate', 'compressor-tank'), 'rear')).toBe('separate')
    expect(linesAt(pair('teed', 'compressor'), 'rear')).toBe('teed')
    expect(linesAt(pair('teed'), 'front')).toBeNull()
  })
  it('says whose air is behind each valve and channel', () => {
    expect(labelsOf(coach('compressor')).map((l) => [l.port, l.axle, l.side])).toEqual([
      ['out-1', 'front', 'left'],
      ['out-2', 'front', 'right'],
      ['out-3', 'rear', 'left'],
      ['out-4', 'rear', 'right'],
    ])
    expect(labelsOf(pair('teed'))).toEqual([{ node: 'rear-valve', port: 'line', axle: 'rear', side: null }])
  })
  it('finds the same sets as a graph library does', () => {
    fc.assert(
      fc.property(edits, (circuit) => {
        const graph = new UndirectedGraph()
        const ports = circuit.nodes.flatMap((n) => portsOf(n).map((p) => ({ node: n, key: `${n.id} ${p}` })))
        for (const { key } of ports) graph.addNode(key)
        for (const n of circuit.nodes)
          for (const set of passagesOf(n))
            for (const p of set.slice(1)) graph.mergeEdge(`${n.id} ${set[0]}`, `${n.id} ${p}`)
        for (const { from, to } of circuit.tubes) graph.mergeEdge(`${from.node} ${from.port}`, `${to.node} ${to.port}`)
        const bags = (keys: string[]) => keys.filter((k) => k.includes('bag-') && k.endsWith(' air')).length
        const theirs = connectedComponents(graph).map(bags).sort()
        const ours = pressureGroups(circuit)
          .map((g) => g.bags.length)
          .sort()
        expect(ours).toEqual(theirs)
      }),
    )
  })
})

describe('faults', () => {
  it.each(SUPPLIES)('has none as built, %s', (supply) => {
    for (const circuit of [pair('teed', supply), pair('separate', supply)])
      expect(circuitFaults(circuit, ['rear'])).toEqual([])
    expect(circuitFaults(coach(supply), ['rear', 'front'])).toEqual([])
  })
  it('finds a line left out, a bag nothing fills, and bags nobody has', () => {
    const open = withoutTube(pair('separate'), 'rear-bag-left-air')
    expect(circuitFaults(open, ['rear']).map((f) => [f.code, f.node])).toEqual([
      ['open-port', 'rear-bag-left'],
      ['open-port', 'rear-left-valve'],
      ['no-way-in', 'rear-bag-left'],
    ])
    expect(circuitFaults(pair('teed'), ['front']).map((f) => f.code)).toEqual(
      expect.arrayContaining(['bag-missing', 'bag-unknown']),
    )
  })
  it('finds a check valve the wrong way round', () => {
    const size = TUBES[0]!
    const turned = pair('teed', 'compressor-tank')
    const loose = withoutTube(withoutTube(turned, 'compressor-out'), 'check-valve-out')
    const wrong = withTube(
      withTube(loose, { node: 'compressor', port: 'out' }, { node: 'check-valve', port: 'out' }, size),
      { node: 'check-valve', port: 'in' },
      { node: 'tank', port: 'in' },
      size,
    )
    expect(circuitFaults(wrong, ['rear']).map((f) => f.code)).toEqual(['no-way-in', 'no-way-in', 'feeds-nothing'])
  })
  it('refuses front and rear bags on one line', () => {
    const size = TUBES[0]!
    let circuit = circuitFor(
      [
        { axle: 'front', lines: 'teed', tube },
        { axle: 'rear', lines: 'teed', tube },
      ],
      'valves',
    )
    circuit = withInLine(circuit, 'front-tee-branch', 'tee', null)
    circuit = withInLine(circuit, 'rear-tee-branch', 'tee', null)
    circuit = withTube(circuit, { node: 'tee', port: 'branch' }, { node: 'tee-2', port: 'branch' }, size)
    expect(circuitFaults(circuit, ['rear', 'front']).map((f) => f.code)).toEqual(['axles-joined'])
  })
})

/** Circuits after any edits. */
const step = fc.record({
  what: fc.constantFrom('add', 'remove', 'join', 'part', 'into', 'out'),
  kind: fc.constantFrom(...NODE_KINDS.filter((k) => k !== 'bag')),
  a: fc.nat(1000),
  b: fc.nat(1000),
})
const edits = fc
  .tuple(
    fc.constantFrom(...SUPPLIES),
    fc.constantFrom('teed' as const, 'separate' as const),
    fc.array(step, { maxLength: 14 }),
  )
  .map(([supply, lines, steps]) =>
    steps.reduce(
      (circuit, { what, kind, a, b }) => {
        const pick = <T>(all: readonly T[], n: number): T | undefined => all[n % Math.max(1, all.length)]
        const ports = circuit.nodes.flatMap((n) => portsOf(n).map((port) => ({ node: n.id, port })))
        const [from, to] = [pick(ports, a), pick(ports, b)]
        const node = pick(circuit.nodes, a)
        const line = pick(circuit.tubes, a)
        if (what === 'add') return withNode(circuit, kind, null)
        if (what === 'remove' && node) return withoutNode(circuit, node.id)
        if (what === 'join' && from && to) return withTube(circuit, from, to, TUBES[0]!)
        if (what === 'part' && line) return withoutTube(circuit, line.id)
        if (what === 'into' && line) return withInLine(circuit, line.id, kind, null)
        if (what === 'out' && node) return withoutInLine(circuit, node.id)
        return circuit
      },
      pair(lines, supply),
    ),
  )

describe('edits', () => {
  it('any of them keeps joints equal to the ends and threads of the graph, and the circuit readable', () => {
    fc.assert(
      fc.property(edits, (circuit) => {
        const [ends, threads] = counts(circuit)
        expect(ends).toBe(2 * circuit.tubes.length)
        expect(threads).toBe(circuit.nodes.reduce((n, node) => n + threadsOf(node).length, 0))
        expect(new Set(jointsOf(circuit).map((j) => j.id)).size).toBe(ends! + threads!)
        expect(circuitSchema.safeParse(circuit).success).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
  it('a fitting set into a line and taken out again leaves the line as it was', () => {
    const before = pair('separate')
    const tee = withInLine(before, 'rear-bag-left-air', 'gauge', [1, 0, 1])
    expect(counts(tee)).toEqual([6, 2])
    expect(counts(withoutInLine(tee, 'gauge'))).toEqual([4, 2])
    expect(linesAt(withoutInLine(tee, 'gauge'), 'rear')).toBe('separate')
  })
})

it('holds by its bore what a tube of that length holds', () => {
  // pi/4 x 4.3 mm squared x 5 m.
  expect(tubeVolume({ bore: 0.0043 }, 5)).toBeCloseTo(7.261e-5, 8)
})
