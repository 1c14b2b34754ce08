import { afterAll, beforeAll, expect, test } from 'vitest'
import type { BayRecord, RecordOf } from '@stout-shackle/core/records'
import { jobOfKind, KINDS_OF_JOB } from '../../core/fixtures/kinds-of-job'
import { toldRecords, wholeJob } from '../../core/fixtures/whole-job'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

let number = 7000
async function leaves(kind: string, told = (records: BayRecord[]) => records) {
  number += 1
  const id = `kind-${number}`
  const job = jobOfKind(kind, id, String(number))
  const file = { format: 'stout-shackle-job/2', job, records: told(toldRecords(wholeJob(job), undefined, id)) }
  await shop.api.post('/api/jobs/import').send(file).expect(201)
  const body = { kind: 'handed-over', to: 'Ren' }
  const answer = await shop.api.post(`/api/jobs/${id}/records`).send({ body, supersedes: null })
  const { stops = [] } = answer.body as { stops?: { code: string; about: string }[] }
  expect(stops.map((s) => `${s.code}:${s.about}`)).toEqual([])
  expect(answer.status).toBe(201)
}

// Done in its order and inside its limits, each of them has to leave. Source: common practice, no published source.
test('there are at least seventeen of them', () => expect(Object.keys(KINDS_OF_JOB).length).toBeGreaterThanOrEqual(17))
test.each(Object.keys(KINDS_OF_JOB))('%s: it leaves', (kind) => leaves(kind))
test('by two technicians in turns, each clear before it moves: it leaves', () =>
  leaves('leaf pickup, bellows', (records) => {
    const clear = (r: BayRecord): BayRecord[] =>
      r.body.kind === 'step'
        ? ['Maren', 'Teo'].map((by) => ({
            ...r,
            id: `${r.id}-${by}`,
            by,
            body: { kind: 'clear', step: (r.body as RecordOf<'step'>['body']).step, names: [] },
          }))
        : []
    const turns = records.flatMap((r, i) => [...clear(r), { ...r, by: i % 2 ? 'Teo' : 'Maren' }])
    return turns.map((r, i) => ({ ...r, sequence: i + 1 }))
  }))
