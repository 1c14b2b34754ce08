import pRetry from 'p-retry'
import { Unreachable } from './client'

const PAUSES = { minTimeout: 1000, maxTimeout: 30_000, factor: 2, randomize: true, retries: Number.POSITIVE_INFINITY }

/**
 * Tries something until the server answers, with longer and longer pauses; `wake` ends the pause it is in.
 * Only a server that is away or in trouble is tried again: any other refusal comes out.
 */
export function untilAnswered() {
  let pause: AbortController | null = null
  return {
    /** No waiting out the pause: the server is there again, or what is to be sent has changed. */
    wake(): void {
      pause?.abort()
    },
    /** @throws what `act` throws, but for Unreachable */
    async run<T>(act: () => Promise<T>): Promise<T> {
      for (;;) {
        const signal = new AbortController()
        try {
          return await pRetry(
            () => {
              pause = null
              return act()
            },
            {
              ...PAUSES,
              signal: signal.signal,
              shouldRetry({ error }) {
                if (!(error instanceof Unreachable)) return false
                pause = signal
                return true
              },
            },
          )
        } catch (error) {
          // Woken from its pause: tried again from the shortest one.
          if (!signal.signal.aborted) throw error
        }
      }
    },
  }
}
