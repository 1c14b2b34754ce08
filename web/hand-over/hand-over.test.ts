import { afterEach, describe, expect, test, vi } from 'vitest'
import { answered } from '../../core/fixtures/on-job'
import { formatNumber, formatQuantity, PSI } from '@stout-shackle/core/quantity'
import { loadSettings } from '@stout-shackle/core/stages'
import { airCheckText, FINAL_CHECK_NAMES, RATING_NAMES, stopText } from '@stout-shackle/core/wording'
import { enter, labeled, mountOnJob, flushPromises } from '../fixtures/mount'
import AirStage from '../air/AirStage.vue'
import FitStage from '../fit/FitStage.vue'
import PlanStage from '../plan/PlanStage.vue'
import HandOverStage from './HandOverStage.vue'

afterEach(() => vi.unstubAllGlobals())
type Mounted = Awaited<ReturnType<typeof mountOnJob>>
const button = ({ wrapper }: Mounted, text: string) => wrapper.findAll('button').find((b) => b.text() === text)!

describe('hand over', () => {
  test('lists what is open, each with the way to it', async () => {
    const { wrapper, store } = await mountOnJob(HandOverStage, '0417')
    const blocks = wrapper.findAll('.blocks a')
    expect(blocks.map((b) => b.attributes('href'))).toContain('/jobs/job-0417/fit')
    expect(blocks.map((b) => b.text())).toEqual(store.assessment!.stops.map((s) => stopText(s)))
    expect(wrapper.find('form.go').exists()).toBe(false)
  })
  test('a check is not passed by saying nothing', async () => {
    const mounted = await mountOnJob(HandOverStage, '0415')
    const { wrapper, server, store } = mounted
    await labeled(wrapper, `not done, because… ${FINAL_CHECK_NAMES['air-check']}`).trigger('click')
    const count = server.records.length
    const form = wrapper.find('form.say')
    await form.trigger('submit')
    expect(server.records).toHaveLength(count)
    await form.find('select').setValue('refused')
    await labeled(wrapper, 'Reason').setValue('leaves for the ferry tonight')
    await form.trigger('submit')
    expect(server.records).toHaveLength(count)
    await labeled(wrapper, 'Signed by').setValue('Sunniva')
    await form.trigger('submit')
    await flushPromises()
    expect(server.records.at(-1)!.body).toEqual({
      kind: 'final-check',
      check: 'air-check',
      outcome: 'refused',
      because: 'leaves for the ferry tonight',
      signedBy: 'Sunniva',
    })
    expect(store.assessment!.finalChecks.find((c) => c.check === 'air-check')!.state).toBe('refused')
  })
  test('pressures as set need both sides, are corrected, and stay under the maximum', async () => {
    const { wrapper, server, store } = await mountOnJob(HandOverStage, '0415')
    const count = server.records.length
    await enter(wrapper, 'left', '27')
    expect(server.records).toHaveLength(count)
    await enter(wrapper, 'right', '26')
    expect(server.records.at(-1)!.body).toMatchObject({
      kind: 'bag-pressure',
      left: expect.closeTo(27 * PSI, 3) as number,
      right: expect.closeTo(26 * PSI, 3) as number,
    })
    await enter(wrapper, 'left', '28')
    expect(server.records.at(-1)!.supersedes!.why).toBe('set again')
    await enter(wrapper, 'left', '60')
    const limit = store.assessment!.chosen[0]!.maximum!.value
    expect(wrapper.find('[role=alert]').text()).toContain(formatQuantity('pressure', limit, 'us'))
    // At the limit's own figure, in the unit people type, it is taken.
    await enter(wrapper, 'left', String(Math.round(limit / PSI)))
    expect(server.records.at(-1)!.body).toMatchObject({ left: expect.closeTo(limit, -1) as number })
  })
  test('says how much of the squat came back', async () => {
    const { wrapper } = await mountOnJob(HandOverStage, '0411')
    expect(wrapper.find('.plate').text()).toMatch(/98± 2 %, 1\/16 in under empty/)
    expect(wrapper.find('.plate').text()).toContain('to Ignace')
  })
  test('what comes back in is open again', async () => {
    const mounted = await mountOnJob(HandOverStage, '0411')
    await button(mounted, 'It came back in').trigger('click')
    await flushPromises()
    const count = mounted.server.records.length
    await mounted.wrapper.find('form.go').trigger('submit')
    await flushPromises()
    expect(mounted.server.records).toHaveLength(count)
    await labeled(mounted.wrapper, 'Handed over to').setValue('Ignace')
    await mounted.wrapper.find('form.go').trigger('submit')
    await flushPromises()
    expect(mounted.server.records.at(-1)!.body).toEqual({ kind: 'handed-over', to: 'Ignace' })
  })
  test('has a setting for each load, and none for an overload', async () => {
    const { wrapper, store } = await mountOnJob(HandOverStage, '0417')
    const rows = () => wrapper.findAll('tbody tr').map((r) => r.text())
    // Set before loading, the empty bag would stand taller than its window: so it is not offered.
    const { left, right } = store.assessment!.active.level.rear!
    for (const side of [left!, right!]) expect(rows()[0]).toContain(formatNumber('pressure', side.pressure, 'us'))
    expect(loadSettings(store.assessment!.cases, store.assessment!.chosen[0]!)[0]).toMatchObject({
      code: 'set',
      before: null,
    })
    store.edit((j) => ({ ...j, vehicle: { ...j.vehicle, rear: { ...j.vehicle.rear, rating: 1900 } } }))
    await flushPromises()
    expect(rows()[0]).toContain(RATING_NAMES['gawr-rear'])
    expect(rows()[0]).not.toMatch(/\d/)
  })
})

