import { linearRegression } from 'simple-statistics'
import { describe, expect, test } from 'vitest'
import { demoJob } from '../../../demo/shop'
import { GRAVITY, INCH, POUND, PSI } from '../../quantity'
import { answered, onlyKits, rearAxle, rearKit } from '../../fixtures/on-job'
import { newLoad } from '../../vehicle'
import { bandText, stopText, cautionText, obstacleText } from '../../wording'
import { type Job } from '../../job'
import type { BayRecord, RecordBody } from '../../records'
import { assessJob, type Assessment } from '../../judge'
import { caseRemedies, pressureCurve, recoveredShare, squatCurve, tonguesOf, type Caution } from '..'

const open = (job: Job, records: readonly BayRecord[] = []) => assessJob(job, records)
const codes = (a: Assessment) => a.cautions.map((c) => c.code)
type Code = Caution['code']
const caution = <C extends Code>(a: Assessment, code: C) =>
  a.cautions.find((c): c is Extract<Caution, { code: C }> => c.code === code)
function appended(records: readonly BayRecord[], ...bodies: RecordBody[]): BayRecord[] {
  const last = records.at(-1)!
  return [
    ...records,
    ...bodies.map((body, i) => ({ ...last, id: `more-${i}`, sequence: last.sequence + i + 1, supersedes: null, body })),
  ]
}
const ticket = (front: number, rear: number, load: 'empty' | 'loaded' = 'loaded'): RecordBody => ({
  kind: 'scale-ticket',
  load,
  loadCase: load === 'loaded' ? 'full' : null,
  front,
  rear,
  trailer: null,
  tolerance: 10,
  ticket: 'No. 7',
})

describe('the springs, from all that was measured', () => {
  const { job, records } = demoJob('0418')
  const a = open(job, records)
  test('a load on its stop is left out, what remains gives rate and friction', () => {
    expect(a.springs.rear.points.map((p) => [p.loadCase, p.way, p.excluded])).toEqual([
      [null, 'loading', null],
      [null, 'unloading', null],
      ['tour', 'loading', 'bottomed'],
      ['half', 'loading', null],
    ])
    expect(a.springs.rear.rate).toMatchObject({ source: 'loading-test', frictionSource: 'measured' })
    const half = a.springs.rear.points.find((p) => p.loadCase === 'half')!
    // Source: simple-statistics: a straight line through empty and loaded is the slope of the fit here.
    const line = linearRegression([
      [0, 0],
      [half.gain * GRAVITY, half.squat],
    ])
    expect(a.springs.rear.rate!.rate).toBeCloseTo(1 / line.m, 3)
    // Half the force between coming down and going back up.
    const again = a.springs.rear.points.find((p) => p.way === 'unloading')!
    expect(a.springs.rear.rate!.friction).toBeCloseTo((a.springs.rear.rate!.rate * again.squat) / 2, 3)
  })
  test('"fixed because it no longer touches" is still overloaded, and said', () => {
    expect(a.active.bottoms).toBe('measured')
    const bottoms = caution(a, 'bottoms')!
    expect(bottoms.by).toBe('measured')
    expect(cautionText(bottoms, 'us')).toContain('3 9/16 in')
    // Without a reading the springs say it.
    const unread = open(job, [])
    expect(unread.active.bottoms).toBe('by-rate')
    expect(caution(unread, 'bottoms')!.by).toBe('by-rate')
  })
  test('a load whose weight is vague makes a vague rate', () => {
    const vague = {
      ...job,
      loadCases: job.loadCases.map((c) => ({ ...c, items: c.items.map((i) => ({ ...i, massTolerance: i.mass / 2 })) })),
    }
    const rate = open(vague, records).springs.rear.rate!
    expect(rate.rate).toBeCloseTo(a.springs.rear.rate!.rate, 3)
    // Source: relative errors in quadrature (GUM 5.1.2): half the weight is half the rate.
    expect(rate.tolerance / rate.rate).toBeGreaterThan(0.5)
    expect(rate.tolerance / rate.rate).toBeLessThan(0.56)
  })
  test('helper leaves: the stretch past their contact is in no rate, but in the squat', () => {
    const leafy = {
      ...job,
      vehicle: rearAxle(job.vehicle, { stages: [{ kind: 'leaf' as const, at: 0.02, adds: 40_000 }] }),
    }
    const b = open(leafy, records)
    expect(b.springs.rear.trouble).toBe('past-contact')
    expect(b.springs.rear.rate!.source).toBe('vehicle')
    const { rates, bare } = b.active
    const { squat, gain } = bare!.rear
    expect(rates.rear!.rate * squat + 2 * 40_000 * (squat - 0.02)).toBeCloseTo(gain, 3)
  })
})

