import { afterEach, expect, test, vi } from 'vitest'
import { PLAIN_FASTENER, type Recheck } from '@stout-shackle/core/kit'
import { mountOnJob } from '../../fixtures/mount'
import BayStage from '../../bay/BayStage.vue'

afterEach(() => vi.unstubAllGlobals())
test('a short visit has its steps on the page as on the server', async () => {
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
  const { store } = await mountOnJob(BayStage, '0411', {}, (server) => {
    const kits = server.job.kits.map((k) => ({ ...k, work: 'keep' as const, leftBy: 'job-0411' }))
    server.job = { ...server.job, kits, procedures: [], recheck }
    server.records = []
  })
  expect(store.assessment!.steps.map((s) => s.step.id)).toEqual(['re-read', 're-torque:left'])
})
