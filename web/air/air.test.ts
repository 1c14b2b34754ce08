import { describe, expect, test, vi } from 'vitest'
import { wiringFor } from '@stout-shackle/core/air'
import type { Device } from '@stout-shackle/core/contract'
import type { Job } from '@stout-shackle/core/job'
import { PSI } from '@stout-shackle/core/quantity'
import { demoJob, demoProcedures } from '../../demo/shop'
import { enter, flushPromises, labeled, mountOnJob } from '../fixtures/mount'
import { useDevices } from '../stores/devices'
import { laidLines, placedCircuit, routed, undersideOf } from '@stout-shackle/core/stages/air/lines'
import AirStage from './AirStage.vue'
import { placeLabels } from './labels'
import { routeSvg, stripSvg } from './route-svg'

const apart = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((v, k) => v - b[k]!))

describe('lines', () => {
  test('teed is another circuit: its connections, its hold and its labels follow', async () => {
    const { wrapper, store } = await mountOnJob(AirStage, '0417')
    expect(wrapper.findAll('[data-connection]')).toHaveLength(6)
    expect(wrapper.findAll('.hold')).toHaveLength(2)
    await labeled(wrapper, 'Lines of the rear bags').setValue('teed')
    await flushPromises()
    expect(wrapper.findAll('[data-connection]')).toHaveLength(8)
    expect(wrapper.findAll('.hold')).toHaveLength(1)
    store.undo()
    await flushPromises()
    expect(wrapper.findAll('[data-connection]')).toHaveLength(6)
  })
  test('a line that is taken out is a fault until its ends are joined', async () => {
    const { wrapper, store } = await mountOnJob(AirStage, '0417')
    await wrapper.findAll('[data-card=lines] tbody button')[0]!.trigger('click')
    await wrapper
      .findAll('[data-card=lines] button')
      .find((b) => b.text() === 'take it out')!
      .trigger('click')
    await flushPromises()
    expect(wrapper.findAll('[data-fault]').map((f) => f.attributes('data-fault'))).toEqual([
      'open-port',
      'open-port',
      'no-way-in',
    ])
    // The same end twice is no line.
    await labeled(wrapper, 'Line from').setValue('rear-bag-left air')
    await labeled(wrapper, 'Line to').setValue('rear-bag-left air')
    await wrapper.find('[data-card=lines] form').trigger('submit')
    expect(wrapper.find('[data-card=lines] [role=alert]').exists()).toBe(true)
    await labeled(wrapper, 'Line to').setValue('rear-left-valve line')
    await wrapper.find('[data-card=lines] form').trigger('submit')
    await flushPromises()
    expect(wrapper.findAll('[data-fault]')).toHaveLength(0)
    expect(store.job!.circuit!.tubes).toHaveLength(2)
  })
  test('routed, every line has a length to cut, and the coil is shared out', async () => {
    const { wrapper, store } = await mountOnJob(AirStage, '0417')
    await wrapper
      .findAll('[data-card=lines] header button')
      .find((b) => b.text() === 'Route them')!
      .trigger('click')
    await flushPromises()
    expect(store.job!.circuit!.tubes.every((t) => t.points.length >= 0)).toBe(true)
    expect(wrapper.findAll('[data-card=lines] tbody tr[data-line]')).toHaveLength(2)
    expect(wrapper.find('[data-half=true]').exists()).toBe(true)
  })
})

describe('drawings', () => {
  test('a route and a strip are to scale: their size in mm is their view box', async () => {
    const { store } = await mountOnJob(AirStage, '0417')
    const under = undersideOf(store.job!, store.assessment!.active)
    const { circuit } = routed(under, placedCircuit(store.job!, under))
    const size = (svg: string) => {
      const [, w, h, box] = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="([^"]+)"/.exec(svg)!
      const [, , bw, bh] = box!.split(' ').map(Number)
      return [Number(w) / bw!, Number(h) / bh!]
    }
    for (const view of ['top', 'left'] as const)
      for (const scale of size(routeSvg(under, circuit, view))) expect(scale).toBeCloseTo(1, 3)
    const [line] = laidLines(store.job!, under, circuit)
    const strip = stripSvg('left bag to left valve', line!.report)
    expect(size(strip)).toEqual([1, 1])
    expect(strip.match(/>tie /g)?.length ?? 0).toBe(line!.report.ties.length)
  })
})

describe('labels', () => {
  test('never lie over each other or over a fitting', () => {
    const labels = Array.from({ length: 6 }, (_, i) => ({ id: String(i), text: 'left valve', x: 200 + 8 * i, y: 100 }))
    const taken = labels.map(({ x, y }) => ({ x, y, r: 6 }))
    const placed = placeLabels(labels, 600, 300, taken)
    placed.forEach((a, i) =>
      placed.slice(i + 1).forEach((b) => {
        const apart = a.left + a.width < b.left || b.left + b.width < a.left || Math.abs(a.top - b.top) > 15
        expect(apart).toBe(true)
      }),
    )
  })
})

