import { describe, expect, test } from 'vitest'
import { demoJob, demoKits, demoProcedures } from '../../../demo/shop'
import { circuitFor, feedLines, piecesToCut } from '../../circuit'
import { connectionsOf, type Job } from '../../job'
import { onlyKits } from '../../fixtures/on-job'
import { partsAround } from '../../underbody'
import { supplyFaults } from './supply-faults'

// Common practice, no published source: fuse and relay carry 125 % of what runs through them; a wire loses 3 % at most.
const { job } = demoJob('0417')
const sheet = demoProcedures().find((p) => p.id === 'quill-compressor')!
const unit = sheet.compressor!
const with_ = (change: Partial<Job>, compressor: Partial<typeof unit> = {}): Job => ({
  ...job,
  supply: 'compressor',
  circuit: null,
  procedures: [
    { procedure: { ...sheet, compressor: { ...unit, ...compressor } } } as unknown as Job['procedures'][number],
  ],
  ...change,
})
const wired = (change: Partial<NonNullable<Job['wiring']>>): Pick<Job, 'wiring'> => ({
  wiring: { loop: null, feed: 'battery', auxiliary: null, ...change },
})

describe('what keeps a compressor from working is a stop', () => {
  const { full } = unit.current
  test.each([
    ['nothing measured', {}, []],
    ['fed by valves', { supply: 'valves' as const, ...wired({ feed: 'auxiliary' }) }, []],
    ['an auxiliary circuit nobody looked at', wired({ feed: 'auxiliary' }), ['current-not-looked-at']],
    [
      'one that carries just 125 %',
      wired({ feed: 'auxiliary', auxiliary: { fuse: 1.25 * full, relay: 1.25 * full } }),
      [],
    ],
    [
      'one that carries a little less',
      wired({ feed: 'auxiliary', auxiliary: { fuse: 1.25 * full - 0.1, relay: 1.25 * full } }),
      ['current-not-carried'],
    ],
    ['a loop as long as its harness, there and back', wired({ loop: 2 * unit.harness! }), []],
    ['a longer one', wired({ loop: 2 * unit.harness! + 0.1 }), ['harness-short']],
  ])('%s', (_, change, expected) => expect(supplyFaults(with_(change))).toEqual(expected))
  test('a line from it that was cut under what its sheet asks for', () => {
    const circuit = circuitFor([{ axle: 'rear', lines: 'separate', tube: 0.00635 }], 'compressor')
    const [feed] = feedLines(circuit)!
    const cut = (length: number): Job =>
      with_({ circuit: { ...circuit, tubes: circuit.tubes.map((t) => (t.id === feed ? { ...t, cut: length } : t)) } })
    expect(supplyFaults(cut(unit.hose))).toEqual([])
    expect(supplyFaults(cut(unit.hose - 0.01))).toEqual(['compressor-line-short'])
  })
  test('hung where the spare goes up; above it, and beside it, nothing is in the way', () => {
    const circuit = circuitFor([{ axle: 'rear', lines: 'separate', tube: 0.00635 }], 'compressor')
    const survey = { ...job.survey, spareUnderBed: true }
    const spare = partsAround(job.vehicle, survey, 'rear', 'axle').find((p) => p.kind === 'spare')!
    if (spare.shape.kind !== 'box') throw new Error('a spare is a box')
    const { low, high } = spare.shape
    const middle = low.map((l, i) => (l + high[i]!) / 2) as [number, number, number]
    const hung = (at: [number, number, number]) =>
      supplyFaults(
        with_({
          survey,
          circuit: { ...circuit, nodes: circuit.nodes.map((n) => (n.kind === 'compressor' ? { ...n, at } : n)) },
        }),
      )
    expect(hung(middle)).toEqual(['in-the-way-of-the-spare'])
    // Below its place it is in its way too.
    expect(hung([middle[0], middle[1], low[2] - 0.1])).toEqual(['in-the-way-of-the-spare'])
    expect(hung([middle[0], middle[1], high[2]])).toEqual([])
    expect(hung([high[0], middle[1], middle[2]])).toEqual([])
  })
  test('fewer channels than lines', () => {
    expect(supplyFaults(with_({}, { channels: 2 }))).toEqual([])
    expect(supplyFaults(with_({}, { channels: 1 }))).toEqual(['too-few-channels'])
  })
})

test('a line is never cut shorter than its sheet asks: what is over is coiled', () => {
  const circuit = circuitFor([{ axle: 'rear', lines: 'separate', tube: 0.00635 }], 'compressor')
  const [feed] = feedLines(circuit)!
  const ways = circuit.tubes.map((t) => ({ line: t.id, length: t.id === feed ? 0.61 : 1.5 }))
  // 2 ft 0 in of way where the sheet asks for 30 in.
  const cut = piecesToCut(circuit, ways, 0.762)
  expect(cut.find((p) => p.line === feed)!.length).toBeCloseTo(0.762, 9)
  expect(cut.find((p) => p.line === feed)!.coiled).toBeCloseTo(0.152, 9)
  expect(cut.filter((p) => p.line !== feed).every((p) => p.length === 1.5 && p.coiled === 0)).toBe(true)
  expect(piecesToCut(circuit, ways, 0.5)).toEqual(ways.map((w) => ({ ...w, coiled: 0 })))
})

test('a barb molded on has no thread: two connections fewer of a pair', () => {
  const kit = demoKits().find((k) => k.id === 'kettleworth-link-86')!
  const asked = (fitting: typeof kit.fitting, fasteners = kit.fasteners) => {
    const here = onlyKits({ ...job, air: { ...job.air, rear: 'teed' }, circuit: null }, { ...kit, fitting, fasteners })
    return connectionsOf(here).length
  }
  // Teed to one valve: two threads and two tube ends at the bags, three at the tee, one at the valve.
  expect(asked('barbed')).toBe(8)
  expect(asked('molded')).toBe(6)
  // A barbed one without a line of its own among what is screwed in is molded on.
  expect(
    asked(
      'barbed',
      kit.fasteners.filter((f) => f.id !== 'stem'),
    ),
  ).toBe(6)
})
