import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { randomUUID } from 'node:crypto'
import type { LastRead, StoredJob } from '@stout-shackle/core/contract'
import type { Job } from '@stout-shackle/core/job'
import { USUAL_MOUNT } from '@stout-shackle/core/kit'
import { assessJob } from '@stout-shackle/core/judge'
import { PSI } from '@stout-shackle/core/quantity'
import type { KeptReading, RecordBody } from '@stout-shackle/core/records'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

const open = async (purpose?: string, of = 'job-0411') =>
  (
    (await shop.api.post(`/api/jobs/${of}/return-visit`).send({ day: '2026-12-03', purpose }).expect(201))
      .body as StoredJob
  ).job
const read = async (id: string) => (await shop.api.get(`/api/jobs/${id}`).expect(200)).body as StoredJob
const tell = async (id: string, body: RecordBody) =>
  (
    await shop.api
      .post(`/api/jobs/${id}/records`)
      .set('Idempotency-Key', randomUUID())
      .send({ body, supersedes: null })
      .expect(201)
  ).body as { id: string }
const assessed = async (id: string) => {
  const { job, records } = await read(id)
  return assessJob(job, records)
}
/** Everything that the visit asks, as somebody with a gauge and a wrench does it. */
async function doAll(id: string, psi: number) {
  const { steps } = await assessed(id)
  for (const { step } of steps) {
    if (step.checks.includes('first-air'))
      await tell(id, { kind: 'bag-pressure', axle: step.axle!, left: psi * PSI, right: psi * PSI })
    for (const f of step.torques)
      for (let place = 1; place <= f.count; place += 1)
        await tell(id, {
          kind: 'torque',
          step: step.id,
          fastener: f.id,
          place,
          outcome: f.spec.kind === 'target' ? 'reading' : 'by-feel',
          value: f.spec.kind === 'target' ? f.spec.value : null,
          reading: null,
        })
    await tell(id, { kind: 'step', step: step.id, outcome: 'done', reason: '' })
  }
}

describe('the short visit after a handover', () => {
  test('is steps with what was read then, leaves, and the visit before stays closed', async () => {
    const before = await read('job-0411')
    const visit = await open('recheck')
    const { steps, finalChecks } = await assessed(visit.id)
    expect(steps.map((s) => s.step.id)).toEqual(
      expect.arrayContaining(['re-read', 're-torque:left', 're-torque:right']),
    )
    expect(steps.every((s) => ['re-read', 're-torque'].some((name) => s.step.id.startsWith(name)))).toBe(true)
    expect(visit.recheck!.bags[0]!.last!.left).toBeGreaterThan(0)
    // Lug nuts come with the figure that was looked up then, and nobody looks it up again.
    const nuts = visit.recheck!.torques.filter((t) => t.fastener.id === 'lug-nuts')
    expect(nuts.map((t) => [t.fastener.spec.kind, t.last !== null])).toEqual([
      ['target', true],
      ['target', true],
    ])
    // As near as a wrench reads: 4 %. Source: ISO 6789-1, from memory.
    for (const { fastener } of nuts)
      if (fastener.spec.kind === 'target')
        expect([fastener.spec.low / fastener.spec.value, fastener.spec.high / fastener.spec.value]).toEqual([
          expect.closeTo(0.96, 9),
          expect.closeTo(1.04, 9),
        ])
    expect(finalChecks.flatMap((c) => (c.state === 'open' ? c.check : []))).toEqual(['torques', 'minimum-pressure'])
    await doAll(visit.id, 40)
    await tell(visit.id, { kind: 'handed-over', to: 'Ignace' })
    expect((await assessed(visit.id)).handedOver).not.toBeNull()
    expect(await read('job-0411')).toEqual(before)
  })
  test('two who open it open one; once it has left, the next is another', async () => {
    const [one, two] = await Promise.all([open('recheck'), open('recheck')])
    expect(one.id).toBe(two.id)
    await doAll(one.id, 40)
    await tell(one.id, { kind: 'handed-over', to: 'Ignace' })
    expect((await open('recheck')).id).not.toBe(one.id)
  })
  test('what it read of the bags stands in the log of the vehicle, and leaves it with its record', async () => {
    const visit = await open('recheck')
    const log = async () =>
      ((await shop.api.get(`/api/jobs/${visit.id}/pressures`).expect(200)).body as KeptReading[]).filter(
        (r) => r.job === visit.id && r.withdrawn === null,
      )
    const air = (psi: number) => ({ kind: 'bag-pressure', axle: 'rear', left: psi * PSI, right: psi * PSI }) as const
    const first = await tell(visit.id, air(3))
    await tell(visit.id, air(40))
    const rows = await log()
    expect(rows.map((r) => [Math.round(r.pressure / PSI), r.filledTo && Math.round(r.filledTo / PSI)])).toEqual(
      visit.air.rear === 'teed'
        ? [[3, 40]]
        : [
            [3, 40],
            [3, 40],
          ],
    )
    await shop.api
      .post(`/api/jobs/${visit.id}/records`)
      .send({ body: { kind: 'withdrawn' }, supersedes: { record: first.id, why: 'wrong truck' } })
      .expect(201)
    expect((await log()).every((r) => Math.round(r.pressure / PSI) === 40 && r.filledTo === null)).toBe(true)
  })
  test('bags under their min bring the vehicle back', async () => {
    const visit = await open('recheck')
    await tell(visit.id, { kind: 'bag-pressure', axle: 'rear', left: 1 * PSI, right: 1 * PSI })
    const rows = (await shop.api.get('/api/pressures').expect(200)).body as LastRead
    expect(rows.find((r) => r.job === visit.id)!.alarm).toMatchObject({ code: 'under-minimum', axle: 'rear' })
    expect((await assessed(visit.id)).stops.map((s) => s.code)).toContain('steps-left')
  })
  test('not while the vehicle is here, and none of a visit that left nothing of the kind', async () => {
    await shop.api.post('/api/jobs/job-0417/return-visit').send({ day: '2026-12-03', purpose: 'recheck' }).expect(409)
    const visit = await open('recheck')
    await doAll(visit.id, 40)
    await tell(visit.id, { kind: 'handed-over', to: 'Ignace' })
    const next = await open('work', visit.id)
    expect(next.recheck).toBeNull()
    // What was owed before it is owed still.
    expect(next.owed).toEqual(visit.owed)
  })
})

