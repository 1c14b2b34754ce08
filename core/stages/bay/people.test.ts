import { describe, expect, test } from 'vitest'
import { atSteps, minutesAt, underIt } from '.'

describe('who is at the vehicle', () => {
  let n = 0
  const record = (by: string, body: object) => ({ by, body, at: new Date(1e12 + 60_000 * n++).toISOString() }) as never
  test('each at the step they began last, until it is done', () => {
    const list = [
      record('Teo', { kind: 'step-begun', step: 'a' }),
      record('Maren', { kind: 'step-begun', step: 'b' }),
      record('Teo', { kind: 'step-begun', step: 'c' }),
      record('Maren', { kind: 'paused', step: 'b', reason: 'phone' }),
    ]
    expect(atSteps(list).map((a) => [a.name, a.step, a.rests])).toEqual([
      ['Teo', 'c', null],
      ['Maren', 'b', 'phone'],
    ])
    expect(atSteps([...list, record('Teo', { kind: 'step', step: 'c' })]).map((a) => a.name)).toEqual(['Maren'])
  })
  test('everybody who did something since the last move has to be clear of the next', () => {
    const list = [
      record('Ilo', { kind: 'step', step: 'bench' }),
      record('Maren', { kind: 'step', step: 'state-axle-hanging-wheels-off-1' }),
      record('Teo', { kind: 'torque', step: 'x' }),
    ]
    const move = 'state-axle-raised-wheels-off-1'
    expect(underIt(list, move, 'Maren')).toEqual([{ name: 'Teo', clear: false }])
    expect(underIt([...list, record('Teo', { kind: 'clear', step: move, names: [] })], move, 'Maren')).toEqual([
      { name: 'Teo', clear: true },
    ])
    expect(underIt([...list, record('Maren', { kind: 'clear', step: move, names: ['Teo'] })], move, 'Maren')).toEqual([
      { name: 'Teo', clear: true },
    ])
  })
  test('minutes run from the start of a step, whole ones, and none while it rests', () => {
    const teo = { name: 'Teo', step: 'a', since: '2026-11-25T10:00:00Z', rests: null }
    const time = (text: string) => Date.parse(text)
    expect(minutesAt(teo, time('2026-11-25T10:07:59Z'))).toBe(7)
    // A tablet whose clock is behind says none, not less than none.
    expect(minutesAt(teo, time('2026-11-25T09:59:00Z'))).toBe(0)
    expect(minutesAt({ ...teo, rests: 'phone' }, time('2026-11-25T10:07:00Z'))).toBeNull()
  })
})
