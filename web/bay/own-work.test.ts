import { afterEach, describe, expect, test, vi } from 'vitest'
import { POUND_FOOT } from '@stout-shackle/core/quantity'
import { useSettings } from '../stores/settings'
import { flushPromises, labeled, mountOnJob } from '../fixtures/mount'
import AddStep from './AddStep.vue'
import BenchLayout from './BenchLayout.vue'
import { useOwnWrench } from './own-wrench'

afterEach(() => vi.unstubAllGlobals())
type Page = Awaited<ReturnType<typeof mountOnJob>>
const press = async ({ wrapper }: Pick<Page, 'wrapper'>, text: string) => {
  await wrapper
    .findAll('button')
    .find((b) => b.text() === text)!
    .trigger('click')
  await flushPromises()
}

describe('the box on the bench', () => {
  test('every part has its line and its size, and what is missing is named', async () => {
    const page = await mountOnJob(BenchLayout, '0422', { axle: 'rear' })
    const { parts } = page.store.job!.kits[0]!.kit
    expect(page.wrapper.findAll('li input')).toHaveLength(parts.length)
    expect(page.wrapper.findAll('rect').length).toBeGreaterThanOrEqual(parts.filter((p) => p.width).length)
    await press(page, 'Record the count')
    expect(page.wrapper.find('[role=alert]').text()).toContain(parts[0]!.name)
    expect(page.server.records.some((r) => r.body.kind === 'parts-counted')).toBe(false)
    await press(page, 'All there')
    await labeled(page.wrapper, `how many ${parts[0]!.name}`).setValue('1')
    await press(page, 'Record the count')
    const recorded = page.server.records.at(-1)!.body
    expect(recorded).toMatchObject({ kind: 'parts-counted', axle: 'rear' })
    expect(page.wrapper.find('[role=alert]').text()).toContain(`${parts[0]!.count - 1} × ${parts[0]!.name}`)
  })
  test.each(['', 'two', '1.5', '-1', '100'])('"%s" is no count', async (text) => {
    const page = await mountOnJob(BenchLayout, '0422', { axle: 'rear' })
    await press(page, 'All there')
    await labeled(page.wrapper, `how many ${page.store.job!.kits[0]!.kit.parts[0]!.name}`).setValue(text)
    const before = page.server.records.length
    await press(page, 'Record the count')
    // An empty field of a part that was never counted is 0 to nobody.
    if (text === '') expect(page.wrapper.find('[role=alert]').exists()).toBe(true)
    else expect(page.server.records).toHaveLength(before)
  })
  test('brackets of the left and the right are told apart', async () => {
    const { wrapper } = await mountOnJob(BenchLayout, '0422', { axle: 'rear' })
    expect(wrapper.findAll('[data-alike]').some((p) => /left.*right/.test(p.text()))).toBe(true)
  })
})

describe('a step added in the bay', () => {
  const page = async () => {
    const probe = await mountOnJob({ template: '<div />' }, '0422')
    const current = probe.store.assessment!.steps[1]!.step
    return { ...(await mountOnJob(AddStep, '0422', { current })), current }
  }
  const fill = async (p: Page, fields: Record<string, string>) => {
    for (const [name, text] of Object.entries(fields)) await labeled(p.wrapper, name).setValue(text)
    await p.wrapper.find('form').trigger('submit')
    await flushPromises()
  }
  test('wants what and why', async () => {
    const p = await page()
    await fill(p, {})
    expect(p.wrapper.find('[role=alert]').exists()).toBe(true)
    await fill(p, { 'What is to be done': 'Wire brush the seat' })
    expect(p.wrapper.find('[role=alert]').exists()).toBe(true)
    expect(p.server.records).toEqual([])
  })
  test('goes into the plan before the step on the screen', async () => {
    const p = await page()
    await fill(p, { 'What is to be done': 'Wire brush the seat', 'Why it is needed': 'rust' })
    expect(p.wrapper.emitted('added')).toHaveLength(1)
    expect(p.server.records.at(-1)!.body).toMatchObject({ kind: 'step-added', before: p.current.id, why: 'rust' })
    const ids = p.store.assessment!.steps.map((s) => s.step.id)
    const index = p.store.assessment!.steps.findIndex((s) => s.step.title === 'Wire brush the seat')
    expect(index).toBeGreaterThanOrEqual(0)
    expect(index).toBeLessThan(ids.indexOf(p.current.id))
  })
  test('with a torque it names the paper, and keeps its figure', async () => {
    const p = await page()
    const what = {
      'What is to be done': 'Ground strap back',
      'Why it is needed': 'it was in the way',
      Fastener: 'Strap nut',
    }
    await fill(p, what)
    expect(p.wrapper.find('[role=alert]').exists()).toBe(true)
    await labeledInput(p, 'Torque, lb-ft').setValue('12')
    await fill(p, {})
    expect(p.server.records).toEqual([])
    await fill(p, { 'Source of the torque': 'manual 8-2' })
    const body = p.server.records.at(-1)!.body
    if (body.kind !== 'step-added') throw new Error('a step is expected')
    expect(body.fastener!.spec).toMatchObject({ kind: 'target', value: expect.closeTo(12 * POUND_FOOT, 6) as number })
    expect(body.fastener!.source).toBe('manual 8-2')
    expect(p.store.assessment!.torques.some((t) => t.fastener.name === 'Strap nut')).toBe(true)
  })
  const labeledInput = (p: Page, text: string) =>
    p.wrapper
      .findAll('label')
      .find((l) => l.text().startsWith(text))!
      .find('input')
})

describe('which wrench it was', () => {
  test('an instrument`s reading is its own wrench`s, a typed one that of this screen', async () => {
    await mountOnJob({ template: '<div />' }, '0422')
    const settings = useSettings()
    const wrench = { name: 'Wrench', low: 5, high: 100, due: '2099-01-01', device: null }
    const stored = {
      ...settings.settings,
      wrenches: [
        { ...wrench, serial: 'W-1' },
        { ...wrench, serial: 'W-3', device: 'wrench-3' },
      ],
    }
    vi.stubGlobal('fetch', () =>
      Promise.resolve(new Response(JSON.stringify({ version: 1, document: stored }), { status: 200 })),
    )
    await settings.load()
    const { own: ownWrench, ofDevice, take } = useOwnWrench()
    take('')
    expect(ownWrench.value).toBeNull()
    take('W-1')
    expect(ownWrench.value?.serial).toBe('W-1')
    expect(ofDevice('wrench-3')?.serial).toBe('W-3')
    expect(ofDevice('gauge-1')).toBeNull()
  })
})
