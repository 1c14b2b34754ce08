import { describe, expect, test } from 'vitest'
import { circuitFor, jointsOf, remediesFor, REMEDY_HOW, touchedBy } from '.'

const all = jointsOf(circuitFor([{ axle: 'rear', lines: 'teed', tube: 0.00635 }], 'valves'))
const ids = (id: string, remedy: Parameters<typeof touchedBy>[2]) =>
  touchedBy(
    all,
    all.find((j) => j.id === id)!,
    remedy,
  ).map((j) => j.id)

// Common practice, no published source.
describe('what is done about a joint that bubbles', () => {
  test('a tube end is recut, a thread is turned in within its turns, a valve has a core', () => {
    expect(remediesFor(all.find((j) => j.kind === 'thread')!)[0]).toBe('turned-in')
    expect(remediesFor(all.find((j) => j.node.kind === 'tee')!)).not.toContain('new-core')
    expect(remediesFor(all.find((j) => j.node.kind === 'valve')!)).toContain('new-core')
  })
  test('a ferrule is never used twice: a new one is offered wherever a tube ends', () => {
    for (const joint of all.filter((j) => j.kind === 'tube')) expect(remediesFor(joint)).toContain('new-ferrule')
    expect(REMEDY_HOW['new-ferrule']).toContain('ferrule')
  })
  test('only what it took apart is soaped again', () => {
    expect(ids('rear-tee-run-b-to-rear-bag-right', 'recut')).toEqual(['rear-tee-run-b-to-rear-bag-right'])
    // The thread is turned with its tube out.
    expect(ids('rear-bag-left-air-thread', 'turned-in')).toEqual([
      'rear-bag-left-air-thread',
      'rear-bag-left-air-to-rear-tee',
    ])
    // A new tube has two new ends.
    expect(ids('rear-tee-run-b-to-rear-bag-right', 'new-tube')).toEqual([
      'rear-bag-right-air-to-rear-tee',
      'rear-tee-run-b-to-rear-bag-right',
    ])
  })
})