describe('one load, seen several ways', () => {
  const { job, records } = demoJob('0417')
  test('listed and by squat agree, and the uncertainty of both together is less than of either', () => {
    const { views } = open(job, records).active
    expect(views!.views.map((v) => v.source)).toEqual(['listed', 'squat'])
    expect(views!.agree).toBe(true)
    expect(views!.tolerance).toBeLessThan(Math.min(...views!.views.map((v) => v.tolerance)))
  })
  test('a ticket far from the list is said, and the weights follow the scale', () => {
    const a = open(job, appended(records, ticket(1650, 2400)))
    expect(a.active.weights).toMatchObject({ source: 'ticket', rearTotal: 2400 })
    expect(codes(a)).toContain('views-disagree')
    expect(a.active.views).toMatchObject({ agree: false, odd: 'ticket' })
  })
  test('two tickets, empty and loaded: the difference is the load', () => {
    const a = open(job, appended(records, ticket(1700, 1310, 'empty'), ticket(1660, 2060)))
    expect(a.active.weights.rear).toBe(750)
    expect(a.active.weights.front).toBe(-40)
  })
  test('the pressure that leveled it is a third view', () => {
    const handed = demoJob('0411')
    const { views } = open(handed.job, handed.records).active
    const aired = views!.views.find((v) => v.source === 'pressure')!
    // Source: steel at its squat and two bags at their pressure, worked from the records.
    expect(aired.value).toBeGreaterThan(450)
    expect(aired.value).toBeLessThan(700)
    expect(views!.agree).toBe(true)
  })
})

