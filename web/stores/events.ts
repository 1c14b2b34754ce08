import { onScopeDispose } from 'vue'

export interface Reading {
  device: string
  sequence: number
  value: number
  at: string
}
export interface ShopEvents {
  job: { id: string; version: number }
  record: { job: string; sequence: number }
  device: { id: string; connected: boolean }
  reading: Reading
  /** The connection is there, at first or again: what was missed can be asked for. */
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
export function onShopEvent<K extends keyof ShopEvents>(name: K, listen: (data: ShopEvents[K]) => void): void {
  const handler = (event: Event) => listen((event as CustomEvent<ShopEvents[K]>).detail)
  bus.addEventListener(name, handler)
  onScopeDispose(() => bus.removeEventListener(name, handler))
}
