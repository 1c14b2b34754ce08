import { flushPromises, mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, describe, expect, test, vi } from 'vitest'
import type { LastRead } from '@stout-shackle/core/contract'
import { followUpsOf } from '@stout-shackle/core/stages'
import { assessJob } from '@stout-shackle/core/judge'
import { PSI } from '@stout-shackle/core/quantity'
import { demoJob, demoJobs } from '../../demo/shop'
import { testRouter } from '../fixtures/mount'
import BaysView from './BaysView.vue'

afterEach(() => vi.unstubAllGlobals())
const list = (entries: unknown[]) => ({ total: entries.length, entries, damaged: [] })
const summaries = () => list(jobsOfDemo())
const jobsOfDemo = () =>
  demoJobs().map(({ job, records }) => {
    const { stages, active, handedOver, torques } = assessJob(job, records)
    return {
      id: job.id,
      number: job.number,
      title: job.title,
      customer: job.customer.name,
      contact: job.customer.contact,
      plate: job.vehicle.plate,
      bay: job.bay,
      day: job.day,
      vehicle: job.vehicle.model,
      body: job.vehicle.body,
      kit: job.kits[0]?.kit.name ?? null,
      overload: active.ratings.exceeded.length > 0,
      handedOver: handedOver ? new Date().toISOString() : null,
      recheckOf: job.recheck?.of ?? null,
      followUps: followUpsOf({ job, torques }).map(({ title, days, byPressure }) => ({ title, days, byPressure })),
      stages,
    }
  })
async function board(jobs: unknown, status = 200, read: LastRead = []) {
  vi.stubGlobal('fetch', (url: string) =>
    Promise.resolve(
      url.startsWith('/api/jobs?')
        ? new Response(JSON.stringify(jobs), { status })
        : url === '/api/pressures'
          ? new Response(JSON.stringify(read))
          : new Response(JSON.stringify({ detail: 'not here', errors: [] }), { status: 404 }),
    ),
  )
  const router = testRouter()
  await router.push('/')
  const wrapper = mount(BaysView, { global: { plugins: [createPinia(), router] }, attachTo: document.body })
  await flushPromises()
  return wrapper
}

describe('the board', () => {
  test('has each job in its bay, the others in the yard, and what each waits for', async () => {
    const wrapper = await board(summaries())
    const bays = wrapper.findAll('.bay')
    expect(bays[1]!.text()).toContain('Hive run')
    expect(bays[1]!.find('.state').attributes('data-code')).toBe('gaps-missing')
    expect(bays[1]!.find('.state').text()).toContain('8')
    const states = wrapper.findAll('.yard .state').map((s) => s.attributes('data-code'))
    expect(states).toEqual(expect.arrayContaining(['over-rating', 'handed-over']))
  })
  test('a job opens at the stage it waits at', async () => {
    const wrapper = await board(summaries())
    const link = (title: string) =>
      wrapper
        .findAll('a.job')
        .find((a) => a.text().includes(title))!
        .attributes('href')
    expect(link('Hive run')).toBe('/jobs/job-0417/fit')
    expect(link('Follow-spot')).toBe('/jobs/job-0418/choose')
  })
  test('finds by any words of number, title, customer, vehicle or kit', async () => {
    const wrapper = await board(summaries())
    await wrapper.find('input[aria-label="Find a job"]').setValue('dive lantern ferry')
    expect(wrapper.findAll('a.job').map((a) => a.text())).toEqual([expect.stringContaining('Cylinders to the ferry')])
  })
  test('finds by a plate or a phone number, however it is typed', async () => {
    const [first, ...rest] = jobsOfDemo()
    const wrapper = await board(list([{ ...first!, plate: 'KT 49-ARB', contact: '(555) 0134-77' }, ...rest]))
    for (const typed of ['kt49arb', '555013477', 'KT 49']) {
      await wrapper.find('input[aria-label="Find a job"]').setValue(typed)
      expect([typed, wrapper.findAll('a.job').length]).toEqual([typed, 1])
    }
  })
  test('what is due back stands with its day', async () => {
    const wrapper = await board(summaries())
    const { job, records } = demoJob('0411')
    const { torques } = assessJob(job, records)
    for (const { title } of followUpsOf({ job, torques })) expect(wrapper.text()).toContain(title)
  })
  test('bags that come to their min are due a week before, when that is near', async () => {
    const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString()
    const read = (job: string, atMinOn: string | null) => ({ job, readAt: inDays(-1), atMinOn, alarm: null })
    const rows = async (...of: LastRead) => {
      const wrapper = await board(summaries(), 200, of)
      await flushPromises()
      return wrapper.findAll('[data-due=min]').length
    }
    expect(await rows(read('job-0417', inDays(20)), read('job-0411', inDays(400)), read('job-0418', null))).toBe(1)
    // Past by more than a week it is no day to wait for any more.
    expect(await rows(read('job-0417', inDays(-2)))).toBe(0)
  })
  test('bags read too low are called in, by code and figure', async () => {
    const alarm = { code: 'under-minimum', axle: 'rear', side: 'left', pressure: 2 * PSI, least: 5 * PSI } as const
    const wrapper = await board(summaries(), 200, [
      { job: 'job-0411', readAt: new Date().toISOString(), atMinOn: null, alarm },
    ])
    await flushPromises()
    const row = wrapper.find('[data-due=alarm]')
    expect(row.attributes('data-code')).toBe('under-minimum')
    expect(row.text()).toContain('2 psi')
  })
  test('a job that cannot be read is named, and hides no other', async () => {
    const damaged = [{ id: 'x', number: '99999999999999999999', problem: 'vehicle: is missing' }]
    const wrapper = await board({ ...summaries(), damaged })
    expect(wrapper.find('[data-code=damaged]').text()).toContain('99999999999999999999')
    expect(wrapper.findAll('a.job').length).toBeGreaterThan(3)
  })
  test('an empty shop says what to do first', async () => {
    const empty = await board(list([]))
    expect(empty.findAll('a.job')).toHaveLength(0)
    expect(empty.find('.note').text()).toContain('New job')
  })
  test('a broken one says what is wrong', async () => {
    const wrapper = await board({ detail: 'x' }, 500)
    await vi.waitUntil(() => wrapper.find('[role=alert]').exists(), { timeout: 5000 })
  })
})
