import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { CompressorPanel, LastRead, StoredJob } from '@stout-shackle/core/contract'
import { circuitFor } from '@stout-shackle/core/circuit'
import type { Circuit } from '@stout-shackle/core/fittings'
import type { KeptReading } from '@stout-shackle/core/records'
import { assessJob } from '@stout-shackle/core/judge'
import type { JobExport } from '@stout-shackle/core/job'
import { PSI, ZERO_CELSIUS } from '@stout-shackle/core/quantity'
import { testShop } from '../fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

const reading = (more: object = {}) => ({
  axle: 'rear',
  side: 'left',
  pressure: 58 * PSI,
  temperature: 285,
  readAt: '2026-11-24T10:00:00Z',
  source: 'owner',
  readBy: 'Ignace',
  ...more,
})
const post = (job: string, ...readings: object[]) => shop.api.post(`/api/jobs/${job}/pressures`).send({ readings })
const list = async (job: string) => (await shop.api.get(`/api/jobs/${job}/pressures`).expect(200)).body as KeptReading[]

describe('the pressure log', () => {
  test('keeps what was read with who took it down, in its file and its export, and takes it in again', async () => {
    await post('job-0411', reading(), reading({ side: 'right', pressure: 57 * PSI })).expect(201)
    const listed = await list('job-0411')
    expect(listed.map((r) => [r.side, r.enteredBy, r.withdrawn])).toEqual([
      ['left', 'Maren', null],
      ['right', 'Maren', null],
    ])
    const csv = await shop.api.get('/api/jobs/job-0411/pressures.csv').expect(200)
    expect(csv.text.split('\r\n')).toHaveLength(3)
    const file = (await shop.api.get('/api/jobs/job-0411/export').expect(200)).body as JobExport
    expect(file.pressures).toHaveLength(2)
    const copy = {
      ...file,
      job: { ...file.job, id: 'job-copy', number: '0499', history: null },
      records: file.records.map((r) => ({ ...r, id: `copy-${r.id}` })),
    }
    const taken = await shop.api.post('/api/jobs/import').send(copy)
    expect(taken.status).toBe(201)
    expect((await list((taken.body as StoredJob).job.id)).map((r) => Math.round(r.pressure / PSI)).sort()).toEqual([
      57, 58,
    ])
  })
  test('says when the first line is at its min, by what each reading has in common', async () => {
    const now = Date.now()
    const ago = (days: number) => new Date(now - days * 86_400_000).toISOString()
    const readingAfter = (days: number, psi: number, side: string) =>
      reading({ side, pressure: psi * PSI, temperature: ZERO_CELSIUS + 20, altitude: 0, readAt: ago(days) })
    // A third goes every ten days: ln p falls by ln 1.5 in ten days, without any scatter.
    const rows = [readingAfter(20, 60, 'left'), readingAfter(10, 40, 'left')]
    await post('job-0417', ...rows, readingAfter(20, 60, 'right'), readingAfter(10, 59, 'right')).expect(201)
    const due = async () =>
      ((await shop.api.get('/api/pressures').expect(200)).body as LastRead).find((r) => r.job === 'job-0417')!
    // Two readings of a line point nowhere.
    expect((await due()).atMinOn).toBeNull()
    await post('job-0417', readingAfter(0, 80 / 3, 'left'), readingAfter(0, 58.5, 'right')).expect(201)
    const { job, records, version } = (await shop.api.get('/api/jobs/job-0417').expect(200)).body as StoredJob
    const least = assessJob(job, records).chosen[0]!.minimum!.value
    const days = (10 * Math.log(80 / 3 / (least / PSI))) / Math.log(1.5)
    expect((Date.parse((await due()).atMinOn!) - now) / 86_400_000).toBeCloseTo(days, 2)
    // A job that cannot be read tells no day, and hides none of the others.
    const id = { id: 'job-0417' }
    const { document } = (await shop.db<{ id: string; document: string }>('jobs').where(id).first())!
    await shop
      .db('jobs')
      .where(id)
      .update({ document: '{}', version: version + 1 })
    shop.parts.jobs.forget()
    expect((await due()).atMinOn).toBeNull()
    await shop.db('jobs').where(id).update({ document, version })
    expect((await due()).atMinOn).not.toBeNull()
  })
  test.each([
    ['in the future', { readAt: '2099-01-01T00:00:00Z' }, 'readings.0.readAt'],
    ['without a side where the lines are separate', { side: null }, 'readings.0.side'],
    ['at an axle without bags', { axle: 'front' }, 'readings.0.axle'],
    ['of a pressure nobody has', { pressure: 2_000_000 }, 'readings.0.pressure'],
    ['by nobody', { readBy: ' ' }, 'readings.0.readBy'],
  ])('refuses one %s, and takes none of its fellows', async (_what, more, field) => {
    const before = (await list('job-0411')).length
    const answer = await post('job-0411', reading({ readAt: '2026-11-20T10:00:00Z' }), reading()).expect(201)
    expect((answer.body as unknown[]).length).toBe(2)
    const refused = await post('job-0411', reading(more)).expect(422)
    expect((refused.body as { errors: { field: string }[] }).errors.map((e) => e.field)).toEqual([field])
    await post('job-0411', reading(), reading(more)).expect(422)
    expect(await list('job-0411')).toHaveLength(before + 2)
  })
  test('one that is withdrawn says why, and is not in the file any more', async () => {
    const [first] = await list('job-0411')
    await shop.api.post(`/api/jobs/job-0411/pressures/${first!.id}/withdraw`).send({ why: '' }).expect(422)
    await shop.api.post(`/api/jobs/job-0411/pressures/nobody/withdraw`).send({ why: 'misread' }).expect(404)
    await shop.api.post(`/api/jobs/job-0411/pressures/${first!.id}/withdraw`).send({ why: 'misread' }).expect(200)
    expect((await list('job-0411')).find((r) => r.id === first!.id)!.withdrawn).toBe('misread')
    const file = (await shop.api.get('/api/jobs/job-0411/export').expect(200)).body as JobExport
    expect(file.pressures.length).toBe((await list('job-0411')).length - 1)
  })
})

