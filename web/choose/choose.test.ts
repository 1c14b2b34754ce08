import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { labelled, mountOnJob } from '../fixtures/mount'
import ChooseStage from './ChooseStage.vue'

afterEach(() => vi.unstubAllGlobals())
// ECharts draws on a canvas that the DOM stand-in does not have: what it would draw is looked at instead.
vi.mock('vue-echarts', () => ({ default: { name: 'VChart', props: ['option'], template: '<i class="drawn" />' } }))

describe('the choose stage', () => {
  test('picks a kit as a copy, shows its pressures left and right, and puts it back', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0418')
    expect(wrapper.find('.plate').text()).toContain('if picked')
    await labelled(wrapper, 'Pick Ridge double, tall').trigger('click')
    expect(store.job!.kit!.id).toBe('ninebark-ridge-lift')
    expect(wrapper.find('.plate').text()).toMatch(/40psi left\s*37right/)
    await wrapper
      .findAll('button')
      .find((b) => b.text() === 'put back')!
      .trigger('click')
    expect(store.job!.kit).toBeNull()
  })
  test('every reason is there when a kit is opened', async () => {
    const { wrapper } = await mountOnJob(ChooseStage, '0418')
    await wrapper
      .findAll('button.kit')
      .find((b) => b.text().startsWith('Stub single'))!
      .trigger('click')
    const reasons = wrapper.find('.reasons').text()
    expect(reasons).toContain('Lift block is 2 in')
    expect(reasons).toContain('between brackets; this kit wants at most')
    expect(reasons).toContain('Hitch rails sit where the upper bracket goes')
    expect(reasons).toContain('owner does not want any')
    expect(reasons).toContain('listed capacity differs by more than 15 %')
  })
  test('what does not fit cannot be picked, and nothing can while a rating is passed', async () => {
    const lifted = await mountOnJob(ChooseStage, '0418')
    expect(labelled(lifted.wrapper, 'Pick Stub single').attributes('disabled')).toBeDefined()
    const over = await mountOnJob(ChooseStage, '0416')
    expect(over.wrapper.text()).toContain('No kit may be sold for this load.')
    for (const pick of over.wrapper.findAll('button').filter((b) => b.text() === 'pick'))
      expect(pick.attributes('disabled')).toBeDefined()
  })
  test('teed lines: one pressure, and the lean they leave', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    const select = wrapper.findAll('select')[1]!
    await select.setValue('teed')
    expect(store.job!.air).toBe('teed')
    const { left, right, lean } = store.assessment!.active.level!
    expect(left!.pressure).toBe(right!.pressure)
    expect(lean).toBeGreaterThan(0)
    expect(wrapper.find('.plate').text()).toContain('of lean: independent lines can take it out')
  })
  test('recovering part of the squat takes less air', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    const full = store.assessment!.active.level!.mean!
    await wrapper.findAll('select')[0]!.setValue('recover')
    expect(store.assessment!.active.level!.mean!).toBeLessThan(full)
    await wrapper.findAll('select')[2]!.setValue('twisting')
    expect(store.job!.frame).toBe('twisting')
  })
  test('a load too far off centre cannot be levelled with air', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    store.edit((j) => ({
      ...j,
      loadCases: j.loadCases.map((c) => ({ ...c, items: c.items.map((i) => ({ ...i, y: 0.75 })) })),
    }))
    await flushPromises()
    expect(wrapper.find('.plate').text()).toContain('Cannot be levelled with air')
    expect(wrapper.find('.plate').text()).toContain('Move the load towards the centre line')
  })
  test('the chart goes through the load cases of the job, and has its table behind it', async () => {
    const { wrapper, store } = await mountOnJob(ChooseStage, '0417')
    // ECharts is a large package: a slow machine takes seconds to load it.
    await vi.waitUntil(() => wrapper.find('.drawn').exists(), { timeout: 15_000 })
    const { series } = wrapper.findComponent({ name: 'VChart' }).props('option') as {
      series: { type: string; data: { name: string; value: number[] }[] }[]
    }
    const cases = series.find((s) => s.type === 'scatter')!.data
    expect(cases.map((c) => c.name)).toEqual(store.job!.loadCases.map((c) => c.name))
    expect(cases[0]!.value[0]).toBeCloseTo(store.assessment!.active.weights.rear / 0.45359237, 6)
    expect(wrapper.find('figure table').text()).toContain('Empty supers, going home')
  })
  test('every limit says who says so', async () => {
    const { wrapper } = await mountOnJob(ChooseStage, '0415')
    const plate = wrapper.find('.plate').text()
    expect(plate).toContain('least pressure in the booklet (kit)')
    expect(plate).toContain('coils stand close together (kit)')
  })
})