describe('a line that loses air', () => {
  test('is hunted: the next best test, the order after its answer, and what bubbles is put right', async () => {
    const { wrapper, server, store } = await mountOnJob(AirStage, '0415')
    const recordEnd = (end: 'start' | 'end', psi: number, ago: number) =>
      store.record({
        kind: 'air-check',
        axle: 'rear',
        side: 'right',
        end,
        pressure: psi * PSI,
        temperature: 293.15,
        readAt: new Date(Date.now() - ago * 3_600_000).toISOString(),
        reading: null,
        waited: 15,
        height: null,
      })
    recordEnd('start', 24, 10)
    recordEnd('end', 10, 0)
    await flushPromises()
    const next = wrapper.find('[data-next]')
    expect(next.exists()).toBe(true)
    const first = next.attributes('data-next')!
    expect(wrapper.findAll('[data-suspect]').length).toBeGreaterThan(2)
    const count = server.records.length
    // Neither a pressure nor minutes are taken over from anywhere.
    await wrapper.findAll('[data-next] .acts button').at(-1)!.trigger('click')
    expect(wrapper.find('[data-next] [role=alert]').exists()).toBe(true)
    expect(server.records).toHaveLength(count)
    const field = labeled(wrapper, 'Gauge, soaping here')
    await field.trigger('focus')
    await field.setValue('24')
    await labeled(wrapper, 'Minutes watched here').setValue('3')
    await wrapper.findAll('[data-next] .acts button').at(-1)!.trigger('click')
    await flushPromises()
    expect(server.records).toHaveLength(count + 1)
    expect(wrapper.find('[data-next]').attributes('data-next')).not.toBe(first)
    await wrapper.findAll('[data-next] .acts button').at(-2)!.trigger('click')
    await flushPromises()
    expect(wrapper.find('[data-found]').exists()).toBe(true)
  })
})

/** A job with the compressor of the demo on it and no air check yet, its page, and the stand-in as it is. */
async function compressed(number: string, lines: 'teed' | 'separate', supply: 'compressor' | 'compressor-tank') {
  const { job, records } = demoJob(number)
  const procedure = demoProcedures().find((p) => p.compressor)!
  const wired: Job = {
    ...job,
    supply,
    air: { ...job.air, rear: lines },
    procedures: [{ procedure, version: 1, altered: null }],
  }
  const mounted = await mountOnJob(AirStage, number, {}, (server) => {
    server.job = wired
    server.records = records.filter((r) => r.body.kind !== 'air-check')
    server.panel = {
      ambient: 297.04,
      motor: 297.04,
      tripped: null,
      ran: 0,
      lines: [],
      last: null,
      gauge: null,
    }
  })
  return { ...mounted, unit: procedure.compressor! }
}
type Mounted = Awaited<ReturnType<typeof mountOnJob>>['wrapper']
const clickIn = async (wrapper: Mounted, card: string, text: string) => {
  await wrapper
    .findAll(`[data-card=${card}] button`)
    .find((b) => b.text().startsWith(text))!
    .trigger('click')
  await flushPromises()
}

/** Ways as the program runs them, and somebody has looked that they go so. */
async function routedAndSeen(wrapper: Mounted) {
  await clickIn(wrapper, 'lines', 'Route them')
  await vi.waitFor(() => expect(wrapper.find('[data-estimated]').exists()).toBe(true), { timeout: 10_000 })
  await clickIn(wrapper, 'lines', 'Looked at')
}

