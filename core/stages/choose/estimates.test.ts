import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { demoKits, demoSurvey } from '../../../demo/shop'
import { catalogOf, judgeOn } from '../../kit'
import { onlyKits } from '../../fixtures/on-job'
import { newJob, type Job } from '../../job'
import type { BayRecord, RecordBody } from '../../records'
import { assessJob } from '../../judge'
import { POUND, PSI } from '../../quantity'
import {
  BODIES,
  estimateVehicle,
  figureOf,
  newLoad,
  weightClass,
  withFigure,
  type Intake,
  type Vehicle,
} from '../../vehicle'
import { assessKit, levelWithDoubt, READINGS } from '..'

const kits = demoKits()
const kit = (id: string) => kits.find((k) => k.id === id)!
const KIT_OF: Record<Intake['body'], string> = {
  pickup: 'ninebark-twofold',
  suv: 'kettleworth-core-92',
  van: 'sallow-reed-van',
  motorhome: 'ninebark-coach',
}
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const intake = fc.record({
  id: fc.constant('x'),
  body: fc.constantFrom(...BODIES),
  tireSize: fc.constant('LT265/70R17'),
  gvwr: fc.option(between(2_200, 9_000)),
  gawrFront: fc.option(between(1_200, 3_000)),
  gawrRear: fc.option(between(1_500, 6_000)),
  hitch: fc.boolean(),
})
const opened = (known: Intake & { id: string }, share: number): Job => {
  const vehicle = estimateVehicle(known)
  const start = newJob({ id: 'j', number: '1', title: 'j', day: '2026-11-27' }, { name: 'c', contact: '' }, vehicle)
  const load = { ...newLoad(vehicle, 'l', 'Load'), mass: share * vehicle.rear.curb, x: 0.1 }
  return onlyKits({ ...start, loadCases: [{ id: 'case-1', name: 'Usual', items: [load] }] }, kit(KIT_OF[known.body]))
}
const record = (body: RecordBody, i: number): BayRecord => ({
  body,
  by: 'Test',
  id: `r${i}`,
  sequence: i + 1,
  at: '2026-11-27T10:00:00Z',
  supersedes: null,
})
const half = (job: Job, records: readonly BayRecord[] = []) => {
  const level = assessJob(job, records).active.level.rear
  return level?.band && level.mean! > 0 && level.band.low > 0 ? level.band.high - level.mean! : null
}

describe('a class', () => {
  // Source: FHWA vehicle classes: 1 to 6,000 lb, 2a to 8,500, 2b to 10,000, 3 to 14,000.
  test.each([
    [6_000, '1'],
    [6_001, '2a'],
    [8_500, '2a'],
    [10_000, '2b'],
    [14_000, '3'],
    [14_001, '4+'],
  ])('%d lb is class %s', (pounds, name) => expect(weightClass(pounds * POUND)).toBe(name))
  test('every body opens from tire alone, every figure with a tolerance', () => {
    for (const body of BODIES) {
      const vehicle = estimateVehicle({ id: 'x', body, tireSize: '255/70R18' })
      for (const figure of ['wheelbase', 'rear.curb', 'rear.wheelRate', 'front.unsprung', 'rear.reboundTravel'])
        expect(vehicle.estimated[figure]!.tolerance, figure).toBeGreaterThan(0)
      expect(vehicle.ratings.gvwr).toBeNull()
      expect(vehicle.rear.rating).toBeNull()
      // Common practice, no published source: the empty body bounces at 1.2 to 1.8 Hz.
      const { wheelRate, curb, unsprung } = vehicle.rear
      const hz = Math.sqrt((2 * wheelRate!) / (curb - unsprung)) / (2 * Math.PI)
      expect(hz).toBeGreaterThan(1.2)
      expect(hz).toBeLessThan(1.8)
    }
  })
  test('words that were only guessed are asked, not answered', () => {
    const job = opened({ id: 'x', body: 'pickup', tireSize: '255/70R18' }, 0.3)
    const assessed = assessJob(job, []).chosen[0]!
    expect(assessed.verdict).not.toBe('fits')
    expect(assessed.fit.reasons.some((r) => r.fact === 'suspension' && r.effect === 'ask')).toBe(true)
  })
})