/** Ways past: each an ordinary visit, or one on which more was done, that would leave with the short visit's two checks. */
describe('the short visit is no way past the hand-over', () => {
  const openChecks = async (id: string) =>
    (await assessed(id)).finalChecks.filter((c) => c.state === 'open').map((c) => c.check)
  test('a visit that says itself that it is a short one', async () => {
    const recheck = (await open('recheck')).recheck
    const visit = await open('work')
    const put = await shop.api
      .put(`/api/jobs/${visit.id}`)
      .set('If-Match', '"1"')
      .send({ ...visit, title: 'Short', recheck } satisfies Job)
      .expect(200)
    expect((put.body as StoredJob).job.recheck).toBeNull()
    expect(await openChecks(visit.id)).toContain('heights')
  })
  test('a file that says so', async () => {
    const { job } = await read((await open('recheck')).id)
    const file = { format: 'stout-shackle-job/2', job: { ...job, id: 'file', number: '9901' }, records: [] }
    const answer = await shop.api.post('/api/jobs/import').send(file).expect(201)
    expect((answer.body as StoredJob).job.recheck).toBeNull()
  })
  test.each<[string, RecordBody]>([
    ['something taken off', { kind: 'off', part: 'inner fender liner', axle: 'rear', side: 'left' }],
    ['a bracket moved', { kind: 'bracket-moved', axle: 'rear', side: 'left', reason: 'it slipped' }],
    ['wheels off', { kind: 'moved', support: 'frame-raised', wheels: 'off', axle: 'rear', settled: false }],
  ])('%s', async (_name, body) => {
    const visit = await open('recheck')
    await tell(visit.id, body)
    expect(await openChecks(visit.id)).toContain('heights')
  })
  test('anything else of the job changed', async () => {
    const { job } = await read((await open('recheck')).id)
    const isOpen = (changed: Partial<Job>) =>
      assessJob({ ...job, ...changed }, []).finalChecks.find((c) => c.check === 'heights')!.state === 'open'
    expect(isOpen({})).toBe(false)
    expect(isOpen({ title: 'Other words', complaint: 'rattles' })).toBe(false)
    expect(isOpen({ vehicle: { ...job.vehicle, plate: 'AB 1' } })).toBe(false)
    expect(isOpen({ survey: { ...job.survey, runningBoards: !job.survey.runningBoards } })).toBe(true)
    expect(isOpen({ loadCases: job.loadCases.map((c) => ({ ...c, items: [] })) })).toBe(true)
    expect(isOpen({ supply: 'gauges' })).toBe(true)
    expect(isOpen({ vehicle: { ...job.vehicle, rear: { ...job.vehicle.rear, curb: 100 } } })).toBe(true)
    const mount = { ...USUAL_MOUNT, pressureCap: 100_000 }
    expect(isOpen({ kits: job.kits.map((k) => ({ ...k, mount })) })).toBe(true)
  })
  test('another kit, another supply, another load', async () => {
    const visit = await open('recheck')
    const { job } = await read(visit.id)
    const kits = job.kits.map((k) => ({ ...k, work: 'fit' as const }))
    expect(assessJob({ ...job, kits }, []).finalChecks.find((c) => c.check === 'heights')!.state).toBe('open')
    const heavy = job.loadCases.map((c) => ({ ...c, items: c.items.map((item) => ({ ...item, mass: 5_000 })) }))
    expect(
      assessJob({ ...job, loadCases: heavy }, []).stops.filter((s) => s.code === 'over-rating').length,
    ).toBeGreaterThan(0)
  })
})
