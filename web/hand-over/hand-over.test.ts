import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { PSI } from '@stout-shackle/core/quantity'
import { enter, labelled, mountOnJob } from '../fixtures/mount'
import AirStage from '../air/AirStage.vue'
import FitStage from '../fit/FitStage.vue'
import PlanStage from '../plan/PlanStage.vue'
import HandOverStage from './HandOverStage.vue'

afterEach(() => vi.unstubAllGlobals())
type Mounted = Awaited<ReturnType<typeof mountOnJob>>
const button = ({ wrapper }: Mounted, text: string) => wrapper.findAll('button').find((b) => b.text() === text)!

describe('hand over', () => {
  test('lists what is open, each with the way to it', async () => {
    const { wrapper } = await mountOnJob(HandOverStage, '0417')
    const blocks = wrapper.findAll('.blocks a')
    expect(wrapper.find('.plate h3').text()).toBe('Not road-ready')
    expect(blocks.map((b) => b.attributes('href'))).toContain('/jobs/job-0417/fit')
    expect(wrapper.find('.blocks').text()).toContain('Every connection soaped dry: do it')
  })
  test('a check is not passed by saying nothing', async () => {
    const mounted = await mountOnJob(HandOverStage, '0415')
    const { wrapper, server } = mounted
    await labelled(wrapper, 'Not done: 24 h pressure hold').trigger('click')
    const form = wrapper.find('form.say')
    await form.trigger('submit')
    expect(form.text()).toContain('Say because of what')
    await form.find('select').setValue('refused')
    await labelled(wrapper, 'Because').setValue('leaves for the ferry tonight')
    await form.trigger('submit')
    expect(form.text()).toContain("carries the customer's name")
    await labelled(wrapper, 'Signed by').setValue('Sunniva')
    await form.trigger('submit')
    await flushPromises()
    expect(server.records.at(-1)!.body).toEqual({
      kind: 'final-check',
      check: 'air-check',
      outcome: 'refused',
      because: 'leaves for the ferry tonight',
      signedBy: 'Sunniva',
    })
    expect(wrapper.text()).toContain('refused by the customer')
  })
  test('pressures as set need both sides, are corrected, and stay under the maximum', async () => {
    const { wrapper, server } = await mountOnJob(HandOverStage, '0415')
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
    expect(wrapper.find('[role=alert]').text()).toContain('Too big: 50 psi')
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
    expect(mounted.wrapper.find('.plate h3').text()).toBe('Ready to go')
    await mounted.wrapper.find('form.go').trigger('submit')
    expect(mounted.wrapper.text()).toContain('Who drives it away?')
    await labelled(mounted.wrapper, 'Handed over to').setValue('Ignace')
    await mounted.wrapper.find('form.go').trigger('submit')
    await flushPromises()
    expect(mounted.server.records.at(-1)!.body).toEqual({ kind: 'handed-over', to: 'Ignace' })
  })
  test('has a setting for each load, and none for an overload', async () => {
    const { wrapper, store } = await mountOnJob(HandOverStage, '0417')
    const rows = () => wrapper.findAll('tbody tr').map((r) => r.text())
    // Set before loading, the empty bag would stand taller than its window: so it is not offered.
    expect(rows()[0]).toMatch(/Full hives and trailer\s*38\s*31\s*add it loaded/)
    store.edit((j) => ({ ...j, vehicle: { ...j.vehicle, ratings: { ...j.vehicle.ratings, gawrRear: 1900 } } }))
    await flushPromises()
    expect(rows()[0]).toContain('over a rating: no setting')
  })
})

describe('air', () => {
  const hold = async ({ wrapper }: Mounted, end: string, pressure: string, temperature: string) => {
    const form = wrapper.findAll('form.air-check')[end === 'start' ? 0 : 1]!
    for (const [label, text] of [
      ['Pressure', pressure],
      ['Temperature', temperature],
    ] as const) {
      const field = labelled(wrapper, `${label}, ${end} of the air check`)
      await field.trigger('focus')
      await field.setValue(text)
    }
    await form.trigger('submit')
    await flushPromises()
    return form
  }
  test('every connection is soaped by itself; one that bubbles says what to do', async () => {
    const { wrapper, server } = await mountOnJob(AirStage, '0417')
    await labelled(wrapper, 'Bag fitting, left: bubbles').trigger('click')
    expect(wrapper.text()).toContain('cut square again')
    await labelled(wrapper, 'Bag fitting, left: dry').trigger('click')
    expect(wrapper.text()).not.toContain('cut square again')
    await flushPromises()
    expect(server.records.slice(-2).map((r) => r.body.kind === 'connection' && r.body.result)).toEqual([
      'bubbles',
      'no-bubbles',
    ])
  })
  test('the hold wants pressure and temperature, and is not taken over the maximum', async () => {
    const mounted = await mountOnJob(AirStage, '0417')
    const count = mounted.server.records.length
    expect((await hold(mounted, 'start', '60', '')).text()).toContain('Type the temperature')
    expect((await hold(mounted, 'start', '', '70')).text()).toContain('Type the pressure')
    expect((await hold(mounted, 'start', '120', '70')).text()).toContain("Over the kit's maximum: 100 psi max")
    expect(mounted.server.records).toHaveLength(count)
    await hold(mounted, 'start', '60', '75')
    expect(mounted.server.records).toHaveLength(count + 1)
    expect(mounted.wrapper.text()).toContain('read again after 24 h')
  })
  test('a cold night is not a leak', async () => {
    const { wrapper } = await mountOnJob(AirStage, '0411')
    expect(wrapper.find('.plate').text()).toContain('Holds: 0.7 psi gone after temperature')
  })
})

describe('fit', () => {
  test('judges while typed, and shows the sleeve only where the line is too near', async () => {
    const { wrapper, server, store } = await mountOnJob(FitStage, '0417')
    const name = 'Air line to exhaust, right'
    const field = labelled(wrapper, name)
    await field.trigger('focus')
    await field.setValue('4')
    expect(wrapper.text()).toContain('Route it further away, or sleeve it')
    await field.trigger('keydown', { key: 'Enter' })
    await flushPromises()
    await wrapper.find('input[type=checkbox]').setValue(true)
    await flushPromises()
    expect(server.records.at(-1)!.body).toMatchObject({ check: 'line-exhaust', sleeved: true })
    expect(wrapper.text()).toContain('closer than the rule, heat sleeve fitted')
    store.undo()
    await flushPromises()
    expect(wrapper.text()).toContain('Route it further away, or sleeve it')
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
      'axle hanging, wheels off',
      'axle raised, wheels off',
      'on its wheels, wheels on',
    ])
    expect(wrapper.text()).toMatch(/With wheels on: \d h \d\d/)
    await wrapper.find('select').setValue('on')
    expect(store.job!.choices.wheels).toBe('on')
    expect(wrapper.text()).not.toContain('Torque the lug nuts')
    store.edit((j) => ({ ...j, survey: { ...j.survey, exhaustDiameter: 0.15 } }))
    await flushPromises()
    expect(wrapper.text()).toContain('second band clamp')
  })
})
