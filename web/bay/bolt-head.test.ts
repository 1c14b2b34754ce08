import { describe, expect, test } from 'vitest'
import { headArrow } from './bolt-head'

/** As the pictures say themselves: from behind left is left; from the left side front is left, from the right side front is right. */
describe('which way a bolt head points in the picture', () => {
  test.each([
    ['up', 'left', 'rear', '↑'],
    ['down', null, 'left', '↓'],
    ['inboard', 'left', 'rear', '→'],
    ['inboard', 'right', 'rear', '←'],
    ['outboard', 'left', 'rear', '←'],
    ['forward', 'left', 'rear', '⊗'],
    ['rearward', 'right', 'rear', '⊙'],
    ['forward', 'left', 'left', '←'],
    ['rearward', 'left', 'left', '→'],
    ['forward', 'right', 'right', '→'],
    ['inboard', 'left', 'left', '⊗'],
    ['outboard', 'left', 'left', '⊙'],
    ['inboard', 'left', 'right', '⊙'],
    ['up', 'left', 'top', '⊙'],
  ] as const)('%s, %s side, seen from %s: %s', (head, side, view, arrow) => {
    expect(headArrow(head, side, view)).toBe(arrow)
  })
  test('a bolt of no side tells nothing of inboard', () => {
    expect(headArrow('inboard', null, 'rear')).toBe('')
  })
})