describe('air', () => {
  const airCheck = async ({ wrapper }: Mounted, end: string, pressure: string, temperature: string) => {
    const form = wrapper.findAll('form.air-check')[end === 'start' ? 0 : 1]!
    for (const [label, text] of [
      ['Pressure', pressure],
      ['Temperature', temperature],
    ] as const) {
      const field = labeled(wrapper, `${label}, ${end} of the air check`)
      await field.trigger('focus')
      await field.setValue(text)
    }
    await form.trigger('submit')
    await flushPromises()
    return form
  }
  test('every connection is soaped by itself; one that bubbles says what to do', async () => {
    const { wrapper, server } = await mountOnJob(AirStage, '0417')
    await labeled(wrapper, 'Bag fitting, left: bubbles').trigger('click')
    expect(wrapper.find('[data-code=bubbles]').exists()).toBe(true)
    await labeled(wrapper, 'Bag fitting, left: no bubbles').trigger('click')
    expect(wrapper.find('[data-code=bubbles]').exists()).toBe(false)
    await flushPromises()
    expect(server.records.slice(-2).map((r) => r.body.kind === 'connection' && r.body.result)).toEqual([
      'bubbles',
      'no-bubbles',
    ])
  })
  test('the air check wants pressure and temperature, and is not taken over the maximum', async () => {
    const mounted = await mountOnJob(AirStage, '0417')
    const count = mounted.server.records.length
    for (const [pressure, temperature] of [
      ['60', ''],
      ['', '70'],
      ['120', '70'],
    ] as const)
      expect((await airCheck(mounted, 'start', pressure, temperature)).find('[role=alert]').exists()).toBe(true)
    expect(mounted.server.records).toHaveLength(count)
    await airCheck(mounted, 'start', '60', '75')
    expect(mounted.server.records).toHaveLength(count + 1)
    expect(mounted.store.assessment!.air.checks[0]).toMatchObject({
      start: { temperature: expect.closeTo(297.04, 1) as number },
    })
  })
  test('a cold night is not a leak', async () => {
    const { wrapper, store } = await mountOnJob(AirStage, '0411')
    const verdict = store.assessment!.air.checks[0]!.verdict!
    expect(verdict.code).toBe('holds')
    expect(wrapper.find('.plate').text()).toContain(airCheckText(verdict, 'us'))
  })
})

describe('fit', () => {
  test('judges while typed, and shows the sleeve only where the line is too near', async () => {
    const { wrapper, server, store } = await mountOnJob(FitStage, '0417')
    const name = 'Air line to exhaust, right'
    const field = labeled(wrapper, name)
    await field.trigger('focus')
    await field.setValue('4')
    expect(wrapper.find('[data-check=line-exhaust]').exists()).toBe(true)
    await field.trigger('keydown', { key: 'Enter' })
    await flushPromises()
    await wrapper.find('input[type=checkbox]').setValue(true)
    await flushPromises()
    expect(server.records.at(-1)!.body).toMatchObject({ check: 'line-exhaust', sleeved: true })
    expect(wrapper.find('[data-verdict=sleeved]').exists()).toBe(true)
    store.undo()
    await flushPromises()
    expect(wrapper.find('[data-check=line-exhaust]').exists()).toBe(true)
  })
  test('without a kit it says where to get one', async () => {
    const { wrapper } = await mountOnJob(FitStage, '0418')
    expect(wrapper.find('a').attributes('href')).toBe('/jobs/job-0418/choose')
  })
})

describe('plan', () => {
  test('groups steps by support, tells the other way with the wheels, and lists what is not in the box', async () => {
    const { wrapper, store } = await mountOnJob(PlanStage, '0417')
    expect(wrapper.findAll('tr.state').map((r) => r.text())).toEqual([
      'on its wheels, wheels on',
      'rear end, axle hanging, wheels off',
      'rear end, axle raised, wheels off',
      'on its wheels, wheels on',
    ])
    expect(wrapper.text()).toMatch(/With wheels on: \d h \d\d/)
    await wrapper.find('select').setValue('on')
    expect(store.job!.choices.wheels).toBe('on')
    expect(store.assessment!.steps.some((s) => s.step.torques.some((f) => f.id === 'lug-nuts'))).toBe(false)
    store.edit((j) => ({ ...j, survey: answered(j.survey, { exhaustDiameter: 0.15 }) }))
    await flushPromises()
    const { plan } = store.assessment!
    for (const part of plan!.ok ? plan!.plan.extraParts : []) expect(wrapper.text()).toContain(part)
    expect(plan!.ok && plan!.plan.extraParts.length).toBeGreaterThan(0)
  })
})
