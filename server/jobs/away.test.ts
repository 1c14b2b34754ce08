import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest'
import type { JobList, Log, StoredJob, Unsent } from '@stout-shackle/core/contract'
import type { BayRecord, RecordBody } from '@stout-shackle/core/records'
import { demoJob } from '../../demo/shop'
import { testShop } from '../fixtures/shop'
import { pruneAnswers } from '../transaction'
import { correctedBody, correctedTime } from './times'

let shop: Awaited<ReturnType<typeof testShop>>
let teo: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  teo = await shop.signIn('Teo', 'Bay 2')
})
afterAll(() => shop.close())

const codeOf = (answer: { body: unknown }) => (answer.body as { errors: { code?: string }[] }).errors[0]?.code
const off = (part: string) => ({ body: { kind: 'off', part }, supersedes: null })
const ago = (seconds: number) => new Date(Date.now() - seconds * 1000).toISOString()
const post = (job: string, body: object, key?: string) => {
  const call = teo.api.post(`/api/jobs/${job}/records`)
  return (key ? call.set('Idempotency-Key', key) : call).send(body)
}
const sent = async (job: string, body: object) => (await post(job, body).expect(201)).body as BayRecord

describe('times of what was taken down away from the server', () => {
  const time = Date.parse('2026-11-27T20:01:00Z')
  const iso = (ms: number) => new Date(ms).toISOString()
  test('are those of the screen, by the server`s clock', () => {
    // Told by hand: a screen 7 min fast writes 20:08 for 20:01, and sends it at what it calls 21:07.
    const received = time + 59 * 60_000
    const times = correctedTime(
      { at: iso(time + 7 * 60_000), sequence: 1, sent: iso(received + 7 * 60_000) },
      received,
      0,
    )
    expect(times).toEqual({ at: time, clockOff: 420 })
  })
  test('are never to come, and never before the record before them on that screen', () => {
    const received = time + 1000
    expect(correctedTime({ at: iso(time + 3_600_000), sequence: 2, sent: iso(received) }, received, 0).at).toBe(
      received,
    )
    expect(correctedTime({ at: iso(time - 3_600_000), sequence: 2, sent: iso(received) }, received, time).at).toBe(time)
  })
  // Failed before: a screen a day slow made a hold of one hour one of 25.
  test('what a record itself says of a time is put right with them', () => {
    const hold = {
      kind: 'air-check',
      axle: 'rear',
      side: 'left',
      end: 'end',
      pressure: 4e5,
      temperature: 293,
      readAt: iso(time),
      reading: null,
      waited: null,
      height: null,
    } as const
    const put = (body: RecordBody, off: number, was: string | null = null) => {
      const before = { id: 'first', body: { ...hold, readAt: was ?? '' } } as unknown as BayRecord
      const supersedes = was === null ? null : { record: 'first', why: 'misread' }
      return correctedBody({ body, supersedes }, off, [before])
    }
    const readAt = (off: number, was?: string) => (put(hold, off, was) as typeof hold).readAt
    expect([readAt(0), readAt(420), readAt(-86_400)]).toEqual([iso(time), iso(time - 420_000), iso(time + 86_400_000)])
    // Its pressure is corrected on a screen whose clock is off: the time is by this clock already.
    expect([readAt(420, hold.readAt), readAt(420, iso(0))]).toEqual([iso(time), iso(time - 420_000)])
    const part: RecordBody = { kind: 'off', part: 'x', axle: null, side: null }
    expect(put(part, 420)).toEqual(part)
  })
  test('both are on record, and order is by when it was done', async () => {
    const now = await sent('job-0418', off('done last'))
    const before = await sent('job-0418', {
      ...off('done first'),
      takenDown: { at: ago(3600), sequence: 1, sent: ago(0) },
    })
    expect(Date.parse(now.at) - Date.parse(before.at)).toBeGreaterThan(3_500_000)
    expect(Date.parse(before.origin!.received)).toBeGreaterThanOrEqual(Date.parse(now.origin!.received))
    expect(before.origin).toMatchObject({ tablet: 'Bay 2', clockOff: 0, imported: false })
    const { records } = (await shop.api.get('/api/jobs/job-0418')).body as StoredJob
    const order = records.flatMap((r) => (r.body.kind === 'off' ? [r.body.part] : []))
    expect(order.indexOf('done first')).toBeLessThan(order.indexOf('done last'))
    const clock = await sent('job-0418', { ...off('fast'), takenDown: { at: ago(0), sequence: 2, sent: ago(-600) } })
    expect(clock.origin!.clockOff).toBe(600)
  })
})

