import { onScopeDispose } from 'vue'
import type { ShopEvents } from '@stout-shackle/core/contract'

/** What a page hears: what happens in the shop, and that the connection is there, at first or again. */
interface PageEvents extends ShopEvents {
  open: null
}

const bus = new EventTarget()

/**
 * One connection to the shop's events for the page; the browser reconnects by itself. Call once.
 *
 * A hidden page lets go of it: a browser keeps six connections to a server, and a shop has more tabs than that. Shown
 * again, the page hears `open` and asks for what it missed.
 */
export function connectEvents(): void {
  const tell = (name: string, detail: unknown) => bus.dispatchEvent(new CustomEvent(name, { detail }))
  let source: EventSource | null = null
  const open = () => {
    source = new EventSource('/api/events')
    source.addEventListener('open', () => tell('open', null))
    for (const name of ['job', 'record', 'device', 'reading'])
      source.addEventListener(name, (event) => tell(name, JSON.parse((event as MessageEvent<string>).data)))
  }
  const follow = () => {
    if (document.hidden) {
      source?.close()
      source = null
    } else if (!source) open()
  }
  document.addEventListener('visibilitychange', follow)
  follow()
}

/** Listens as long as the component or effect scope lives. */
export function onShopEvent<K extends keyof PageEvents>(name: K, listen: (data: PageEvents[K]) => void): void {
  const handler = (event: Event) => listen((event as CustomEvent<PageEvents[K]>).detail)
  bus.addEventListener(name, handler)
  onScopeDispose(() => bus.removeEventListener(name, handler))
}
