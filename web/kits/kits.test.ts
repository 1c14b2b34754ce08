import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { DEFAULT_RULES, stockState, type RuleSet } from '@stout-shackle/core/kit'
import { demoApplications, demoKits, demoStock } from '../../demo/shop'
import { flushPromises, labeled, sitDown } from '../fixtures/mount'
import FilesView from './FilesView.vue'
import KitPage from './KitPage.vue'
import KitsView from './KitsView.vue'
import RulesView from './RulesView.vue'
import StockView from './StockView.vue'

// ECharts draws on a canvas that the DOM stand-in does not have: what it would draw is looked at instead.
vi.mock('vue-echarts', () => ({ default: { name: 'VChart', props: ['option'], template: '<i class="drawn" />' } }))

/** What was sent, and answers by method and path; a function is asked each time. */
let sent: { method: string; path: string; body: unknown; version: string | null }[]
let answers: Record<string, unknown>
beforeEach(() => {
  sent = []
  answers = {}
  vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
    const path = url.replace(/^\/api/, '')
    const method = init.method ?? 'GET'
    const body: unknown = typeof init.body === 'string' ? JSON.parse(init.body) : (init.body ?? null)
    sent.push({ method, path, body, version: new Headers(init.headers).get('If-Match') })
    const found = answers[`${method} ${path}`] ?? answers[`${method} ${path.split('?')[0]}`]
    const data: unknown = typeof found === 'function' ? (found as (b: unknown) => unknown)(body) : found
    return Promise.resolve(
      data === undefined
        ? new Response(JSON.stringify({ detail: `nothing at ${method} ${path}`, errors: [] }), { status: 404 })
        : data instanceof Response
          ? data
          : new Response(JSON.stringify(data)),
    )
  })
})
let shown: VueWrapper | null = null
afterEach(() => {
  shown?.unmount()
  vi.unstubAllGlobals()
})

const page = { template: '<div />' }
async function show(component: Component, props: Record<string, unknown> = {}): Promise<VueWrapper> {
  const pinia = createPinia()
  setActivePinia(pinia)
  sitDown()
  const router = createRouter({
    history: createMemoryHistory(),
    routes: ['kits', 'stock', 'rules', 'files']
      .map((name) => ({ path: `/${name}`, name, component: page }))
      .concat([
        { path: '/kit/:id', name: 'kit', component: page },
        { path: '/kit/:id/work', name: 'kit-work', component: page },
      ]),
  })
  const wrapper = mount(component, {
    props,
    global: { plugins: [pinia, router] },
    attachTo: document.body,
  }) as VueWrapper
  shown = wrapper
  await flushPromises()
  return wrapper
}
const stock = () => demoStock().map((item) => ({ version: 3, ...stockState(item, []) }))
const button = (wrapper: VueWrapper, text: string) => wrapper.findAll('button').find((b) => b.text().includes(text))!

describe('the catalog', () => {
  test('finds while it is typed, and says when nothing is found', async () => {
    const kits = demoKits().map((k) => ({
      version: 1,
      document: { ...k, minimum: k.bag?.minimum ?? null, maximum: k.bag?.maximum ?? null },
    }))
    answers['GET /kits'] = { total: kits.length, entries: kits }
    answers['GET /stock'] = stock()
    answers['GET /kits?find=nosuch'] = { total: 0, entries: [] }
    const wrapper = await show(KitsView)
    expect(wrapper.text()).toContain(`${demoKits().length} kits`)
    expect(wrapper.find('tbody').text()).toContain('no air')
    await labeled(wrapper, 'Find a kit').setValue('nosuch')
    await vi.waitUntil(() => sent.some((s) => s.path === '/kits?find=nosuch'))
    await flushPromises()
    expect(wrapper.find('tbody').exists() && wrapper.find('tbody').findAll('tr').length).toBeFalsy()
  })
})

describe("a kit's page", () => {
  test('has its curves, its hardware with hands, its list, and what its data says against itself', async () => {
    const kit = demoKits().find((k) => k.id === 'kettleworth-single')!
    answers['GET /kits/kettleworth-single'] = { version: 1, document: kit }
    answers['GET /kits/kettleworth-single/applications'] = demoApplications().filter((a) => a.kit === kit.id)
    answers['GET /kits/kettleworth-single/confirmations'] = []
    answers['GET /stock'] = stock()
    const wrapper = await show(KitPage, { id: kit.id })
    // Of the maker's paper, all of it: no mark anywhere.
    await vi.waitUntil(() => wrapper.find('.drawn').exists(), { timeout: 15_000 })
    // What its data says against itself: pressure times area, 15 % apart.
    expect(wrapper.find('.note').text()).toContain('15 %')
    expect(wrapper.text()).toMatch(/Upper bracket\s*frame\s*left/)
    expect(wrapper.text()).toContain('Tollmere Dunnock 25 2010–2024')
    for (const { excludes } of demoApplications().filter((a) => a.kit === kit.id))
      for (const x of excludes) expect(wrapper.text()).toContain(x.says)
    const { series } = wrapper.findComponent({ name: 'VChart' }).props('option') as { series: { data: number[][] }[] }
    // Load of one bag at its maximum and shortest height: pressure times the table's first area, in pounds.
    const { maximum, table } = kit.bag!
    expect('areas' in table).toBe(true)
    if ('areas' in table)
      expect(series[2]!.data[0]![1]).toBeCloseTo((maximum * table.areas[0]!) / 9.80665 / 0.45359237, 3)
  })
  test('a kit that is not there says so', async () => {
    answers['GET /stock'] = []
    const wrapper = await show(KitPage, { id: 'nobody' })
    expect(wrapper.find('[role=alert]').text()).toContain('nothing at GET /kits/nobody')
  })
})

