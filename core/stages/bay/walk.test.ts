import { describe, expect, test } from 'vitest'
import type { PlanStep } from '../../kit'
import { minutesLeft, nextOpen, stepAfter, stepShown, stepsToMove, type StepReport } from '.'

type Support = PlanStep['state']['support']
const step = (id: string, outcome: StepReport['outcome'], support: Support = 'axle-hanging'): StepReport =>
  ({
    step: { id, minutes: 10.4, kind: id.startsWith('state') ? 'state' : 'operation', state: { support, wheels: 'on' } },
    outcome,
  }) as StepReport
const steps = [
  step('a', 'done'),
  step('b', 'open'),
  step('c', 'open'),
  step('state-1', 'open', 'axle-raised'),
  step('d', 'skipped', 'axle-raised'),
  step('e', 'open', 'axle-raised'),
]

// Source: none; what a person at one step at a time expects, counted by hand on the list above.
describe('one step at a time', () => {
  test('the one asked for, else the first open one, else the last', () => {
    expect(stepShown(steps, 'd')).toBe(4)
    expect(stepShown(steps, 'gone')).toBe(1)
    expect(stepShown([step('a', 'done'), step('b', 'skipped')], null)).toBe(1)
    expect(stepShown([], null)).toBe(-1)
  })
  test('minutes of what is open only, rounded once', () => {
    // Four are open, 10.4 min each: 41.6.
    expect(minutesLeft(steps)).toBe(42)
  })
  test('support changes in so many steps, and not again after the last', () => {
    expect([0, 1, 2, 3, 5, 9].map((i) => stepsToMove(steps, i))).toEqual([3, 2, 1, null, null, null])
  })
  test('the next that is open passes over what was skipped', () => {
    expect(nextOpen(steps, 3)?.id).toBe('e')
    expect(nextOpen(steps, 5)).toBeNull()
  })
  test('a step that somebody is at is passed over, never a move', () => {
    expect(stepAfter(steps, 0, new Set())).toBe('b')
    expect(stepAfter(steps, 0, new Set(['b']))).toBe('c')
    expect(stepAfter(steps, 0, new Set(['b', 'c']))).toBe('b')
    expect(stepAfter(steps, 2, new Set(['state-1']))).toBe('state-1')
    expect(stepAfter(steps, 5, new Set())).toBeNull()
  })
})
