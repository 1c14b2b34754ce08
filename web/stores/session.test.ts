import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Session } from '@stout-shackle/core/contract'
import { Unreachable } from '../api/client'
import { reach } from '../api/reach'
import { SESSION, TEO } from '../fixtures/server'
import { useSession } from './session'

const ANA = { ...SESSION.person!, id: 'ana', name: 'Ana' }
/** A server that takes one person for signed in, and its answers by method and path. */
let cookie: Session['person']
let away: boolean
let requests: string[]
beforeEach(() => {
  cookie = null
  away = false
  requests = []
  reach.signIn = false
  vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
    const line = `${init.method ?? 'GET'} ${url.replace('/api', '')}`
    requests.push(line)
    if (away) return Promise.reject(new TypeError('fetch failed'))
    const json = (data: unknown, status = 200) => Promise.resolve(new Response(JSON.stringify(data), { status }))
    if (line === 'POST /session') {
      const { person, pin } = JSON.parse(init.body as string) as { person: string; pin: string }
      if (pin !== '4711') return json({ detail: 'Not right', errors: [{ field: 'pin', message: 'x' }] }, 401)
      cookie = person === 'ana' ? ANA : SESSION.person
      return json({ session: { ...SESSION, person: cookie }, signer: `token-of-${person}-0123456789` }, 201)
    }
    if (line === 'POST /session/resume') {
      const token = new Headers(init.headers).get('Authorization')!
      cookie = token.includes('ana') ? ANA : SESSION.person
      return json({ session: { ...SESSION, person: cookie }, signer: `${token.slice(7)}-again` }, 201)
    }
    if (line === 'DELETE /session') cookie = null
    return json({ ...SESSION, person: cookie })
  })
})
afterEach(() => vi.unstubAllGlobals())
/** A page of this browser, as after a reload. */
const page = async () => {
  setActivePinia(createPinia())
  const session = useSession()
  await session.load()
  return session
}

describe('who is at the screen', () => {
  test('is known after a reload, also without the server', async () => {
    const session = await page()
    expect(reach.signIn).toBe(true)
    await session.signIn({ person: 'teo', pin: '4711' })
    expect(reach.signIn).toBe(false)
    away = true
    const again = await page()
    expect([again.person?.name, again.signer?.name, reach.signIn]).toEqual(['Teo', 'Teo', false])
  })
  test('changes without the server by PIN for who was here before; on its return both are one again', async () => {
    const session = await page()
    await session.signIn({ person: 'teo', pin: '4711' })
    await session.signIn({ person: 'ana', pin: '4711' })
    away = true
    await expect(session.signIn({ person: 'teo', pin: '0000' })).rejects.toMatchObject({ status: 401 })
    await expect(session.signIn({ person: 'gus', pin: '4711' })).rejects.toBeInstanceOf(Unreachable)
    await session.signIn({ person: 'teo', pin: '4711' })
    expect([session.person!.name, session.signer!.id]).toEqual(['Teo', TEO.id])
    away = false
    const again = await page()
    expect(requests).toContain('POST /session/resume')
    expect([again.person!.name, cookie!.name]).toEqual(['Teo', 'Teo'])
  })
  test('a sign-out that the server did not hear of is made good when it is back', async () => {
    const session = await page()
    await session.signIn({ person: 'teo', pin: '4711' })
    away = true
    await session.signOut()
    expect([session.person, session.signer]).toEqual([null, null])
    away = false
    expect(cookie!.name).toBe('Teo')
    const again = await page()
    expect([again.person, cookie, reach.signIn]).toEqual([null, null, true])
  })
})