describe('what an estimate leaves unsure', () => {
  test('an estimate never shrinks the band of an answer', () => {
    fc.assert(
      fc.property(intake, between(0.1, 0.5), (known, share) => {
        const job = opened(known, share)
        const sure = { ...job, vehicle: { ...job.vehicle, estimated: {} } }
        const [wide, narrow] = [half(job), half(sure)]
        if (wide === null || narrow === null) return
        expect(wide).toBeGreaterThanOrEqual(narrow)
        const [a, b] = [assessJob(job, []).active.squat, assessJob(sure, []).active.squat]
        expect(a.rearTolerance).toBeGreaterThanOrEqual(b.rearTolerance)
      }),
      { numRuns: 60 },
    )
  })
  test('a larger tolerance is a wider band', () => {
    fc.assert(
      fc.property(intake, between(0.1, 0.5), fc.nat(20), (known, share, pick) => {
        const job = opened(known, share)
        const figures = Object.entries(job.vehicle.estimated).filter(([, e]) => e.tolerance > 0)
        const [path, { tolerance }] = figures[pick % figures.length]!
        const doubled = withFigure(job.vehicle, path, figureOf(job.vehicle, path)!, 2 * tolerance)
        const [one, two] = [half(job), half({ ...job, vehicle: doubled })]
        if (one === null || two === null) return
        expect(two).toBeGreaterThanOrEqual(one - 1e-6)
      }),
      { numRuns: 60 },
    )
  })
  test('an estimate replaced by a measurement inside it narrows', () => {
    fc.assert(
      fc.property(intake, between(0.1, 0.5), between(-0.25, 0.25), (known, share, off) => {
        const job = opened(known, share)
        const { best } = assessJob(job, []).active.estimate!
        if (!best || best.narrows < 0.1) return
        const measured = best.figures.reduce(
          (v, path) => withFigure(v, path, figureOf(v, path)! + off * job.vehicle.estimated[path]!.tolerance),
          job.vehicle,
        )
        const exact = best.figures.includes('rear.wheelRate')
          ? { ...measured, rear: { ...measured.rear, wheelRateTolerance: 0.05 * measured.rear.wheelRate! } }
          : measured
        const [before, after] = [half(job), half({ ...job, vehicle: exact })]
        if (before === null || after === null) return
        expect(after).toBeLessThan(before)
      }),
      { numRuns: 60 },
    )
  })
  test('a scale takes the place of estimated axle weights', () => {
    const job = opened({ id: 'x', body: 'van', tireSize: '235/65R16C' }, 0.3)
    const before = assessJob(job, []).active.estimate!
    expect(before.rear).toBeGreaterThan(50)
    const scale = record(
      {
        kind: 'scale-ticket',
        load: 'empty',
        loadCase: null,
        front: 1_400,
        rear: 1_150,
        trailer: null,
        tolerance: 10,
        ticket: '',
      },
      0,
    )
    const after = assessJob(job, [scale]).active.estimate!
    expect(after.rear).toBeLessThan(before.rear / 3)
  })
  test('says what to read next, the least effort first', () => {
    const { narrowings, best } = assessJob(opened({ id: 'x', body: 'pickup', tireSize: '255/70R18' }, 0.4), []).active
      .estimate!
    const efforts = narrowings.map((n) => READINGS.indexOf(n.reading))
    expect(efforts).toEqual([...efforts].sort((a, b) => a - b))
    expect(best!.narrows).toBeGreaterThan(0)
    for (const n of narrowings) expect(n.narrows).toBeLessThanOrEqual(1)
  })
  test('a coil replacement carries all that is sprung: its min carries the doubt of the weight', () => {
    const job = onlyKits(opened({ id: 'x', body: 'suv', tireSize: '255/70R18' }, 0.2), kit('ninebark-swap'))
    const [assessed] = assessJob(job, []).chosen
    expect(assessed!.minimum!.source).toBe('vehicle')
    expect(assessed!.minimum!.value).toBeGreaterThan(10 * PSI)
    expect(assessJob(job, []).active.estimate!.pressure.rear).toBeGreaterThan(2 * PSI)
  })
})

test('an estimated ratio of a link is not a known one: a slip-in kit waits for it', () => {
  const suv = estimateVehicle({
    id: 'x',
    body: 'suv',
    tireSize: '255/70R18',
    suspension: 'coil',
    architecture: 'independent',
  })
  const survey = { ...demoSurvey('lantern-trail') }
  const link = kit('kettleworth-link-86')
  const judgedOn = (vehicle: Vehicle) => judgeOn({ ...catalogOf([link]), applications: [] }, link, vehicle, survey)
  const asks = (vehicle: Vehicle) =>
    judgedOn(vehicle)
      .reasons.filter((r) => r.rule === 'link-ratio')
      .map((r) => r.effect)
  expect(suv.rear.motionRatio).toBeGreaterThan(0)
  expect(asks(suv)).toEqual(['ask'])
  expect(asks(withFigure(suv, 'rear.motionRatio', 0.64))).toEqual([])
})

test('a kit that is only looked at carries the same doubt as one that was picked', () => {
  const picked = opened({ id: 'x', body: 'pickup', tireSize: '255/70R18', gvwr: 4_490 }, 0.35)
  const bare = { ...picked, kits: [] }
  const { standing, cases, active } = assessJob(bare, [])
  const looked = assessKit(bare, kit('ninebark-twofold'), active, { catalog: catalogOf(kits) })
  const doubted = levelWithDoubt(bare, standing, cases, active, looked)!
  const { level } = assessJob(picked, []).active
  expect(doubted.band).toEqual(level.rear!.band)
  expect(doubted.band!.high - doubted.band!.low).toBeGreaterThan(looked.level!.band!.high - looked.level!.band!.low)
  // Asked of what carries it already, nothing is added twice.
  const again = levelWithDoubt(bare, standing, cases, active, { kit: looked.kit, level: doubted })
  expect(again).toBe(doubted)
})
