import { describe, expect, test } from 'vitest'
import { STRAP_TARGET, strapReading, torquesAt } from '../../core/fixtures/strap-torques'
import { nextPlace } from './wrench'

describe('where a wrench reading goes', () => {
  test('places fill in turn', () => {
    expect(nextPlace(torquesAt('torque-strap:left'))?.place).toBe(1)
    expect(nextPlace(torquesAt('torque-strap:left', strapReading(1, STRAP_TARGET)))?.place).toBe(2)
  })
  test('a reading that was wrong is pulled again at the same place', () => {
    expect(nextPlace(torquesAt('torque-strap:left', strapReading(1, 2 * STRAP_TARGET)))?.place).toBe(1)
  })
  test('a full step takes none', () => {
    expect(
      nextPlace(torquesAt('torque-strap:left', strapReading(1, STRAP_TARGET), strapReading(2, STRAP_TARGET))),
    ).toBeNull()
  })
  test('what is only turned or tightened by feel takes none', () => {
    expect(nextPlace(torquesAt('fit-shield:right'))).toBeNull()
  })
})
