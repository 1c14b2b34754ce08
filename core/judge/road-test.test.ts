import { describe, expect, test } from 'vitest'
import { demoJob, demoJobs } from '../../demo/shop'
import { toldRecords } from '../fixtures/whole-job'
import { recordBodySchema, type BayRecord, type RecordOf } from '../records'
import { driveCompared } from '../stages'
import { assessJob } from './assess'
import { refusalOf } from './accept'

type Drive = RecordOf<'road-test'>['body']
const marks = { bumps: null, sway: 2, braking: null, steering: 3, noise: null }
const drive = (more: Partial<Drive> = {}): Drive => ({
  kind: 'road-test',
  timing: 'before',
  loadCase: null,
  road: 'County road, both ways',
  marks,
  note: '',
  second: null,
  ...more,
})
const NOW = Date.parse('2026-12-02T10:00:00Z')
const codeOf = (number: string, body: Drive, more: BayRecord[] = []) => {
  const { job, records } = demoJob(number)
  const all = [...records.filter((r) => r.body.kind !== 'handed-over'), ...more]
  return refusalOf(job, all, { body, supersedes: null }, { time: NOW, now: NOW })?.code ?? null
}

describe('a road test', () => {
  test('is not driven over a rating, and not with a load that the job has not', () => {
    const over = demoJobs().flatMap(({ job, records }) =>
      assessJob(job, records).cases.flatMap((c) =>
        c.ratings.exceeded.length ? [[job.number, c.loadCase.id] as const] : [],
      ),
    )
    expect(over.length).toBeGreaterThan(0)
    for (const [number, loadCase] of over) expect(codeOf(number, drive({ loadCase }))).toBe('drive-over-rating')
    expect(codeOf('0418', drive({ loadCase: 'another' }))).toBe('drive-other-load')
  })
  test('after the work the bags are at their min or more, read', () => {
    const { job } = demoJob('0411')
    const after = drive({ timing: 'after' })
    const air = (pressure: number): BayRecord => ({
      ...toldRecords([{ body: { kind: 'bag-pressure', axle: 'rear', left: pressure, right: pressure }, after: 0 }])[0]!,
      id: 'air',
      sequence: 9_999,
      at: '2026-12-02T09:00:00.000Z',
    })
    const least = assessJob(job, []).chosen[0]!.minimum!.value
    expect(codeOf('0411', after, [air(least)])).toBeNull()
    expect(codeOf('0411', after, [air(0.5 * least)])).toBe('drive-without-air')
  })
  test('five marks from 1 to 5, one of them at least', () => {
    const read = (body: unknown) => recordBodySchema.safeParse(body).success
    expect(read(drive())).toBe(true)
    expect(read(drive({ marks: { ...marks, sway: 0 } }))).toBe(false)
    expect(read(drive({ marks: { ...marks, sway: 6 } }))).toBe(false)
    expect(read(drive({ marks: { bumps: null, sway: null, braking: null, steering: null, noise: null } }))).toBe(false)
  })
  test('marks are held against each other only with the same load, by the same person', () => {
    const told = (before: Partial<Drive>, after: Partial<Drive>) =>
      toldRecords([
        { body: drive(before), after: 1 },
        { body: drive({ timing: 'after', marks: { ...marks, sway: 4 }, ...after }), after: 60 },
      ])
    expect(driveCompared(told({}, {}))).toMatchObject({ comparable: true, changed: [{ mark: 'sway', by: 2 }] })
    expect(driveCompared(told({ loadCase: 'case-1' }, {}))).toMatchObject({ comparable: false, changed: [] })
    const [one, two] = told({}, {})
    expect(driveCompared([one!, { ...two!, by: 'Teo' }])!.comparable).toBe(false)
    expect(driveCompared([])).toBeNull()
  })
})
