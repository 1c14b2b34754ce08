import { afterEach, expect, test, vi } from 'vitest'
import { mountOnJob, labeled, flushPromises } from '../fixtures/mount'
import RoadTestCard from './RoadTestCard.vue'

afterEach(() => {
  vi.unstubAllGlobals()
  sessionStorage.clear()
})
const open = async () => {
  const page = await mountOnJob(RoadTestCard, '0419', { timing: 'before' })
  if (page.wrapper.find('.begin').exists()) await page.wrapper.find('.begin').trigger('click')
  return page
}
const mark = (wrapper: Awaited<ReturnType<typeof open>>['wrapper'], row: number, value: number) =>
  wrapper.findAll('.mark')[row]!.findAll('input')[value - 1]!.setValue(true)
const save = async (wrapper: Awaited<ReturnType<typeof open>>['wrapper']) => {
  await wrapper.find('form').trigger('submit')
  await flushPromises()
}
test('half typed it is there again after a reload; saved it is gone', async () => {
  const { wrapper } = await open()
  await mark(wrapper, 1, 2)
  await labeled(wrapper, 'Note on the drive').setValue('wallows')
  wrapper.unmount()
  const again = await open()
  expect((labeled(again.wrapper, 'Note on the drive').element as HTMLInputElement).value).toBe('wallows')
  await save(again.wrapper)
  expect(again.server.records.at(-1)!.body).toMatchObject({ kind: 'road-test', marks: { sway: 2 }, note: 'wallows' })
  expect(again.wrapper.find('[data-drive]').exists()).toBe(true)
})
test('what cannot be taken is said at once and nothing is recorded', async () => {
  const { wrapper, server } = await open()
  const before = server.records.length
  await save(wrapper)
  expect(wrapper.findAll('[role=alert]')).toHaveLength(1)
  await mark(wrapper, 0, 3)
  await wrapper.find('.el-checkbox input').setValue(true)
  for (const [name, bounces] of [
    ['', '1'],
    ['Ren', '21'],
    ['Ren', '1.5'],
    ['Ren', 'many'],
  ] as const) {
    await labeled(wrapper, 'Who rode along').setValue(name)
    await labeled(wrapper, 'Bounces after a bump').setValue(bounces)
    await save(wrapper)
    expect([bounces, wrapper.findAll('[role=alert]').length]).toEqual([bounces, 1])
  }
  expect(server.records).toHaveLength(before)
  await labeled(wrapper, 'Bounces after a bump').setValue('20')
  await save(wrapper)
  expect(server.records).toHaveLength(before + 1)
})