describe('the stock', () => {
  test('a count is changed by version; what is not a number stays as it was', async () => {
    answers['GET /stock'] = stock()
    answers['PUT /stock/band-clamp'] = (body: unknown) => ({ version: 4, document: body })
    const wrapper = await show(StockView)
    expect(wrapper.find('tbody').findAll('tr').length).toBe(stock().length)
    const box = labeled(wrapper, 'Band clamp for a heat shield, in stock')
    await box.setValue('9')
    // Written, and the stock asked for again.
    await vi.waitUntil(() => sent.filter((s) => s.path === '/stock').length === 2)
    await flushPromises()
    expect(sent.find((s) => s.method === 'PUT')).toMatchObject({
      version: '"3"',
      body: { id: 'band-clamp', onHand: 9 },
    })
    await box.setValue('many')
    expect(wrapper.find('[role=alert]').text()).toContain('1')
    expect(sent.filter((s) => s.method === 'PUT')).toHaveLength(1)
  })
})

describe('the rules', () => {
  test('a rule is changed in words and saved as the next version, with why', async () => {
    answers['GET /rules'] = DEFAULT_RULES
    answers['PUT /rules'] = (body: unknown) => body
    const wrapper = await show(RulesView)
    expect(wrapper.text()).toContain('Version 1: as shipped')
    await button(wrapper, 'Heavy rust').trigger('click')
    const says = wrapper.findAll('.edit label').find((l) => l.text().startsWith('Says, when it takes effect'))!
    await says.find('input').setValue('Heavy rust: price the cleaning first')
    await button(wrapper, 'Save as version 2').trigger('click')
    await flushPromises()
    expect(wrapper.find('[role=alert]').text()).not.toBe('')
    await labeled(wrapper, 'Why do the rules change').setValue('cleaning is paid work')
    await button(wrapper, 'Save as version 2').trigger('click')
    await flushPromises()
    const put = sent.find((s) => s.method === 'PUT')!
    expect(put.version).toBe('"1"')
    expect((put.body as RuleSet).version).toBe(2)
    expect((put.body as RuleSet).rules.find((r) => r.id === 'rust')!.says).toBe('Heavy rust: price the cleaning first')
    expect(wrapper.text()).toContain('Version 2: cleaning is paid work')
  })
  test('what was changed and not saved is still there after a reload, and undo lets go of it', async () => {
    answers['GET /rules'] = DEFAULT_RULES
    const before = await show(RulesView)
    await button(before, 'new rule').trigger('click')
    before.unmount()
    const after = await show(RulesView)
    expect(after.text()).toContain('New rule')
    await button(after, 'undo all').trigger('click')
    after.unmount()
    expect((await show(RulesView)).text()).not.toContain('New rule')
  })
  test('a new rule is put together from what is looked at; undo takes it back', async () => {
    answers['GET /rules'] = DEFAULT_RULES
    const wrapper = await show(RulesView)
    await button(wrapper, 'new rule').trigger('click')
    expect(wrapper.find('.tests').text()).toContain('running boards is yes')
    await labeled(wrapper, 'What is looked at').setValue('vehicle:bed')
    await labeled(wrapper, 'What it has to be').setValue('flat')
    await button(wrapper, 'add this test').trigger('click')
    expect(wrapper.find('.tests').text()).toContain('bed is flat')
    await button(wrapper, 'undo all').trigger('click')
    expect(wrapper.text()).not.toContain('New rule')
  })
})

describe('files in and out', () => {
  const run = (state: string, wrong: number) => ({
    id: 'r1',
    kind: 'stock',
    name: 'stock.csv',
    state,
    at: '2026-11-25T10:00:00Z',
    progress: { new: 1, changed: 1, same: 4, wrong, bytes: 10, of: 10 },
    problem: null,
  })
  test('a dry run is shown row by row; the good rows are taken in, and back', async () => {
    answers['GET /imports'] = []
    answers['POST /imports'] = run('reading', 1)
    answers['GET /imports/r1'] = run('checked', 1)
    answers['GET /imports/r1/rows'] = [
      { row: 7, id: null, change: 'wrong', notes: [{ row: 7, column: 'on_hand', message: '"x" is not a number' }] },
    ]
    answers['POST /imports/r1/apply'] = run('applied', 1)
    answers['POST /imports/r1/undo'] = run('undone', 1)
    const wrapper = await show(FilesView)
    expect(sent.filter((s) => s.method === 'POST')).toEqual([])
    const box = wrapper.find<HTMLInputElement>('.in input[type=file]')
    Object.defineProperty(box.element, 'files', { value: [new File(['id\n'], 'stock.csv')], configurable: true })
    await box.trigger('change')
    await vi.waitUntil(() => wrapper.text().includes('on_hand: "x" is not a number'), { timeout: 5_000 })
    await button(wrapper, '2 good rows').trigger('click')
    await flushPromises()
    expect(sent.find((s) => s.path === '/imports/r1/apply')!.body).toEqual({ rows: 'good' })
    await button(wrapper, 'Undo').trigger('click')
    await flushPromises()
    expect(wrapper.find('.in .state').attributes('data-state')).toBe('undone')
  })
  test('a file that the server refuses says why', async () => {
    answers['GET /imports'] = []
    answers['POST /imports'] = new Response(JSON.stringify({ detail: 'A file may have 40 MB.' }), { status: 413 })
    const wrapper = await show(FilesView)
    const box = wrapper.find<HTMLInputElement>('.in input[type=file]')
    Object.defineProperty(box.element, 'files', { value: [new File(['x'], 'big.csv')], configurable: true })
    await box.trigger('change')
    await flushPromises()
    expect(wrapper.find('[role=alert]').text()).toBe('A file may have 40 MB.')
  })
})
