import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { circuitOf, EXPORT_FORMAT, type Job, type JobExport } from '@stout-shackle/core/job'
import { demoJob, demoVehicles } from '../../demo/shop'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => (shop = await testShop()))
afterAll(() => shop.close())

interface Body {
  version: number
  job: Job
  records: { id: string; sequence: number }[]
  detail: string
  errors: { field: string; message: string }[]
  current: { version: number }
}
const get = async (id: string) => (await shop.api.get(`/api/jobs/${id}`).expect(200)).body as Body
const put = (id: string, job: unknown, version: number) =>
  shop.api
    .put(`/api/jobs/${id}`)
    .set('If-Match', `"${version}"`)
    .send(job as object)
const post = (id: string, body: unknown, key?: string) => {
  const call = shop.api.post(`/api/jobs/${id}/records`)
  return (key ? call.set('Idempotency-Key', key) : call).send({ body, supersedes: null })
}
const height = {
  kind: 'height',
  timing: 'before',
  load: 'empty',
  loadCase: null,
  corner: 'rear-left',
  mark: 'wheel-center',
  value: 0.66,
  about: false,
  bagPressure: 0,
}
/** Nothing of a job may have moved. */
async function unchanged(id: string, act: () => Promise<unknown>) {
  const before = await get(id)
  await act()
  expect(await get(id)).toEqual(before)
}

test('a page that has the job already hears of records that came since, though its plan is the same', async () => {
  const first = await shop.api.get('/api/jobs/job-0416').expect(200)
  expect(first.headers['cache-control']).toBe('no-store')
  await post('job-0416', height, 'since-then-1').expect(201)
  const again = await shop.api.get('/api/jobs/job-0416').set('If-None-Match', String(first.headers.etag)).expect(200)
  expect(again.headers.etag).toBe(first.headers.etag)
  expect((again.body as Body).records.map((r) => r.id)).toContain('since-then-1')
})

describe('a job', () => {
  test('is taken in with the next number and its vehicle as it is', async () => {
    const vehicle = demoVehicles()[0]!
    const answer = await shop.api
      .post('/api/jobs')
      .send({ title: 'New', customer: { name: 'C', contact: '' }, vehicle, day: '2026-11-25' })
      .expect(201)
    const { job } = answer.body as Body
    expect(job.number).toBe('0423')
    expect(job.vehicle).toEqual(vehicle)
    expect(answer.headers.etag).toBe('"1"')
  })
  test('is changed by version, and a stale version gets the current state and changes nothing', async () => {
    const { job, version } = await get('job-0419')
    const changed = await put('job-0419', { ...job, complaint: 'one' }, version).expect(200)
    expect(changed.headers.etag).toBe(`"${version + 1}"`)
    await unchanged('job-0419', async () => {
      const stale = await put('job-0419', { ...job, complaint: 'two' }, version).expect(412)
      expect((stale.body as Body).current.version).toBe(version + 1)
    })
  })
  test('wants to know which version is meant', async () => {
    const { job } = await get('job-0419')
    const answer = await shop.api.put('/api/jobs/job-0419').send(job).expect(428)
    expect((answer.body as Body).errors[0]!.field).toBe('If-Match')
  })
  test('keeps its number', async () => {
    const { job, version } = await get('job-0419')
    await put('job-0419', { ...job, number: '9999' }, version).expect(422)
  })
  test.each([
    ['letters for a length', (j: Job) => ({ ...j, vehicle: { ...j.vehicle, wheelbase: 'long' } }), 'vehicle.wheelbase'],
    ['a negative weight', (j: Job) => ({ ...j, vehicle: { ...j.vehicle, curbFront: -5 } }), 'vehicle.curbFront'],
    [
      '1e9',
      (j: Job) => ({ ...j, survey: { ...j.survey, rear: { ...j.survey.rear, liftBlock: 1e9 } } }),
      'survey.rear.liftBlock',
    ],
    ['a missing field', (j: Job) => ({ ...j, customer: undefined }), 'customer'],
    ['an unknown field', (j: Job) => ({ ...j, color: 'red' }), 'color'],
    [
      'a line tied to a brake hose',
      (j: Job) => {
        const { tubes, ...rest } = circuitOf(j)
        const tied = tubes.map((t) => ({ ...t, beside: [{ how: 'tied', thing: 'brake-hose', name: '' }] }))
        return { ...j, circuit: { ...rest, tubes: tied } }
      },
      'circuit.tubes.0.beside.0.thing',
    ],
    ['a broken list', (j: Job) => ({ ...j, loadCases: [] }), 'loadCases'],
  ])('refuses %s, naming the field, and changes nothing', async (_what, spoil, field) => {
    await unchanged('job-0417', async () => {
      const { job, version } = await get('job-0417')
      const answer = await put('job-0417', spoil(job), version)
        .expect(422)
        .expect('Content-Type', /problem\+json/)
      expect((answer.body as Body).errors[0]!.field).toBe(field)
    })
  })
  test('an unknown one is a 404 that says so', async () => {
    const answer = await shop.api.get('/api/jobs/nope').expect(404)
    expect((answer.body as Body).detail).toContain('nope')
  })
})

