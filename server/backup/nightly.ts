import type { Logger } from 'pino'
import { backUp, listBackups, pruneNightly } from './backup'

const LOOK_EVERY_MS = 10 * 60_000

/** The day of a nightly backup by its name. */
const dayOf = (name: string): string => name.slice('nightly-'.length, 'nightly-'.length + 10)

/**
 * Saves the shop once a day by itself: at the first look after midnight UTC, so also in a shop that switches off at night.
 * @returns stops it
 */
export function backUpNightly(folder: string, log: Logger, housekeeping: () => Promise<void>): () => void {
  let busy = false
  async function look(): Promise<void> {
    const now = new Date().toISOString()
    const last = listBackups(folder).find((name) => name.startsWith('nightly-'))
    if (busy || (last && dayOf(last) >= now.slice(0, 10))) return
    busy = true
    try {
      await backUp(folder, 'nightly', now)
      pruneNightly(folder)
      await housekeeping()
    } catch (error) {
      log.error({ err: error }, 'nightly backup failed')
    } finally {
      busy = false
    }
  }
  const timer = setInterval(() => void look(), LOOK_EVERY_MS)
  timer.unref()
  const first = setTimeout(() => void look(), 30_000)
  first.unref()
  return () => {
    clearInterval(timer)
    clearTimeout(first)
  }
}
