import { describe, expect, test } from 'vitest'
import type { BayRecord } from '../../records'
import { assessJob } from '../../judge'
import { nextPull, type FastenerState } from '.'
import { demoJob } from '../../../demo/shop'
import { toldRecords, workBodies } from '../../fixtures/whole-job'

const { job } = demoJob('0417')
const all = workBodies(job)
const straps = all.findIndex((b) => b.kind === 'torque' && b.step === 'torque-strap:left')
/** Everything that comes before the straps of the left side. */
const records = toldRecords(all.slice(0, straps).map((body) => ({ body, after: 1 })))
const torquesAt = (step: string, list: BayRecord[] = records): FastenerState[] =>
  assessJob(job, list).torques.filter((t) => t.step.id === step)
const reading = (place: number, value: number): BayRecord => ({
  body: {
    kind: 'torque',
    step: 'torque-strap:left',
    fastener: 'axle-strap',
    place,
    outcome: 'reading',
    value,
    reading: null,
  },
  by: 'Test',
  id: `t${place}`,
  sequence: records.length + place,
  at: '2026-11-25T10:00:00Z',
  supersedes: null,
})

const strap = demoJob('0417').job.kits[0]!.kit.fasteners.find((f) => f.id === 'axle-strap')!.spec
const target = strap.kind === 'target' ? strap.value : 0

describe('passes', () => {
  // Source: common practice: drawn down evenly at half, four fifths and all of it, each pass at every place before the next.
  test('passes go round at every place before the torque itself', () => {
    const pull = (place: number, pass: number | undefined, id: string): BayRecord => {
      const r = reading(place, target * (pass === 1 ? 0.5 : pass === 2 ? 0.8 : 1))
      return { ...r, id, body: { ...r.body, ...(pass ? { pass } : {}) } }
    }
    const list: BayRecord[] = []
    const cases: [number, number, number][] = []
    for (let i = 0; i < 6; i++) {
      const [strap] = torquesAt('torque-strap:left', [...records, ...list])
      const next = nextPull(strap!)!
      cases.push([next.place, next.pass, Math.round((100 * next.torque!) / target) / 100])
      expect(strap!.missing).not.toEqual([])
      list.push(pull(next.place, next.pass < 3 ? next.pass : undefined, `p${i}`))
    }
    expect(cases).toEqual([
      [1, 1, 0.5],
      [2, 1, 0.5],
      [1, 2, 0.8],
      [2, 2, 0.8],
      [1, 3, 1],
      [2, 3, 1],
    ])
    const [strap] = torquesAt('torque-strap:left', [...records, ...list])
    expect([nextPull(strap!), strap!.missing]).toEqual([null, []])
  })
})

describe('the wrench that a torque was read with', () => {
  const RATED = 5 * target
  const read = (wrench: { serial: string; high: number; due: string }, value = target): FastenerState => {
    const r = reading(1, value)
    return torquesAt('torque-strap:left', [...records, { ...r, body: { ...r.body, wrench } as BayRecord['body'] }])[0]!
  }
  // Source: ISO 6789-1: a torque tool is calibrated from 20 % of its range up (from memory).
  test.each([
    [RATED, null],
    [RATED * 1.001, 'under-range'],
    [RATED * 0.9, null],
  ] as const)('reads to %d N·m: %s', (high, doubt) => {
    const state = read({ serial: 'W-1', high, due: '2099-12-31' })
    expect(state.places[0]!.doubt).toBe(doubt)
    // It is a doubt, not another reading: it closes, and is told.
    expect(state.places[0]!.state).toBe('within')
  })
  test('on the day its calibration is due it still holds, the day after it does not', () => {
    expect(read({ serial: 'W-1', high: 2 * target, due: '2026-11-25' }).places[0]!.doubt).toBeNull()
    expect(read({ serial: 'W-1', high: 2 * target, due: '2026-11-24' }).places[0]!.doubt).toBe('overdue')
  })
  test('nobody said which: nothing is made of it', () => {
    expect(torquesAt('torque-strap:left', [...records, reading(1, target)])[0]!.places[0]!.doubt).toBeNull()
  })
})
