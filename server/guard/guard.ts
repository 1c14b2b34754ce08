import { randomUUID } from 'node:crypto'
import type { Request, RequestHandler } from 'express'
import { ROUTE_LIST, type Route } from '@stout-shackle/core/contract'
import { cookieNames, cookiesOf, type Sessions } from '../people'
import { allows, setPrincipal, type Principal } from '../principal'
import { Problem } from '../problem'
import { nameIn } from './hosts'

/** Gives every request a name of its own, for the log and for who asks about it. */
export const nameRequest: RequestHandler = (_request, response, next) => {
  response.locals.requestId = randomUUID()
  response.set('X-Request-Id', response.locals.requestId as string)
  next()
}

/** Answers only under names that are this server's. */
export const knownHost =
  (hosts: ReadonlySet<string>): RequestHandler =>
  (request, _response, next) => {
    const name = nameIn(request.get('Host'))
    if (name === null || !hosts.has(name))
      throw new Problem(
        421,
        'Not the name of this server',
        'This server does not answer to that name. Start it with HOSTS set to the names it may have.',
        [{ field: 'Host', message: 'not in the list', code: 'host' }],
      )
    next()
  }

const patterns = ROUTE_LIST.map((route) => ({
  route,
  method: route.method.toUpperCase(),
  path: new RegExp(`^${route.path.replaceAll('.', '\\.').replace(/\{\w+\}/g, '[^/]+')}$`),
}))

/** The route of the list that a request is for; literal addresses come before those with something open. */
export function routeOf(method: string, path: string): Route | null {
  const verb = method === 'HEAD' ? 'GET' : method
  const fits = patterns.filter((p) => p.method === verb && p.path.test(path))
  return (fits.find((p) => !p.route.path.includes('{')) ?? fits[0])?.route ?? null
}

/** Questions that change nothing and need nobody: any page may ask them. */
const isStateless = ({ access, path }: Route) => access === 'open' && path.startsWith('/compute/')

/**
 * Lets a request through to a route of the list by whoever may ask it; nothing that is not in the list is answered.
 * A page on another origin cannot write: a write names the origin it comes from, and that is this one.
 */
export const guard =
  (sessions: Sessions, demo: boolean): RequestHandler =>
  async (request, _response, next) => {
    const path = request.path.replace(/(.)\/$/, '$1')
    const route = routeOf(request.method, path)
    if (!route) throw new Problem(404, 'Not found', `There is nothing at ${request.method} ${request.originalUrl}.`)
    if (isStateless(route)) return next()
    const token = /^Bearer ([\w-]{20,100})$/.exec(request.get('Authorization') ?? '')?.[1]
    if (request.method !== 'GET' && request.method !== 'HEAD') ownOrigin(request, token !== undefined)
    const principal = await whoAsks(request, sessions, token, cookieNames(demo).session)
    if (principal) setPrincipal(request, principal)
    if (!allows(principal, route.access)) throw refused(principal, token !== undefined)
    next()
  }

async function whoAsks(
  request: Request,
  sessions: Sessions,
  token: string | undefined,
  cookie: string,
): Promise<Principal | null> {
  if (token !== undefined) return (await sessions.bySigner(token)) ?? sessions.byDeviceToken(token)
  if (request.get('Authorization') !== undefined) return null
  const secret = cookiesOf(request)[cookie]
  return secret ? sessions.bySession(secret) : null
}

/**
 * @param bearer the caller shows a token of its own, which no browser adds by itself
 * @throws Problem 403 where the page that asks is not this server's
 */
function ownOrigin(request: Request, bearer: boolean): void {
  const origin = request.get('Origin')
  const site = request.get('Sec-Fetch-Site')
  const ours = `${request.secure ? 'https' : 'http'}://${request.get('Host')}`
  const elsewhere = site !== undefined && site !== 'same-origin'
  if (elsewhere || (origin === undefined ? !bearer : origin.toLowerCase() !== ours.toLowerCase()))
    throw new Problem(
      403,
      'From another page',
      'A write must come from a page of this server: its Origin is missing or another one.',
      [{ field: 'Origin', message: `must be ${ours}`, code: 'origin' }],
    )
}

const refused = (principal: Principal | null, token: boolean) =>
  principal
    ? new Problem(403, 'Not yours to do', 'Your role in this shop does not include that. Ask the owner.', [
        { field: 'role', message: principal.kind === 'person' ? principal.role : 'device', code: 'role' },
      ])
    : new Problem(
        401,
        'Not signed in',
        token
          ? 'This credential was revoked or is too old. Sign in again.'
          : 'Sign in first. Whatever you typed is still on your screen.',
        [{ field: 'session', message: 'not signed in', code: token ? 'revoked' : 'sign-in' }],
      )