describe('records', () => {
  test('are appended in order and never changed', async () => {
    const first = await post('job-0419', height).expect(201)
    const second = await post('job-0419', { ...height, value: 0.67 }).expect(201)
    const { records } = await get('job-0419')
    expect(records.slice(-2)).toEqual([first.body, second.body])
    await shop.api
      .put(`/api/jobs/job-0419/records/${(first.body as { id: string }).id}`)
      .send({})
      .expect(404)
  })
  test('sent twice with one key are recorded once; the key with another body is refused', async () => {
    const first = await post('job-0419', height, 'key-12345678').expect(201)
    const count = (await get('job-0419')).records.length
    const again = await post('job-0419', height, 'key-12345678').expect(201)
    expect(again.body).toEqual(first.body)
    expect((await get('job-0419')).records).toHaveLength(count)
    await post('job-0419', { ...height, value: 0.7 }, 'key-12345678').expect(422)
  })
  test('a correction names a record that is there and not corrected yet, of its own kind', async () => {
    const first = (await post('job-0419', height)).body as { id: string }
    const correct = (record: string, body: object = height) =>
      shop.api.post('/api/jobs/job-0419/records').send({ body, supersedes: { record, why: 'slipped' } })
    await correct('nope').expect(409)
    await correct(first.id, { kind: 'off', part: 'x' }).expect(409)
    await correct(first.id).expect(201)
    await correct(first.id).expect(409)
  })
  test.each([
    ['a step that is not in the plan', { kind: 'step', step: 'nope', outcome: 'done', reason: '' }, 'body.step'],
    ['a skip without a reason', { kind: 'step', step: 'make-safe', outcome: 'skipped', reason: '' }, 'body.reason'],
    [
      'a fastener of another step',
      {
        kind: 'torque',
        step: 'torque-strap:left',
        fastener: 'bag-bolt',
        place: 1,
        outcome: 'reading',
        value: 20,
        reading: null,
      },
      'body.fastener',
    ],
    [
      'a third of two nuts',
      {
        kind: 'torque',
        step: 'torque-strap:left',
        fastener: 'axle-strap',
        place: 3,
        outcome: 'reading',
        value: 20,
        reading: null,
      },
      'body.place',
    ],
    [
      'a reading from the future',
      {
        kind: 'air-check',
        end: 'start',
        pressure: 4e5,
        temperature: 293,
        readAt: '2999-01-01T00:00:00Z',
        reading: null,
      },
      'body.readAt',
    ],
    ['an absurd height', { ...height, value: 40 }, 'body.value'],
    ['a loaded height of no load case', { ...height, load: 'loaded', loadCase: 'nope' }, 'body.loadCase'],
    ['an unknown kind', { kind: 'weather' }, 'body.kind'],
  ])('refuse %s', async (_what, body, field) => {
    await unchanged('job-0417', async () => {
      const answer = await post('job-0417', body)
      expect(answer.status).toBe(422)
      expect((answer.body as Body).errors[0]!.field).toBe(field)
    })
  })
  test('a handover with something open is refused and says what closes it', async () => {
    await unchanged('job-0417', async () => {
      const answer = await post('job-0417', { kind: 'handed-over', to: 'Tove' }).expect(409)
      expect((answer.body as Body).errors.map((e) => e.message).join()).toMatch(/Clearance: not proved/)
    })
  })
  test('an overload cannot be handed over', async () => {
    const answer = await post('job-0416', { kind: 'handed-over', to: 'Perpetua' }).expect(409)
    expect((answer.body as Body).errors[0]!.message).toContain('over a rating')
  })
})

describe('export and import', () => {
  test('another installation takes a job in with its times, marked as imported', async () => {
    const other = await testShop()
    const file = (await shop.api.get('/api/jobs/job-0411/export').expect(200)).body as JobExport
    const renamed = { ...file, job: { ...file.job, id: 'moved', number: '0900' } }
    await other.api.post('/api/jobs/import').send(renamed).expect(201)
    const taken = (await other.api.get('/api/jobs/moved/export')).body as JobExport
    // The vehicle's history is each installation's own.
    const bare = ({ job: { history: _history, ...job }, records, ...rest }: JobExport) => ({
      ...rest,
      job,
      records: records.map(({ origin: _origin, ...record }) => record),
    })
    expect(bare(taken)).toEqual(bare(renamed))
    expect(new Set(taken.records.map((r) => r.origin?.imported))).toEqual(new Set([true]))
    await other.close()
  })
  test('a job that is there already, or records out of order, are refused', async () => {
    const file = demoJob('0411')
    await shop.api.post('/api/jobs/import').send(file).expect(409)
    const shuffled = {
      ...file,
      job: { ...file.job, id: 'x1', number: '0901' },
      records: file.records.slice(1),
    }
    await shop.api.post('/api/jobs/import').send(shuffled).expect(422)
    await shop.api.get('/api/jobs/x1').expect(404)
    await shop.api
      .post('/api/jobs/import')
      .send({ ...file, format: 'other/1' })
      .expect(422)
  })
})

describe('a job file from before the first release', () => {
  const { job, records } = demoJob('0417')
  const file = { format: EXPORT_FORMAT, job: { ...job, id: 'from-before', number: '0971' }, records }
  const answered = { kind: 'final-check', check: 'soap', outcome: 'refused', because: 'busy', signedBy: '' }
  test.each([
    ['its format', { ...file, format: 'stout-shackle-job/1' }, 'format'],
    [
      'a kind of record that is no more',
      { ...file, records: [{ ...records[0], body: answered }] },
      'records.0.body.kind',
    ],
  ])('is refused whole, by %s', async (_what, body, field) => {
    const { errors } = (await shop.api.post('/api/jobs/import').send(body).expect(422)).body as {
      errors: { field: string }[]
    }
    expect(errors.map((e) => e.field)).toEqual([field])
    await shop.api.get('/api/jobs/from-before').expect(404)
  })
})
