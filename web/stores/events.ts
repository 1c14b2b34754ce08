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

/** One connection to the shop's events for the whole page; the browser reconnects by itself. Call once. */
export function connectEvents(): void {
  const source = new EventSource('/api/events')
  const tell = (name: string, detail: unknown) => bus.dispatchEvent(new CustomEvent(name, { detail }))
  source.addEventListener('open', () => tell('open', null))
  for (const name of ['job', 'record', 'device', 'reading'])
    source.addEventListener(name, (event) => tell(name, JSON.parse((event as MessageEvent<string>).data)))
}

/** Listens as long as the component or effect scope lives. */
export function onShopEvent<K extends keyof ShopEvents>(
  name: K,
  listen: (data: ShopEvents[K]) => void,
): void {
  const handler = (event: Event) => listen((event as CustomEvent<ShopEvents[K]>).detail)
  bus.addEventListener(name, handler)
  onScopeDispose(() => bus.removeEventListener(name, handler))
}
