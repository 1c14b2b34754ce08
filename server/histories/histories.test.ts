import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { History, HistorySummary, StoredJob } from '@stout-shackle/core/contract'
import type { Intake } from '@stout-shackle/core/vehicle'
import { demoJob } from '../../demo/shop'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

const VIN = '1M8GDM9AXKP042788'
const opened = async (intake: Intake, customer = 'Quay Nine Dive Shop') =>
  (
    await shop.api
      .post('/api/jobs')
      .send({ title: 'Sags', customer: { name: customer, contact: '' }, day: '2026-11-27', intake })
      .expect(201)
  ).body as StoredJob
const history = async (id: string) => (await shop.api.get(`/api/histories/${id}`).expect(200)).body as History

describe('a job from label and tire alone', () => {
  test('every figure that nobody gave is an estimate, and the label is none', async () => {
    const { job } = await opened({ body: 'pickup', tireSize: 'LT275/70R18', gvwr: 4_490, gawrRear: 2_812 })
    expect(job.vehicle.rear.rating).toBe(2_812)
    expect(job.vehicle.ratings.gvwr).toBe(4_490)
    expect(Object.keys(job.vehicle.estimated)).toEqual(
      expect.arrayContaining(['wheelbase', 'rear.curb', 'rear.wheelRate']),
    )
    expect(job.vehicle.estimated).not.toHaveProperty('rear.tireSize')
  })
  test.each([
    [{ body: 'pickup' }, 'intake.tireSize'],
    [{ body: 'boat', tireSize: '255/70R18' }, 'intake.body'],
    [{ body: 'van', tireSize: 'round' }, 'intake.tireSize'],
  ])('%j is refused by its field', async (intake, field) => {
    const answer = await shop.api
      .post('/api/jobs')
      .send({ title: 'x', customer: { name: 'c', contact: '' }, day: '2026-11-27', intake })
      .expect(422)
    expect(JSON.stringify(answer.body)).toContain(field)
  })
  test('a vehicle or what is known of it, not both and not neither', async () => {
    const base = { title: 'x', customer: { name: 'c', contact: '' }, day: '2026-11-27' }
    await shop.api.post('/api/jobs').send(base).expect(422)
    const both = { ...base, vehicle: demoJob('0417').job.vehicle, intake: { body: 'van', tireSize: '255/70R18' } }
    await shop.api.post('/api/jobs').send(both).expect(422)
  })
})

describe('one life of a vehicle', () => {
  test('two jobs of one VIN are visits of one vehicle; a new owner takes over from that day', async () => {
    const first = await opened({ body: 'van', tireSize: '235/65R16C', vin: VIN, plate: 'abc 123' })
    const second = await opened({ body: 'van', tireSize: '235/65R16C', vin: VIN.toLowerCase() }, 'Fell Stone Carvers')
    expect(second.job.history).toBe(first.job.history)
    const life = await history(first.job.history!)
    expect(life).toMatchObject({ vin: VIN, plate: 'ABC123', fitted: [] })
    expect(life.visits.map((v) => v.number)).toEqual([first.job.number, second.job.number])
    expect(life.owners).toEqual([
      { name: 'Quay Nine Dive Shop', contact: '', from: '2026-11-27', to: '2026-11-27' },
      { name: 'Fell Stone Carvers', contact: '', from: '2026-11-27', to: null },
    ])
  })
  test('is found by plate however it is typed, and a plate on another VIN is another vehicle', async () => {
    const there = await opened({ body: 'suv', tireSize: '255/70R18', plate: 'XY-77 Q' })
    const again = await opened({ body: 'suv', tireSize: '255/70R18', plate: 'xy 77q' })
    expect(again.job.history).toBe(there.job.history)
    const vin = await opened({ body: 'suv', tireSize: '255/70R18', plate: 'XY77Q', vin: '1'.repeat(17) })
    expect(vin.job.history).toBe(there.job.history)
    const other = await opened({ body: 'suv', tireSize: '255/70R18', plate: 'XY77Q', vin: VIN })
    expect(other.job.history).not.toBe(there.job.history)
    const found = (await shop.api.get('/api/histories?find=xy-77').expect(200)).body as HistorySummary[]
    expect(found.map((h) => h.id)).toContain(there.job.history)
  })
  test('a VIN typed late shows which vehicle it is, and nothing is left behind', async () => {
    const late = await opened({ body: 'van', tireSize: '235/65R16C' })
    const orphan = late.job.history!
    const job = { ...late.job, vehicle: { ...late.job.vehicle, vin: VIN } }
    const { body } = (await shop.api.put(`/api/jobs/${job.id}`).set('If-Match', '"1"').send(job).expect(200)) as {
      body: StoredJob
    }
    expect(body.job.history).not.toBe(orphan)
    await shop.api.get(`/api/histories/${orphan}`).expect(404)
    // What a page says of the history is not what counts.
    const forged = { ...body.job, history: 'another' }
    const put = await shop.api.put(`/api/jobs/${job.id}`).set('If-Match', '"2"').send(forged).expect(200)
    expect((put.body as StoredJob).job.history).toBe(body.job.history)
  })
})

describe('a return visit', () => {
  test('begins with how it left: kits on it, survey and loads as they were', async () => {
    const left = (await shop.api.get('/api/jobs/job-0411').expect(200)).body as StoredJob
    const { body } = (await shop.api
      .post('/api/jobs/job-0411/return-visit')
      .send({ day: '2026-12-20', complaint: 'reads low after a cold week' })
      .expect(201)) as { body: StoredJob }
    expect(body.records).toEqual([])
    expect(body.job.history).toBe(left.job.history)
    expect(body.job.kits.map((k) => [k.kit.id, k.work])).toEqual(left.job.kits.map((k) => [k.kit.id, 'keep']))
    expect(body.job.survey).toEqual(left.job.survey)
    expect(body.job.loadCases).toEqual(left.job.loadCases)
    const life = await history(left.job.history!)
    expect(life.visits).toHaveLength(2)
    expect(life.visits[0]!.pressures.rear!.left).toBeGreaterThan(0)
    expect(life.visits[0]!.loaded.rear).toBeGreaterThan(0)
    expect(life.visits[0]!.torques.some((t) => t.values.length > 0)).toBe(true)
    expect(life.fitted).toEqual([expect.objectContaining({ axle: 'rear', job: 'job-0411' })])
  })
  test('not while the vehicle is still here', async () => {
    const answer = await shop.api.post('/api/jobs/job-0417/return-visit').send({ day: '2026-12-20' }).expect(409)
    expect(JSON.stringify(answer.body)).toContain('job')
  })
  test('a kit that stays on takes nothing from stock', async () => {
    const { body } = (await shop.api
      .post('/api/jobs/job-0411/return-visit')
      .send({ day: '2026-12-21' })
      .expect(201)) as {
      body: StoredJob
    }
    const put = await shop.api
      .put(`/api/jobs/${body.job.id}`)
      .set('If-Match', '"1"')
      .send({ ...body.job, title: 'Back again' })
      .expect(200)
    expect((put.body as StoredJob).job.title).toBe('Back again')
    const reserved = await shop.db('reservations').where({ job_id: body.job.id })
    expect(reserved).toEqual([])
  })
  test('an erased customer is erased from the histories too', async () => {
    await shop.api.post('/api/customers/erase').send({ name: 'Fell Stone Carvers' }).expect(200)
    const rows = await shop.db<{ owners: string }>('histories').select('owners')
    expect(JSON.stringify(rows)).not.toContain('Fell Stone Carvers')
  })
})