describe('a record is recorded once', () => {
  test('also when its stored answer has expired', async () => {
    const first = await post('job-0418', off('once'), 'once-and-for-all').expect(201)
    vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + 30 * 24 * 3_600_000 })
    await pruneAnswers(shop.db)
    vi.useRealTimers()
    expect(await shop.db('repeatable_requests').where({ key: 'once-and-for-all' })).toEqual([])
    const again = await post('job-0418', off('once'), 'once-and-for-all').expect(200)
    expect(again.body).toEqual(first.body)
    expect((await post('job-0418', off('another'), 'once-and-for-all')).status).toBe(422)
  })
  test('sent again with another clock reading it is the same', async () => {
    const takenDown = { at: ago(5), sequence: 3 }
    await post('job-0418', { ...off('x'), takenDown: { ...takenDown, sent: ago(1) } }, 'clock-key-1').expect(201)
    await post('job-0418', { ...off('x'), takenDown: { ...takenDown, sent: ago(0) } }, 'clock-key-1').expect(201)
  })
  test('another person`s key is not an answer to this one', async () => {
    await post('job-0418', off('mine'), 'key-of-teo-0001').expect(201)
    const other = await shop.api
      .post('/api/jobs/job-0418/records')
      .set('Idempotency-Key', 'key-of-teo-0001')
      .send(off('mine'))
    expect(other.status).toBe(422)
  })
})

describe('a wrench reading', () => {
  const torque = (sequence: number, value: number, device = 'wrench-3') => ({
    body: {
      kind: 'torque',
      step: 'torque-strap:left',
      fastener: 'axle-strap',
      place: 1,
      outcome: 'reading',
      value,
      reading: { device, sequence },
    },
    supersedes: null,
  })
  test('is taken only as it was pulled, once it came in, at the job it was pulled at', async () => {
    const pull = async () =>
      (await teo.api.post('/api/devices/wrench-3/readings').expect(201)).body as { sequence: number; value: number }
    await teo.api.put('/api/devices/wrench-3/job').send({ job: 'job-0411' }).expect(200)
    const elsewhere = await pull()
    await teo.api.put('/api/devices/wrench-3/job').send({ job: 'job-0417' }).expect(200)
    const here = await pull()
    await teo.api.put('/api/devices/wrench-3/connection').send({ connected: false }).expect(200)
    const pulled = await pull()
    for (const [body, code] of [
      [torque(1, 20, 'wrench-9'), 'unknown-device'],
      [torque(pulled.sequence + 1, pulled.value), 'never-pulled'],
      [torque(here.sequence, here.value + 1), 'other-value'],
      [torque(elsewhere.sequence, elsewhere.value), 'other-job'],
      [torque(pulled.sequence, pulled.value), 'not-delivered'],
    ] as const) {
      const answer = await post('job-0417', body)
      expect([answer.status, codeOf(answer)]).toEqual([422, code])
    }
    await teo.api.put('/api/devices/wrench-3/connection').send({ connected: true }).expect(200)
    await post('job-0417', torque(here.sequence, here.value)).expect(201)
    await teo.api.put('/api/devices/wrench-3/job').send({ job: 'nobody' }).expect(404)
  })
})

test('a gauge reading of an air check is taken as it was read', async () => {
  const read = (await teo.api.post('/api/devices/gauge-1/readings').expect(201)).body as {
    sequence: number
    value: number
  }
  const check = (pressure: number) => ({
    body: {
      kind: 'air-check',
      side: 'left',
      end: 'start',
      waited: 15,
      pressure,
      temperature: 295,
      readAt: ago(10),
      reading: { device: 'gauge-1', sequence: read.sequence },
    },
    supersedes: null,
  })
  expect(codeOf(await post('job-0418', check(read.value + 1000)))).toBe('other-value')
  await post('job-0418', check(read.value)).expect(201)
})

describe('after a hand-over', () => {
  test('what a tablet held from before reopens it', async () => {
    const { api } = await shop.signIn('Teo', 'Bay 3')
    const { records } = demoJob('0411')
    const left = records.find((r) => r.body.kind === 'handed-over')!
    const summary = async () =>
      (await shop.api.get('/api/jobs/job-0411/summary')).body as {
        handedOver: string | null
        stages: { stage: string; waits: { code: string; count: number }[] }[]
      }
    expect((await summary()).handedOver).toBe(left.at)
    const done = new Date(Date.parse(left.at) - 60_000).toISOString()
    const late = (
      await api
        .post('/api/jobs/job-0411/records')
        .send({ ...off('skid plate'), takenDown: { at: done, sequence: 9, sent: ago(0) } })
        .expect(201)
    ).body as BayRecord
    expect(late.at).toBe(done)
    const reopened = await summary()
    expect(reopened.handedOver).toBeNull()
    expect(reopened.stages.at(-1)!.waits.find((w) => w.code === 'late-records')?.count).toBe(1)
  })
  test('one that waited in a queue is refused: it needs the server', async () => {
    const body = { body: { kind: 'handed-over', to: 'Ada' }, supersedes: null }
    const answer = await post('job-0411', { ...body, takenDown: { at: ago(900), sequence: 10, sent: ago(0) } })
    expect([answer.status, codeOf(answer)]).toEqual([409, 'needs-server'])
  })
  test('screens that may hold work are named', async () => {
    await teo.api.put('/api/session/queue').send({ unsent: 3 }).expect(204)
    const unsent = (await shop.api.get('/api/jobs/job-0418/unsent')).body as Unsent
    expect(unsent).toEqual([expect.objectContaining({ tablet: 'Bay 2', unsent: 3 })])
    await teo.api.put('/api/session/queue').send({ unsent: 0 }).expect(204)
  })
})