describe('what people get wrong, where its figure stands', () => {
  const { job, records } = demoJob('0417')
  test('front weight, pressure against rating, stiffer ride', () => {
    const a = open(job, records)
    expect(codes(a)).toEqual(['front-lost', 'pressure-is-not-rating', 'friction-unmeasured', 'stiffer-ride'])
    // Leveling returns some ten kilograms, no more.
    const lost = caution(a, 'front-lost')!
    expect(lost.lost / POUND).toBeCloseTo(94, 0)
    expect(cautionText(lost, 'us')).toContain('94 lb')
    expect(caution(a, 'pressure-is-not-rating')!.spare).toBeCloseTo(
      rearKit(job).bag.maximum - a.active.level.rear!.mean!,
      6,
    )
    expect(lost.back).toBeGreaterThan(5)
    expect(lost.back).toBeLessThan(15)
  })
  test('each other one, when it applies', () => {
    const changed: Job = {
      ...job,
      mark: 'ground',
      survey: answered(job.survey, { springsChanged: true, loadSensingValve: true, oldHelper: 'other' }),
      loadCases: job.loadCases.map((c) => ({
        ...c,
        items: c.items.map((i) => (i.place === 'tongue' ? { ...i, restoration: 0.5 } : i)),
      })),
    }
    const all = open(changed, records)
    for (const code of ['parts-raise-nothing', 'tires-sink', 'bars-slacken', 'rate-with-helper'] as const)
      expect(codes(all)).toContain(code)
    expect(caution(all, 'valve-reads-empty')!.sees).toBeCloseTo(0, 2)
    // Each says something of its own.
    expect(new Set(all.cautions.map((c) => cautionText(c, 'us'))).size).toBe(all.cautions.length)
  })
  // Common practice, no published source: a tongue carries 10 to 15 % of the trailer, and a lighter one lets it sway.
  test.each([
    [500, null],
    [499, 499 / 5000],
    [750, null],
  ])('%d lb on the tongue of a 5,000 lb trailer', (tongue, share) => {
    const towing: Job = {
      ...job,
      loadCases: job.loadCases.map((c) => ({
        ...c,
        items: c.items.map((i) =>
          i.place === 'tongue' ? { ...i, mass: tongue * POUND, trailerMass: 5000 * POUND } : i,
        ),
      })),
    }
    const towed = open(towing, records)
    expect(tonguesOf(towed.active.loadCase).map((t) => t.share)).toEqual([expect.closeTo(tongue / 5000, 9)])
    expect(caution(towed, 'tongue-light')?.share ?? null).toEqual(share === null ? null : expect.closeTo(share, 9))
  })
  test("a scale under the trailer's axles is held against what was said of it", () => {
    const towing: Job = {
      ...job,
      loadCases: job.loadCases.map((c) => ({
        ...c,
        items: c.items.map((i) => (i.place === 'tongue' ? { ...i, trailerMass: 2500 } : i)),
      })),
    }
    const tongue = towing.loadCases[0]!.items.find((i) => i.place === 'tongue')!
    const weighed = (trailer: number) => {
      const body = ticket(1650, 2000)
      return open(towing, appended(records, body.kind === 'scale-ticket' ? { ...body, trailer } : body))
    }
    const listed = 2500 - tongue.mass
    expect(caution(weighed(listed), 'trailer-disagrees')).toBeUndefined()
    expect(caution(weighed(listed + 400), 'trailer-disagrees')).toMatchObject({ weighed: listed + 400 })
  })
  test('unloaded again higher than empty is a misreading, and teaches nothing about friction', () => {
    const empty = records.filter((r) => r.body.kind === 'height' && r.body.load === 'empty')
    const again = (by: number) =>
      open(
        job,
        appended(
          // Before anything came off.
          records.filter((r) => r.body.kind === 'height'),
          ...empty.map(({ body }): RecordBody =>
            body.kind === 'height' ? { ...body, load: 'empty-again', value: body.value + by } : body,
          ),
        ),
      )
    expect(again(INCH / 2).corners.map((c) => c.code)).toEqual(['again-higher'])
    expect(again(INCH / 2).springs.rear.rate?.frictionSource).not.toBe('measured')
    expect(again(-INCH / 4).corners).toEqual([])
  })
  test('readings with air in bags give no rate', () => {
    const aired = records.map((r) =>
      r.body.kind === 'height' && r.body.load === 'loaded' ? { ...r, body: { ...r.body, bagPressure: 20 * PSI } } : r,
    )
    const a = open(job, aired)
    expect(a.springs.rear).toMatchObject({ trouble: 'aired', rate: { source: 'vehicle' } })
    expect(caution(a, 'rate-trouble')!.trouble).toBe('aired')
  })
})

describe('how sure a pressure is', () => {
  const { job, records } = demoJob('0417')
  test('the band is said with the pressure, and what makes it', () => {
    const level = open(job, records).active.level.rear!
    for (const figure of ['35 psi', '31', '38']) expect(bandText(level, 'us')).toContain(figure)
    expect(level.bandParts[0]!.source).toBe('friction')
    // Source: scatter in quadrature, friction as a whole (GUM 5.1.2).
    const of = (source: string) => level.bandParts.find((d) => d.source === source)?.value ?? 0
    const scatter = Math.hypot(of('load'), of('tape'), of('rate'), of('bag-height'))
    expect(level.band!.high - level.mean!).toBeCloseTo(scatter + of('friction'), 3)
  })
  test('a coarser tape widens it', () => {
    const coarse = records.map((r) =>
      r.body.kind === 'height' ? { ...r, body: { ...r.body, tolerance: INCH / 4 } } : r,
    )
    const width = (a: Assessment) => a.active.level.rear!.band!.high - a.active.level.rear!.mean!
    expect(width(open({ ...job, tapeTolerance: INCH / 4 }, coarse))).toBeGreaterThan(width(open(job, records)))
  })
  test('how much of the squat came back, ±', () => {
    const { job: handed, records: all } = demoJob('0411')
    const share = recoveredShare(open(handed, all).active.heights)!
    expect(share.share).toBeCloseTo(0.98, 2)
    expect(share.tolerance).toBeGreaterThan(0.01)
    expect(share.tolerance).toBeLessThan(0.04)
    expect(recoveredShare(open(job, records).active.heights)).toBeNull()
  })
})

