import { describe, expect, test } from 'vitest'
import type { BayRecord } from '../../records'
import { crosswise } from '../../torque'
import { asksForSeat, isFullPull, nextPull, turnsAbout, type FastenerState } from '.'
import { STRAP_TARGET, strapReading, torquesAt } from '../../fixtures/strap-torques'

describe('passes', () => {
  // Common practice, no published source: opposite ends in turn, whether by a figure or by feel.
  test('evenly goes turn about also where it is only snug', () => {
    const [strap] = torquesAt('torque-strap:left')
    const snug = (evenly: boolean): FastenerState => ({
      ...strap!,
      fastener: { ...strap!.fastener, evenly, spec: { kind: 'snug' } },
      places: Array.from({ length: 4 }, () => ({ ...strap!.places[0]!, state: 'missing', value: null, record: null })),
    })
    const order = (state: FastenerState): number[] => {
      const next = nextPull(state)
      if (!next) return []
      const places = state.places.map((p, i) => (i + 1 === next.place ? { ...p, state: 'by-feel' as const } : p))
      return [next.place, ...order({ ...state, places })]
    }
    expect(order(snug(true))).toEqual(crosswise(4))
    expect(order(snug(false))).toEqual([1, 2, 3, 4])
    expect(turnsAbout(snug(true))).toBe(true)
  })
  test('a full pull while a pass is due is one from half way between the last pass and the torque', () => {
    const [strap] = torquesAt('torque-strap:left')
    expect(isFullPull(strap!, 1, 0.91 * STRAP_TARGET)).toBe(true)
    expect(isFullPull(strap!, 1, 0.89 * STRAP_TARGET)).toBe(false)
  })
  test('what was pulled in one go asks once how its bar lies; opened again, it asks again', () => {
    const pulled = strapReading(1, STRAP_TARGET)
    const more = (id: string, body: BayRecord['body']): BayRecord => ({ ...pulled, id, sequence: 900, body })
    const place = { step: 'torque-strap:left', fastener: 'axle-strap' }
    const seen = more('seen', { kind: 'seat-seen', ...place })
    const open = { ...more('open', { kind: 'opened-again', ...place, reason: 'askew' }), sequence: 901 }
    const again = { ...pulled, id: 'again', sequence: 902 }
    const asks = (...list: BayRecord[]) => asksForSeat(torquesAt('torque-strap:left', ...list)[0]!)
    expect([asks(), asks(pulled), asks(pulled, seen)]).toEqual([false, true, false])
    expect([asks(pulled, seen, open), asks(pulled, seen, open, again)]).toEqual([false, true])
  })
  // Source: common practice: drawn down evenly at half, four fifths and all of it, each pass at every place before the next.
  test('passes go round at every place before the torque itself', () => {
    const pull = (place: number, pass: number | undefined, id: string): BayRecord => {
      const r = strapReading(place, STRAP_TARGET * (pass === 1 ? 0.5 : pass === 2 ? 0.8 : 1))
      return { ...r, id, body: { ...r.body, ...(pass ? { pass } : {}) } }
    }
    const list: BayRecord[] = []
    const cases: [number, number, number][] = []
    for (let i = 0; i < 6; i++) {
      const [strap] = torquesAt('torque-strap:left', ...list)
      const next = nextPull(strap!)!
      cases.push([next.place, next.pass, Math.round((100 * next.torque!) / STRAP_TARGET) / 100])
      expect(strap!.missing).not.toEqual([])
      list.push(pull(next.place, next.pass < 3 ? next.pass : undefined, `p${i}`))
    }
    expect(cases).toEqual([
      [1, 1, 0.5],
      [2, 1, 0.5],
      [1, 2, 0.8],
      [2, 2, 0.8],
      [1, 3, 1],
      [2, 3, 1],
    ])
    const [strap] = torquesAt('torque-strap:left', ...list)
    expect([nextPull(strap!), strap!.missing]).toEqual([null, []])
  })
})

describe('the wrench that a torque was read with', () => {
  const RATED = 5 * STRAP_TARGET
  const read = (wrench: { serial: string; high: number; due: string }, value = STRAP_TARGET): FastenerState => {
    const r = strapReading(1, value)
    return torquesAt('torque-strap:left', { ...r, body: { ...r.body, wrench } as BayRecord['body'] })[0]!
  }
  // Source: ISO 6789-1: a torque tool is calibrated from 20 % of its range up (from memory).
  test.each([
    [RATED, null],
    [RATED * 1.001, 'under-range'],
    [RATED * 0.9, null],
  ] as const)('reads to %d N·m: %s', (high, doubt) => {
    const state = read({ serial: 'W-1', high, due: '2099-12-31' })
    expect(state.places[0]!.doubt).toBe(doubt)
    // It is a doubt, not another reading: it closes, and is told.
    expect(state.places[0]!.state).toBe('within')
  })
  test('on the day its calibration is due it still holds, the day after it does not', () => {
    expect(read({ serial: 'W-1', high: 2 * STRAP_TARGET, due: '2026-11-25' }).places[0]!.doubt).toBeNull()
    expect(read({ serial: 'W-1', high: 2 * STRAP_TARGET, due: '2026-11-24' }).places[0]!.doubt).toBe('overdue')
  })
  test('nobody said which: nothing is made of it', () => {
    expect(torquesAt('torque-strap:left', strapReading(1, STRAP_TARGET))[0]!.places[0]!.doubt).toBeNull()
  })
})
