import { expect, test } from 'vitest'
import { factsOf } from '.'
import { planFor } from '../stages'
import { demoJobs } from '../../demo/shop'

const jobs = demoJobs()
  .filter(({ records }) => records.some((r) => r.body.kind === 'height'))
  .map(({ job, records }) => [job.number, job, records] as const)

// Source: none; what a correction means: what was taken back was never read.
test.each(jobs)(
  '%s: a reading that is withdrawn leaves what was worked out as if it had never been read',
  (_, job, records) => {
    const reading = records.findLast((r) => r.body.kind === 'height')!
    const without = records.filter((r) => r.id !== reading.id && r.supersedes?.record !== reading.id)
    const last = records.at(-1)!
    const withdrawn = {
      ...last,
      id: 'withdrawn',
      sequence: last.sequence + 1,
      supersedes: { record: reading.id, why: 'read from the wrong mark' },
      body: { kind: 'withdrawn' as const },
    }
    const plan = planFor(job)
    const workedOut = (list: typeof records) => {
      const { cases, springs, corrections, corners, cautions, chosen, air, asLeft, emptyOver } = factsOf(
        job,
        list,
        plan,
      )
      return JSON.parse(
        JSON.stringify({ cases, springs, corrections, corners, cautions, chosen, air, asLeft, emptyOver }),
      ) as object
    }
    expect(workedOut([...without, reading, withdrawn])).toEqual(workedOut(without))
  },
)
test('a job without a record has nothing that stands, and is not handed over', () => {
  for (const [, job] of jobs) {
    const { standing, late, handedOver, air } = factsOf(job, [], planFor(job))
    expect([standing, late, handedOver, air.leaking]).toEqual([[], [], null, []])
  }
})
