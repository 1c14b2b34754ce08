import { flushPromises, mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { readKitBook, writeKitBook, type BookSheet, type KitBook } from '@stout-shackle/core/exchange'
import { demoApplications, demoKits } from '../../demo/shop'
import KitWorkbook from './KitWorkbook.vue'
import { readWorkbook, workbookOf } from './workbook'

const kit = demoKits().find((k) => k.id === 'ninebark-twofold')!
const book: KitBook = { kits: [kit], lines: demoApplications().filter((a) => a.kit === kit.id) }
const asFile = async (sheets: readonly BookSheet[]) => new File([await workbookOf(sheets)], 'book.xlsx')

test('a workbook holds what is written into it: text that looks like a figure, fractions, nothing', async () => {
  const sheets = [
    {
      name: 'Kits',
      rows: [
        ['Id', 'Number', 'Gap (in)', 'Note'],
        ['own', '007', '1/2', ''],
        ['b', '12.5', '1e3', 'yes'],
      ],
    },
    { name: 'Box', rows: [['Kit'], ['own']] },
  ]
  const read = await readWorkbook(await asFile(sheets))
  expect(read).toEqual(sheets)
})

describe('the kits of a maker', () => {
  beforeEach(() => {
    vi.stubGlobal('fetch', (url: string) => {
      const path = url.replace(/^\/api/, '')
      const data = path.startsWith('/kits?')
        ? { total: 0, entries: [] }
        : path.endsWith('/applications')
          ? book.lines
          : path === `/kits/${kit.id}`
            ? { version: 1, document: kit }
            : null
      return Promise.resolve(
        data
          ? new Response(JSON.stringify(data))
          : new Response(JSON.stringify({ detail: 'not there', errors: [] }), { status: 404 }),
      )
    })
  })
  afterEach(() => vi.unstubAllGlobals())
  const takeIn = async (file: File) => {
    const wrapper = mount(KitWorkbook, { global: { plugins: [createPinia()] }, attachTo: document.body })
    const input = wrapper.find('input[type=file]')
    Object.defineProperty(input.element, 'files', { value: [file] })
    await input.trigger('change')
    await vi.waitUntil(() => wrapper.emitted('read') ?? wrapper.find('[role=alert]').exists(), { timeout: 10_000 })
    await flushPromises()
    return wrapper
  }
  test('through a real workbook and back: nothing changes', async () => {
    const wrapper = await takeIn(await asFile(writeKitBook(book, 'us')))
    expect(wrapper.emitted('read')![0]).toEqual(['book.xlsx', book])
    wrapper.unmount()
  })
  test('a fault is shown with its sheet and row, and nothing is taken', async () => {
    const sheets = writeKitBook(book, 'us').map((s) =>
      s.name === 'Steps'
        ? {
            ...s,
            rows: s.rows.map((r, i) => (i === 4 ? r.map((c, k) => (s.rows[0]![k] === 'Phase' ? 'oven' : c)) : r)),
          }
        : s,
    )
    const direct = readKitBook(sheets, book, 'us')
    const wrapper = await takeIn(await asFile(sheets))
    expect(direct.ok).toBe(false)
    expect(wrapper.find('[data-wrong]').findAll('li')).toHaveLength(direct.ok ? 0 : direct.problems.length)
    expect(wrapper.emitted('read')).toBeUndefined()
    wrapper.unmount()
  })
  test('what is no workbook says so', async () => {
    const wrapper = await takeIn(new File(['not one'], 'list.xlsx'))
    expect(wrapper.find('[role=alert]').text()).toContain('list.xlsx')
    wrapper.unmount()
  })
})
