import { afterEach, describe, expect, test, vi } from 'vitest'
import { flushPromises, labeled, mountOnJob } from '../fixtures/mount'
import OwnOrder from './OwnOrder.vue'
import PlanStage from './PlanStage.vue'
import ProceduresCard from './ProceduresCard.vue'
import WorkTimeline from './WorkTimeline.vue'

afterEach(() => vi.unstubAllGlobals())
const click = async (wrapper: Awaited<ReturnType<typeof mountOnJob>>['wrapper'], text: string) => {
  await wrapper
    .findAll('button')
    .find((b) => b.text() === text)!
    .trigger('click')
  await flushPromises()
}

describe("instructions beside the kit's", () => {
  test("those of this vehicle and of the shop are offered, another platform's are not", async () => {
    const { wrapper, store } = await mountOnJob(ProceduresCard, '0415')
    const offer = wrapper.find('.amber').text()
    expect(offer).toContain('Lantern rear axle')
    expect(offer).toContain('First look')
    expect(offer).not.toContain('Dunnock')
    await click(wrapper, 'Take them in')
    expect(store.job!.procedures.map((p) => [p.procedure.id, p.version])).toEqual([
      ['lantern-rear-axle', 2],
      ['lantern-spare', 2],
      ['shop-first-look', 2],
    ])
    expect(wrapper.find('.amber').exists()).toBe(false)
    // The figure is there now, with its paper.
    const plan = store.assessment!.plan
    const bolt = plan?.ok && plan.plan.torques.find((t) => t.fastener.id === 'shock-bolt')?.fastener
    expect(bolt && [bolt.spec.kind, bolt.source !== '']).toEqual(['target', true])
  })
  test('an accessory is picked and left out again', async () => {
    const { wrapper, store } = await mountOnJob(ProceduresCard, '0422')
    await labeled(wrapper, 'Accessory or second job').setValue('quill-compressor')
    await wrapper.find('form').trigger('submit')
    await flushPromises()
    expect(store.job!.procedures.map((p) => p.procedure.id)).toEqual(['quill-compressor'])
    const steps = () => store.assessment!.steps.map((s) => s.step.id)
    expect(steps()).toContain('quill-compressor-harness')
    await labeled(wrapper, 'leave out Quill one-channel compressor').trigger('click')
    await flushPromises()
    expect(store.job!.procedures).toEqual([])
    expect(steps()).not.toContain('quill-compressor-harness')
  })
  test('a newer version is taken when somebody says so', async () => {
    const { wrapper, store, server } = await mountOnJob(ProceduresCard, '0422')
    store.edit((j) => ({ ...j, procedures: [{ procedure: server.procedures.at(-1)!, version: 1, altered: null }] }))
    await flushPromises()
    expect(store.job!.procedures[0]!.version).toBe(1)
    await click(wrapper, 'take version 2')
    expect(store.job!.procedures[0]!.version).toBe(2)
  })
  test('with the server away it says so, and what is on the job stays', async () => {
    const { wrapper, server } = await mountOnJob(ProceduresCard, '0422')
    server.away = true
    wrapper.unmount()
    const again = await mountOnJob(ProceduresCard, '0422')
    expect(again.wrapper.find('[data-procedures]').exists()).toBe(true)
  })
})

describe('an order of one`s own', () => {
  const planOf = (store: Awaited<ReturnType<typeof mountOnJob>>['store']) => {
    const { plan } = store.assessment!
    if (!plan?.ok) throw new Error('no plan')
    return plan.plan
  }
  async function openPlan(number: string) {
    const page = await mountOnJob(PlanStage, number)
    const order = page.wrapper.findComponent(OwnOrder)
    const put = async (first: string, then: string) => {
      await labeled(order, 'Step that comes first').setValue(first)
      await labeled(order, 'Step that comes after it').setValue(then)
      await order.find('form').trigger('submit')
      await flushPromises()
    }
    return { ...page, order, put }
  }
  test('a step before another is kept with the job, and taken back', async () => {
    const { order, put, store } = await openPlan('0422')
    const before = planOf(store).steps.map((s) => s.id)
    const pair = ['drop-spare', 'free-hoses:left'].sort((a, b) => before.indexOf(a) - before.indexOf(b))
    await put(pair[1]!, pair[0]!)
    expect(order.find('[role=alert]').exists()).toBe(false)
    expect(store.job!.choices.pins).toEqual([{ first: pair[1], then: pair[0] }])
    const after = planOf(store).steps.map((s) => s.id)
    expect(after.indexOf(pair[1]!)).toBeLessThan(after.indexOf(pair[0]!))
    await order
      .findAll('button')
      .find((b) => b.text() === 'as it was')!
      .trigger('click')
    expect(store.job!.choices.pins).toEqual([])
  })
  test('one that cannot be is refused with what it waits for, and nothing changes', async () => {
    const { order, put, store } = await openPlan('0422')
    await put('soap', 'drill-valves')
    expect(order.find('[role=alert]').text()).toContain('Drill and set the inflation valves')
    expect(store.job!.choices.pins).toEqual([])
  })
  test('a drag onto a later step puts it after that one, onto an earlier one before it', async () => {
    const { order, store } = await openPlan('0422')
    const ids = planOf(store).steps.map((s) => s.id)
    const [a, b] = ['drop-spare', 'free-hoses:left'].sort((x, y) => ids.indexOf(x) - ids.indexOf(y))
    order.findComponent(WorkTimeline).vm.$emit('dropOn', a, b)
    await flushPromises()
    expect(store.job!.choices.pins).toEqual([{ first: b, then: a }])
    order.findComponent(WorkTimeline).vm.$emit('dropOn', a, b)
    await flushPromises()
    // It stands behind it now: the same drag brings it back before it.
    expect(store.job!.choices.pins).toEqual([{ first: a, then: b }])
  })
  test('one that an answer has made impossible since can be taken back', async () => {
    const { wrapper, store } = await openPlan('0422')
    const pins = [{ first: 'soap', then: 'drill-valves' }]
    store.edit((j) => ({ ...j, choices: { ...j.choices, pins } }))
    await flushPromises()
    expect(store.assessment!.plan?.ok).toBe(false)
    await click(wrapper, 'Take your own order back')
    expect(store.assessment!.plan?.ok).toBe(true)
    expect(store.job!.choices.pins).toEqual([])
  })
  test('how the vehicle stands is not dragged', async () => {
    const { order, store } = await openPlan('0422')
    const state = planOf(store).steps.find((s) => s.kind === 'state')!
    order.findComponent(WorkTimeline).vm.$emit('dropOn', state.id, 'soap')
    await flushPromises()
    expect(order.find('[role=alert]').exists()).toBe(true)
    expect(store.job!.choices.pins).toEqual([])
  })
})
