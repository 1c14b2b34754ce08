import { describe, expect, test } from 'vitest'
import { CALCULATOR_ROUTES, ROUTE_LIST } from '.'
import { ENDPOINTS } from '../calculators'

const named = ROUTE_LIST.map((r) => [`${r.method} ${r.path}`, r] as const)

describe('the routes', () => {
  test('each is there once', () => expect(new Set(named.map(([name]) => name)).size).toBe(named.length))
  // Source: OpenAPI 3.1, Paths Object: templated paths of one hierarchy with other names must not exist; a name stands once in a path.
  test('paths that differ by the name of a parameter only are one path', () => {
    const byShape = new Map<string, string>()
    for (const { path } of ROUTE_LIST) {
      const names = [...path.matchAll(/\{(\w+)\}/g)].map((m) => m[1])
      expect(new Set(names).size).toBe(names.length)
      const shape = path.replace(/\{\w+\}/g, '{}')
      expect(byShape.get(shape) ?? path).toBe(path)
      byShape.set(shape, path)
    }
  })
  // Source: RFC 9110: a GET has no content (9.3.1), 204 has none (15.3.5), a conditional write names the version it is about (13.1.1).
  test.each(named)('%s asks and answers as HTTP means it', (_, { method, body, status, answer, versioned, access }) => {
    if (method === 'get') expect([body, status, versioned]).toEqual([undefined, 200, undefined])
    if (status === 204) expect(answer).toBeNull()
    if (versioned) expect([['put', 'delete'].includes(method), access === 'open']).toEqual([true, false])
  })
  test('who is not signed in can look at what is public, compute and sign in, and changes nothing else', () => {
    const open = named.filter(([, r]) => r.access === 'open' && r.method !== 'get').map(([name]) => name)
    expect(open.filter((name) => !name.startsWith('post /compute/')).sort()).toEqual([
      'delete /session',
      'post /session',
      'post /session/owner',
    ])
  })
  test('every calculator that others may ask has its route', () =>
    expect(CALCULATOR_ROUTES.map((c) => c.route.path)).toEqual(ENDPOINTS.map((c) => `/compute/${c.endpoint.name}`)))
})
