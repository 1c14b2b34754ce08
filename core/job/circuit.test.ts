import { describe, expect, test } from 'vitest'
import { demoJob, demoKits } from '../../demo/shop'
import { circuitFor, withoutTube } from '../circuit'
import { onlyKits } from '../fixtures/on-job'
import { neededParts } from '../stages'
import { assessJob } from '../judge'
import { axleOfConnection, circuitOf, connectionsOf, jobSchema } from '.'

const { job } = demoJob('0417')

describe('the circuit of a job', () => {
  test('follows its kits, its plumbing and its supply', () => {
    expect(connectionsOf(job)).toHaveLength(6)
    const teed = { ...job, air: { ...job.air, rear: 'teed' as const } }
    expect(connectionsOf(teed)).toHaveLength(8)
    expect(connectionsOf({ ...teed, supply: 'compressor' })).toHaveLength(11)
    expect(connectionsOf({ ...job, kits: [] })).toHaveLength(0)
    const [front, rear] = ['quill-fore-coil', 'ninebark-coach'].map((id) => demoKits().find((k) => k.id === id)!)
    const both = onlyKits(job, front!, rear!)
    expect(connectionsOf(both)).toHaveLength(12)
    expect(axleOfConnection(both, 'front-bag-left-air-to-front-left-valve')).toBe('front')
    expect(axleOfConnection(both, 'rear-left-valve-line-to-rear-bag-left')).toBe('rear')
  })
  test('of two axles on one compressor a joint that both use counts with one of them', () => {
    const [front, rear] = ['quill-fore-coil', 'ninebark-coach'].map((id) => demoKits().find((k) => k.id === id)!)
    const both = { ...onlyKits(job, front!, rear!), supply: 'compressor' as const }
    expect(connectionsOf(both).every((c) => c.axle === 'front' || c.axle === 'rear')).toBe(true)
    expect(
      connectionsOf(both)
        .filter((c) => c.node.kind === 'compressor')
        .map((c) => c.axle),
    ).toEqual(['rear', 'rear'])
  })
  test('one that was drawn has to say of the lines what the job says', () => {
    const drawn = circuitFor([{ axle: 'rear', lines: 'teed', tube: 0.00635 }], 'valves')
    const parsed = jobSchema.safeParse({ ...job, circuit: drawn })
    expect(parsed.error?.issues.map((i) => i.path.join('.'))).toEqual(['air.rear'])
    expect(jobSchema.safeParse({ ...job, circuit: drawn, air: { ...job.air, rear: 'teed' } }).success).toBe(true)
    // Half drawn it is kept: nobody can draw it in one stroke.
    const half = withoutTube(drawn, 'rear-tee-branch')
    expect(jobSchema.safeParse({ ...job, circuit: half, air: { ...job.air, rear: 'teed' } }).success).toBe(true)
  })
})

describe('a circuit that is not closed', () => {
  test.each([
    ['nothing in it', { nodes: [], tubes: [], passages: [], runs: [] }],
    [
      'a line taken out',
      withoutTube(circuitFor([{ axle: 'rear', lines: 'separate', tube: 0.00635 }], 'valves'), 'rear-bag-left-air'),
    ],
  ])('proves no soap test: %s', (_what, circuit) => {
    const { job: open, records } = demoJob('0411')
    const { finalChecks, stops } = assessJob({ ...open, circuit }, records)
    const soap = finalChecks.find((c) => c.check === 'soap')!
    expect(soap.state).toBe('open')
    expect(soap.missing.map((m) => m.code)).toContain('circuit-open')
    expect(stops.map((s) => s.about)).toContain('soap')
  })
})

describe('fittings that no box has', () => {
  const twofold = demoKits().find((k) => k.id === 'ninebark-twofold')!
  const named = (more: Partial<typeof job>) =>
    neededParts({ ...onlyKits(job, twofold), ...more }).filter(
      (p) => p.item === null && /tee|valve|Compressor|Tank|Manifold/i.test(p.name),
    )
  test('a teed circuit wants a tee, one with a tank all that belongs to it', () => {
    expect(named({})).toEqual([])
    expect(named({ air: { ...job.air, rear: 'teed' } })).toEqual([{ name: 'Tee', item: null, count: 1 }])
    expect(named({ supply: 'compressor-tank' }).map((p) => [p.name, p.count])).toEqual([
      ['Manifold', 1],
      ['Compressor', 1],
      ['Tank', 1],
      ['Check valve', 1],
    ])
  })
})

test('circuits and connections are the same objects for the same job', () => {
  expect(circuitOf(job)).toBe(circuitOf(job))
  expect(connectionsOf(job)).toBe(connectionsOf(job))
})
