import { BroadcastChannel, createLeaderElection } from 'broadcast-channel'
import { onScopeDispose } from 'vue'
import type { ShopEvents } from '@stout-shackle/core/contract'

/** What a page hears: what happens in the shop, and that the connection is there, at first or again. */
interface PageEvents extends ShopEvents {
  open: null
}

const bus = new EventTarget()

const NAMES = ['job', 'record', 'device', 'reading', 'health'] as const
/** So long after a refusal it is tried again. */
const REFUSED_MS = 3000
type Told = { name: string; detail: unknown }

/**
 * One connection to the shop's events for a browser, however many pages of it are open: a browser keeps six connections to
 * a server. The pages that are shown choose one of them, which tells the others what it hears; hidden, it lets go and
 * another one takes over. The browser reconnects by itself; who hears `open` asks for what it missed. Call once.
 */
export function connectEvents(): void {
  const tell = ({ name, detail }: Told) => bus.dispatchEvent(new CustomEvent(name, { detail }))
  let channel: BroadcastChannel<Told> | null = null
  let source: EventSource | null = null
  const listen = (listener: Told) => {
    tell(listener)
    void channel?.postMessage(listener)
  }
  function lead(): void {
    const mine = new EventSource('/api/events')
    source = mine
    // One that the server refused is not tried again by the browser: somebody has to sign in first.
    mine.addEventListener('error', () => {
      if (mine.readyState === 2) setTimeout(() => source === mine && lead(), REFUSED_MS)
    })
    source.addEventListener('open', () => listen({ name: 'open', detail: null }))
    for (const name of NAMES)
      source.addEventListener(name, (event) =>
        listen({ name, detail: JSON.parse((event as MessageEvent<string>).data) as unknown }),
      )
  }
  function follow(): void {
    if (document.hidden) {
      source?.close()
      source = null
      void channel?.close()
      channel = null
    } else if (!channel) {
      const mine = new BroadcastChannel<Told>('shackle-events')
      channel = mine
      mine.addEventListener('message', tell)
      // Somebody else may listen already: what was missed is asked for at once.
      tell({ name: 'open', detail: null })
      createLeaderElection(mine)
        .awaitLeadership()
        .then(() => channel === mine && lead())
        .catch(() => undefined)
    }
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
