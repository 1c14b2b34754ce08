import { describe, expect, test } from 'vitest'
import { demoKits } from '../../demo/shop'
import { hasAir } from '../kit'
import { atmosphere, PSI, ZERO_CELSIUS } from '../quantity'
import { airSpring, bagAt, type BagData } from '../spring'
import { allowedLoss, expectedAfter, GAUGE_TOLERANCE, judgeHold, type HoldReading, type Standing } from '.'

const readingAt = (psi: number, celsius: number, altitude = 0): HoldReading => ({
  pressure: psi * PSI,
  temperature: ZERO_CELSIUS + celsius,
  altitude,
})
const psi = (pressure: number | undefined) => (pressure ?? NaN) / PSI
const kit = demoKits().find((k) => k.id === 'ninebark-twofold')!
if (!hasAir(kit)) throw new Error('a kit with bags is needed')
const bag: BagData = kit.bag.table
const standing = (part: Partial<Standing> = {}): Standing => ({
  bag,
  bagHeight: kit.bag.rideHeight,
  rate: 40_000,
  friction: 0,
  heightChange: null,
  ...part,
})

describe('what the gauge should read if no air went', () => {
  // Source: Gay-Lussac by hand: (60 + 14.696) x 285.15 / 297.15 - 14.696.
  test('in a closed volume 60 psi at 24 °C is 56.98 at 12 °C', () => {
    expect(psi(expectedAfter(readingAt(60, 24), readingAt(0, 12), null)?.value)).toBeCloseTo(56.98, 2)
  })
  // Source: the atmosphere of ICAO Doc 7488 taken off once at each place.
  test('carried uphill it reads more by what the atmosphere is less', () => {
    const up = expectedAfter(readingAt(60, 20), readingAt(0, 20, 1600), null)!.value
    expect(up / PSI - 60).toBeCloseTo((atmosphere(0) - atmosphere(1600)) / PSI, 9)
  })
  // Source: first order of the balance of forces: dP = P_abs dT/T (k_s + k_A)/(k_s + k_A + k_gas).
  test('standing on its wheels it falls less, as the balance of small changes says', () => {
    const start = readingAt(60, 24)
    const small = -0.05
    const state = bagAt(airSpring(bag), kit.bag.rideHeight)!
    const near = bagAt(airSpring(bag), kit.bag.rideHeight + 1e-5)!
    const areaRate = (-start.pressure * (near.area - state.area)) / 1e-5
    const absolute = start.pressure + atmosphere(0)
    // Where a table's area and slope of volume differ, the one carries and the other gives.
    const gas = (absolute * state.area * (near.volume - state.volume)) / 1e-5 / state.volume
    const share = (40_000 + areaRate) / (40_000 + areaRate + gas)
    const found = expectedAfter(start, readingAt(0, 24 + small), standing())!.value - start.pressure
    expect(found / ((absolute * small) / start.temperature)).toBeCloseTo(share, 3)
    // The spring that does not give at all is a closed volume; none at all keeps the force on the bag.
    const stiff = expectedAfter(start, readingAt(0, 12), standing({ rate: 5e9 }))!.value
    expect(psi(stiff)).toBeCloseTo(56.98, 2)
  })
  test('friction leaves it open between stuck and free, never beyond either', () => {
    const free = expectedAfter(readingAt(60, 24), readingAt(0, 12), standing())!
    expect(free.low).toBe(free.high)
    const some = expectedAfter(readingAt(60, 24), readingAt(0, 12), standing({ friction: 30 }))!
    const much = expectedAfter(readingAt(60, 24), readingAt(0, 12), standing({ friction: 5000 }))!
    expect(psi(much.low)).toBeCloseTo(56.98, 2)
    expect(much.high).toBeCloseTo(free.value, 3)
    expect(some.low).toBeGreaterThan(much.low)
    expect(some.high).toBeCloseTo(free.value, 3)
    // Warmer, the other way round.
    const warm = expectedAfter(readingAt(60, 12), readingAt(0, 24), standing({ friction: 5000 }))!
    expect(psi(warm.high)).toBeCloseTo(psi(expectedAfter(readingAt(60, 12), readingAt(0, 24), null)?.value), 6)
  })
  test('heights at both ends settle it', () => {
    const unmoved = expectedAfter(readingAt(60, 24), readingAt(0, 12), standing({ friction: 5000, heightChange: 0 }))!
    expect([psi(unmoved.low), psi(unmoved.high)]).toEqual([expect.closeTo(56.98, 2), expect.closeTo(56.98, 2)])
    const down = expectedAfter(readingAt(60, 24), readingAt(0, 12), standing({ friction: 5000, heightChange: -0.004 }))!
    expect(down.value).toBeGreaterThan(unmoved.value)
  })
  test('a bag that would leave its table is told of', () => {
    expect(expectedAfter(readingAt(60, 24), readingAt(0, 12), standing({ bagHeight: 2 }))).toBeUndefined()
    expect(expectedAfter(readingAt(60, 24), readingAt(0, 12), standing({ heightChange: 1 }))).toBeUndefined()
  })
})

