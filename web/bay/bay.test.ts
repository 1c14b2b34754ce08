import { mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { POUND_FOOT } from '@stout-shackle/core/quantity'
import { SUPPORT_NAMES } from '@stout-shackle/core/wording'
import { labeled, mountOnJob, flushPromises } from '../fixtures/mount'
import BayStage from './BayStage.vue'
import BayView from './BayView.vue'
import TorqueKeypad from './TorqueKeypad.vue'

afterEach(() => vi.unstubAllGlobals())
const button = (wrapper: Awaited<ReturnType<typeof mountOnJob>>['wrapper'], text: string | RegExp) =>
  wrapper.findAll('button').find((b) => (typeof text === 'string' ? b.text() === text : text.test(b.text())))!

describe('the torque keypad', () => {
  const pad = () =>
    mount(TorqueKeypad, { props: { title: 'Nut' }, global: { plugins: [createPinia()] }, attachTo: document.body })
  test('reads in the unit that is lit', async () => {
    const wrapper = pad()
    for (const key of ['1', '6', '.', '1'])
      await wrapper
        .findAll('.keys button')
        .find((b) => b.text() === key)!
        .trigger('click')
    await wrapper.find('.go').trigger('click')
    expect(wrapper.emitted('reading')).toEqual([[expect.closeTo(16.1 * POUND_FOOT, 9)]])
    await wrapper
      .findAll('.units button')
      .find((b) => b.text() === 'lb-in')!
      .trigger('click')
    await wrapper.find('.go').trigger('click')
    expect(wrapper.emitted('reading')![1]).toEqual([expect.closeTo((16.1 * POUND_FOOT) / 12, 9)])
  })
  test('by keyboard too; nothing and nonsense are refused', async () => {
    const wrapper = pad()
    const shown = wrapper.find('.shown')
    await shown.trigger('keydown', { key: 'Enter' })
    expect(wrapper.find('[role=alert]').exists()).toBe(true)
    expect(wrapper.emitted('reading')).toBeUndefined()
    for (const key of ['9', '9', '9', '9', 'Enter']) await shown.trigger('keydown', { key })
    expect(wrapper.emitted('reading')).toBeUndefined()
    await shown.trigger('keydown', { key: 'Backspace' })
    expect(shown.text()).toContain('999')
    await shown.trigger('keydown', { key: 'Escape' })
    expect(wrapper.emitted('close')).toHaveLength(1)
  })
})

describe('the bay view', () => {
  const view = () => mountOnJob(BayView, '0417', { id: 'job-0417' })
  test('opens at the first step that is not done, with its trap, side and support', async () => {
    const { wrapper, store } = await view()
    const { step } = store.assessment!.steps.find((s) => s.outcome === 'open')!
    expect(wrapper.find('h1').text()).toContain(step.title)
    expect(wrapper.find('h1').text()).toContain(step.side!.toUpperCase())
    expect(wrapper.find('.trap').text()).toContain(step.trap)
    expect(wrapper.find('.chips').text()).toContain(SUPPORT_NAMES[step.state.support])
  })
  test('done goes on and is recorded; back shows who did it', async () => {
    const { wrapper, server } = await view()
    const asked = wrapper.findAll('[data-look]').map((l) => l.attributes('data-look'))
    await button(wrapper, 'Done, as pictured').trigger('click')
    await flushPromises()
    expect(server.records.findLast((r) => r.body.kind === 'step')!.body).toMatchObject({ outcome: 'done' })
    // One tap answers all that an eye tells at it, and stands before it.
    const last = server.records.slice(-3).map((r) => r.body)
    expect(last.map((b) => b.kind)).toEqual(['looked', 'step', 'step-begun'])
    expect(last[0]).toMatchObject({ looks: asked, seen: true })
    // Whoever is signed in is at the next one then.
    expect(server.records.at(-1)!.body.kind).toBe('step-begun')
    await button(wrapper, 'Back').trigger('click')
    expect(wrapper.find('.already').exists()).toBe(true)
  })
  test('cannot be skipped without a reason', async () => {
    const { wrapper, server } = await view()
    const before = server.records.length
    await button(wrapper, "Can't, because…").trigger('click')
    await wrapper.find('form.skip').trigger('submit')
    expect(wrapper.find('.refused').exists()).toBe(true)
    expect(server.records).toHaveLength(before)
    await labeled(wrapper, 'Why this step is not done').setValue('part missing')
    await wrapper.find('form.skip').trigger('submit')
    await flushPromises()
    expect(server.records.findLast((r) => r.body.kind === 'step')!.body).toMatchObject({
      outcome: 'skipped',
      reason: 'part missing',
    })
  })
  test('open items are counted and open at a touch', async () => {
    const { wrapper, store } = await view()
    const off = store.assessment!.openItems!.off.filter((i) => i.open).length
    expect(wrapper.find('.open-counts').text()).toMatch(new RegExp(`^${off}`))
    await wrapper.find('.open-counts button').trigger('click')
    expect(wrapper.find('.sheet').text()).toContain('Spare wheel')
  })
})

describe('open items by hand', () => {
  test("the vehicle maker's torque wants a figure and a source", async () => {
    const { wrapper, store, server } = await mountOnJob(BayStage, '0415')
    const known = server.records.filter((r) => r.body.kind === 'maker-torque')
    for (const r of known) store.record({ kind: 'withdrawn' }, { record: r.id, why: 'test' })
    await flushPromises()
    const form = wrapper.find('.maker form')
    await form.trigger('submit')
    expect(wrapper.find('.openItems [role=alert]').exists()).toBe(true)
    await form.find('input').trigger('focus')
    await form.find('input').setValue('92')
    await form.trigger('submit')
    expect(wrapper.find('.openItems [role=alert]').exists()).toBe(true)
    expect(server.records.at(-1)!.body.kind).not.toBe('maker-torque')
    await form.findAll('input')[1]!.setValue('manual 7-12')
    await form.trigger('submit')
    await flushPromises()
    expect(server.records.at(-1)!.body).toMatchObject({
      kind: 'maker-torque',
      source: 'manual 7-12',
      value: expect.closeTo(92 * POUND_FOOT, 6) as number,
    })
  })
  test('a deviation needs what, why and who agreed; a part off comes back on', async () => {
    const { wrapper, server } = await mountOnJob(BayStage, '0417')
    const forms = wrapper.findAll('.openItems form.add')
    const deviation = forms.at(-1)!
    await deviation.trigger('submit')
    expect(wrapper.find('.openItems [role=alert]').exists()).toBe(true)
    for (const [i, text] of ['bolt cut', 'too long', 'Tove'].entries())
      await deviation.findAll('input')[i]!.setValue(text)
    await deviation.trigger('submit')
    await flushPromises()
    expect(server.records.at(-1)!.body).toEqual({
      kind: 'deviation',
      what: 'bolt cut',
      why: 'too long',
      agreedBy: 'Tove',
      answers: null,
    })
    const off = forms[0]!
    await off.find('input').setValue('liner clip')
    await off.trigger('submit')
    await flushPromises()
    expect(wrapper.find('.openItems').text()).toContain('liner clip')
    await button(wrapper, 'back on').trigger('click')
    await flushPromises()
    expect(server.records.at(-1)!.body).toEqual({ kind: 'on-again', part: 'liner clip', axle: 'rear', side: 'left' })
  })
})
