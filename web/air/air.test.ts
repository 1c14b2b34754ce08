import { describe, expect, test } from 'vitest'
import { PSI } from '@stout-shackle/core/quantity'
import { flushPromises, labeled, mountOnJob } from '../fixtures/mount'
import { laidLines, placedCircuit, routed, undersideOf } from '@stout-shackle/core/stages/air/lines'
import AirStage from './AirStage.vue'
import { placeLabels } from './labels'
import { routeSvg, stripSvg } from './route-svg'

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
    const at = (end: 'start' | 'end', psi: number, ago: number) =>
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
    at('start', 24, 10)
    at('end', 10, 0)
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

describe('filling', () => {
  test('seconds follow the chuck; without one there is no figure', async () => {
    const { wrapper } = await mountOnJob(AirStage, '0417')
    const seconds = () => wrapper.findAll('[data-seconds]').map((s) => s.text())
    const before = seconds()
    expect(before.some((s) => / s$/.test(s))).toBe(true)
    await labeled(wrapper, 'Flow of the chuck').setValue('nothing')
    expect(seconds().every((s) => s === '–')).toBe(true)
  })
})
