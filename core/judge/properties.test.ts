import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { demoJobs, demoKits } from '../../demo/shop'
import { onCatalog } from '../fixtures/on-catalog'
import { onlyKits } from '../fixtures/on-job'
import { catalogOf, motionRatioOf, type AirKit } from '../kit'
import { loadMass, newLoad, type Vehicle } from '../vehicle'
import { jobSchema, type Job } from '../job'
import type { BayRecord, RecordBody } from '../records'
import { assessJob } from '.'
import { rankKits } from '../stages'

const kits = demoKits()
const jobs = demoJobs()
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const someJob = fc.constantFrom(...jobs)
const item = (vehicle: Vehicle) =>
  fc.record({
    id: fc.uuid(),
    name: fc.constant('x'),
    kind: fc.constantFrom('cargo' as const, 'passenger' as const, 'tank' as const),
    fill: between(0, 1),
    mass: between(0, 3000),
    massTolerance: between(0, 100),
    place: fc.constantFrom('cabin' as const, 'bed' as const, 'tongue' as const, 'receiver' as const),
    x: between(-3, vehicle.wheelbase),
    y: between(-0.8, 0.8),
    z: between(0.3, 2.5),
    trailerMass: fc.option(between(0, 5000)),
    trailerAxle: fc.option(between(2, 8)),
    couplerHeight: fc.option(between(0.4, 0.7)),
    restoration: fc.option(between(0, 1)),
  })
const loaded = someJob.chain(({ job, records }) =>
  fc
    .record({
      items: fc.array(item(job.vehicle), { maxLength: 6 }),
      kit: fc.option(fc.constantFrom(...kits)),
      front: fc.option(fc.constantFrom(...kits.filter((k) => k.axle === 'front'))),
      air: fc.record({
        front: fc.constantFrom('teed' as const, 'separate' as const),
        rear: fc.constantFrom('teed' as const, 'separate' as const),
      }),
      mark: fc.constantFrom('ground' as const, 'wheel-center' as const),
      target: fc.constantFrom<Job['target']>(
        { kind: 'empty-height' },
        { kind: 'empty-rake' },
        { kind: 'recover', share: 0.7 },
      ),
    })
    .map(({ items, kit, front, ...rest }) => ({
      job: {
        ...onlyKits(job, ...(front ? [front] : []), ...(kit ? [kit] : [])),
        ...rest,
        loadCases: [{ id: 'c', name: 'c', items }],
        activeCase: 'c',
      } satisfies Job,
      records,
    })),
)
/** Every number anywhere inside. */
function numbers(value: unknown, visited = new Set<unknown>()): number[] {
  if (typeof value === 'number') return [value]
  if (typeof value !== 'object' || value === null || visited.has(value)) return []
  visited.add(value)
  return Object.values(value).flatMap((v) => numbers(v, visited))
}

