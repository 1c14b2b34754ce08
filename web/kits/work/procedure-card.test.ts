import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { procedureSchema, type Procedure } from '@stout-shackle/core/kit'
import { demoPlatforms, demoProcedures } from '../../../demo/shop'
import { flushPromises, labeled, sitDown } from '../../fixtures/mount'
import ProcedureCard from './ProcedureCard.vue'

afterEach(() => vi.unstubAllGlobals())
async function card(procedure: Procedure) {
  const entries = demoPlatforms().map((document) => ({ version: 1, document }))
  vi.stubGlobal('fetch', () =>
    Promise.resolve(new Response(JSON.stringify({ total: entries.length, entries }), { status: 200 })),
  )
  const pinia = createPinia()
  setActivePinia(pinia)
  sitDown()
  const wrapper = mount(ProcedureCard, { props: { procedure }, global: { plugins: [pinia] }, attachTo: document.body })
  await flushPromises()
  const changed = () => wrapper.emitted('change')!.at(-1)![0] as Procedure
  const set = async (name: string, text: string) => {
    const control = labeled(wrapper, name)
    await control.setValue(text)
    await control.trigger('change')
  }
  return { wrapper, changed, set }
}
const shocks = demoProcedures().find((p) => p.id === 'fen-shocks')!

describe('what a procedure is', () => {
  test('name, source, kind, axle and use are each kept', async () => {
    const { changed, set } = await card(shocks)
    for (const [name, text, field] of [
      ['Name of the procedure', 'Other shocks', 'name'],
      ['Source of its figures', 'sheet 9', 'source'],
      ['Kind', 'shop', 'kind'],
      ['Axle', 'front', 'axle'],
      ['When it is done', 'where-named', 'use'],
    ] as const) {
      await set(name, text)
      expect(changed()[field]).toBe(text)
    }
    await set('Axle', '')
    expect(changed().axle).toBeNull()
  })
  test('a platform is ticked', async () => {
    const { wrapper, changed } = await card(shocks)
    await wrapper.find('fieldset input').setValue(true)
    expect(changed().platforms).toEqual([demoPlatforms()[0]!.id])
    expect(procedureSchema.safeParse(changed()).success).toBe(true)
  })
  test('parts are read a line each, and keep their size; a line without a count is named, and nothing is taken', async () => {
    const { wrapper, changed, set } = await card(shocks)
    await set('Parts', '3 x Shock absorber\nno count')
    expect(wrapper.find('[role=alert]').text()).toContain('"no count"')
    expect(wrapper.emitted('change')).toBeUndefined()
    // What was typed stays, to be mended.
    expect((labeled(wrapper, 'Parts').element as HTMLTextAreaElement).value).toContain('no count')
    await set('Parts', '3 x Shock absorber\n2 Clip')
    expect(wrapper.find('[role=alert]').exists()).toBe(false)
    expect(changed().parts.map((p) => [p.count, p.name])).toEqual([
      [3, 'Shock absorber'],
      [2, 'Clip'],
    ])
    expect(changed().parts[0]!.length).toBe(shocks.parts[0]!.length)
  })
  test('a condition that cannot be read is named, and changes nothing', async () => {
    const { wrapper, set } = await card(shocks)
    await set('Only when, of the procedure', 'exhaust ??')
    expect(wrapper.find('[role=alert]').exists()).toBe(true)
    expect(wrapper.emitted('change')).toBeUndefined()
    await set('Only when, of the procedure', 'bumpStop = on-leaf')
    expect(wrapper.find('[role=alert]').exists()).toBe(false)
  })
})
