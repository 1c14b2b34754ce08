import { describe, expect, test } from 'vitest'
import type { BayRecord } from '@stout-shackle/core/records'
import { assessJob } from '@stout-shackle/core/judge'
import { type FastenerState } from '@stout-shackle/core/stages'
import { demoJob } from '../../demo/shop'
import { toldRecords, workBodies } from '../../core/fixtures/whole-job'
import { nextPlace } from './wrench'

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

describe('where a wrench reading goes', () => {
  test('places fill in turn', () => {
    expect(nextPlace(torquesAt('torque-strap:left'))?.place).toBe(1)
    expect(nextPlace(torquesAt('torque-strap:left', [...records, reading(1, target)]))?.place).toBe(2)
  })
  test('a reading that was wrong is pulled again at the same place', () => {
    expect(nextPlace(torquesAt('torque-strap:left', [...records, reading(1, 2 * target)]))?.place).toBe(1)
  })
  test('a full step takes none', () => {
    expect(nextPlace(torquesAt('torque-strap:left', [...records, reading(1, target), reading(2, target)]))).toBeNull()
  })
  test('what is only turned or tightened by feel takes none', () => {
    expect(nextPlace(torquesAt('fit-shield:right'))).toBeNull()
  })
})
