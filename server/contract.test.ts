import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { ROUTE_LIST, type Route } from '@stout-shackle/core/contract'
import { apiRoutes } from './app'
import { testShop } from './fixtures/shop'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

/** Things of the made-up shop that stand for what an address leaves open. */
const NAMED: Record<string, string> = {
  '/schemas/{name}': 'kit',
  '/vehicles/{id}': 'dunnock-25',
  '/platforms/{id}': 'dunnock',
  '/procedures/{id}': 'lantern-rear-axle',
  '/stock/{id}': 'band-clamp',
  '/rules/{version}': '1',
  '/exports/{file}': 'stock.csv',
}
const QUERIES: Record<string, string> = {
  '/minutes': '?kit=ninebark-twofold',
  '/catalog': '?make=Tollmere&model=Dunnock%2025',
  '/customers': '?name=Corbel%20%26%20Chase%20Stone%20Carving',
  '/customers/export': '?name=Corbel%20%26%20Chase%20Stone%20Carving',
  '/devices/readings': '?since=2026-11-25T10:00:00Z',
}
async function addressOf({ path }: Route): Promise<string> {
  const first = async (list: string) => {
    const { entries } = (await shop.api.get(`/api${list}`)).body as { entries: { document: { id: string } }[] }
    return entries[0]!.document.id
  }
  const maren = async () =>
    ((await shop.api.get('/api/people')).body as { document: { id: string; name: string } }[]).find(
      (p) => p.document.name === 'Maren',
    )!.document.id
  const named =
    NAMED[path] ??
    (path.startsWith('/jobs')
      ? 'job-0417'
      : path.startsWith('/kits')
        ? await first('/kits')
        : path.startsWith('/applications')
          ? await first('/applications')
          : path.startsWith('/devices')
            ? 'wrench-3'
            : path.startsWith('/histories')
              ? ((await shop.api.get('/api/histories')).body as { id: string }[])[0]!.id
              : path.startsWith('/people')
                ? await maren()
                : '')
  return `/api${path.replace(/\{\w+\}/, named)}${QUERIES[path] ?? ''}`
}
const json = (route: Route) => typeof route.answer === 'object' && route.answer !== null

describe('the list of routes', () => {
  test('is what the server answers, no more and no less', () => {
    const answered = apiRoutes(shop.parts).map(({ route: { method, path } }) => `${method} /api${path}`)
    const listed = ROUTE_LIST.map(({ method, path }) => `${method} /api${path}`)
    expect(answered.sort()).toEqual([...listed].sort())
  })
  test('is what the description describes', async () => {
    const { paths } = (await shop.api.get('/api/openapi.json').expect(200)).body as { paths: Record<string, object> }
    const described = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => `${method} ${path}`),
    )
    expect(described.sort()).toEqual(ROUTE_LIST.map(({ method, path }) => `${method} /api${path}`).sort())
  })
  // Templates are of kits that are drilled, for owners who have signed: see documents/template.test.ts; photos have to be sent first: see
  // photos/photos.test.ts.
  const askedHere = ROUTE_LIST.filter(
    (r) =>
      r.method === 'get' &&
      r.path !== '/events' &&
      !r.path.startsWith('/imports/') &&
      !r.path.includes('{hash}') &&
      !r.path.includes('/template.') &&
      !r.path.startsWith('/photos/'),
  )
  test.each(askedHere.map((r) => [r.path, r] as const))('get %s answers as described', async (_path, route) => {
    const answer = await shop.api.get(await addressOf(route)).expect(route.status)
    if (!json(route)) expect(answer.type).toBe(route.answer)
    else {
      const parsed = (route.answer as Exclude<Route['answer'], string | null>).safeParse(answer.body)
      expect(parsed.success ? [] : parsed.error.issues.slice(0, 3)).toEqual([])
    }
  })
  const written = ROUTE_LIST.filter(
    (r) => r.body && r.body !== 'binary' && r.access !== 'device' && !r.path.startsWith('/imports/'),
  )
  test.each(written.map((r) => [`${r.method} ${r.path}`, r] as const))(
    '%s refuses what does not fit its schema, naming fields',
    async (_name, route) => {
      const send = shop.api[route.method](await addressOf(route))
      if (route.versioned) void send.set('If-Match', '"1"')
      const answer = await send.send({ nonsense: true })
      expect([400, 422]).toContain(answer.status)
      expect(answer.type).toBe('application/problem+json')
      expect((answer.body as { errors: unknown[] }).errors.length).toBeGreaterThan(0)
    },
  )
  // People are changed by other fields than they are shown with; see people.test.ts.
  const versioned = ROUTE_LIST.filter((r) => r.versioned && r.path.includes('{') && !r.path.startsWith('/people'))
  test.each(versioned.map((r) => [r.path, r] as const))('put %s wants its version', async (_path, route) => {
    const address = await addressOf(route)
    const { body } = (await shop.api.get(address)) as { body: unknown }
    const document = (body as { document?: object; job?: object }).document ?? (body as { job: object }).job
    await shop.api.put(address).send(document).expect(428)
    await shop.api.put(address).set('If-Match', '"99"').send(document).expect(412)
  })
  test('a file taken in and its rows answer as described', async () => {
    const run = await shop.api
      .post('/api/imports?kind=stock&name=stock.csv')
      .set('Content-Type', 'application/octet-stream')
      .send('id,name,on_hand\nnew-thing,New thing,3\n')
      .expect(202)
    const { id } = run.body as { id: string }
    const state = async () => (await shop.api.get(`/api/imports/${id}`)).body as { state: string }
    await expect.poll(async () => (await state()).state).toBe('checked')
    const route = (path: string) => ROUTE_LIST.find((r) => r.path === path)!.answer as { parse(v: unknown): unknown }
    route('/imports/{id}').parse(await state())
    route('/imports/{id}/rows').parse((await shop.api.get(`/api/imports/${id}/rows`)).body)
    const applied = await shop.api.post(`/api/imports/${id}/apply`).send({ rows: 'all' }).expect(200)
    route('/imports/{id}/apply').parse(applied.body)
    const undone = await shop.api.post(`/api/imports/${id}/undo`).expect(200)
    route('/imports/{id}/undo').parse(undone.body)
    await shop.api.post(`/api/imports/${id}/stop`).expect(409)
  })
})