describe('whatever a job holds', () => {
  test('the assessment has a figure or null, never a number that is none', () => {
    fc.assert(
      fc.property(loaded, ({ job, records }) => {
        expect(jobSchema.safeParse(job).success).toBe(true)
        const { cases, chosen } = assessJob(job, records)
        const levels = onCatalog(job, records, kits).map((k) => [k.level, k.rubber])
        for (const n of numbers([cases, levels, chosen.map((c) => c.level)])) expect(Number.isFinite(n)).toBe(true)
      }),
      { numRuns: 40 },
    )
  })
  test('weight is conserved: the axles together carry vehicle and load', () => {
    fc.assert(
      fc.property(loaded, ({ job, records }) => {
        const { weights, loadCase } = assessJob(job, records).active
        const load = [...job.fittings, ...loadCase.items].reduce((sum, i) => sum + loadMass(i), 0)
        expect(weights.frontTotal + weights.rearTotal).toBeCloseTo(
          job.vehicle.front.curb + job.vehicle.rear.curb + load,
          // A milligram: lighter than that is no load.
          5,
        )
      }),
      { numRuns: 25 },
    )
  })
  test('bags together carry what was added, however it is shared left and right', () => {
    fc.assert(
      fc.property(loaded, ({ job, records }) => {
        for (const { level, kit } of onCatalog(job, records, kits)) {
          if (!level?.left || !level.right) continue
          expect(
            (level.left.force + level.right.force) * motionRatioOf(kit as AirKit, job.vehicle[kit.axle])!,
          ).toBeCloseTo(level.supported, 3)
        }
      }),
      { numRuns: 25 },
    )
  })
  test('a kit is never called level over its maximum or under its minimum', () => {
    fc.assert(
      fc.property(loaded, ({ job, records }) => {
        for (const { level, minimum, maximum } of onCatalog(job, records, kits)) {
          if (level?.code !== 'level') continue
          for (const side of [level.left!, level.right!]) {
            expect(side.pressure).toBeGreaterThanOrEqual(minimum!.value)
            expect(side.pressure).toBeLessThanOrEqual(maximum!.value)
          }
        }
      }),
      { numRuns: 25 },
    )
  })
  // Source: statics: what stands over the rear axle is carried by that axle alone.
  test('five kilograms over what the rear axle may still carry block the hand-over, five under do not', () => {
    for (const { job, records } of jobs) {
      const rear = assessJob(job, records).active.ratings.margins.find((m) => m.id === 'gawr-rear')!
      const codes = (mass: number) => {
        const box = { ...newLoad(job.vehicle, 'box', 'Box'), mass, x: 0, y: 0 }
        const cases = job.loadCases.map((c) => (c.id === job.activeCase ? { ...c, items: [...c.items, box] } : c))
        const { active, stops } = assessJob({ ...job, loadCases: cases }, records)
        return {
          rear: active.ratings.exceeded.some((m) => m.id === 'gawr-rear'),
          stopped: stops.some((s) => s.code === 'over-rating' || s.code === 'overload-unsigned'),
        }
      }
      if (rear.remaining === null || rear.remaining < 5 || rear.remaining > 1e4) continue
      expect(codes(rear.remaining + 5), job.number).toEqual({ rear: true, stopped: true })
      expect(codes(rear.remaining - 5).rear, job.number).toBe(false)
    }
  })
  test('kits come best first, and none is lost', () => {
    fc.assert(
      fc.property(loaded, ({ job, records }) => {
        const { cases, active } = assessJob(job, records)
        const { fitting, partly, undecided, others } = rankKits(job, catalogOf(kits), cases, { active })
        const totals = fitting.map((k) => k.total)
        expect(totals).toEqual([...totals].sort((a, b) => b - a))
        for (const n of numbers([fitting, undecided])) expect(Number.isFinite(n)).toBe(true)
        const all = [...fitting, ...partly, ...undecided]
          .map((k) => k.assessed.kit.id)
          .concat(others.map((k) => k.kit.id))
        expect(new Set(all).size).toBe(kits.length)
      }),
      { numRuns: 40 },
    )
  })
})

describe('open items: what is off', () => {
  // A second derivation: the most that any end of the list took off beyond what it put back.
  test('is open exactly for what has not come back', () => {
    const { job, records } = jobs.find((j) => j.job.number === '0411')!
    const moves = fc.array(
      fc.tuple(fc.constantFrom<'off' | 'on-again'>('off', 'on-again'), fc.constantFrom('liner', 'clip', 'lamp')),
      { maxLength: 12 },
    )
    fc.assert(
      fc.property(moves, (list) => {
        const more = list.map(([kind, part], i): BayRecord => ({
          body: { kind, part, axle: null, side: null } satisfies RecordBody,
          by: 'Test',
          supersedes: null,
          id: `m${i}`,
          sequence: records.length + i + 1,
          at: '2026-11-25T10:00:00Z',
        }))
        const open = assessJob(job, [...records, ...more])
          .openItems!.off.filter((l) => l.open)
          .map((l) => l.what)
        for (const part of ['liner', 'clip', 'lamp']) {
          const balance = list.filter(([, p]) => p === part).map(([k]): number => (k === 'off' ? 1 : -1))
          const ends = balance.map((_, from) => balance.slice(from).reduce((sum, v) => sum + v, 0))
          expect(open.includes(part)).toBe(Math.max(0, ...ends) > 0)
        }
      }),
      { numRuns: 25 },
    )
  })
})

describe('stages', () => {
  test('nothing that waits is called done, and nothing done waits', () => {
    for (const { job, records } of jobs)
      for (const s of assessJob(job, records).stages) expect(s.state === 'done').toBe(s.waits.length === 0)
  })
  test('a job without anything waits at every stage for what it lacks', () => {
    const { job } = jobs.find((j) => j.job.number === '0419')!
    const codes = assessJob(job, []).stages.map((s) => s.waits.map((w) => w.code))
    expect(codes[0]).toEqual(expect.arrayContaining(['before-empty', 'before-loaded', 'survey']))
    expect(codes[1]).toEqual(['no-load'])
    for (const later of codes.slice(2, 7)) expect(later).toContain('no-kit')
    expect(codes[7]).toEqual(['hand-over-blocked'])
  })
  test('once work has begun the loaded "before" reading is no longer asked for', () => {
    const { job, records } = jobs.find((j) => j.job.number === '0417')!
    const unread = records.filter((r) => !(r.body.kind === 'height' && r.body.load === 'loaded'))
    const asks = (list: BayRecord[]) => assessJob(job, list).stages[0]!.waits.map((w) => w.code)
    expect(asks(unread)).not.toContain('before-loaded')
    expect(asks(unread.filter((r) => r.body.kind !== 'step'))).toContain('before-loaded')
  })
})
