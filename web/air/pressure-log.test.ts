import { afterEach, describe, expect, test, vi } from 'vitest'
import type { KeptReading } from '@stout-shackle/core/records'
import { PSI } from '@stout-shackle/core/quantity'
import { enter, flushPromises, labeled, mountOnJob } from '../fixtures/mount'
import AirStage from './AirStage.vue'

afterEach(() => sessionStorage.clear())
type Mounted = Awaited<ReturnType<typeof mountOnJob>>['wrapper']
const card = (wrapper: Mounted) => wrapper.find('[data-card=pressure-log]')
const alerts = (wrapper: Mounted) => card(wrapper).findAll('[role=alert]').length
async function save(wrapper: Mounted) {
  await card(wrapper).find('form.row').trigger('submit')
  await flushPromises()
}
async function typeOne(wrapper: Mounted, psi = '58', by = 'Ignace') {
  await enter(wrapper, 'Gauge read', psi)
  await labeled(wrapper, 'Gauge read').trigger('blur')
  await enter(wrapper, 'Temperature then', '60')
  await labeled(wrapper, 'Temperature then').trigger('blur')
  await labeled(wrapper, 'Read by, log').setValue(by)
}
const reading = (id: string, days: number, psi: number, more: Partial<KeptReading> = {}): KeptReading => ({
  axle: 'rear',
  side: 'left',
  pressure: psi * PSI,
  temperature: 293.15,
  altitude: 0,
  readAt: new Date(Date.now() - days * 86_400_000).toISOString(),
  load: null,
  source: 'shop',
  readBy: 'Teo',
  filledTo: null,
  tolerance: null,
  id,
  job: 'job-0411',
  enteredBy: 'Teo',
  enteredAt: new Date().toISOString(),
  withdrawn: null,
  ...more,
})

describe('a reading that is typed', () => {
  test('is kept as it was typed, in SI, for the side', async () => {
    const { wrapper, server } = await mountOnJob(AirStage, '0411')
    await labeled(wrapper, 'Side, log').setValue('right')
    await typeOne(wrapper)
    await save(wrapper)
    expect(server.pressures).toHaveLength(1)
    expect(server.pressures[0]).toMatchObject({
      side: 'right',
      pressure: expect.closeTo(58 * PSI, 3) as number,
      // 60 °F by its definition: (60 + 459.67) x 5/9 K.
      temperature: expect.closeTo((519.67 * 5) / 9, 6) as number,
      source: 'owner',
      readBy: 'Ignace',
    })
    expect(card(wrapper).findAll('[data-reading]')).toHaveLength(1)
    expect((labeled(wrapper, 'Gauge read').element as HTMLInputElement).value).toBe('')
  })
  test.each<[string, (wrapper: Mounted) => Promise<unknown>]>([
    ['no pressure', async (w) => enter(w, 'Gauge read', '')],
    ['nobody who read it', async (w) => labeled(w, 'Read by, log').setValue('  ')],
    ['a day to come', async (w) => labeled(w, 'When, log').setValue('2099-01-01T08:00')],
  ])('is refused with %s, and nothing typed is lost', async (_what, spoil) => {
    const { wrapper, server } = await mountOnJob(AirStage, '0411')
    await typeOne(wrapper)
    await spoil(wrapper)
    await save(wrapper)
    expect(alerts(wrapper)).toBe(1)
    expect(server.pressures).toEqual([])
    expect((labeled(wrapper, 'Temperature then').element as HTMLInputElement).value).toBe('60')
  })
  test('stays while the server is away, also when the page is loaded again, and is one reading though it was sent twice', async () => {
    const { wrapper, server } = await mountOnJob(AirStage, '0411')
    await typeOne(wrapper)
    // The server took it, and its answer was lost.
    server.losesAnswers = true
    await save(wrapper)
    await vi.waitUntil(() => alerts(wrapper) > 0, { timeout: 10_000 })
    expect(server.pressures).toHaveLength(1)
    wrapper.unmount()
    const again = await mountOnJob(AirStage, '0411', {}, (jobKit) => {
      jobKit.pressures = server.pressures
      jobKit.answered = server.answered
    })
    expect((labeled(again.wrapper, 'Gauge read').element as HTMLInputElement).value).toBe('58.0')
    await save(again.wrapper)
    expect(again.server.pressures).toHaveLength(1)
    expect(card(again.wrapper).findAll('[data-reading]')).toHaveLength(1)
    // Another figure is another reading.
    await typeOne(again.wrapper, '57')
    await save(again.wrapper)
    expect(again.server.pressures).toHaveLength(2)
  })
  test('of one job is not typed into another', async () => {
    const first = await mountOnJob(AirStage, '0411')
    await typeOne(first.wrapper)
    first.wrapper.unmount()
    const second = await mountOnJob(AirStage, '0417')
    expect((labeled(second.wrapper, 'Gauge read').element as HTMLInputElement).value).toBe('')
  })
})

describe('the log', () => {
  test('says by side what the trend is: two readings none, three a slow fall, a drop out of line at once', async () => {
    const slow = [reading('a', 60, 60), reading('b', 30, 59), reading('c', 0, 58)]
    const right = [60, 59.8, 59.6, 50].map((psi, i) => reading(`r${i}`, 30 * (3 - i), psi, { side: 'right' }))
    const shown = async (...readings: KeptReading[]) => {
      const { wrapper } = await mountOnJob(AirStage, '0411', {}, (server) => (server.pressures = readings))
      return (side: string) => card(wrapper).find(`.line[data-side=${side}]`)
    }
    expect((await shown(slow[0]!, slow[1]!))('left').attributes('data-trend')).toBe('too-few')
    const both = await shown(...slow, ...right)
    expect(both('left').find('[data-sudden]').exists()).toBe(false)
    expect(['falling', 'beyond-span']).toContain(both('left').attributes('data-trend'))
    expect(both('right').find('[data-sudden]').exists()).toBe(true)
  })
  test('a reading is withdrawn with a reason, and counts no more', async () => {
    const { wrapper, server } = await mountOnJob(AirStage, '0411', {}, (jobKit) => {
      jobKit.pressures = [reading('a', 60, 60), reading('b', 30, 59), reading('c', 0, 20)]
    })
    const rows = () =>
      card(wrapper)
        .findAll('[data-reading]')
        .map((r) => r.attributes('data-reading'))
    expect(rows()).toEqual(['c', 'b', 'a'])
    await card(wrapper).find('[data-reading=c] button').trigger('click')
    await card(wrapper).find('[data-reading=c] form').trigger('submit')
    expect(alerts(wrapper)).toBe(1)
    await labeled(wrapper, 'Why it is withdrawn').setValue('wrong gauge')
    await card(wrapper).find('[data-reading=c] form').trigger('submit')
    await flushPromises()
    expect(server.pressures.find((r) => r.id === 'c')!.withdrawn).toBe('wrong gauge')
    expect(rows()).toEqual(['b', 'a'])
  })
})
