import request from 'supertest'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { Audit, SignedIn, Tablet } from '@stout-shackle/core/contract'
import { demoJob } from '../../demo/shop'
import { emptyShop, type Api } from '../fixtures/shop'
import { keep, matches } from './secrets'

let shop: Awaited<ReturnType<typeof emptyShop>>
beforeEach(async () => {
  shop = await emptyShop()
})
afterEach(() => shop.close())

const owner = async (api: Api = shop.browser()) => {
  const body = { name: 'Ines', password: 'a long password', tablet: 'Office' }
  const answer = await api.post('/api/session/owner').send(body).expect(201)
  return { api, ...(answer.body as SignedIn) }
}
const add = async (api: Api, person: object) =>
  (await api.post('/api/people').send(person).expect(201)).body as { document: { id: string }; version: number }
const codeOf = (answer: { body: unknown }) => (answer.body as { errors: { code?: string }[] }).errors[0]?.code
/** A tablet that people share, enrolled by its owner. */
async function sharedTablet(name = 'Bay 2') {
  const api = shop.browser()
  await api
    .post('/api/session')
    .send({ person: 'Ines', password: 'a long password', tablet: name, shared: true })
    .expect(201)
  return api
}

describe('secrets', () => {
  test('are stored as what scrypt makes of them, with a salt of their own', async () => {
    const [one, two] = await Promise.all([keep('4711'), keep('4711')])
    expect(one).toMatch(/^scrypt:32768:[0-9a-f]{32}:[0-9a-f]{64}$/)
    expect(one).not.toBe(two)
    expect(await matches('4711', one)).toBe(true)
    expect(await matches('4712', one)).toBe(false)
    expect(await matches('', null)).toBe(false)
  })
})

describe('a new shop', () => {
  test('gets its owner where the server stands; nobody else after that', async () => {
    const before = (await shop.browser().get('/api/session')).body as { setUp: string }
    expect(before.setUp).toBe('here')
    const { session } = await owner()
    expect(session.person).toMatchObject({ name: 'Ines', role: 'owner' })
    const again = await shop.browser().post('/api/session/owner').send({ name: 'X', password: '12345678', tablet: 'T' })
    expect([again.status, codeOf(again)]).toEqual([409, 'set-up'])
    expect(((await shop.browser().get('/api/session')).body as { setUp: string }).setUp).toBe('done')
  })
  test('a code that is not the one on the console makes none', async () => {
    const wrong = await shop
      .browser()
      .post('/api/session/owner')
      .send({ name: 'X', password: '12345678', tablet: 'T', code: '00000000' })
    expect([wrong.status, codeOf(wrong)]).toEqual([403, 'code'])
    const right = { name: 'X', password: '12345678', tablet: 'T', code: '12345678' }
    await shop.browser().post('/api/session/owner').send(right).expect(201)
  })
})

describe('signing in', () => {
  test('by password, under a cookie no script reads; a wrong one five times locks the person', async () => {
    await owner()
    const api = shop.browser()
    const right = await api
      .post('/api/session')
      .send({ person: 'ines', password: 'a long password', tablet: 'Desk' })
      .expect(201)
    for (const cookie of right.headers['set-cookie'] as unknown as string[]) {
      expect(cookie).toMatch(/HttpOnly/)
      expect(cookie).toMatch(/SameSite=Strict/)
    }
    for (let i = 0; i < 5; i++) {
      const wrong = await api.post('/api/session').send({ person: 'Ines', password: 'guess' })
      expect([wrong.status, codeOf(wrong)]).toEqual([401, 'wrong-secret'])
    }
    const locked = await api.post('/api/session').send({ person: 'Ines', password: 'a long password' })
    expect([locked.status, codeOf(locked)]).toEqual([429, 'locked'])
    expect(Number(locked.headers['retry-after'])).toBeGreaterThan(600)
  })
  test('by PIN on a shared tablet only, and hands change quickly', async () => {
    const { api } = await owner()
    await add(api, { name: 'Ilo', role: 'technician', pin: '4711' })
    const session = await shop.browser().post('/api/session').send({ person: 'Ilo', pin: '4711' })
    expect([session.status, codeOf(session)]).toEqual([403, 'not-shared'])
    const tablet = await sharedTablet()
    const names = ((await tablet.get('/api/session')).body as { names: { name: string }[] }).names
    expect(names.map((n) => n.name)).toEqual(['Ilo'])
    const ilo = (await tablet.post('/api/session').send({ person: 'Ilo', pin: '4711' }).expect(201)).body as SignedIn
    expect(ilo.session).toMatchObject({ person: { name: 'Ilo' }, tablet: { name: 'Bay 2', shared: true } })
    await tablet.get('/api/audit').expect(403)
  })
  test('a technician shares no screen', async () => {
    const { api } = await owner()
    await add(api, { name: 'Ilo', role: 'technician', password: 'also long enough' })
    const body = { person: 'Ilo', password: 'also long enough', tablet: 'Own', shared: true }
    expect(codeOf(await shop.browser().post('/api/session').send(body))).toBe('role')
  })
  test('by a tap in the demo only', async () => {
    await owner()
    expect((await shop.browser().post('/api/session').send({ person: 'Ines' })).status).toBe(401)
  })
})