describe('what may be lost by now', () => {
  // Source: common practice, no published source: 7 psi of 60 in 24 h, in proportion.
  test('is 7 of 60 psi in a day, less in less time, and never all of it', () => {
    expect(allowedLoss(60 * PSI, 24) / PSI).toBeCloseTo(7, 9)
    expect(allowedLoss(30 * PSI, 24) / PSI).toBeCloseTo(3.5, 9)
    expect(allowedLoss(60 * PSI, 12) / PSI).toBeCloseTo(60 - 60 * Math.sqrt(53 / 60), 9)
    expect(allowedLoss(60 * PSI, 1e6) / PSI).toBeLessThanOrEqual(60)
  })
  test('goes on like that for two days, then 1 psi a week', () => {
    const twoDays = 60 * (1 - (53 / 60) ** 2)
    expect(allowedLoss(60 * PSI, 48) / PSI).toBeCloseTo(twoDays, 9)
    expect(allowedLoss(60 * PSI, 48 + 7 * 24) / PSI).toBeCloseTo(twoDays + 1, 9)
    expect(allowedLoss(60 * PSI, 48 + 3.5 * 24) / PSI).toBeCloseTo(twoDays + 0.5, 9)
  })
})

describe('the verdict on a hold', () => {
  const code = (start: HoldReading, end: HoldReading, hours: number, gauge?: number, standingHere?: Standing) =>
    judgeHold(start, end, { hours, gauge, standing: standingHere })!.code
  test('a cold night is no leak', () => {
    const v = judgeHold(readingAt(60, 24), readingAt(56, 12), { hours: 24 })!
    expect(v.code).toBe('holds')
    expect(v.lost / PSI).toBeCloseTo(0.98, 2)
  })
  test('at its own figure it holds, over it it leaks', () => {
    expect(code(readingAt(60, 20), readingAt(53, 20), 24)).toBe('holds')
    expect(code(readingAt(60, 20), readingAt(52.9, 20), 24)).toBe('leaks')
    expect(code(readingAt(30, 20), readingAt(26, 20), 24)).toBe('leaks')
  })
  test('what a day`s share every day would allow is a leak after days and weeks', () => {
    expect(code(readingAt(35, 20), readingAt(22, 20), 96)).toBe('leaks')
    expect(code(readingAt(10, 20), readingAt(1, 20), 720)).toBe('leaks')
    const four = allowedLoss(35 * PSI, 96) / PSI
    expect(code(readingAt(35, 20), readingAt(35 - four, 20), 96)).toBe('holds')
    expect(code(readingAt(35, 20), readingAt(35 - four - 0.1, 20), 96)).toBe('leaks')
  })
  test('a short one says what it can show: two hours with a dial gauge nothing under some 17 psi a day', () => {
    const v = judgeHold(readingAt(60, 20), readingAt(59.5, 20), { hours: 2 })!
    expect(v.code).toBe('too-early')
    // Two gauges good to 1 psi, two thermometers good to 0.5 K: by the gas law 0.5/293.15 of the absolute pressure each.
    const warmth = ((60 * PSI + 101_325) / 293.15) * 0.5
    expect(v.detectable).toBeCloseTo(Math.SQRT2 * Math.hypot(PSI, warmth) * 12, 6)
    expect(v.detectable / PSI).toBeCloseTo(17.1, 1)
    expect(code(readingAt(60, 20), readingAt(40, 20), 2)).toBe('leaks')
  })
  test('a finer gauge tells sooner', () => {
    expect(code(readingAt(60, 20), readingAt(59.9, 20), 4, 0.1 * PSI)).toBe('holds')
    expect(code(readingAt(60, 20), readingAt(59.9, 20), 4)).toBe('too-early')
  })
  test('more than there was is no pass', () => {
    expect(code(readingAt(60, 20), readingAt(62, 20), 24)).toBe('gained')
    expect(code(readingAt(60, 20), readingAt(61, 20), 24)).toBe('holds')
  })
  test('a gauge that cannot see a day`s loss cannot tell, however long it held', () => {
    expect(code(readingAt(8, 20), readingAt(7.5, 20), 24)).toBe('cannot-tell')
    expect(GAUGE_TOLERANCE / PSI).toBe(1)
  })
  test('where friction leaves it open across the limit nobody can tell', () => {
    const free = psi(expectedAfter(readingAt(60, 24), readingAt(0, 2), standing())!.value)
    const stuck = psi(expectedAfter(readingAt(60, 24), readingAt(0, 2), null)!.value)
    const between = (free + stuck) / 2 - 7
    expect(code(readingAt(60, 24), readingAt(between, 2), 24, undefined, standing({ friction: 5000 }))).toBe(
      'cannot-tell',
    )
    expect(code(readingAt(60, 24), readingAt(between, 2), 24, undefined, standing())).toBe('leaks')
  })
})
