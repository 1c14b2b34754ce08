import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import type { DeviceReading } from '@stout-shackle/core/contract'
import { connectEvents } from './events'
import { useDevices } from './devices'

class Ear extends EventTarget {
  static last: Ear | undefined
  constructor() {
    super()
    Ear.last = this
  }
  close(): void {}
}
let missed: DeviceReading[] = []
let connected = false
beforeEach(async () => {
  missed = []
  vi.stubGlobal('EventSource', Ear)
  vi.stubGlobal('fetch', (url: string) =>
    Promise.resolve(
      new Response(
        JSON.stringify(
          url.includes('/readings')
            ? missed
            : [{ id: 'wrench-3', name: 'Wrench 3', kind: 'torque', connected: true, setting: 20, waiting: 0 }],
        ),
      ),
    ),
  )
  setActivePinia(createPinia())
  if (!connected) connectEvents()
  connected = true
  await vi.waitUntil(() => Ear.last !== undefined, { timeout: 10_000 })
})
afterEach(() => vi.unstubAllGlobals())
const reading = (sequence: number): DeviceReading => ({
  device: 'wrench-3',
  sequence,
  value: 21.7,
  job: 'job-0417',
  at: '2026-11-25T10:00:00Z',
})
const hear = (r: DeviceReading) => Ear.last!.dispatchEvent(new MessageEvent('reading', { data: JSON.stringify(r) }))
const back = async () => {
  Ear.last!.dispatchEvent(new Event('open'))
  await flushPromises()
}

describe('readings of the instruments', () => {
  test('come once, however often they are heard', () => {
    const store = useDevices()
    hear(reading(1))
    hear(reading(1))
    hear(reading(2))
    expect(store.readings.map((r) => r.sequence)).toEqual([1, 2])
  })
  test('what was missed while the connection was down is asked for', async () => {
    const store = useDevices()
    hear(reading(1))
    missed = [reading(1), reading(2), reading(3)]
    await back()
    expect(store.readings.map((r) => r.sequence)).toEqual([1, 2, 3])
  })
  test('a reading that was used does not come back', async () => {
    const store = useDevices()
    hear(reading(1))
    store.claim(store.readings[0]!)
    missed = [reading(1)]
    await back()
    hear(reading(1))
    expect(store.readings).toEqual([])
  })
  test('instruments are listed', async () => {
    const store = useDevices()
    await store.load()
    expect(store.devices[0]).toMatchObject({ id: 'wrench-3', connected: true })
  })
})
