import { afterEach, describe, expect, test, vi } from 'vitest'
import { answered } from '../../core/fixtures/on-job'
import { hashOf } from '@stout-shackle/core/hash'
import { formatNumber, PSI } from '@stout-shackle/core/quantity'
import { loadSettings } from '@stout-shackle/core/stages'
import { airCheckText, FINAL_CHECK_NAMES, RATING_NAMES, stopText } from '@stout-shackle/core/wording'
import { enter, labeled, mountOnJob, flushPromises } from '../fixtures/mount'
import AirStage from '../air/AirStage.vue'
import FitStage from '../fit/FitStage.vue'
import PlanStage from '../plan/PlanStage.vue'
import HandOverStage from './HandOverStage.vue'

afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
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
  test('what was not shown is signed for: with a reason, a name and the text that was read', async () => {
    const mounted = await mountOnJob(HandOverStage, '0415')
    const { wrapper, server, store } = mounted
    const count = server.records.length
    await labeled(wrapper, `sign for it: ${FINAL_CHECK_NAMES['air-check']}`).trigger('click')
    const row = wrapper.find('[data-check=air-check]')
    const press = async () => {
      await row
        .findAll('button')
        .find((b) => b.text() === 'Sign')!
        .trigger('click')
      await flushPromises()
    }
    await press()
    expect(row.find('[role=alert]').exists()).toBe(true)
    await labeled(wrapper, 'Reason').setValue('leaves for the ferry tonight')
    await press()
    expect(server.records).toHaveLength(count)
    await row.find('[aria-label="Signed by"]').setValue('Sunniva')
    const text = row.find('[data-sign-text]').text()
    await press()
    expect(server.records.at(-1)!.body).toMatchObject({
      kind: 'waiver',
      about: 'air-check',
      because: 'leaves for the ferry tonight',
      signedBy: 'Sunniva',
      hash: hashOf(text),
    })
    expect(store.assessment!.finalChecks.find((c) => c.check === 'air-check')!.state).toBe('waived')
  })
  test('a soap test or a pressure can be signed away by nobody', async () => {
    const { wrapper } = await mountOnJob(HandOverStage, '0415')
    for (const check of ['minimum-pressure', 'heights'] as const)
      expect(wrapper.find(`[aria-label="sign for it: ${FINAL_CHECK_NAMES[check]}"]`).exists()).toBe(false)
  })
  test('pressures as set are read on both sides, and one over its max is recorded and stops it', async () => {
    const { wrapper, server, store } = await mountOnJob(HandOverStage, '0415')
    const count = server.records.length
    await enter(wrapper, 'left', '27')
    expect(server.records).toHaveLength(count)
    await enter(wrapper, 'right', '26')
    expect(server.records.at(-1)).toMatchObject({
      body: {
        kind: 'bag-pressure',
        left: expect.closeTo(27 * PSI, 3) as number,
        right: expect.closeTo(26 * PSI, 3) as number,
      },
      supersedes: null,
    })
    const pressures = () => store.assessment!.finalChecks.find((c) => c.check === 'minimum-pressure')!
    expect(pressures().state).toBe('done')
    const limit = store.assessment!.chosen[0]!.maximum!.value
    const set = async (left: string) => {
      await enter(wrapper, 'left', left)
      await enter(wrapper, 'right', '26')
    }
    await set('60')
    expect(pressures()).toMatchObject({ state: 'open', waivable: false, missing: [{ code: 'too-much', limit }] })
    // At the limit's own figure, in the unit people type, it is inside.
    await set(String(Math.round(limit / PSI)))
    expect(pressures().state).toBe('done')
  })
  test('says how much of the squat came back', async () => {
    const { wrapper } = await mountOnJob(HandOverStage, '0411')
    expect(wrapper.find('.plate').text()).toMatch(/98± 2 %, 1\/16 in under empty/)
    expect(wrapper.find('.plate').text()).toContain('to Ignace')
  })
  test('a hand-over that was a slip is taken back, and made again; later it has left', async () => {
    expect(button(await mountOnJob(HandOverStage, '0411'), 'It has not left')).toBeUndefined()
    vi.useFakeTimers({ toFake: ['Date'], now: new Date('2026-11-21T12:30:00Z') })
    const mounted = await mountOnJob(HandOverStage, '0411')
    await button(mounted, 'It has not left').trigger('click')
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
    expect(loadSettings(store.assessment!.cases, store.assessment!.chosen[0]!, [])[0]).toMatchObject({
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
  const airCheck = async ({ wrapper }: Mounted, end: string, pressure: string, temperature: string, stood = '15') => {
    const form = wrapper.findAll('form.air-check')[end === 'start' ? 0 : 1]!
    for (const [label, text] of [
      ['Pressure', pressure],
      ['Temperature', temperature],
    ] as const) {
      const field = labeled(wrapper, `${label}, left, ${end} of the air check`)
      await field.trigger('focus')
      await field.setValue(text)
    }
    if (end === 'start')
      await labeled(wrapper, 'Minutes since air went in, left, start of the air check').setValue(stood)
    await form.trigger('submit')
    await flushPromises()
    return form
  }
  test('a connection is soaped at a pressure and for minutes that somebody typed; bubbles say what to do', async () => {
    const { wrapper, server } = await mountOnJob(AirStage, '0417')
    const count = server.records.length
    await labeled(wrapper, 'left bag, tube: no bubbles').trigger('click')
    expect(wrapper.find('[role=alert]').exists()).toBe(true)
    expect(server.records).toHaveLength(count)
    const pressure = labeled(wrapper, 'Pressure while soaping')
    await pressure.trigger('focus')
    await pressure.setValue('48')
    await labeled(wrapper, 'Minutes watched').setValue('3')
    await labeled(wrapper, 'left bag, tube: bubbles').trigger('click')
    expect(wrapper.find('[data-result=bubbles]').exists()).toBe(true)
    await labeled(wrapper, 'left bag, tube: no bubbles').trigger('click')
    await flushPromises()
    // The kit is not in yet: no bubbles prove nothing, and the bubbles stand.
    expect(wrapper.find('[data-result=bubbles]').exists()).toBe(true)
    expect(
      server.records.slice(-2).map((r) => r.body.kind === 'connection' && [r.body.result, r.body.minutes]),
    ).toEqual([
      ['bubbles', 3],
      ['no-bubbles', 3],
    ])
  })
  test('the air check wants pressure and temperature; one over the max is kept and proves nothing', async () => {
    const mounted = await mountOnJob(AirStage, '0415')
    const count = mounted.server.records.length
    for (const [pressure, temperature] of [
      ['23', ''],
      ['', '70'],
    ] as const)
      expect((await airCheck(mounted, 'start', pressure, temperature)).find('[role=alert]').exists()).toBe(true)
    // Air just pumped in is warm: how long it stood is asked for, and short of ten minutes refused.
    for (const stood of ['', '9.9'])
      expect((await airCheck(mounted, 'start', '60', '75', stood)).find('[role=alert]').exists()).toBe(true)
    expect(mounted.server.records).toHaveLength(count)
    await airCheck(mounted, 'start', '60', '75', '10')
    expect(mounted.server.records).toHaveLength(count + 1)
    expect(mounted.store.assessment!.air.checks[0]).toMatchObject({ missing: { code: 'too-much' } })
    expect(mounted.wrapper.find('[data-doubt]').exists()).toBe(true)
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
  test('groups steps by support, shows who does what when and what is asked in the bay, and lists what is not in the box', async () => {
    const { wrapper, store } = await mountOnJob(PlanStage, '0417')
    expect(wrapper.findAll('tr.state').map((r) => r.text())).toEqual([
      'on its wheels, wheels on',
      'rear end, axle hanging, wheels off',
      'rear end, axle raised, wheels off',
      'on its wheels, wheels on',
    ])
    expect(wrapper.find('[data-timeline]').text()).toMatch(/\d h \d\d/)
    expect(wrapper.text()).toContain('Asked in the bay')
    await wrapper.find('.choice select').setValue('on')
    expect(store.job!.choices.wheels).toBe('on')
    expect(store.assessment!.steps.some((s) => s.step.torques.some((f) => f.id === 'lug-nuts'))).toBe(false)
    store.edit((j) => ({ ...j, survey: answered(j.survey, { exhaustDiameter: 0.15 }) }))
    await flushPromises()
    const { plan } = store.assessment!
    for (const part of plan!.ok ? plan!.plan.extraParts : []) expect(wrapper.text()).toContain(part)
    expect(plan!.ok && plan!.plan.extraParts.length).toBeGreaterThan(0)
  })
})
