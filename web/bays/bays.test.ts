import { flushPromises, mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { assessJob, FOLLOW_UPS } from '@stout-shackle/core/stages'
import { demoJobs } from '../../demo/shop'
import { testRouter } from '../fixtures/mount'
import BaysView from './BaysView.vue'

afterEach(() => vi.unstubAllGlobals())
const summaries = () =>
  demoJobs().map(({ job, records }) => {
    const { stages, active, handedOver } = assessJob(job, records)
    return {
      id: job.id,
      number: job.number,
      title: job.title,
      customer: job.customer.name,
      bay: job.bay,
      day: job.day,
      vehicle: job.vehicle.model,
      body: job.vehicle.body,
      kit: job.kit?.name ?? null,
      overload: active.ratings.exceeded.length > 0,
      handedOver: handedOver ? new Date().toISOString() : null,
      stages,
    }
  })
async function board(jobs: unknown, status = 200) {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(jobs), { status })))
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
    expect(bays[1]!.find('.state').text()).toContain('6')
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
    await wrapper.find('input[aria-label="Find a job"]').setValue('dive lantern')
    expect(wrapper.findAll('a.job').map((a) => a.text())).toEqual([expect.stringContaining('Cylinders to the ferry')])
  })
  test('what is due back stands with its day', async () => {
    const wrapper = await board(summaries())
    for (const { title } of FOLLOW_UPS) expect(wrapper.text()).toContain(title)
  })
  test('an empty shop says what to do first, a broken one what is wrong', async () => {
    const empty = await board([])
    expect(empty.findAll('a.job')).toHaveLength(0)
    expect(empty.find('.note').text()).toContain('New job')
    expect((await board({ detail: 'x' }, 500)).find('[role=alert]').exists()).toBe(true)
  })
})
