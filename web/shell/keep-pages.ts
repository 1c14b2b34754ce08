import { registerSW } from 'virtual:pwa-register'
import { appUpdate } from './app-update'

/** Lets the pages open without the server, where the browser can: it needs a secure context. Call once. */
export function keepPages(): void {
  if (!('serviceWorker' in navigator)) return
  const take = registerSW({ onNeedRefresh: () => (appUpdate.ready = true) })
  appUpdate.take = () => void take(true)
  // Asks the browser not to clear away what waits to be sent when it runs short of room.
  void navigator.storage?.persist?.()
}
