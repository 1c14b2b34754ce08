import { describe, expect, test } from 'vitest'
import { demoJob, demoKits } from '../../demo/shop'
import { jobSchema, kitAt, kitsLeft, newOnJob, withKit, type JobKit } from '.'

const kitOf = (id: string) => demoKits().find((k) => k.id === id)!
const jobKit = (id: string, work: JobKit['work']): JobKit => ({
  ...newOnJob(kitOf(id)),
  work,
})
const pick = (id: string) => ({ kit: kitOf(id), decided: null })
const list = (kits: readonly JobKit[]) => kits.map(({ kit, work }) => [kit.axle, kit.id, work])

describe('picking a kit', () => {
  test('what was only going to be fitted is let go', () => {
    const kits = withKit([jobKit('ninebark-twofold', 'fit')], 'rear', pick('ninebark-onefold'))
    expect(list(kits)).toEqual([['rear', 'ninebark-onefold', 'fit']])
    expect(withKit(kits, 'rear', null)).toEqual([])
  })
  test('what the vehicle came in with comes off, before the other goes on; the other axle is left alone', () => {
    const kits = withKit(
      [jobKit('quill-fore', 'fit'), jobKit('ninebark-coach-wide', 'keep')],
      'rear',
      pick('quill-coach'),
    )
    expect(list(kits)).toEqual([
      ['front', 'quill-fore', 'fit'],
      ['rear', 'ninebark-coach-wide', 'take-off'],
      ['rear', 'quill-coach', 'fit'],
    ])
    const job = { kits }
    expect(kitAt(job, 'rear')!.kit.id).toBe('quill-coach')
    expect(kitsLeft(job).map(({ kit }) => kit.id)).toEqual(['quill-fore', 'quill-coach'])
  })
  test('picked again it stays on, by what it was decided by then', () => {
    const there = jobKit('ninebark-twofold', 'keep')
    const off = withKit([there], 'rear', null)
    expect(list(off)).toEqual([['rear', 'ninebark-twofold', 'take-off']])
    expect(withKit(off, 'rear', pick('ninebark-twofold'))).toEqual([there])
  })
})

describe('kits of a job', () => {
  const { job } = demoJob('0417')
  test.each([
    [['ninebark-twofold:take-off', 'ninebark-onefold:fit'], true],
    [['ninebark-twofold:keep', 'ninebark-onefold:fit'], false],
    [['ninebark-twofold:take-off', 'ninebark-onefold:take-off'], false],
    [['quill-fore:take-off', 'ninebark-fore:fit', 'ninebark-coach:keep'], true],
  ])('%j', (kits, fine) => {
    const read = jobSchema.safeParse({
      ...job,
      kits: kits.map((k) => jobKit(k.split(':')[0]!, k.split(':')[1] as JobKit['work'])),
    })
    expect(read.success).toBe(fine)
  })
})
