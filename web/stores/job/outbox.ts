import { useEventListener } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { BayRecord, RecordInput } from '@stout-shackle/core/records'
import { call, Refused } from '../../api/client'
import { newKey } from '../../api/key'
import { reach } from '../../api/reach'
import { untilAnswered } from '../../api/retry'
import { keptDatabase, type Refusal, type Waiting } from '../../offline-store'
import { onShopEvent } from '../events'
import { useSession } from '../session'

const COUNT = 'records-taken-down'

interface Listener {
  stored(record: BayRecord): void
}

/**
 * Records on their way, of every job: kept in the browser until the server has them, so that neither a reload nor a dead
 * server loses one. They are sent whichever job is on the screen, each under the credential of who took it down, in the
 * order in which they were. One that the server refuses stays, with why, until somebody decides.
 */
// eslint-disable-next-line max-lines-per-function -- a store is one function, by its library
export const useOutbox = defineStore('outbox', () => {
  const session = useSession()
  const waiting = shallowRef<readonly Waiting[]>([])
  const refused = computed(() => waiting.value.filter((w) => w.refused !== null))
  const listeners = new Map<string, Listener>()
  /** Other pages of this browser keep the same queue. */
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('shackle-outbox')
  channel?.addEventListener('message', () => void read())

  /** What this browser keeps, with what this page has not kept yet. */
  async function read(): Promise<void> {
    try {
      const stored = await (await keptDatabase()).getAll('outbox')
      const known = new Set(stored.map((w) => w.key))
      const unsaved = waiting.value.filter((w) => w.sequence === null && !known.has(w.key))
      waiting.value = [...stored.sort((a, b) => (a.sequence ?? 0) - (b.sequence ?? 0)), ...unsaved]
    } catch {
      // Nothing is kept: what this page has is all there is.
    }
  }

  /** Gives an entry its number and keeps it, in one go. */
  async function keep(entry: Waiting): Promise<Waiting> {
    try {
      const db = await keptDatabase()
      const tx = db.transaction(['outbox', 'single'], 'readwrite')
      const count = ((await tx.objectStore('single').get(COUNT)) as number | undefined) ?? 0
      const numbered = { ...entry, sequence: count + 1 }
      void tx.objectStore('single').put(count + 1, COUNT)
      void tx.objectStore('outbox').put(numbered)
      tx.commit()
      await tx.done
      return numbered
    } catch {
      // Without a place to count, the clock does: it only has to go up.
      return { ...entry, sequence: Date.now() }
    }
  }
  async function store(act: (db: Awaited<ReturnType<typeof keptDatabase>>) => Promise<unknown>): Promise<void> {
    try {
      await act(await keptDatabase())
      channel?.postMessage('changed')
    } catch {
      // As above.
    }
  }
  const change = (key: string, next: Partial<Waiting>) => {
    waiting.value = waiting.value.map((w) => (w.key === key ? { ...w, ...next } : w))
    const entry = waiting.value.find((w) => w.key === key)
    if (entry) void store((db) => db.put('outbox', entry))
  }

  /** Takes a record down. @returns its key, which will be its id */
  function add(job: string, input: Waiting['input']): string {
    const entry: Waiting = {
      key: newKey(),
      job,
      input,
      at: new Date().toISOString(),
      sequence: null,
      signer: session.signer,
      refused: null,
    }
    waiting.value = [...waiting.value, entry]
    void keep(entry).then((numbered) => {
      waiting.value = waiting.value.map((w) => (w.key === entry.key ? numbered : w))
      channel?.postMessage('changed')
      void send()
    })
    return entry.key
  }
  /** Lets go of a record that the server has, or that somebody gave up. */
  function remove(key: string): void {
    waiting.value = waiting.value.filter((w) => w.key !== key)
    void store((db) => db.delete('outbox', key))
  }

  async function post({ key, job, input, at: time, sequence, signer }: Waiting): Promise<BayRecord> {
    const takenDown: RecordInput['takenDown'] = { at: time, sequence: sequence!, sent: new Date().toISOString() }
    const credential = signer ?? session.signer
    if (!credential) throw new Refused(401, 'Sign in: nobody signs this.', [], {})
    return call<BayRecord>(`/jobs/${job}/records`, {
      method: 'POST',
      body: { ...input, takenDown },
      key,
      signer: credential.token,
    })
  }
  function refusal(error: Refused, entry: Waiting): Refusal {
    const whose =
      entry.signer && entry.signer.id !== session.signer?.id ? ` ${entry.signer.name} signs in to send it.` : ''
    return { status: error.status, why: error.status === 401 ? `Not signed in any more.${whose}` : error.message }
  }

  let sending = false
  const trying = untilAnswered()
  const due = () => waiting.value.find((w) => w.refused === null && w.sequence !== null)
  /** Sends what waits, one after the other; goes on by itself when the server is back. */
  async function send(): Promise<void> {
    if (sending) return
    sending = true
    try {
      for (let next = due(); next; next = due()) {
        const entry = next
        try {
          const record = await trying.run(() => post(entry))
          reach.clockOff = record.origin?.clockOff ?? 0
          listeners.get(entry.job)?.stored(record)
          remove(entry.key)
        } catch (error) {
          if (!(error instanceof Refused)) throw error
          change(entry.key, { refused: refusal(error, entry) })
        }
      }
    } finally {
      sending = false
    }
  }
  /** The server is there again. */
  const again = () => (sending ? trying.wake() : void send())
  onShopEvent('open', again)
  useEventListener('online', again)

  /** Sends a refused one again, under who is signed in where that is the same person. */
  function sendAgain(key: string): void {
    const entry = waiting.value.find((w) => w.key === key)
    if (!entry) return
    const mine = session.signer
    const signer = mine && (entry.signer === null || entry.signer.id === mine.id) ? mine : entry.signer
    change(key, { refused: null, signer })
    void send()
  }
  /** After signing in: what waited for that. */
  function signedIn(): void {
    for (const { key, refused, signer } of waiting.value)
      if (refused?.status === 401 && (signer === null || signer.id === session.signer?.id)) sendAgain(key)
    again()
  }

  /** Takes up what an earlier page left. */
  async function resume(): Promise<void> {
    await read()
    void send()
  }

  const of = (job: string): Waiting[] => waiting.value.filter((w) => w.job === job)
  /** Hears of the records of one job, from now on. */
  const listen = (job: string, listener: Listener) => void listeners.set(job, listener)
  return { waiting, refused, add, remove, send, sendAgain, signedIn, resume, of, listen }
})
