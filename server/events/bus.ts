import { EventEmitter } from 'node:events'
import type { Request, Response } from 'express'
import type { ShopEvents } from '@stout-shackle/core/contract'
import { personOf } from '../principal'

/** What happens in the shop, for every page that is open, and which screens listen. */
export class EventBus {
  private readonly emitter = new EventEmitter().setMaxListeners(0)
  private readonly streams = new Map<Response, string>()

  tell<K extends keyof ShopEvents>(name: K, data: ShopEvents[K]): void {
    this.emitter.emit('any', name, data)
  }
  listen(listener: (name: keyof ShopEvents, data: unknown) => void): () => void {
    this.emitter.on('any', listener)
    return () => this.emitter.off('any', listener)
  }
  /** A screen's page is open and connected. */
  hears(tablet: string): boolean {
    return [...this.streams.values()].includes(tablet)
  }
  /** @returns stops it */
  open(response: Response, tablet: string): () => void {
    this.streams.set(response, tablet)
    return () => void this.streams.delete(response)
  }
  /** A screen was signed out: it hears nothing more. */
  readonly drop = (tablet: string): void => {
    for (const [response, of] of this.streams) if (of === tablet) response.end()
  }
}

const HEARTBEAT_MS = 20_000

/** Server-sent events. Pages catch up by asking the resources again, so nothing is replayed here. */
export const eventStream =
  (bus: EventBus) =>
  (request: Request, response: Response): void => {
    response.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      Connection: 'keep-alive',
    })
    response.flushHeaders()
    response.write('retry: 1000\n: open\n\n')
    const stop = bus.listen((name, data) => response.write(`event: ${name}\ndata: ${JSON.stringify(data)}\n\n`))
    const close = bus.open(response, personOf(request).tablet.id)
    const heartbeat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS)
    request.on('close', () => {
      clearInterval(heartbeat)
      stop()
      close()
    })
  }