describe('a circuit that is changed after its hold', () => {
  test('owes the hold anew; changed back before anything was read, it does not', async () => {
    const read = async () => (await shop.api.get('/api/jobs/job-0415').expect(200)).body as StoredJob
    const change = async (supply: string) => {
      const { job, version } = await read()
      await shop.api
        .put('/api/jobs/job-0415')
        .set('If-Match', `"${version}"`)
        .send({ ...job, supply })
        .expect(200)
    }
    const start = async () => {
      const { job, records } = await read()
      return assessJob(job, records).air.checks[0]!.missing!.code
    }
    expect(await start()).toBe('no-end')
    await change('compressor')
    expect(await start()).toBe('void')
    await change('valves')
    expect(await start()).toBe('no-end')
  })
  test('bags on one line have one pressure: 25 and 12 psi are refused, 25 and 24 are not', async () => {
    const { job, version } = (await shop.api.get('/api/jobs/job-0415').expect(200)).body as StoredJob
    await shop.api
      .put('/api/jobs/job-0415')
      .set('If-Match', `"${version}"`)
      .send({ ...job, air: { ...job.air, rear: 'teed' } })
      .expect(200)
    const pressures = (left: number, right: number) =>
      shop.api
        .post('/api/jobs/job-0415/records')
        .send({ body: { kind: 'bag-pressure', axle: 'rear', left: left * PSI, right: right * PSI }, supersedes: null })
    const refused = await pressures(25, 12).expect(422)
    expect((refused.body as { errors: { code: string }[] }).errors[0]!.code).toBe('one-pressure')
    // At the limit itself, 2 psi, it is taken.
    await pressures(25, 23).expect(201)
    await pressures(25, 22.9).expect(422)
  })
})

