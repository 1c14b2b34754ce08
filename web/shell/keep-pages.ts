import { registerSW } from 'virtual:pwa-register'
import { appUpdate } from './app-update'

/** So long after the first screen, ms: it goes first. */
const AFTER_MS = 3000

/**
 * Without a worker a page that was not opened yet would have to be asked for: all of them are asked for once, and the
 * browser keeps them, for their names change with their contents.
 */
async function askForPages(): Promise<void> {
  const list = await fetch('/chunks.json').catch(() => null)
  if (!list?.ok) return
  const chunks = (await list.json()) as Record<string, { file: string; css?: string[] }>
  const names = Object.values(chunks).flatMap(({ file, css = [] }) => [file, ...css])
  await Promise.all(names.map((name) => fetch(`/${name}`).catch(() => undefined)))
}

/** Lets the pages open without the server, as far as the browser can: reloading them needs a secure context. Call once. */
export function keepPages(): void {
  if (!('serviceWorker' in navigator)) {
    setTimeout(() => void askForPages(), AFTER_MS)
    return
  }
  const take = registerSW({ onNeedRefresh: () => (appUpdate.ready = true) })
  appUpdate.take = () => void take(true)
  // Asks the browser not to clear away what waits to be sent when it runs short of room.
  void navigator.storage?.persist?.()
}
