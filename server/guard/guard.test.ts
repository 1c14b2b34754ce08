import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import request from 'supertest'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { ROUTE_LIST } from '@stout-shackle/core/contract'
import { mayDo, ROLE_NAMES, type Role } from '@stout-shackle/core/shop'
import { testShop, type Api } from '../fixtures/shop'
import { hostNames } from './hosts'
import { refuseNesting } from './nesting'

let shop: Awaited<ReturnType<typeof testShop>>
const by: Partial<Record<Role | 'nobody' | 'device', Api>> = {}
beforeAll(async () => {
  shop = await testShop()
  by.owner = shop.api
  for (const [role, name] of [
    ['writer', 'Odile'],
    ['technician', 'Teo'],
    ['guest', 'Visitor'],
  ] as const)
    by[role] = (await shop.signIn(name, `${name}'s desk`)).api
  by.nobody = shop.browser()
  const { token } = (await shop.api.post('/api/devices/wrench-3/token').expect(201)).body as { token: string }
  by.device = request.agent(shop.app).set('Host', 'shop.test').set('Authorization', `Bearer ${token}`)
})
afterAll(() => shop.close())

const addressOf = (path: string) =>
  // A new token would end the one that this round still needs.
  `/api${path.replace('{id}/token', 'gauge-1/token').replace('{id}', 'wrench-3').replace('{sequence}', '7').replace('{version}', '1').replace('{name}', 'kit').replace('{file}', 'stock.csv')}`

describe('every route, by every role', () => {
  const askedHere = ROUTE_LIST.filter((r) => r.path !== '/events')
  test.each(['owner', 'writer', 'technician', 'guest', 'nobody', 'device'] as const)('%s', async (who) => {
    for (const { method, path, access } of askedHere) {
      // Signing oneself out would end the round.
      if (path === '/session' && method === 'delete') continue
      const answer = await by[who]![method](addressOf(path)).send(method === 'get' ? undefined : {})
      const { status } = answer
      const refused = (answer.body as { errors?: { code?: string }[] }).errors?.[0]?.code
      const allowed =
        access === 'open' || (who === 'device' ? access === 'device' : who !== 'nobody' && mayDo(who, access))
      const line = `${who} ${method} ${path}: ${status} ${refused ?? ''}`
      if (allowed) expect(line, line).not.toMatch(/: 40[13] (?:sign-in|role|revoked)/)
      else
        expect([line, status, refused]).toEqual([
          line,
          who === 'nobody' ? 401 : 403,
          who === 'nobody' ? 'sign-in' : 'role',
        ])
    }
  })
  test('is what docs/security.md says', () => {
    const page = readFileSync(fileURLToPath(new URL('../../docs/security.md', import.meta.url)), 'utf8')
    const who = { open: 'anybody', own: 'owner |', device: 'the instrument' } as Record<string, string>
    for (const { method, path, access } of ROUTE_LIST) {
      const line = page.split('\n').find((l) => l.startsWith('| ') && l.includes(`\`${method.toUpperCase()} ${path}\``))
      expect([path, line !== undefined]).toEqual([path, true])
      const roles = (['owner', 'writer', 'technician', 'guest'] as const).filter((r) => mayDo(r, access))
      const named = who[access] ?? roles.map((r) => ROLE_NAMES[r].toLowerCase()).join(', ')
      expect(line!.toLowerCase().startsWith(`| ${named}`), `${path}: ${named}`).toBe(true)
    }
  })
  test('an address that is not in the list is not there, in whatever letters', async () => {
    for (const path of ['/api/nothing', '/api/JOBS', '/api/jobs/a/b/c', '/api//jobs', '/api/schemas/__proto__'])
      expect([404, 401]).toContain((await shop.api.get(path)).status)
    await shop.api.get('/api/schemas/__proto__').expect(404)
    await shop.api.get('/api/schemas/constructor').expect(404)
  })
})

describe('a page on another origin', () => {
  const write = (set: (api: request.Test) => request.Test) => set(by.technician!.post('/api/devices/wrench-3/readings'))
  const readings = async () => (await shop.db('device_readings').count<{ n: number }[]>('* as n'))[0]!.n
  test('cannot write, with or without a body', async () => {
    const before = await readings()
    for (const origin of ['http://evil.test', 'null', 'https://shop.test', 'http://shop.test:81']) {
      const answer = await write((t) => t.set('Origin', origin))
      expect([origin, answer.status]).toEqual([origin, 403])
    }
    const elsewhere = await write((t) => t.set('Sec-Fetch-Site', 'cross-site'))
    expect(elsewhere.status).toBe(403)
    const bare = request(shop.app).post('/api/imports?kind=stock').set('Host', 'shop.test')
    expect((await bare.send('id\n')).status).toBe(403)
    expect(await readings()).toBe(before)
  })
  test('the page of this server can', async () => {
    await write((t) => t.set('Sec-Fetch-Site', 'same-origin')).expect(201)
  })
  test('a device needs no page, and a calculator nobody', async () => {
    await by
      .device!.put('/api/devices/wrench-3/readings/40')
      .send({ value: 20, at: '2026-11-27T10:00:00Z' })
      .expect(200)
    await request(shop.app)
      .post('/api/compute/quantity')
      .set('Host', 'shop.test')
      .set('Origin', 'http://other.test')
      .send({ kind: 'torque', text: '16 lb-ft' })
      .expect(200)
  })
})

describe('a host', () => {
  test('that is not this server is not answered, not even for a page', async () => {
    for (const host of ['evil.test', 'shop.test.evil.test', '', 'shop.test/x', 'shop.test:99999999'])
      expect((await request(shop.app).get('/api/health').set('Host', host)).status).not.toBe(200)
    await request(shop.app).get('/api/health').set('Host', 'SHOP.test:5280').expect(200)
  })
  test('names are those of the machine, its certificate and the settings', () => {
    const names = hostNames('bay.shop, 10.0.0.9', ['van.local'])
    for (const name of ['localhost', '127.0.0.1', 'bay.shop', '10.0.0.9', 'van.local'])
      expect(names.has(name)).toBe(true)
  })
})

describe('nesting', () => {
  test('200,000 levels are refused before they are read, brackets in text are text', async () => {
    const deep = '['.repeat(200_000) + ']'.repeat(200_000)
    const answer = await shop.api.post('/api/compute/level').set('Content-Type', 'application/json').send(deep)
    expect(answer.status).toBe(400)
    expect(() => refuseNesting(Buffer.from(JSON.stringify({ a: '['.repeat(500), b: '\\"[[' })))).not.toThrow()
  })
})

test('every answer has security headers and a name of its own', async () => {
  const { headers } = await shop.api.get('/api/health')
  expect(headers['content-security-policy']).toContain("script-src 'self'")
  expect(headers['x-content-type-options']).toBe('nosniff')
  expect(headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/)
})
