import { describe, expect, test } from 'vitest'
import { demoJob } from '../../../demo/shop'
import { jobOfKind, KINDS_OF_JOB } from '../../fixtures/kinds-of-job'
import { toldRecords } from '../../fixtures/whole-job'
import type { Job } from '../../job'
import { assessJob } from '../../judge'
import { partKey } from '../../proof'
import type { BayRecord } from '../../records'
import { leftOver, shortOf } from '.'

const known = (job: Job, records: readonly BayRecord[] = []) => {
  const { active, steps, torques, standing } = assessJob(job, records)
  return { job, active, steps: steps.map((s) => s.step), torques, standing }
}
const short = (job: Job, records: readonly BayRecord[] = []) => shortOf(known(job, records), true)

describe('what a job needs beyond its boxes', () => {
  const coach = demoJob('0421')
  test('bolts, clamps and figures, each with the steps of its own axle that cannot begin', () => {
    const rows = short(coach.job)
    const bolts = rows.filter((r) => r.is === 'bolt')
    expect(bolts.map((b) => b.steps)).toEqual([
      expect.arrayContaining(['front-carriage-bolt:left', 'front-carriage-bolt:right']),
      expect.arrayContaining(['carriage-bolt:left', 'carriage-bolt:right']),
    ])
    for (const b of bolts) expect(new Set(b.steps.map((s) => s.startsWith('front-'))).size).toBe(1)
    // A clamp that goes around 3 1/2 in does not go around 3 9/16 in.
    expect(rows.find((r) => r.is === 'clamp')).toMatchObject({ most: 0.0889 })
    const figure = rows.find((r) => r.is === 'figure')!
    expect(figure.steps.every((s) => s.includes('lug-nuts'))).toBe(true)
    // What keeps a step waiting stands first.
    const waits = rows.map((r) => r.steps.length > 0)
    expect(waits).toEqual([...waits].sort((a, b) => Number(b) - Number(a)))
  })
  test('a figure that was looked up is not asked for any more', () => {
    const told = toldRecords([
      { body: { kind: 'maker-torque', fastener: 'lug-nuts', value: 190, source: 'manual, p. 4' }, after: 1 },
    ])
    expect(short(coach.job, told).some((r) => r.is === 'figure')).toBe(false)
  })
  test('what was counted too few is missing, and a count that is whole is not', () => {
    const { job } = demoJob('0417')
    const [part] = job.kits[0]!.kit.parts
    const counted = (has: number) =>
      toldRecords([
        { body: { kind: 'parts-counted', axle: 'rear', counts: [{ part: partKey(part!), has }] }, after: 1 },
      ])
    const missing = (has: number) => short(job, counted(has)).filter((r) => r.is === 'missing')
    expect(missing(part!.count)).toEqual([])
    expect(missing(part!.count - 1)).toMatchObject([{ name: part!.name, count: 1, axle: 'rear' }])
  })
  test.each(Object.keys(KINDS_OF_JOB))(
    '%s: nothing of it is below zero, and every step named is in the plan',
    (kind) => {
      const job = jobOfKind(kind, 'short', '9000')
      const k = known(job)
      const ids = new Set(k.steps.map((s) => s.id))
      for (const row of shortOf(k, true)) {
        for (const step of row.steps) expect(ids).toContain(step)
        for (const figure of [('count' in row && row.count) || 1, ('length' in row && row.length) || 1])
          expect(figure).toBeGreaterThan(0)
      }
      for (const { count } of leftOver(job, k)) expect(count).toBeGreaterThan(0)
    },
  )
})
