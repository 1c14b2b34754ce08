import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { SignedIn, Session } from '@stout-shackle/core/contract'
import { mayDo, type Access, type Person } from '@stout-shackle/core/shop'
import { call, Refused, Unreachable } from '../api/client'
import { reach } from '../api/reach'
import { onShopEvent } from './events'
import { forgetAnswers, keptDatabase, openSealed, seal, sealedPeople, type Signer } from '../offline-store'

interface AtScreen {
  signer: Signer
  person: Person
}
export interface SignIn {
  person: string
  password?: string
  pin?: string
  tablet?: string
  shared?: boolean
}
const NOBODY: Session = { person: null, tablet: null, names: [], setUp: 'done', demo: false }

/** Who is at this screen. Known across reloads, also while the server is away. */
// eslint-disable-next-line max-lines-per-function -- a store is one function, by its library
export const useSession = defineStore('session', () => {
  const session = shallowRef<Session>(NOBODY)
  /** Signs what this person writes; null while nobody is signed in. */
  const signer = shallowRef<Signer | null>(null)
  const loaded = ref(false)
  /** Who can sign in here without the server. */
  const known = shallowRef<{ id: string; name: string }[]>([])
  const person = computed(() => session.value.person)
  const may = (access: Access) => person.value !== null && mayDo(person.value.role, access)

  async function keep(screen: AtScreen | null): Promise<void> {
    try {
      const db = await keptDatabase()
      if (screen) await db.put('single', screen, 'at-screen')
      else await db.delete('single', 'at-screen')
    } catch {
      // A browser that keeps nothing asks again after a reload.
    }
  }
  async function storedScreen(): Promise<AtScreen | null> {
    try {
      return ((await (await keptDatabase()).get('single', 'at-screen')) as AtScreen | undefined) ?? null
    } catch {
      return null
    }
  }

  async function load(): Promise<void> {
    const before = await storedScreen()
    known.value = await sealedPeople()
    try {
      session.value = await call<Session>('/session')
      signer.value = before?.signer ?? null
      await comeToOne()
    } catch (error) {
      if (!(error instanceof Unreachable)) throw error
      if (before) session.value = { ...NOBODY, person: before.person }
      signer.value = before?.signer ?? null
      reach.signIn = before === null
    } finally {
      loaded.value = true
    }
  }
  /**
   * Who signs here and who the server takes it for are one again: hands may have changed while it was away. A session
   * without its credential could read and sign nothing, and is begun again.
   */
  async function comeToOne(): Promise<void> {
    if (signer.value && session.value.person?.id !== signer.value.id)
      try {
        await take(await call<SignedIn>('/session/resume', { method: 'POST', signer: signer.value.token }))
      } catch (error) {
        if (!(error instanceof Refused)) throw error
        signer.value = null
      }
    // Also after a sign-out that the server did not hear of.
    if (signer.value === null && session.value.person !== null)
      session.value = await call<Session>('/session', { method: 'DELETE' })
    // Never closed here: somebody may be about to change hands.
    if (session.value.person === null) reach.signIn = true
  }
  /** The server is there again. */
  async function meet(): Promise<void> {
    if (!loaded.value) return
    try {
      session.value = await call<Session>('/session')
      await comeToOne()
    } catch (error) {
      if (!(error instanceof Unreachable)) throw error
    }
  }
  onShopEvent('open', () => void meet())

  async function take(answer: SignedIn): Promise<Signer> {
    const { id, name } = answer.session.person!
    // What one person could read, the next may not.
    if (session.value.person && session.value.person.role !== answer.session.person!.role) await forgetAnswers()
    session.value = answer.session
    signer.value = { id, name, token: answer.signer }
    await keep({ signer: signer.value, person: answer.session.person! })
    return signer.value
  }

  /** @throws Refused with what is not right; Unreachable where the server is away and this screen does not know the person */
  async function signIn(typed: SignIn): Promise<void> {
    try {
      const mine = await take(await call<SignedIn>('/session', { method: 'POST', body: typed }))
      if (typed.pin) await seal(mine, typed.pin)
      known.value = await sealedPeople()
      reach.signIn = false
    } catch (error) {
      if (!(error instanceof Unreachable) || !typed.pin) throw error
      await unseal(typed.person, typed.pin)
    }
  }

  /** Hands change while the server is away. */
  async function unseal(nameOrId: string, pin: string): Promise<void> {
    const found = known.value.find((k) => k.id === nameOrId || k.name.toLowerCase() === nameOrId.toLowerCase())
    const refuse = (why: string, code: string) => new Refused(401, why, [{ field: 'pin', message: why, code }], {})
    if (!found) throw new Unreachable('The server is away, and this person has not signed in at this screen before.')
    const opened = await openSealed(found.id, pin)
    if (opened === 'wrong') throw refuse('Name or PIN is not right.', 'wrong-secret')
    if (opened === 'locked') throw refuse('Too many wrong PINs: sign in when the server is back.', 'locked')
    const person: Person = {
      id: opened.id,
      name: opened.name,
      // The server decides what it takes; a person who signs in by PIN works in the bay.
      role: 'technician',
      active: true,
      hasPassword: false,
      hasPin: true,
    }
    session.value = { ...session.value, person }
    signer.value = opened
    reach.signIn = false
    await keep({ signer: opened, person })
  }

  async function makeOwner(body: { name: string; password: string; tablet: string; code?: string }): Promise<void> {
    await take(await call<SignedIn>('/session/owner', { method: 'POST', body }))
    reach.signIn = false
  }

  /** Leaves the screen to the next one. What waits to be sent stays, under who signed it. */
  async function signOut(): Promise<void> {
    await keep(null)
    signer.value = null
    await forgetAnswers()
    try {
      session.value = await call<Session>('/session', { method: 'DELETE' })
    } catch (error) {
      if (!(error instanceof Unreachable)) throw error
      session.value = { ...session.value, person: null }
    }
    reach.signIn = true
  }

  return { session, signer, loaded, known, person, may, load, signIn, makeOwner, signOut }
})
