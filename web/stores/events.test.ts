import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { effectScope } from 'vue'
import { connectEvents, onShopEvent } from './events'

class Ear extends EventTarget {
  static readonly open: Ear[] = []
  constructor(readonly url: string) {
    super()
    Ear.open.push(this)
  }
  close(): void {
    Ear.open.splice(Ear.open.indexOf(this), 1)
  }
}
let hidden = false
beforeEach(() => {
  hidden = false
  vi.stubGlobal('EventSource', Ear)
  Object.defineProperty(document, 'hidden', { configurable: true, get: () => hidden })
})
afterEach(() => vi.unstubAllGlobals())
const show = (visible: boolean) => {
  hidden = !visible
  document.dispatchEvent(new Event('visibilitychange'))
}

/** One of the pages has taken it on itself to listen. */
const leading = () => vi.waitUntil(() => Ear.open.length > 0, { timeout: 10_000 })

describe('events of the shop', () => {
  test('reach who listens, as long as they live', async () => {
    connectEvents()
    await leading()
    const heard: unknown[] = []
    const scope = effectScope()
    scope.run(() => onShopEvent('job', (data) => heard.push(data)))
    const send = () => Ear.open[0]!.dispatchEvent(new MessageEvent('job', { data: '{"id":"a","version":2}' }))
    send()
    scope.stop()
    send()
    expect(heard).toEqual([{ id: 'a', version: 2 }])
  })
  test('pages of one browser hold one connection, a hidden one none; shown again it asks for what it missed', async () => {
    connectEvents()
    await leading()
    expect(Ear.open).toHaveLength(1)
    const opened = vi.fn()
    const scope = effectScope()
    scope.run(() => onShopEvent('open', opened))
    show(false)
    expect(Ear.open).toEqual([])
    show(true)
    expect(opened).toHaveBeenCalled()
    await leading()
    expect(Ear.open).toHaveLength(1)
    scope.stop()
  })
})