describe('ending', () => {
  test('a lost tablet is signed out: its session, and what it still holds', async () => {
    const { api } = await owner()
    await api.post('/api/jobs/import').send(demoJob('0417')).expect(201)
    await add(api, { name: 'Ilo', role: 'technician', pin: '4711' })
    const tablet = await sharedTablet()
    const { signer } = (await tablet.post('/api/session').send({ person: 'Ilo', pin: '4711' })).body as SignedIn
    const queued = (key: string) =>
      request(shop.app)
        .post('/api/jobs/job-0417/records')
        .set({ Host: 'shop.test', Authorization: `Bearer ${signer}`, 'Idempotency-Key': key })
        .send({ body: { kind: 'off', part: key }, supersedes: null })
    const sent = await queued('before-it-was-lost').expect(201)
    expect((sent.body as { by: string }).by).toBe('Ilo')
    const [lost] = ((await api.get('/api/tablets')).body as Tablet[]).filter((t) => t.name === 'Bay 2')
    await api.delete(`/api/tablets/${lost!.id}`).expect(200)
    expect((await tablet.get('/api/jobs')).status).toBe(401)
    const late = await queued('after-it-was-lost')
    expect([late.status, codeOf(late)]).toEqual([401, 'revoked'])
  })
  test('a new password or leaving ends what was open; the last owner stays', async () => {
    const { api, session } = await owner()
    const person = await add(api, { name: 'Ilo', role: 'technician', password: 'also long enough' })
    const desk = shop.browser()
    await desk.post('/api/session').send({ person: 'Ilo', password: 'also long enough', tablet: 'D' }).expect(201)
    await desk.get('/api/jobs').expect(200)
    await api
      .put(`/api/people/${person.document.id}`)
      .set('If-Match', '"1"')
      .send({ name: 'Ilo', role: 'technician', active: false })
      .expect(200)
    await desk.get('/api/jobs').expect(401)
    const last = await api
      .put(`/api/people/${session.person!.id}`)
      .set('If-Match', '"1"')
      .send({ name: 'Ines', role: 'guest', active: true })
    expect(last.status).toBe(409)
  })
  test('a queue goes out under its own signer, whoever is signed in at the tablet', async () => {
    const { api, signer: ines } = await owner()
    await api.post('/api/jobs/import').send(demoJob('0417')).expect(201)
    await add(api, { name: 'Ilo', role: 'technician', pin: '4711' })
    const tablet = await sharedTablet()
    await tablet.post('/api/session').send({ person: 'Ilo', pin: '4711' }).expect(201)
    const record = await tablet
      .post('/api/jobs/job-0417/records')
      .set('Authorization', `Bearer ${ines}`)
      .send({ body: { kind: 'off', part: 'liner' }, supersedes: null })
      .expect(201)
    expect((record.body as { by: string }).by).toBe('Ines')
  })
})

test('who changed what stands in the audit trail, with before and after, and without secrets', async () => {
  const { api } = await owner()
  const { document } = await add(api, { name: 'Ilo', role: 'technician', pin: '4711' })
  await api
    .put(`/api/people/${document.id}`)
    .set('If-Match', '"1"')
    .send({ name: 'Ilo', role: 'writer', active: true, password: 'also long enough' })
    .expect(200)
  const { entries, total } = (await api.get('/api/audit?limit=1')).body as Audit
  expect(total).toBeGreaterThan(2)
  expect(entries[0]).toMatchObject({
    person: 'Ines',
    tablet: 'Office',
    about: 'person Ilo',
    before: { role: 'technician' },
    after: { role: 'writer', hasPassword: true },
  })
  // Ids are hex by chance: four digits of a PIN may stand in one.
  const all = JSON.stringify(await shop.db('audit')).replaceAll(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, 'id')
  for (const secret of ['4711', 'also long enough', 'scrypt']) expect(all).not.toContain(secret)
})
