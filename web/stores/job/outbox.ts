import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { BayRecord, RecordInput } from '@stout-shackle/core/job'
import { call, Refused, Unreachable } from '../../api/client'

export interface Waiting {
  /** Idempotency-Key: sent again after a dropped answer, it is recorded once. */
  key: string
  job: string
  input: RecordInput
  at: string
}

const STORE = 'outbox'
const RETRY_MS = 1500
const read = (): Waiting[] => JSON.parse(localStorage.getItem(STORE) ?? '[]') as Waiting[]
const write = (list: readonly Waiting[]) => localStorage.setItem(STORE, JSON.stringify(list))

interface Listener {
  stored(record: BayRecord): void
  refused(why: string): void
}

/**
 * Records on their way, of every job: kept in the browser until the server has them, so that neither a reload nor a dead
 * server loses one. They are sent whichever job is on the screen.
 */
export const useOutbox = defineStore('outbox', () => {
  const waiting = shallowRef<readonly Waiting[]>(read())
  const away = ref(false)
  const listeners = new Map<string, Listener>()

  function add(entry: Waiting): void {
    // Another page of this browser may have added its own since.
    write([...read(), entry])
    waiting.value = [...waiting.value, entry]
    void send()
  }
  function remove(key: string): void {
    write(read().filter((w) => w.key !== key))
    waiting.value = waiting.value.filter((w) => w.key !== key)
  }

  let sending = false
  async function send(): Promise<void> {
    if (sending) return
    sending = true
    try {
      for (let next = waiting.value[0]; next; next = waiting.value[0]) {
        const listener = listeners.get(next.job)
        try {
          const body = next.input
          const record = await call<BayRecord>(`/jobs/${next.job}/records`, { method: 'POST', body, key: next.key })
          listener?.stored(record)
        } catch (error) {
          if (error instanceof Unreachable) {
            away.value = true
            setTimeout(() => void send(), RETRY_MS)
            return
          }
          if (!(error instanceof Refused)) throw error
          listener?.refused(error.message)
        }
        away.value = false
        remove(next.key)
      }
    } finally {
      sending = false
    }
  }

  const of = (job: string): Waiting[] => waiting.value.filter((w) => w.job === job)
  /** Hears of the records of one job, from now on. */
  const listen = (job: string, listener: Listener) => void listeners.set(job, listener)
  return { waiting, away, add, send, of, listen }
})
