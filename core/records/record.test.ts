import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { inOrder, lateRecords, placed, standing, superseded, type BayRecord } from '.'

const record = (id: string, sequence: number, more: Partial<BayRecord> = {}): BayRecord => ({
  body: { kind: 'off', part: id, axle: null, side: null },
  supersedes: null,
  by: 'Test',
  id,
  sequence,
  at: new Date(Date.UTC(2026, 10, 27, 10, 0, sequence)).toISOString(),
  ...more,
})
const taking = (id: string, sequence: number, target: string, time?: string): BayRecord =>
  record(id, sequence, {
    body: { kind: 'withdrawn' },
    supersedes: { record: target, why: 'slip' },
    ...(time ? { at: time } : {}),
  })

describe('what stands', () => {
  test('does not depend on the order of the records: clocks may put a correction before what it corrects', () => {
    const list = [
      record('a', 1),
      taking('b', 2, 'a', '2026-11-27T09:00:00.000Z'),
      record('c', 3),
      taking('d', 4, 'c'),
      taking('e', 5, 'd', '2026-11-27T08:00:00.000Z'),
    ]
    for (const order of [list, [...list].reverse(), inOrder(list)])
      expect([...superseded(order)].sort()).toEqual(['a', 'd'])
    expect(standing(inOrder(list)).map((r) => r.id)).toEqual(['c'])
  })
  test('corrected twice, the first does not come back', () => {
    const correcting = (id: string, sequence: number, target: string): BayRecord => ({
      ...taking(id, sequence, target),
      body: record(id, sequence).body,
    })
    const list = [record('a', 1), correcting('b', 2, 'a'), correcting('c', 3, 'b')]
    expect(standing(list).map((r) => r.id)).toEqual(['c'])
    // The second correction taken back, the first one stands; that one taken back too, what it corrected.
    expect(standing([...list, taking('d', 4, 'c')]).map((r) => r.id)).toEqual(['b'])
    expect(standing([...list, taking('d', 4, 'c'), taking('e', 5, 'b')]).map((r) => r.id)).toEqual(['a'])
  })
  test('two that take each other back, in a file written by hand, end', () => {
    expect(superseded([taking('a', 1, 'b'), taking('b', 2, 'a')]).size).toBeLessThanOrEqual(1)
  })
})

describe('order', () => {
  test('a record put at its place is where sorting puts it', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 20 }), { maxLength: 30 }), (seconds) => {
        const list = seconds.map((s, i) =>
          record(`r${i}`, i + 1, { at: new Date(Date.UTC(2026, 10, 27, 10, 0, s)).toISOString() }),
        )
        const built = list.reduce<BayRecord[]>((sofar, next) => placed(sofar, next), [])
        expect(built).toEqual(inOrder(list))
      }),
    )
  })
})

describe('late records', () => {
  const origin = (received: string) => ({ person: null, tablet: 'Bay 2', received, clockOff: 0, imported: false })
  const left = record('left', 5, {
    body: { kind: 'handed-over', to: 'Ada' },
    at: '2026-11-27T12:00:00.000Z',
    origin: origin('2026-11-27T12:00:00.000Z'),
  })
  test('are those done before it left that came in after', () => {
    const came = (id: string, time: string, received: string) => record(id, 6, { at: time, origin: origin(received) })
    const before = came('in-time', '2026-11-27T11:00:00.000Z', '2026-11-27T11:00:01.000Z')
    const late = came('late', '2026-11-27T11:30:00.000Z', '2026-11-27T15:00:00.000Z')
    const after = came('follow-up', '2026-11-28T09:00:00.000Z', '2026-11-28T09:00:00.000Z')
    expect(lateRecords([before, late, left, after]).map((r) => r.id)).toEqual(['late'])
    const again = { ...left, id: 'again', at: '2026-11-27T16:00:00.000Z', origin: origin('2026-11-27T16:00:00.000Z') }
    expect(lateRecords([before, late, left, again, after])).toEqual([])
    expect(lateRecords([before, late])).toEqual([])
  })
})