describe('harness and hose of a circuit', () => {
  const put = async (change: (circuit: Circuit) => object) => {
    const { job, version } = (await shop.api.get('/api/jobs/job-0415').expect(200)).body as StoredJob
    const circuit = change(circuitFor([{ axle: 'rear', lines: 'separate', tube: 0.00635 }], 'compressor'))
    return shop.api
      .put('/api/jobs/job-0415')
      .set('If-Match', `"${version}"`)
      .send({ ...job, supply: 'compressor', air: { ...job.air, rear: 'separate' }, circuit })
  }
  test.each<[string, (circuit: Circuit) => object, string]>([
    ['to nobody', (c) => ({ ...c, runs: c.runs.map((r) => ({ ...r, to: 'nobody' })) }), 'circuit.runs.0.to'],
    ['to a manifold', (c) => ({ ...c, runs: c.runs.map((r) => ({ ...r, to: 'manifold' })) }), 'circuit.runs.0.to'],
    ['from beyond the vehicle', (c) => ({ ...c, runs: [{ ...c.runs[0], at: [13, 0, 0] }] }), 'circuit.runs.0.at.0'],
    ['as thick as a pipe', (c) => ({ ...c, runs: [{ ...c.runs[0], outside: 0.041 }] }), 'circuit.runs.0.outside'],
  ])('is refused %s, by its field', async (_what, change, field) => {
    const refused = await put(change)
    expect(refused.status).toBe(422)
    expect((refused.body as { errors: { field: string }[] }).errors.map((e) => e.field)).toContain(field)
  })
  test('that are moved leave soap and holds as they were: nothing was opened', async () => {
    expect((await put((c) => c)).status).toBe(200)
    const before = (await shop.api.get('/api/jobs/job-0415').expect(200)).body as StoredJob
    const moved = await put((c) => ({ ...c, runs: c.runs.map((r) => ({ ...r, at: [2, 0.4, 0.7] })) }))
    expect(moved.status).toBe(200)
    expect((moved.body as StoredJob).job.circuitSince).toBe(before.job.circuitSince)
    expect((moved.body as StoredJob).version).toBe(before.version + 1)
  })
})

describe('the stand-in compressor', () => {
  const ask = async (method: 'post' | 'put', path: string, body?: object) =>
    (await shop.api[method](`/api/compressor${path}`).send(body).expect(200)).body as CompressorPanel
  test('fills a line, the gauge shows it, and a cold night with a leak lowers it by both', async () => {
    await ask('put', '/lines', { line: 'left', volume: 4.94e-3, leak: 0 })
    const full = await ask('post', '/fill', { line: 'left', to: 60 * PSI, fuse: 30 })
    expect(full.last!.end).toBe('reached')
    const reading = (await shop.api.post('/api/devices/gauge-1/readings').expect(201)).body as { value: number }
    expect(reading.value / PSI).toBeCloseTo(60, 6)
    await ask('post', '/wait', { hours: 0, temperature: ZERO_CELSIUS + 24 })
    const warm = (await ask('post', '/look', { line: 'left' })).lines[0]!.pressure
    // Ideal gas: 24 to 12 °C.
    const cold = (await ask('post', '/wait', { hours: 15, temperature: ZERO_CELSIUS + 12 })).lines[0]!.pressure
    expect((cold + 101_325) / (warm + 101_325)).toBeCloseTo(285.15 / 297.15, 9)
    await shop.api.post('/api/compressor/fill').send({ line: 'nobody', to: 1000 }).expect(404)
  })
  test('goes by the sheet of the compressor that is on the job', async () => {
    await ask('put', '/lines', { line: 'slow', volume: 4.94e-3, leak: 0 })
    const half = [
      { pressure: 0, flow: 12.5e-3 / 60 },
      { pressure: 100 * PSI, flow: 6e-3 / 60 },
    ]
    const unit = { flow: half, current: { idle: 8, full: 9 }, cutOut: 105 * PSI, duty: 1, hose: 0.6 }
    await ask('post', '/fill', { line: 'slow', to: 5 * PSI, unit })
    const { last } = await ask('post', '/fill', { line: 'slow', to: 60 * PSI, unit })
    // Half the flow takes twice the 53.93 s of the worked check.
    expect(Math.abs(last!.seconds - 107.86)).toBeLessThan(0.5)
    expect(last!.current).toBeLessThan(9)
  })
  test('trips by its fuse until somebody puts it right', async () => {
    await ask('put', '/lines', { line: 'right', volume: 4.94e-3, leak: 0 })
    expect((await ask('post', '/fill', { line: 'right', to: 60 * PSI, fuse: 10 })).tripped).toBe('fuse')
    expect((await ask('post', '/reset')).tripped).toBeNull()
    expect((await ask('post', '/fill', { line: 'right', to: 60 * PSI, fuse: 30 })).last!.end).toBe('reached')
  })
})
