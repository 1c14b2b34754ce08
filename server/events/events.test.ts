import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { testShop } from '../fixtures/shop'
import { SimulatedDevices } from '../devices'
import { EventBus } from './bus'

let shop: Awaited<ReturnType<typeof testShop>>
let server: Server
let address: string
beforeAll(async () => {
  shop = await testShop()
  server = createServer(shop.app).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterAll(async () => {
  server.closeAllConnections()
  server.close()
  await shop.close()
})

/** A page's ear: collects events until there are as many as wanted. */
async function listen(wanted: number, act: () => Promise<unknown>): Promise<{ name: string; data: unknown }[]> {
  const stop = new AbortController()
  const { cookie } = await shop.signIn('Teo')
  const response = await fetch(`${address}/api/events`, { signal: stop.signal, headers: { Cookie: cookie } })
  expect(response.status).toBe(200)
  const reader = response.body!.getReader()
  const events: { name: string; data: unknown }[] = []
  let buffer = ''
  const decoder = new TextDecoder()
  // The comment at the start says that the ear is on.
  buffer += decoder.decode((await reader.read()).value)
  await act()
  while (events.length < wanted) {
    for (const block of buffer.split('\n\n').slice(0, -1)) {
      const name = /^event: (.*)$/m.exec(block)?.[1]
      const data = /^data: (.*)$/m.exec(block)?.[1]
      if (name && data) events.push({ name, data: JSON.parse(data) as unknown })
    }
    buffer = buffer.slice(buffer.lastIndexOf('\n\n') + 2)
    if (events.length < wanted) buffer += decoder.decode((await reader.read()).value)
  }
  stop.abort()
  return events
}

describe('what pages hear', () => {
  test('a changed job and a new record, once each, and not a repeated one', async () => {
    const { job, version } = (await shop.api.get('/api/jobs/job-0417')).body as { job: object; version: number }
    const part = { body: { kind: 'off', part: 'liner' }, supersedes: null }
    const record = () =>
      shop.api.post('/api/jobs/job-0417/records').set('Idempotency-Key', 'off-liner-1').send(part).expect(201)
    const events = await listen(2, async () => {
      await shop.api
        .put('/api/jobs/job-0417')
        .set('If-Match', `"${version}"`)
        .send({ ...job, complaint: 'x' })
        .expect(200)
      await record()
      await record()
    })
    expect(events).toEqual([
      { name: 'job', data: { id: 'job-0417', version: version + 1 } },
      { name: 'record', data: { job: 'job-0417', sequence: expect.any(Number) as number } },
    ])
  })
  test('a pull of the wrench and its connection', async () => {
    const events = await listen(4, async () => {
      await shop.api.put('/api/devices/wrench-3/setting').send({ setting: 20 })
      await shop.api.put('/api/devices/wrench-3/connection').send({ connected: false })
      await shop.api.post('/api/devices/wrench-3/readings')
      await shop.api.put('/api/devices/wrench-3/connection').send({ connected: true })
      await shop.api.post('/api/devices/wrench-3/readings')
    })
    // Nothing is heard of the first pull until the wrench is back.
    expect(events.map((e) => e.name)).toEqual(['device', 'device', 'reading', 'reading'])
    const [first, second] = events.slice(2).map((e) => (e.data as { sequence: number }).sequence)
    expect(second).toBe(first! + 1)
  })
  test('readings taken while the server was down come after its restart, once', async () => {
    await shop.api.put('/api/devices/gauge-1/connection').send({ connected: false })
    await shop.api.post('/api/devices/gauge-1/readings').expect(201)
    const heard: unknown[] = []
    const bus = new EventBus()
    bus.listen((name, data) => heard.push([name, (data as { device: string }).device]))
    await new SimulatedDevices(shop.db, bus).resume()
    await new SimulatedDevices(shop.db, bus).resume()
    expect(heard).toEqual([['reading', 'gauge-1']])
  })
})
