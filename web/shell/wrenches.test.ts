import { mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { describe, expect, test } from 'vitest'
import { POUND_FOOT } from '@stout-shackle/core/quantity'
import { shopSettingsSchema, NEW_SHOP, type Wrench } from '@stout-shackle/core/shop'
import { enter, labeled } from '../fixtures/mount'
import WrenchesCard from './WrenchesCard.vue'

const wrench: Wrench = { serial: 'W-1', name: 'Half inch', low: 20, high: 200, due: '2020-01-31', device: null }
const card = (wrenches: Wrench[]) =>
  mount(WrenchesCard, {
    props: { wrenches, devices: [{ id: 'wrench-3', name: 'Wrench 3' }] },
    global: { plugins: [createPinia()] },
    attachTo: document.body,
  })
const changed = (wrapper: ReturnType<typeof card>) => wrapper.emitted('change')!.at(-1)![0] as Wrench[]

describe('the shop`s wrenches', () => {
  test('one whose calibration is over says so', () => {
    expect(card([wrench]).find('.overdue').exists()).toBe(true)
    expect(
      card([{ ...wrench, due: '2099-01-31' }])
        .find('.overdue')
        .exists(),
    ).toBe(false)
  })
  test('range, serial, date and instrument are each kept', async () => {
    const wrapper = card([wrench])
    await enter(wrapper, 'Most of wrench 1', '150')
    expect(changed(wrapper)[0]!.high).toBeCloseTo(150 * POUND_FOOT, 6)
    for (const [name, text, field] of [
      ['Serial of wrench 1', ' W-7 ', 'serial'],
      ['Calibration of wrench 1 due', '2099-05-31', 'due'],
      ['Instrument of wrench 1', 'wrench-3', 'device'],
    ] as const) {
      const control = labeled(wrapper, name)
      await control.setValue(text)
      await control.trigger('change')
      expect(changed(wrapper)[0]![field]).toBe(text.trim())
    }
  })
  test('one is added and taken out', async () => {
    const wrapper = card([wrench])
    const press = (text: string) =>
      wrapper
        .findAll('button')
        .find((b) => b.text() === text)!
        .trigger('click')
    await press('Add a wrench')
    expect(changed(wrapper)).toHaveLength(2)
    await press('remove')
    expect(changed(wrapper)).toEqual([])
  })
  test.each([
    ['no serial', { serial: '' }],
    ['a range that ends before it begins', { low: 200, high: 100 }],
    ['no date', { due: '' }],
    ['a day that is none', { due: '2026-02-30' }],
  ])('%s is refused', (_what, part) => {
    expect(shopSettingsSchema.safeParse({ ...NEW_SHOP, wrenches: [{ ...wrench, ...part }] }).success).toBe(false)
  })
  test('two of one serial are refused, and a shop from before has none', () => {
    expect(
      shopSettingsSchema.safeParse({ ...NEW_SHOP, wrenches: [wrench, { ...wrench, name: 'Other' }] }).success,
    ).toBe(false)
    const { wrenches: _wrenches, ...before } = NEW_SHOP
    expect(shopSettingsSchema.parse(before).wrenches).toEqual([])
  })
})
