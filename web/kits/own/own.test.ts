import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { createMemoryHistory, createRouter } from 'vue-router'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import {
  originOf,
  PLAIN_OPERATION,
  typicalKit,
  type Application,
  type Kit,
  type Procedure,
} from '@stout-shackle/core/kit'
import { POUND_FOOT, PSI } from '@stout-shackle/core/quantity'
import { demoProcedures } from '../../../demo/shop'
import { enter, flushPromises, labeled, sitDown } from '../../fixtures/mount'
import KitEditor from './KitEditor.vue'

/** It stands beside the bump stop: nothing has to come out for it. */
const blank = (): Kit => ({
  ...typicalKit({ id: 'own', maker: 'Own', number: 'N-1', name: 'Kit', family: 'bellows', axle: 'rear' }),
  replaces: 'nothing',
})

/** What the server has, and what was sent to it. */
let there: { version: number; document: Kit | Procedure }
let lines: { version: number; document: Application }[]
let sent: { method: string; path: string; version: string | null }[]
beforeEach(() => {
  localStorage.clear()
  there = { version: 1, document: blank() }
  lines = []
  sent = []
  vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
    const method = init.method ?? 'GET'
    const path = url.replace(/^\/api/, '').replace(/\?.*/, '')
    const version = new Headers(init.headers).get('If-Match')
    const body = typeof init.body === 'string' ? (JSON.parse(init.body) as never) : null
    if (method !== 'GET') sent.push({ method, path, version })
    const answer = (data: unknown, status = 200) => Promise.resolve(new Response(JSON.stringify(data), { status }))
    const entry = path.startsWith('/kits/') || path.startsWith('/procedures/')
    if (path.endsWith('/applications')) return answer(lines.map((l) => l.document))
    if (method === 'POST' && path === '/applications') {
      lines.push({ version: 1, document: body as unknown as Application })
      return answer(lines.at(-1), 201)
    }
    if (method === 'PUT' && entry) {
      if (version !== `"${there.version}"`) return answer({ detail: 'changed meanwhile', current: there }, 412)
      there = { version: there.version + 1, document: body as unknown as Kit }
      return answer(there)
    }
    if (entry) return answer(there)
    return answer({ total: 0, entries: [] })
  })
})
let shown: VueWrapper | null = null
afterEach(() => {
  shown?.unmount()
  shown = null
  vi.unstubAllGlobals()
})
async function open(of: 'kits' | 'procedures' = 'kits') {
  shown?.unmount()
  const pinia = createPinia()
  setActivePinia(pinia)
  sitDown()
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/', component: KitEditor }] })
  const wrapper = mount(KitEditor, {
    props: { id: 'own', of },
    global: { plugins: [pinia, router] },
    attachTo: document.body,
  })
  shown = wrapper
  await flushPromises()
  return wrapper as VueWrapper
}
const save = async (wrapper: VueWrapper) => {
  await wrapper
    .findAll('button')
    .find((b) => b.text() === 'Save')!
    .trigger('click')
  await flushPromises()
}
const saved = () => there.document as Kit

