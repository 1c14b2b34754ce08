import { flushPromises, mount } from '@vue/test-utils'
import { ElSelect } from 'element-plus'
import { createPinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { vehicleSchema, type Vehicle } from '@stout-shackle/core/vehicle'
import { Unreachable } from '../api/client'
import { demoPlatforms, demoVehicles } from '../../demo/shop'
import { enter, labeled } from '../fixtures/mount'
import { useShop } from '../stores/shop'
import VehicleForm from './VehicleForm.vue'

let saved: Vehicle[] = []
beforeEach(() => {
  saved = []
  vi.stubGlobal('fetch', () => Promise.resolve(new Response('{"total":0,"entries":[]}')))
})
afterEach(() => vi.unstubAllGlobals())
const save = (vehicle: Vehicle) => {
  saved.push(vehicleSchema.parse(vehicle))
  return Promise.resolve()
}
const form = (vehicle: Vehicle | null, how: (vehicle: Vehicle) => Promise<void> = save) =>
  mount(VehicleForm, { props: { vehicle, save: how }, global: { plugins: [createPinia()] }, attachTo: document.body })
const text = (wrapper: ReturnType<typeof form>, label: string) =>
  wrapper
    .findAll('label')
    .find((l) => l.text().startsWith(label))!
    .find('input')

describe('a vehicle', () => {
  test('lacking what the axle weights need names every missing figure and is not sent', async () => {
    const wrapper = form(null)
    await wrapper.find('form').trigger('submit')
    const problems = wrapper.find('[role=alert]').text()
    for (const word of ['Wheelbase', 'Rear axle, empty', 'Front track', 'Tire size']) expect(problems).toContain(word)
    expect(saved).toEqual([])
  })
  test('is saved with an id of its own from make, model and year, unknown ratings as unknown', async () => {
    const wrapper = form(null)
    await text(wrapper, 'Make').setValue('Quillet')
    await text(wrapper, 'Model').setValue('Barge 9')
    await text(wrapper, 'Tire size').setValue('255/70R18')
    for (const [label, value] of [
      ['Wheelbase', '140'],
      ['Front overhang', '36'],
      ['Rear overhang', '48'],
      ['Front track', '66'],
      ['Rear track', '66'],
      ['Between front springs', '36'],
      ['Between rear springs', '42'],
      ['Front axle, empty', '3300'],
      ['Rear axle, empty', '2500'],
      ['Front axle unsprung', '300'],
      ['Rear axle unsprung', '450'],
    ] as const)
      await enter(wrapper, label, value)
    await wrapper.find('form').trigger('submit')
    await flushPromises()
    const body = saved[0]!
    expect(body.id).toMatch(/^quillet-barge-9-\d{4}$/)
    expect(body.wheelbase).toBeCloseTo(3.556, 6)
    expect(body.ratings.gvwr).toBeNull()
    expect(body.rear.wheelRate).toBeNull()
  })
  test('is changed figure by figure, the rest as it was', async () => {
    const vehicle = demoVehicles()[0]!
    const wrapper = form(vehicle)
    await enter(wrapper, 'GVWR', '10000')
    await wrapper.find('form').trigger('submit')
    await flushPromises()
    expect(saved).toEqual([
      { ...vehicle, ratings: { ...vehicle.ratings, gvwr: expect.closeTo(4535.9237, 6) as number } },
    ])
  })
  test('a VIN that disagrees is a warning, not a refusal', async () => {
    const wrapper = form(demoVehicles()[0]!)
    await text(wrapper, 'VIN').setValue('11111111111111112')
    expect(wrapper.find('[data-vin]').attributes('data-vin')).toBe('check-digit')
    await text(wrapper, 'VIN').setValue('1'.repeat(17))
    expect(wrapper.find('[data-vin]').attributes('data-vin')).toBe('ok')
    await wrapper.find('form').trigger('submit')
    await flushPromises()
    expect(saved).toHaveLength(1)
  })
  test('a front overhang longer than the wheelbase is a mix-up', async () => {
    const wrapper = form({ ...demoVehicles()[0]!, wheelbase: 2 })
    await enter(wrapper, 'Front overhang', '90')
    await wrapper.find('form').trigger('submit')
    expect(wrapper.find('[role=alert]').text()).toMatch(/overhang.*wheelbase/i)
    expect(saved).toHaveLength(0)
    expect(labeled(wrapper, 'Front overhang').exists()).toBe(true)
  })
  test('a server that is away loses nothing that was typed', async () => {
    const wrapper = form(demoVehicles()[0]!, () => Promise.reject(new Unreachable('away')))
    await enter(wrapper, 'Wheelbase', '150')
    await wrapper.find('form').trigger('submit')
    await flushPromises()
    expect(wrapper.find('[role=alert]').exists()).toBe(true)
    expect((labeled(wrapper, 'Wheelbase').element as HTMLInputElement).value).toBe('150')
  })
  test('built on a platform gets what the platform knows, and keeps what was typed', async () => {
    const wrapper = form(null)
    const shop = useShop()
    await flushPromises()
    shop.platforms = demoPlatforms()
    await enter(wrapper, 'Rear track', '70')
    const [platform] = wrapper.findAllComponents(ElSelect)
    platform!.vm.$emit('update:modelValue', 'dunnock')
    await flushPromises()
    const dunnock = demoPlatforms().find((p) => p.id === 'dunnock')!
    expect((text(wrapper, 'Make').element as HTMLInputElement).value).toBe('Tollmere')
    expect((labeled(wrapper, 'Rear track').element as HTMLInputElement).value).toBe('70')
    expect((labeled(wrapper, 'Between rear springs').element as HTMLInputElement).value).toBe('43 5/16')
    expect(dunnock.rear.springSpacing).toBeCloseTo(43.3125 * 0.0254, 3)
  })
})
