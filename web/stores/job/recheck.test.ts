import { afterEach, expect, test, vi } from 'vitest'
import { recordLimits } from '@stout-shackle/core/records'
import { PLAIN_FASTENER, type Recheck } from '@stout-shackle/core/kit'
import { flushPromises, labeled, mountOnJob } from '../../fixtures/mount'
import type { OneJobServer } from '../../fixtures/server'
import BayStage from '../../bay/BayStage.vue'
import StepChecks from '../../bay/StepChecks.vue'

afterEach(() => vi.unstubAllGlobals())
const recheck: Recheck = {
  of: 'job-0411',
  leftAt: '2026-11-21T12:17:00.000Z',
  standsOn: '',
  torques: [
    {
      axle: 'rear',
      side: 'left',
      fastener: { ...PLAIN_FASTENER, id: 'strap', name: 'Strap nut', count: 2 },
      last: 19,
    },
  ],
  bags: [{ axle: 'rear', last: null }],
}
const asShortVisit = (server: OneJobServer) => {
  const kits = server.job.kits.map((k) => ({ ...k, work: 'keep' as const, leftBy: 'job-0411' }))
  server.job = { ...server.job, kits, procedures: [], recheck }
  server.records = []
}
test('a short visit has its steps on the page as on the server', async () => {
  const { store } = await mountOnJob(BayStage, '0411', {}, asShortVisit)
  expect(store.assessment!.steps.map((s) => s.step.id)).toEqual(['re-read', 're-torque:left'])
})
test('bags and how warm it is outside, wrong entries refused and the right ones kept', async () => {
  const { store } = await mountOnJob(BayStage, '0411', {}, asShortVisit)
  const [{ step }] = store.assessment!.steps as [(typeof store.assessment & object)['steps'][number]]
  const { wrapper, server } = await mountOnJob(StepChecks, '0411', { step }, asShortVisit)
  const record = async (left: string, right: string, outside: string) => {
    await labeled(wrapper, 'left bag, psi').setValue(left)
    await labeled(wrapper, 'right bag, psi').setValue(right)
    await labeled(wrapper, 'Outside, °F').setValue(outside)
    await wrapper.find('form').trigger('submit')
    await flushPromises()
    return [server.records.length, wrapper.findAll('[role=alert]').length]
  }
  expect(await record('40', '40', 'hot')).toEqual([0, 1])
  expect(await record('40', '40', '999')).toEqual([0, 1])
  expect(await record('40', '40', '41')).toEqual([1, 0])
  expect(server.records[0]!.body).toMatchObject({
    kind: 'bag-pressure',
    temperature: expect.closeTo(278.15, 2) as number,
  })
  // Under the min it is kept, and said.
  expect(await record('2', '40', '41')).toEqual([2, 1])
  expect(await record('40', '40', '')).toEqual([3, 0])
  expect(server.records[2]!.body).not.toHaveProperty('temperature')
  expect(recordLimits('bag-pressure', 'temperature').max).toBeGreaterThan(300)
})
