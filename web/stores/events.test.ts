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
  Ear.open.length = 0
  vi.stubGlobal('EventSource', Ear)
  Object.defineProperty(document, 'hidden', { configurable: true, get: () => hidden })
})
afterEach(() => vi.unstubAllGlobals())
const show = (visible: boolean) => {
  hidden = !visible
  document.dispatchEvent(new Event('visibilitychange'))
}

describe('events of the shop', () => {
  test('reach who listens, as long as they live', () => {
    connectEvents()
    const heard: unknown[] = []
    const scope = effectScope()
    scope.run(() => onShopEvent('job', (data) => heard.push(data)))
    const send = () => Ear.open[0]!.dispatchEvent(new MessageEvent('job', { data: '{"id":"a","version":2}' }))
    send()
    scope.stop()
    send()
    expect(heard).toEqual([{ id: 'a', version: 2 }])
  })
  test('a hidden page holds no connection, and asks again when it is shown', () => {
    connectEvents()
    const opened = vi.fn()
    const scope = effectScope()
    scope.run(() => onShopEvent('open', opened))
    show(false)
    expect(Ear.open).toEqual([])
    show(true)
    Ear.open[0]!.dispatchEvent(new Event('open'))
    expect(opened).toHaveBeenCalled()
    scope.stop()
  })
})
