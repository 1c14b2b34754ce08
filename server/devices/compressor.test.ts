import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { CompressorPanel, DeviceReading } from '@stout-shackle/core/contract'
import { PSI, ZERO_CELSIUS } from '@stout-shackle/core/quantity'
import { testShop } from '../fixtures/shop'
import { SimulatedCompressor } from './compressor'

let shop: Awaited<ReturnType<typeof testShop>>
let now = Date.parse('2026-11-28T17:00:00Z')
const HOUR = 3_600_000
beforeEach(async () => {
  shop = await testShop()
})
afterEach(() => shop.close())

/** One on the shop's database by a clock of its own. */
async function compressor(): Promise<SimulatedCompressor> {
  const compressorHere = new SimulatedCompressor(shop.db, shop.parts.devices, () => now)
  await compressorHere.resume()
  return compressorHere
}
const inLine = (panel: CompressorPanel, line: string) => panel.lines.find((l) => l.line === line)!.pressure
const readings = async () =>
  (await shop.api.get('/api/devices/readings?since=2026-01-01T00:00:00Z').expect(200)).body as DeviceReading[]

describe('the stand-in compressor', () => {
  test('loses air by the clock, also while no server runs, and what is in its lines is stored', async () => {
    const one = await compressor()
    // Half of what is over nothing at all goes in 24 h: exp(-24 h x share) is 1/2.
    await one.join('left', 4.94e-3, Math.LN2 / 86_400)
    await one.join('right', 4.94e-3, 0)
    for (const line of ['left', 'right']) await one.fill(line, 60 * PSI, 30)
    now += 24 * HOUR
    const another = await compressor()
    const panel = another.panel()
    expect((inLine(panel, 'left') + 101_325) / (60 * PSI + 101_325)).toBeCloseTo(0.5, 6)
    expect(inLine(panel, 'right') / PSI).toBeCloseTo(60, 9)
    // Hours away its motor is as cold as the shop: Newton's law of cooling, 24 h are 144 of its times.
    expect(panel.motor).toBeCloseTo(ZERO_CELSIUS + 22, 6)
  })
  test('its gauge sends what it shows by itself, to the job it was put on, and again when that changed', async () => {
    const one = await compressor()
    await shop.parts.devices.place('gauge-1', 'job-0415', 'Teo')
    await one.join('both', 4.94e-3, 0)
    await one.fill('both', 24 * PSI, 30)
    expect(await readings()).toEqual([])
    await one.look('both')
    expect((await readings()).map((r) => [Math.round(r.value / PSI), r.job])).toEqual([[24, 'job-0415']])
    // 75 to 41 °F at one volume (ideal gas): 38.696 psi absolute x 278.15/297.04.
    await one.wait(0, ZERO_CELSIUS + 23.889)
    const warm = inLine(one.panel(), 'both')
    const cold = inLine(await one.wait(14, ZERO_CELSIUS + 5), 'both')
    expect((cold + 101_325) / (warm + 101_325)).toBeCloseTo(278.15 / 297.039, 6)
    const last = (await readings()).at(-1)!
    expect(last.value).toBeCloseTo(cold, 6)
    // Under half a psi it sends nothing more.
    const sent = (await readings()).length
    await one.dump('both', cold - 0.4 * PSI)
    expect(await readings()).toHaveLength(sent)
    await one.dump('both', cold - 0.5 * PSI)
    expect(await readings()).toHaveLength(sent + 1)
  })
  test('a gauge is put on a line that is there, for a job that is there', async () => {
    const look = (body: object) => shop.api.post('/api/compressor/look').send(body)
    await look({ line: 'nobody' }).expect(404)
    await shop.api.put('/api/compressor/lines').send({ line: 'one', volume: 0.003 }).expect(200)
    await look({ line: 'one', job: 'job-9999' }).expect(404)
    const panel = (await look({ line: 'one', job: 'job-0415' }).expect(200)).body as CompressorPanel
    expect(panel.gauge).toBe('one')
  })
})