describe('a load that keeps the vehicle in the shop', () => {
  const { job, records } = demoJob('0416')
  test('says what would bring it inside, and doing that does', () => {
    const a = open(job, records)
    const [remedy] = caseRemedies(job, a.standing, a.active)
    if (remedy?.by !== 'load') throw new Error('no remedy at the load')
    expect(remedy.takeOff[0]!.mass / POUND).toBeCloseTo(594, 0)
    const stop = a.stops.find((b) => b.code === 'overload-unsigned')!
    expect(['594 lb', '92 1/8 in'].every((figure) => stopText(stop).includes(figure))).toBe(true)
    const { move } = remedy
    const moved = {
      ...job,
      loadCases: job.loadCases.map((c) => ({
        ...c,
        items: c.items.map((i) => (i.id === move!.item.id ? { ...i, x: move!.x, y: move!.y } : i)),
      })),
    }
    expect(open(moved, records).active.ratings.exceeded).toEqual([])
  })
  test('a pressure over the maximum names limit, excess and help', () => {
    const { job: hives, records: read } = demoJob('0417')
    const heavy: Job = {
      ...hives,
      loadCases: [{ id: 'full', name: 'x', items: [{ ...newLoad(hives.vehicle, 'h', 'Stone'), mass: 2600, x: 0 }] }],
    }
    const level = open(heavy, read).active.level.rear
    expect(level!.code).toBe('above-maximum')
    // The vehicle could bear this; the picked pair cannot, so it is kept in the shop and another kit may be tried.
    const light: Job = {
      ...onlyKits(heavy, {
        ...rearKit(hives),
        bag: { ...rearKit(hives).bag, maximum: 25 * PSI },
        testPressure: 20 * PSI,
      }),
      loadCases: hives.loadCases.slice(0, 1),
    }
    const weak = open(light, read)
    expect(weak.active.ratings).toMatchObject({ exceeded: [], kitExceeded: [{ id: 'kit' }] })
    expect(weak.stops.map((b) => b.code)).toContain('over-rating')
    const [obstacle] = level!.obstacles
    expect(obstacle).toMatchObject({ limit: 'maximum', side: 'both' })
    expect(obstacle!.stands!).toBeLessThan(0)
    expect(obstacle!.takeOff!).toBeGreaterThan(0)
    expect(obstacleText(obstacle!, 'us')).toContain('psi')
    // It stands where steel and air at the max hold it, not at the aim.
    const { held: isHeld, squat } = level!
    expect(isHeld!.squat).toBeGreaterThan(squat + INCH / 4)
    expect(open(heavy, read).active.leveled!.atMark.rear).toBeCloseTo(-isHeld!.squat, 6)
  })
  test('with nothing to lift it stands where steel and the min pressure hold it', () => {
    const { job: hives, records: read } = demoJob('0417')
    const light: Job = {
      ...hives,
      loadCases: [{ id: 'full', name: 'x', items: [{ ...newLoad(hives.vehicle, 'h', 'Hat'), mass: 4, x: 0 }] }],
    }
    const { level: levels, leveled } = open(
      light,
      read.filter((r) => r.body.kind !== 'height'),
    ).active
    const level = levels.rear
    expect(['nothing-to-lift', 'below-minimum']).toContain(level!.code)
    expect(level!.held!.squat).toBeLessThan(0)
    expect(leveled!.atMark.rear).toBeCloseTo(-level!.held!.squat, 6)
  })
})

describe('curves', () => {
  const { job, records } = demoJob('0417')
  const a = open(job, records)
  test('squat rises with load and goes through the load case', () => {
    const curve = squatCurve(a.active, 2 * a.active.weights.rear)
    curve.slice(1).forEach((p, i) => expect(p.squat).toBeGreaterThan(curve[i]!.squat))
    const middle = curve.find((p) => Math.abs(p.gain - a.active.weights.rear) < 1)!
    expect(middle.squat).toBeCloseTo(a.active.bare!.rear.squat, 3)
  })
  test('pressure has its band on both sides', () => {
    const curve = pressureCurve(job, rearKit(job), a.active, 2 * a.active.weights.rear)
    expect(curve.length).toBeGreaterThan(10)
    for (const p of curve.filter((p) => p.mean > 0)) {
      expect(p.low).toBeLessThan(p.mean)
      expect(p.high).toBeGreaterThan(p.mean)
    }
  })
  test('without a rate there is no curve', () => {
    const blind = { ...job, vehicle: rearAxle(job.vehicle, { wheelRate: null }) }
    expect(squatCurve(open(blind).active, 500)).toEqual([])
  })
})