describe('a compressor', () => {
  test('its wire goes by the way of its harness until somebody measured it, and by the way again when that is taken out', async () => {
    const { wrapper, store, unit } = await compressed('0421', 'separate', 'compressor-tank')
    await routedAndSeen(wrapper)
    const way = laidLines(store.job!, undersideOf(store.job!, store.assessment!.active), store.job!.circuit!).find(
      (l) => l.kind === 'harness',
    )!.report.length
    // ASTM B258 by the calculator, whose own test has the printed ohms.
    const wire = () => wrapper.find('[data-row=wire]').text()
    const wiring = wiringFor(2 * way, unit.current.full)
    expect(wire()).toContain(`${wiring.gauge} AWG`)
    expect(wire()).toContain(`${wiring.drop!.toFixed(2)} V`)
    expect(wrapper.find('[data-loop]').exists()).toBe(true)
    await enter(wrapper, 'Wire, there and back', '20 ft')
    expect(store.job!.wiring).toMatchObject({ loop: expect.closeTo(20 * 0.3048, 6) as number, feed: 'battery' })
    expect(wire()).toContain(`${wiringFor(20 * 0.3048, unit.current.full).drop!.toFixed(2)} V`)
    expect(wrapper.find('[data-loop]').exists()).toBe(false)
    await enter(wrapper, 'Wire, there and back', '')
    expect(store.job!.wiring!.loop).toBeNull()
    expect(wire()).toContain(`${wiring.drop!.toFixed(2)} V`)
  })
  test('the harness in the box is held against its way, the line to the manifold against what its sheet asks for', async () => {
    const { wrapper, store, unit } = await compressed('0421', 'separate', 'compressor-tank')
    await routedAndSeen(wrapper)
    const laid = () => laidLines(store.job!, undersideOf(store.job!, store.assessment!.active), store.job!.circuit!)
    const way = laid().find((l) => l.kind === 'harness')!.report.length
    expect(wrapper.find('[data-row=harness]').attributes('data-state')).toBe(way > unit.harness! ? 'stop' : 'fine')
    const feed = laid()
      .filter((l) => ['compressor-out', 'check-valve-out', 'tank-out'].includes(l.line))
      .reduce((sum, l) => sum + l.report.length, 0)
    expect(feed).toBeGreaterThan(unit.hose)
    expect(wrapper.find('[data-row=feed]').attributes('data-state')).toBe('fine')
  })
  test('its harness is picked, taken out, and added again, and opens nothing', async () => {
    const { wrapper, store } = await compressed('0415', 'teed', 'compressor')
    const before = wrapper.findAll('[data-connection]').length
    await wrapper.find('tr[data-line=compressor-harness] button').trigger('click')
    await clickIn(wrapper, 'lines', 'take it out')
    expect(store.job!.circuit!.runs.map((r) => r.kind)).toEqual(['intake-hose'])
    expect(wrapper.findAll('tr[data-line]').map((r) => r.attributes('data-line'))).not.toContain('compressor-harness')
    await labeled(wrapper, 'Add a part').setValue('harness')
    await flushPromises()
    expect(store.job!.circuit!.runs.map((r) => r.kind).sort()).toEqual(['harness', 'intake-hose'])
    expect(wrapper.findAll('[data-connection]')).toHaveLength(before)
    expect(wrapper.findAll('[data-fault]')).toHaveLength(0)
  })
  test('a part set into a line is put half way along it', async () => {
    const { wrapper, store } = await compressed('0415', 'separate', 'compressor')
    await routedAndSeen(wrapper)
    const under = undersideOf(store.job!, store.assessment!.active)
    const line = laidLines(store.job!, under, placedCircuit(store.job!, under)).find(
      (l) => l.line === 'rear-bag-right-air',
    )!
    await wrapper.find('tr[data-line=rear-bag-right-air] button').trigger('click')
    await labeled(wrapper, 'Add a part').setValue('tee')
    await flushPromises()
    const place = store.job!.circuit!.nodes.find((n) => n.kind === 'tee')!.at!
    const long = line.way.slice(1).reduce((sum, p, i) => sum + apart(p, line.way[i]!), 0)
    // Half of the way along it from either end, and on it.
    const i = line.way.findIndex(
      (p, k) => k > 0 && apart(place, p) + apart(place, line.way[k - 1]!) - apart(p, line.way[k - 1]!) < 1e-9,
    )
    const to =
      line.way.slice(1, i).reduce((sum, p, k) => sum + apart(p, line.way[k]!), 0) + apart(line.way[i - 1]!, place)
    expect(to).toBeCloseTo(long / 2, 9)
  })
})

