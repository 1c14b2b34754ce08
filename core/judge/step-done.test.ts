import { describe, expect, test } from 'vitest'
import type { RecordBody } from '../records'
import { assessJob, hindranceOf, planToRecord } from '.'
import { demoJob } from '../../demo/shop'
import { consentBodies, toldRecords, workBodies } from '../fixtures/whole-job'

const { job } = demoJob('0417')
const all = [...consentBodies(job), ...workBodies(job)]
const time = Date.parse('2026-11-25T10:00:00Z')
const factsWith = (bodies: readonly RecordBody[]) => ({
  ...assessJob(job, toldRecords(bodies.map((body) => ({ body, after: 1 })))),
  job,
})
/** Everything that comes before a step is recorded. */
const before = (step: string) => {
  const place = all.findIndex((b) => b.kind === 'step' && b.step === step)
  if (place < 0) throw new Error(`${step} is no step of this job`)
  return all.slice(0, place)
}
const hindrance = (
  step: string,
  bodies: readonly RecordBody[],
  others: Parameters<typeof hindranceOf>[2]['others'] = [],
) => {
  const facts = factsWith(bodies)
  const found = facts.steps.find((s) => s.step.id === step)!.step
  return hindranceOf(facts, found, { name: 'Maren', time, others })
}
const atStrap = (rests: string | null) => ({
  name: 'Teo',
  step: 'torque-strap:left',
  since: '2026-11-25T09:00:00Z',
  rests,
})

// Source: common practice; the order of TORQUE and STEP records is the one of the plan itself.
describe('whether a step may be recorded as done', () => {
  const step = 'torque-strap:left'
  test('with all its torques on record it may', () => {
    expect(hindrance(step, before(step))).toBeNull()
  })
  test('somebody who is at it keeps others out, one who rests does not', () => {
    expect(hindrance(step, before(step), [atStrap(null)])).toEqual({ code: 'taken', by: 'Teo' })
    expect(hindrance(step, before(step), [atStrap('phone')])).toBeNull()
  })
  test('a place without a torque is named by its number', () => {
    const without = before(step).filter((b) => !(b.kind === 'torque' && b.step === step && b.place === 2))
    expect(hindrance(step, without)).toMatchObject({ code: 'torque-open', place: 2, state: 'missing' })
  })
  test('a torque that was opened again does not count any more', () => {
    const reopened = [
      ...before(step),
      { kind: 'opened-again', step, fastener: 'axle-strap', reason: 'shim' } satisfies RecordBody,
    ]
    expect(hindrance(step, reopened)?.code).toMatch(/^torque-/)
  })
  test('what a step looks at has to be on record first: bags, connections, parts, the plate', () => {
    const facts = factsWith([])
    for (const { step: asks } of facts.steps.filter((s) => s.step.checks.length)) {
      const list = before(asks.id)
      const checked = list.slice(list.findLastIndex((b) => b.kind === 'step') + 1)
      const done = list.filter((b) => !checked.includes(b) || b.kind === 'torque')
      expect([asks.id, hindrance(asks.id, list)?.code]).toEqual([asks.id, undefined])
      expect([asks.id, hindrance(asks.id, done)?.code]).toEqual([asks.id, 'check-open'])
    }
  })
})

test('a plan goes on record once, before anything is done', () => {
  const none = factsWith([])
  const planned = planToRecord(none)!
  expect(planned.steps.map((s) => s.id)).toEqual(none.steps.map((s) => s.step.id))
  expect(planToRecord(factsWith([planned]))).toBeNull()
  expect(planToRecord(factsWith(all.slice(0, 6).filter((b) => b.kind === 'step')))).toBeNull()
  expect(planToRecord({ ...none, plan: null })).toBeNull()
})
