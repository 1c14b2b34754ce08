import { request as send, type IncomingMessage } from 'node:http'
import type { Knex } from 'knex'
import { ROUTE_LIST } from '@stout-shackle/core/contract'
import { routeOf } from '../server/guard'
import { seeded } from '../core/fixtures/seeded'

/** What a shop holds, for comparing before and after. */
export async function contentsOf(db: Knex): Promise<Record<string, unknown>> {
  const tables = [
    'jobs',
    'job_versions',
    'records',
    'kits',
    'vehicles',
    'stock',
    'rule_sets',
    'people',
    'imports',
    'device_tokens',
  ]
  const rows = await Promise.all(tables.map(async (t) => [t, await db(t)] as const))
  // What the board shows is worked out from the rest, when it is asked for.
  return Object.fromEntries(
    rows.map(([t, list]) => [
      t,
      t === 'jobs' ? list.map(({ summary: _s, ...job }: { summary: unknown }) => job) : list,
    ]),
  )
}

const JUNK: unknown[] = [
  null,
  true,
  -1,
  1e308,
  '',
  'x'.repeat(5000),
  'Ж"\u0000\ud800',
  [],
  [[[[[]]]]],
  {},
  { __proto__: 1, constructor: { prototype: {} } },
  { id: '../../etc/passwd' },
  { $where: '1' },
  "'; DROP TABLE jobs; --",
]
const PARTS = [
  '%00',
  '..%2f..',
  '%ff',
  '__proto__',
  'constructor',
  "'",
  '%',
  'a'.repeat(3000),
  '1e9',
  '-1',
  'job-0417',
  'wrench-3',
  'kits.csv',
  '%E0%A4%A',
]
const BODIES = [
  '',
  '{',
  '[[[',
  'nul',
  '"',
  '{"a":',
  '['.repeat(5000),
  'a=b&c=d',
  '\u0000\u0001',
  '{"body":{"kind":"__proto__"}}',
]
const TYPES = [
  'application/json',
  'application/json; charset=utf-7',
  'text/plain',
  'multipart/form-data; boundary=x',
  'application/x-www-form-urlencoded',
  '',
]
const ENCODINGS = ['', '', '', 'gzip', 'br', 'deflate, gzip', 'identity', 'x-none']

interface Attack {
  port: number
  /** Cookies of a guest: somebody who may read and change nothing. */
  cookie: string
  seed: number
  requests: number
}
export interface Found {
  sent: number
  /** Requests that were answered as they must not be. */
  failures: string[]
  statuses: Record<number, number>
}

/**
 * Sends bounded, seeded nonsense to every route of a server on loopback: types, nesting, sizes, encodings, paths, origins,
 * hosts, roles. A guest may read what the list says; nobody else reads anything, and nothing is answered with a fault.
 */
export async function attack({ port, cookie, seed, requests }: Attack): Promise<Found> {
  const random = seeded(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const found: Found = { sent: 0, failures: [], statuses: {} }
  const routes = ROUTE_LIST.filter((r) => r.path !== '/events')
  for (let n = 0; n < requests; n++) {
    const route = routes[n % routes.length]!
    const path = `/api${route.path.replace(/\{\w+\}/g, () => pick(PARTS))}${random() < 0.3 ? `?${pick(PARTS)}=${pick(PARTS)}` : ''}`
    const method =
      random() < 0.8 ? route.method.toUpperCase() : pick(['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'HEAD'])
    const guest = random() < 0.5
    const host = random() < 0.85 ? `127.0.0.1:${port}` : pick(['evil.test', '127.0.0.1.evil.test', '[::1', 'a b'])
    const encoding = pick(ENCODINGS)
    const body = method === 'GET' || method === 'HEAD' ? '' : random() < 0.5 ? JSON.stringify(pick(JUNK)) : pick(BODIES)
    const headers: Record<string, string> = {
      Host: host,
      ...(guest ? { Cookie: cookie } : {}),
      ...(random() < 0.7 ? { Origin: random() < 0.7 ? `http://127.0.0.1:${port}` : 'http://evil.test' } : {}),
      ...(random() < 0.2
        ? { Authorization: pick(['Bearer x', `Bearer ${'a'.repeat(43)}`, 'Basic eDp4', 'Bearer']) }
        : {}),
      ...(random() < 0.3 ? { 'If-Match': pick(['"1"', '*', '"99999999999999999999"', 'W/"1"']) } : {}),
      ...(random() < 0.2
        ? { 'Idempotency-Key': pick(['short', 'a'.repeat(200), 'fine-key-0001', '../../../../x']) }
        : {}),
      ...(encoding ? { 'Content-Encoding': encoding } : {}),
      'Content-Type': pick(TYPES),
    }
    const line = `${method} ${path.slice(0, 90)} ${guest ? 'guest' : 'nobody'} ${body.slice(0, 40)}`
    const answer = await once(port, method, path, headers, body)
    found.sent += 1
    if (answer === null) continue
    found.statuses[answer.status] = (found.statuses[answer.status] ?? 0) + 1
    if (answer.status >= 500) found.failures.push(`${answer.status} ${line}`)
    const declared = routeOf(method, path.replace(/\?.*/, '').slice('/api'.length))
    if (answer.status >= 300 || !declared) continue
    // Read without the right: an answer of nobody's from a route that wants somebody.
    if (!guest && declared.access !== 'open') found.failures.push(`read by nobody: ${line}`)
    else if (!['open', 'read'].includes(declared.access)) found.failures.push(`written by a guest: ${line}`)
  }
  return found
}

/** One request; null where the client itself cannot send it, or the connection was ended. */
function once(
  port: number,
  method: string,
  path: string,
  headers: Record<string, string>,
  body: string,
): Promise<{ status: number } | null> {
  return new Promise((resolve) => {
    try {
      const call = send(
        { host: '127.0.0.1', port, method, path, headers, timeout: 15_000 },
        (response: IncomingMessage) => {
          response.resume()
          response.on('end', () => resolve({ status: response.statusCode ?? 0 }))
          response.on('error', () => resolve(null))
        },
      )
      call.on('error', () => resolve(null))
      call.on('timeout', () => resolve({ status: 599 }))
      call.end(body)
    } catch {
      resolve(null)
    }
  })
}