describe('the board and the log', () => {
  test('a number of 20 nines and a job that cannot be read hide nothing and block nothing', async () => {
    const nines = '9'.repeat(20)
    const file = demoJob('0417')
    await shop.api
      .post('/api/jobs/import')
      .send({ ...file, job: { ...file.job, id: 'nines', number: nines } })
      .expect(201)
    const { title, customer, vehicle, day } = file.job
    const next = (await shop.api.post('/api/jobs').send({ title, customer, vehicle, day }).expect(201))
      .body as StoredJob
    expect(next.job.number).toMatch(/^\d{4}$/)
    await shop.db('jobs').where({ id: 'nines' }).update({ document: '{"id":"nines"}', summary: null })
    shop.parts.jobs.forget()
    const { entries, damaged } = (await shop.api.get('/api/jobs').expect(200)).body as JobList
    expect(entries.length).toBeGreaterThan(5)
    expect(damaged).toEqual([expect.objectContaining({ id: 'nines', number: nines })])
    expect(((await shop.api.get('/api/log').expect(200)).body as Log).entries.length).toBeGreaterThan(20)
    await shop.db('jobs').where({ id: 'nines' }).delete()
  })
  test('summaries follow every write; archived jobs stand apart; a part at a time', async () => {
    const list = async (query = '') => (await shop.api.get(`/api/jobs${query}`)).body as JobList
    const { total } = await list()
    await shop.api.put('/api/jobs/job-0411/archive').send({ archived: true }).expect(200)
    expect((await list()).total).toBe(total - 1)
    expect((await list('?archived=true')).entries.map((j) => j.id)).toEqual(['job-0411'])
    await shop.api.put('/api/jobs/job-0411/archive').send({ archived: false }).expect(200)
    const part = await list('?limit=2&offset=1')
    expect([part.total, part.entries.length]).toEqual([total, 2])
    expect((await list('?find=hive run')).entries.map((j) => j.id)).toContain('job-0417')
    const { version, job } = (await shop.api.get('/api/jobs/job-0417')).body as StoredJob
    await shop.api
      .put('/api/jobs/job-0417')
      .set('If-Match', `"${version}"`)
      .send({ ...job, title: 'Hive run, moved' })
      .expect(200)
    expect((await list('?find=moved')).entries[0]).toMatchObject({ title: 'Hive run, moved', version: version + 1 })
  })
  test('a corrected record is the same to the log as to the job', async () => {
    const first = await sent('job-0419', off('bracket'))
    await post('job-0419', { body: { kind: 'withdrawn' }, supersedes: { record: first.id, why: 'slip' } }).expect(201)
    const { entries } = (await shop.api.get('/api/log?limit=20')).body as Log
    expect(entries.find((l) => l.record.id === first.id)!.corrected).toBe(true)
  })
})

test('numbers and names beyond Latin letters and with quotes go out in headers', async () => {
  const file = demoJob('0417')
  const odd = 'Ж"ü/1'
  await shop.api
    .post('/api/jobs/import')
    .send({ ...file, job: { ...file.job, id: 'odd', number: odd } })
    .expect(201)
  for (const path of ['export', 'card.pdf', 'readings.csv']) {
    const { headers } = await shop.api.get(`/api/jobs/odd/${path}`).expect(200)
    expect(headers['content-disposition']).toMatch(/filename\*=UTF-8''[^"]*%D0%96/)
  }
})

test('a slow or broken failure is logged with its stack and the name of the request', async () => {
  const lines: { err?: { stack: string }; request?: string }[] = []
  const log = { error: (line: object) => lines.push(line) } as never
  const other = await testShop({ log })
  await other.db.schema.dropTable('reservations')
  const { version, job } = (await other.api.get('/api/jobs/job-0417')).body as StoredJob
  const answer = await other.api
    .put('/api/jobs/job-0417')
    .set('If-Match', `"${version}"`)
    .send({ ...job, title: 'x' })
    .expect(500)
  expect(lines[0]!.err).toBeInstanceOf(Error)
  expect(lines[0]!.request).toBe((answer.body as { request: string }).request)
  expect(lines[0]!.request).toBe(answer.headers['x-request-id'])
  await other.close()
})