describe('a paper typed in', () => {
  test('what was typed is of the paper, in the unit it was typed in; the rest stays what is usual', async () => {
    const wrapper = await open()
    await enter(wrapper, 'Max', '90')
    await enter(wrapper, 'Next bolt', '4 strap nut 3/8-16, evenly 16')
    await save(wrapper)
    expect(sent).toEqual([{ method: 'PUT', path: '/kits/own', version: '"1"' }])
    // 1 psi is 6,894.757 Pa, 1 lb-ft 1.355818 N·m (NIST SP 811).
    expect(saved().bag!.maximum / PSI).toBeCloseTo(90, 9)
    const [nut] = saved().fasteners
    expect(nut).toMatchObject({ count: 4, thread: '3/8-16', evenly: true })
    expect(nut!.spec.kind === 'target' && nut!.spec.value / POUND_FOOT).toBeCloseTo(16, 9)
    const from = (path: string) => originOf(saved(), path).from
    expect([from('bag.maximum'), from(`fasteners.${nut!.id}`), from('bag.minimum')]).toEqual([
      'paper',
      'paper',
      'typical',
    ])
  })
  test.each([
    ['Max', 'much', 'Max'],
    ['Next bolt', '4', 'Next bolt'],
    ['Next gap', 'somewhere', 'Next gap'],
    ['Next vehicle', '2015', 'Next vehicle'],
  ])('what cannot be read stays where it was typed, with a sentence: %s', async (field, typed) => {
    const wrapper = await open()
    await enter(wrapper, field, typed)
    expect(wrapper.find('[role=alert]').exists()).toBe(true)
    expect((labeled(wrapper, field).element as HTMLInputElement).value).toBe(typed)
    expect(saved()).toEqual(blank())
  })
  test('a step takes over how the vehicle stands from the one before', async () => {
    const before = { support: 'axle-raised' as const, wheels: 'off' as const }
    const first = { ...PLAIN_OPERATION, id: 'hang', title: 'Hang it', phase: 'mount' as const, steps: [], ...before }
    there = { version: 1, document: { ...blank(), operations: [first] } }
    const wrapper = await open()
    await enter(wrapper, 'Next step', 'Set the bag in')
    await save(wrapper)
    expect(saved().operations[1]).toMatchObject(before)
  })
  test('a bag in the bump stop’s place whose steps leave that in asks once before it is saved', async () => {
    const step = { ...PLAIN_OPERATION, id: 'hang', title: 'Hang it', phase: 'mount' as const, steps: [] }
    there = { version: 1, document: { ...blank(), replaces: 'bump-stop', operations: [step] } }
    const wrapper = await open()
    await enter(wrapper, 'Max', '90')
    await save(wrapper)
    expect(sent).toEqual([])
    await wrapper.find('[data-save-asks] button').trigger('click')
    await flushPromises()
    expect(sent).toHaveLength(1)
    await enter(wrapper, 'Max', '95')
    await save(wrapper)
    expect(sent).toHaveLength(2)
  })
  test('a bolt is dropped on the step that gives it its torque, and asks no more', async () => {
    const step = { ...PLAIN_OPERATION, id: 'hang', title: 'Hang it', phase: 'mount' as const, steps: [] }
    there = { version: 1, document: { ...blank(), operations: [step] } }
    const wrapper = await open()
    await enter(wrapper, 'Next bolt', '4 strap nut 3/8-16, evenly 16')
    const held = new Map<string, string>()
    const dataTransfer = {
      setData: (kind: string, text: string) => held.set(kind, text),
      getData: (kind: string) => held.get(kind) ?? '',
    }
    const drag = (type: string) => Object.assign(new Event(type, { bubbles: true, cancelable: true }), { dataTransfer })
    wrapper.find('[data-drag]').element.dispatchEvent(drag('dragstart'))
    wrapper.find('[data-step="hang"]').element.dispatchEvent(drag('drop'))
    await flushPromises()
    expect(wrapper.find('[data-drag]').exists()).toBe(false)
    await save(wrapper)
    expect(saved().operations[0]!.torques).toEqual(saved().fasteners.map((f) => f.id))
  })
  test('is still there after a reload, before it was saved', async () => {
    await enter(await open(), 'Next gap', '1/2 in all around the bag')
    expect(saved().gaps).toEqual([])
    const again = await open()
    expect(again.find('[data-draft]').attributes('data-draft')).toBe('edited')
    await save(again)
    expect(saved().gaps[0]!.least).toBeCloseTo(0.0127, 9)
  })
  test('another desk saved meanwhile: both keep what they typed, what both changed is shown', async () => {
    const wrapper = await open()
    await enter(wrapper, 'Max', '90')
    const theirs = blank()
    there = { version: 2, document: { ...theirs, price: 420, bag: { ...theirs.bag!, maximum: 80 * PSI } } }
    await save(wrapper)
    const both = wrapper.find('[data-conflicts]').text()
    for (const figure of ['90 psi', '80 psi']) expect(both).toContain(figure)
    await save(wrapper)
    expect(sent.at(-1)).toMatchObject({ version: '"2"' })
    expect([saved().price, Math.round(saved().bag!.maximum / PSI)]).toEqual([420, 90])
  })
})

describe('the sheet of a compressor', () => {
  const accessory = (): Procedure => ({
    ...demoProcedures().find((p) => p.kind === 'accessory' && p.compressor)!,
    id: 'own',
    compressor: null,
  })
  test('is typed figure by figure, and saved when all of it is there', async () => {
    there = { version: 1, document: accessory() }
    const wrapper = await open('procedures')
    await wrapper.find('[data-part="sheet"] input[type=checkbox]').setValue(true)
    await flushPromises()
    for (const [field, text] of [
      ['Current, filling nothing', '9'],
      ['Current, at its last pressure', '18'],
      ['Fuse', '25'],
      ['Duty', '0.3'],
      ['Cuts out at', '105'],
      ['Line to the manifold, min', '24'],
      ['Against, line 2', '100'],
      ['Free air, line 1', '1'],
      ['Free air, line 2', '0.4'],
    ] as const)
      await enter(wrapper, field, text)
    expect(sent).toEqual([])
    await save(wrapper)
    const sheet = (there.document as Procedure).compressor!
    expect(sheet).toMatchObject({ current: { idle: 9, full: 18 }, fuse: 25, duty: 0.3, fillsItself: false })
    // One cubic foot a minute is 0.0004719474 m³/s (NIST SP 811).
    expect(sheet.flow[0]!.flow).toBeCloseTo(4.719474e-4, 9)
    expect(sheet.flow[1]!.pressure / PSI).toBeCloseTo(100, 9)
  })
  test('a flow that cannot be read stays where it was typed, with a sentence', async () => {
    there = { version: 1, document: accessory() }
    const wrapper = await open('procedures')
    await wrapper.find('[data-part="sheet"] input[type=checkbox]').setValue(true)
    await flushPromises()
    await enter(wrapper, 'Free air, line 1', 'plenty')
    expect((labeled(wrapper, 'Free air, line 1').element as HTMLInputElement).value).toBe('plenty')
    expect(wrapper.find('[data-part="sheet"] [role=alert]').exists()).toBe(true)
  })
  test('with a figure missing it cannot be saved', async () => {
    there = { version: 1, document: accessory() }
    const wrapper = await open('procedures')
    await wrapper.find('[data-part="sheet"] input[type=checkbox]').setValue(true)
    await flushPromises()
    await save(wrapper)
    expect(sent).toEqual([])
  })
})
