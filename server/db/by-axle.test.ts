import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { JobExport } from '@stout-shackle/core/job'
import { assessJob } from '@stout-shackle/core/stages'
import { demoJob, demoKits, demoVehicles } from '../../demo/shop'
import { testShop } from '../fixtures/shop'
import earlier from '../fixtures/earlier-job.json'
import { jobByAxle, jobFlat, kitByAxle, kitFlat, vehicleByAxle, vehicleFlat } from '@stout-shackle/core/exchange'

type Tree = Record<string, unknown>
const plain = (value: unknown): Tree => JSON.parse(JSON.stringify(value)) as Tree
/** What of a tree another one also has, all the way down: what one step back and forth leaves as it was. */
function sameIn(was: unknown, now: unknown, path = ''): string[] {
  if (Array.isArray(was))
    return Array.isArray(now) && was.length === now.length
      ? was.flatMap((v, i) => sameIn(v, now[i], `${path}.${i}`))
      : [path]
  if (was !== null && typeof was === 'object')
    return now !== null && typeof now === 'object'
      ? Object.entries(was).flatMap(([key, v]) => sameIn(v, (now as Tree)[key], `${path}.${key}`))
      : [path]
  return Object.is(was, now) ? [] : [path]
}

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.close())

describe('a job file from before vehicles went by axle', () => {
  test('is taken in, and comes to the same pressures and open items as the job of today', async () => {
    const file = { ...earlier, job: { ...earlier.job, id: 'from-before', number: '0901' } }
    await shop.api.post('/api/jobs/import').send(file).expect(201)
    const { job, records } = (await shop.api.get('/api/jobs/from-before/export').expect(200)).body as JobExport
    const [then, now] = [assessJob(job, records), assessJob(demoJob('0417').job, demoJob('0417').records)]
    expect(then.active.level.rear).toEqual(now.active.level.rear)
    expect(then.active.weights).toEqual(now.active.weights)
    // Its instructions are from before a step could ask something, so that nothing of its plan waits for an answer.
    const states = (a: typeof now) => a.stages.filter((s) => s.stage !== 'plan').map((s) => s.state)
    expect(states(then)).toEqual(states(now))
    expect(job.kits.map(({ kit, work }) => [kit.axle, work])).toEqual([['rear', 'fit']])
  })
  test('goes there and back without a figure lost', () => {
    expect(sameIn(earlier.job, jobFlat(plain(jobByAxle(plain(earlier.job), null))))).toEqual([])
  })
})

describe('documents of today, one step back and forth', () => {
  test('kits keep every figure that both forms know', () => {
    for (const kit of demoKits().map(plain)) {
      const back = kitByAxle(plain(kitFlat(plain(kit))))
      // What the form before did not know comes back as what it usually is.
      const lost = sameIn(kit, back).filter(
        (path) => !/fitment\.(architecture|feedGap|wheels|suspension)|bracketStack|motionRatio/.test(path),
      )
      expect([kit.id, lost]).toEqual([kit.id, []])
    }
  })
  test('vehicles keep every figure of the rear axle', () => {
    for (const vehicle of demoVehicles().map(plain)) {
      const back = vehicleByAxle(plain(vehicleFlat(plain(vehicle))))
      const lost = sameIn(vehicle.rear, back.rear).filter((path) => !/architecture|motionRatio/.test(path))
      expect([vehicle.id, lost]).toEqual([vehicle.id, []])
    }
  })
})
