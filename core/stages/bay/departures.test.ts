import { describe, expect, test } from 'vitest'
import { demoJob } from '../../../demo/shop'
import { toldRecords } from '../../fixtures/whole-job'
import { jobOfKind } from '../../fixtures/kinds-of-job'
import { assessJob } from '../../judge'
import type { Job } from '../../job'
import type { RecordBody } from '../../records'
import { deviationCaption } from '.'

const kindsOf = (job: Job, ...bodies: RecordBody[]) =>
  assessJob(job, toldRecords(bodies.map((body) => ({ body, after: 1 })))).departures
const why = (departure: 'wheels-on' | 'part-changed', what = 'as it is'): RecordBody => ({
  kind: 'deviation',
  what,
  why: 'enough room with the wheels on',
  agreedBy: 'Teo',
  answers: { kind: 'departure', departure },
})

describe('where work leaves its instructions', () => {
  test('nothing to ask where all is as they have it', () => {
    expect(kindsOf(jobOfKind('leaf pickup, sleeves', 'plain', '9101'))).toEqual([])
  })
  test('wheels on: one question a job, answered once', () => {
    const job = jobOfKind('leaf pickup with its wheels on', 'on', '9102')
    expect(kindsOf(job)).toMatchObject([{ kind: 'wheels-on', answer: null, alters: false, shown: true }])
    const [answered] = kindsOf(job, why('wheels-on'))
    expect(answered!.answer!.body.why).toBe('enough room with the wheels on')
    // It holds up nothing: it is asked, and printed as it is.
    const codes = assessJob(job, [])
      .stages.find((s) => s.stage === 'bay')!
      .waits.map((w) => w.code)
    expect(codes).toContain('departure-open')
  })
  test('clamps joined, and bolts longer than those in the box', () => {
    expect(kindsOf(demoJob('0421').job).map((d) => d.kind)).toEqual(
      expect.arrayContaining(['clamps-joined', 'longer-bolt']),
    )
  })
  test('a part that does not go back alters the vehicle: its reason wants a picture', () => {
    const job = jobOfKind('leaf pickup, sleeves', 'cut', '9103')
    const gone: RecordBody = {
      kind: 'part-fate',
      part: 'inner fender liner',
      axle: 'rear',
      side: 'left',
      fate: 'cut',
      agreedBy: 'Ren',
      note: '',
    }
    const photo = (what: string): RecordBody => ({
      kind: 'photo',
      step: null,
      caption: deviationCaption(what),
      image: `sha256:${'0'.repeat(64)}`,
    })
    const shown = (...more: RecordBody[]) => kindsOf(job, gone, ...more).map((d) => [d.kind, d.shown])
    expect(shown()).toEqual([['part-changed', false]])
    expect(shown(why('part-changed', 'liner cut'), photo('something else'))).toEqual([['part-changed', false]])
    expect(shown(why('part-changed', 'liner cut'), photo('liner cut'))).toEqual([['part-changed', true]])
  })
  test('a bolt that no wrench reached is printed with why', () => {
    const { job, records } = demoJob('0411')
    expect(assessJob(job, records).departures.some((d) => d.kind === 'not-torqued')).toBe(false)
  })
})

describe('the axle run down and up', () => {
  const job = jobOfKind('leaf pickup, sleeves', 'run', '9104')
  const { heightRange } = job.kits[0]!.kit.bag!
  const run = (more: object): RecordBody => ({
    kind: 'travel-run',
    axle: 'rear',
    side: 'left',
    gap: null,
    to: '',
    down: null,
    up: null,
    ...more,
  })
  const codes = (...bodies: RecordBody[]) =>
    assessJob(job, toldRecords(bodies.map((body) => ({ body, after: 1 }))))
      .stops.map((s) => s.code)
      .filter((c) => c.startsWith('travel'))
  test.each([
    [{ gap: 0.001 }, []],
    [{ gap: 0 }, ['travel-touches']],
    // As tall and as short as its kit allows, and no more.
    [{ down: heightRange.high, up: heightRange.low }, []],
    [{ down: heightRange.high + 0.001 }, ['travel-beyond']],
    [{ up: heightRange.low - 0.001 }, ['travel-beyond']],
  ] as const)('%j: %j', (more, expected) => expect(codes(run(more))).toEqual(expected))
  test('run again, the latest counts; the other side is another', () => {
    expect(codes(run({ gap: 0 }), run({ gap: 0.02 }))).toEqual([])
    expect(codes(run({ gap: 0 }), run({ side: 'right', gap: 0.02 }))).toEqual(['travel-touches'])
  })
  test('taking back what touched does not free it; another run does', () => {
    const touched = toldRecords([{ body: run({ gap: 0 }), after: 1 }])
    const back = {
      ...touched[0]!,
      id: 'back',
      sequence: 2,
      at: '2026-11-23T09:00:00.000Z',
      body: { kind: 'withdrawn' as const },
      supersedes: { record: touched[0]!.id, why: 'slip' },
    }
    const codesOf = (...records: typeof touched) => assessJob(job, records).stops.map((s) => s.code)
    expect(codesOf(...touched, back)).toContain('travel-touches')
    const again = { ...touched[0]!, id: 'again', sequence: 3, at: '2026-11-23T09:05:00.000Z', body: run({ gap: 0.01 }) }
    expect(codesOf(...touched, back, again)).not.toContain('travel-touches')
  })
})
