import { flushPromises, mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { estimateVehicle, vehicleSchema, type Vehicle } from '@stout-shackle/core/vehicle'
import { Unreachable } from '../api/client'
import { demoPlatforms, demoVehicles } from '../../demo/shop'
import { enter, labeled } from '../fixtures/mount'
import LibraryVehicle from './LibraryVehicle.vue'
import VehicleSheet from './VehicleSheet.vue'
import { withPlatform } from './platform'

beforeEach(() => {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response('{"total":0,"entries":[]}')))
})
afterEach(() => vi.unstubAllGlobals())
const plugins = { plugins: [createPinia()] }

/** A sheet that holds what it is told, as the page around it does. */
function sheet(vehicle: Vehicle) {
  const wrapper = mount(VehicleSheet, { props: { vehicle }, global: plugins, attachTo: document.body })
  const now = async (): Promise<Vehicle> => {
    const told = wrapper.emitted<[Vehicle]>('change')
    if (told) await wrapper.setProps({ vehicle: told.at(-1)![0] })
    return wrapper.props('vehicle')
  }
  return { wrapper, now, field: (path: string) => wrapper.find(`[data-seen="${path}"]`) }
}
const taken = (): Vehicle =>
  estimateVehicle({ id: 'v', body: 'pickup', tireSize: '255/70R18', make: 'Tollmere', model: '25' })

describe('a vehicle that came in on its label', () => {
  test('its five questions are estimates until somebody looked, also where the estimate was right', async () => {
    const { wrapper, now, field } = sheet(taken())
    for (const path of ['rear.wheels', 'rear.architecture', 'rear.suspension', 'drive'])
      expect([path, field(path).attributes('data-estimated')]).toEqual([path, 'true'])
    await field('rear.architecture').find('button').trigger('click')
    const seen = await now()
    expect(seen.rear.architecture).toBe('solid')
    expect('rear.architecture' in seen.estimated).toBe(false)
    expect(field('rear.architecture').attributes('data-estimated')).toBe('false')
    expect('rear.wheels' in seen.estimated).toBe(true)
    wrapper.unmount()
  })
  test('a figure that was taped takes the place of its estimate, and the rest stays', async () => {
    const { wrapper, now, field } = sheet(taken())
    const before = taken()
    await enter(wrapper, 'Wheelbase', '145')
    const taped = await now()
    expect(taped.wheelbase).toBeCloseTo(3.683, 6)
    expect(Object.keys(taped.estimated).sort()).toEqual(
      Object.keys(before.estimated)
        .filter((k) => k !== 'wheelbase')
        .sort(),
    )
    expect(field('wheelbase').attributes('data-estimated')).toBe('false')
    wrapper.unmount()
  })
  test('a front overhang longer than the wheelbase is a mix-up: it says so and nothing is taken', async () => {
    const { wrapper } = sheet({ ...demoVehicles()[0]!, wheelbase: 2 })
    await enter(wrapper, 'Front overhang', '90')
    expect(wrapper.find('[role=alert]').text()).toMatch(/overhang.*wheelbase/i)
    expect(wrapper.emitted('change')).toBeUndefined()
    wrapper.unmount()
  })
  test('a VIN that disagrees is a warning, not a refusal', async () => {
    const { wrapper, now } = sheet(demoVehicles()[0]!)
    const vin = wrapper.find('[data-seen="vin"] input')
    await vin.setValue('11111111111111112')
    await vin.trigger('change')
    expect((await now()).vin).toBe('11111111111111112')
    expect(wrapper.find('[data-vin]').attributes('data-vin')).toBe('check-digit')
    wrapper.unmount()
  })
})

describe('a platform', () => {
  const [platform] = demoPlatforms()
  test('takes the place of what was estimated of the class, and of nothing that was read', () => {
    const vehicle = { ...taken(), front: { ...taken().front, track: 1.7 } }
    const { 'front.track': _read, ...estimated } = vehicle.estimated
    const built = withPlatform({ ...vehicle, estimated }, platform!)
    expect(built.platform).toBe(platform!.id)
    expect(built.front.track).toBe(1.7)
    expect(built.estimated['rear.springSpacing']?.from).toBe('platform')
    expect(built.rear.springSpacing).toBe(platform!.rear.springSpacing)
  })
  test('taken away leaves the figures', () => {
    const vehicle = demoVehicles()[0]!
    expect(withPlatform(vehicle, null)).toEqual({ ...vehicle, platform: null })
  })
})

describe('a vehicle of the library', () => {
  const saved: Vehicle[] = []
  const form = (
    vehicle: Vehicle | null,
    save = (v: Vehicle) => Promise.resolve(void saved.push(vehicleSchema.parse(v))),
  ) => mount(LibraryVehicle, { props: { vehicle, save }, global: plugins, attachTo: document.body })
  test('a new one is begun from label and tire, what is missing is named', async () => {
    const wrapper = form(null)
    await wrapper.find('form').trigger('submit')
    expect(wrapper.find('[role=alert]').text()).toMatch(/tire size/i)
    await wrapper.find('[aria-label="Tire size"]').setValue('255/70R18')
    await wrapper.find('form').trigger('submit')
    expect(wrapper.find('[data-vehicle-sheet]').exists()).toBe(true)
    await wrapper.find('form').trigger('submit')
    await flushPromises()
    expect(saved.at(-1)!.id).toMatch(/^pickup-\d{4}$/)
    expect(saved.at(-1)!.ratings.gvwr).toBe(null)
    wrapper.unmount()
  })
  test('a server that is away loses nothing that was typed', async () => {
    const wrapper = form(demoVehicles()[0]!, () => Promise.reject(new Unreachable('away')))
    await enter(wrapper, 'Wheelbase', '150')
    await wrapper.find('form').trigger('submit')
    await flushPromises()
    expect(wrapper.find('[role=alert]').exists()).toBe(true)
    expect((labeled(wrapper, 'Wheelbase').element as HTMLInputElement).value).toBe('150')
    wrapper.unmount()
  })
})