describe('an air check', () => {
  const reading = (sequence: number, psi: number, of: string) => ({
    device: 'gauge-1',
    sequence,
    value: psi * PSI,
    at: new Date().toISOString(),
    job: of,
  })
  const gauge: Device = {
    id: 'gauge-1',
    name: 'Gauge 1',
    kind: 'pressure',
    connected: true,
    setting: 0,
    waiting: 0,
    job: 'job-0415',
  }
  const field = (wrapper: Mounted, what: string, side: string) =>
    (labeled(wrapper, `${what}, ${side}, start of the air check`).element as HTMLInputElement).value
  test('what the stand-in`s gauge sends fills the field of the line it is on, and follows it; what was typed stays', async () => {
    const { wrapper, server } = await compressed('0415', 'separate', 'compressor')
    const devices = useDevices()
    devices.devices = [gauge]
    server.panel = { ...server.panel!, gauge: '0415 left' }
    devices.readings = [reading(1, 24, 'job-0415')]
    await vi.waitUntil(() => field(wrapper, 'Pressure', 'left') === '24.0')
    expect(field(wrapper, 'Temperature', 'left')).toBe('75')
    expect(field(wrapper, 'Pressure', 'right')).toBe('')
    devices.readings = [reading(2, 23.2, 'job-0415')]
    await vi.waitUntil(() => field(wrapper, 'Pressure', 'left') === '23.2')
    await enter(wrapper, 'Pressure, left, start of the air check', '22')
    const looks = () => server.asked.filter((a) => a === 'GET /api/compressor').length
    const before = looks()
    devices.readings = [reading(3, 21, 'job-0415')]
    // The form of the other side asks where the gauge is; by then this one has made up its mind.
    await vi.waitUntil(() => looks() > before)
    await flushPromises()
    expect(field(wrapper, 'Pressure', 'left')).toBe('22')
    // One that was taken at another vehicle is none of this one's.
    server.panel = { ...server.panel, gauge: '0415 right' }
    devices.readings = [reading(4, 24, 'job-0411')]
    await flushPromises()
    expect(field(wrapper, 'Pressure', 'right')).toBe('')
  })
  test('whose lines were joined anew asks for a new start, and takes no end before it', async () => {
    const { wrapper, server, store } = await compressed('0415', 'separate', 'compressor')
    const now = new Date().toISOString()
    server.stamps = (job) => ({ ...job, circuitSince: new Date(Date.now() + 60_000).toISOString() })
    for (const side of ['left', 'right'] as const)
      store.record({
        kind: 'air-check',
        axle: 'rear',
        side,
        end: 'start',
        pressure: 24 * PSI,
        temperature: 293.15,
        readAt: now,
        reading: null,
        waited: 15,
        height: null,
      })
    await flushPromises()
    expect(store.assessment!.air.checks.map((c) => c.state)).toEqual(['begun', 'begun'])
    expect(wrapper.findAll('form.air-check')).toHaveLength(4)
    await labeled(wrapper, 'Air comes from').setValue('compressor-tank')
    // What it takes away is said first; nothing is changed until somebody says so.
    expect(store.job!.supply).toBe('compressor')
    const asked = wrapper.find('[data-voids]')
    expect(asked.text()).toContain('2 air checks')
    await asked.findAll('button')[0]!.trigger('click')
    await vi.waitUntil(() => !store.unsaved, { timeout: 5000 })
    await flushPromises()
    expect(store.assessment!.air.checks.map((c) => c.state)).toEqual(['void', 'void'])
    expect(wrapper.findAll('form.air-check')).toHaveLength(2)
  })
  test.each([
    ['9.9', true],
    ['10', false],
    ['100000', false],
    ['100001', true],
    ['soon', true],
  ])('minutes since air went in: %s is refused: %s', async (typed, refused) => {
    const { wrapper, server } = await compressed('0415', 'separate', 'compressor')
    const before = server.records.length
    await enter(wrapper, 'Pressure, left, start of the air check', '24')
    await enter(wrapper, 'Temperature, left, start of the air check', '75')
    await labeled(wrapper, 'Minutes since air went in, left, start of the air check').setValue(typed)
    await wrapper.findAll('form.air-check')[0]!.trigger('submit')
    await flushPromises()
    expect(wrapper.find('form.air-check [role=alert]').exists()).toBe(refused)
    expect(server.records.length - before).toBe(refused ? 0 : 1)
  })
})

describe('soap', () => {
  test.each([
    ['240', false],
    ['241', true],
    ['-1', true],
    ['', true],
  ])('watched for %s minutes is refused: %s', async (typed, refused) => {
    const { wrapper, server } = await mountOnJob(AirStage, '0415')
    const before = server.records.length
    await enter(wrapper, 'Pressure while soaping', '24')
    await labeled(wrapper, 'Minutes watched').setValue(typed)
    await wrapper.find('tr[data-connection] .acts button, tr[data-connection] td:last-child button').trigger('click')
    await flushPromises()
    expect(server.records.length - before).toBe(refused ? 0 : 1)
    expect(wrapper.find('[data-card=joints] [role=alert]').exists()).toBe(refused)
  })
})

describe('filling', () => {
  test('seconds follow the chuck; without one there is no figure', async () => {
    const { wrapper } = await mountOnJob(AirStage, '0417')
    const seconds = () => wrapper.findAll('[data-seconds]').map((s) => s.text())
    const before = seconds()
    expect(before.some((s) => / s$/.test(s))).toBe(true)
    await labeled(wrapper, 'Flow of the chuck').setValue('nothing')
    expect(seconds().every((s) => s === '–')).toBe(true)
    const asks = () => wrapper.find('[data-card=supply] [role=alert]').exists()
    expect(asks()).toBe(true)
    for (const [liters, refused] of [
      ['1', false],
      ['2000', false],
      ['0.9', true],
      ['2001', true],
      ['-5', true],
    ] as const) {
      await labeled(wrapper, 'Flow of the chuck').setValue(liters)
      expect(asks()).toBe(refused)
    }
  })
})
