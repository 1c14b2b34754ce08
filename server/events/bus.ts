import { EventEmitter } from 'node:events'
import type { RequestHandler } from 'express'
import type { ShopEvents } from '@stout-shackle/core/contract'

/** What happens in the shop, for every page that is open. */
export class EventBus {
  private readonly emitter = new EventEmitter().setMaxListeners(0)

  tell<K extends keyof ShopEvents>(name: K, data: ShopEvents[K]): void {
    this.emitter.emit('any', name, data)
  }
  listen(listener: (name: keyof ShopEvents, data: unknown) => void): () => void {
    this.emitter.on('any', listener)
    return () => this.emitter.off('any', listener)
  }
}

const HEARTBEAT_MS = 20_000

/** Server-sent events. Pages catch up by asking the resources again, so nothing is replayed here. */
export const eventStream =
  (bus: EventBus): RequestHandler =>
  (request, response) => {
    response.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      Connection: 'keep-alive',
    })
    response.flushHeaders()
    response.write('retry: 1000\n: open\n\n')
    const stop = bus.listen((name, data) => response.write(`event: ${name}\ndata: ${JSON.stringify(data)}\n\n`))
    const beat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS)
    request.on('close', () => {
      clearInterval(beat)
      stop()
    })
  }
