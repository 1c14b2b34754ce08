import { describe, expect, test } from 'vitest'
import { demoKits, demoSurvey, demoVehicles } from '../../demo/shop'
import { GRAVITY, INCH } from '../quantity'
import { rearAxle } from '../fixtures/on-job'
import { USUAL_MOUNT, bagOn, hasAir, listedCapacity, type AirKit } from '.'

const vehicleOf = (id: string) => demoVehicles().find((v) => v.id === id)!
const kitOf = (id: string): AirKit => {
  const kit = demoKits().find((k) => k.id === id)!
  if (!hasAir(kit)) throw new Error(`${id} has no air`)
  return kit
}

describe('min pressure of a coil replacement', () => {
  const kit = kitOf('ninebark-swap-mini')
  const survey = demoSurvey('osier-m')
  test('carries the empty vehicle, by hand', () => {
    const vehicle = vehicleOf('osier-m')
    const index = kit.bag.table.heights.findIndex((h) => h === 0.3)
    const measured = kit.bag.table.heights[index]!
    const by = bagOn(kit, vehicle, survey, { measured })
    // Source: F = P A. 860 kg less 150 kg unsprung on two bags; the area as the kit's table has it at that height.
    const area = 'areas' in kit.bag.table ? kit.bag.table.areas[index]! : NaN
    expect(by.minimum.source).toBe('vehicle')
    expect(by.minimum.value).toBeCloseTo(((860 - 150) * GRAVITY) / 2 / area, 3)
  })
  test('follows the scale: 100 kg more on the axle take as much more as they weigh', () => {
    const vehicle = vehicleOf('osier-m')
    const by = (standing: number) => bagOn(kit, vehicle, survey, { standing }).minimum.value
    expect(by(960) / by(860)).toBeCloseTo((960 - 150) / (860 - 150), 9)
  })
  test('is the kit`s own where that is more', () => {
    const light = rearAxle(vehicleOf('osier-m'), { curb: 300 })
    expect(bagOn(kit, light, survey).minimum).toMatchObject({ source: 'kit', value: kit.bag.minimum })
  })
  test('beside a spring that stays it never is', () => {
    expect(bagOn(kitOf('kettleworth-core-92'), vehicleOf('lantern'), demoSurvey('lantern')).minimum.source).toBe('kit')
  })
})

describe('where the bag stands', () => {
  const vehicle = vehicleOf('dunnock-25')
  const kitHere = kitOf('ninebark-twofold')
  const kit: AirKit = { ...kitHere, mounting: null, bag: { ...kitHere.bag, bracketStack: 1 * INCH } }
  const survey = (space: number | null, block = 0) => {
    const s = demoSurvey('dunnock-25')
    return { ...s, rear: { ...s.rear, bracketSpace: space, liftBlock: block } }
  }
  test.each([
    ['a height read at the bag', 8.3, 7, 8.3, 'measured'],
    ['the room between brackets less what the brackets take', null, 7, 6, 'bracket-space'],
    ['the instructions, where nothing was measured', null, null, null, 'instructions'],
  ] as const)('%s', (_, measured, space, height, from) => {
    const mounted = bagOn(kit, vehicle, survey(space === null ? null : space * INCH), {
      measured: measured === null ? null : measured * INCH,
    })
    expect(mounted.rideHeightFrom).toBe(from)
    expect(mounted.rideHeight).toBeCloseTo(height === null ? kit.bag.rideHeight : height * INCH, 12)
  })
  test('a kit whose brackets are not known goes by its instructions', () => {
    expect(bagOn({ ...kitHere, mounting: null }, vehicle, survey(7 * INCH)).rideHeightFrom).toBe('instructions')
  })
  test('measures of the brackets come to the same as their stack, and spacers take of the bag', () => {
    // Source: subtraction: 9.5 in between the faces, 3 in of brackets, one spacer of 1/2 in.
    const mountedWith = (spacers: { id: string; count: number }[]) =>
      bagOn(kitHere, vehicle, survey(9.5 * INCH), { measured: null, mount: { ...USUAL_MOUNT, spacers } }).rideHeight /
      INCH
    expect(mountedWith([])).toBeCloseTo(6.5, 9)
    expect(mountedWith([{ id: 'upper-half', count: 1 }])).toBeCloseTo(6, 9)
  })
})

describe('motion ratio on an independent link', () => {
  const link = kitOf('kettleworth-link-86')
  const survey = demoSurvey('lantern-trail')
  // Source: geometry: a roll of the body moves a wheel by half the track, the spring by the ratio of that.
  test('comes from the vehicle, and sets the spacing that counts in roll', () => {
    const vehicle = vehicleOf('lantern-trail')
    const mounted = bagOn(link, vehicle, survey)
    expect(mounted.motionRatio).toBe(0.62)
    expect(mounted.spacing).toBeCloseTo(0.62 * vehicle.rear.track, 12)
  })
  test('is not known where the vehicle does not tell', () => {
    expect(bagOn(link, rearAxle(vehicleOf('lantern-trail'), { motionRatio: null }), survey).motionRatio).toBeNull()
  })
})

describe('a margin that the instructions want kept under the max', () => {
  const vehicle = vehicleOf('lantern')
  const kit = kitOf('kettleworth-core-92')
  const kept = { ...kit, bag: { ...kit.bag, margin: 34_474 } }
  // Source: 5 psi is 34,474 Pa (NIST SP 811, 1 psi = 6,894.757 Pa); the subtraction is the instruction itself.
  test.each([
    ['coils close together', 0.02],
    ['coils wide apart', 0.09],
    ['coils not measured', null],
  ])('is taken off whichever max holds: %s', (_, coilGapStanding) => {
    const survey = demoSurvey('lantern')
    const there = { ...survey, rear: { ...survey.rear, coilGapStanding } }
    expect(bagOn(kit, vehicle, there).maximum.value - bagOn(kept, vehicle, there).maximum.value).toBeCloseTo(34_474, 6)
  })
  test('lowers what the kit is said to carry', () => {
    expect(listedCapacity(kept, 0.01) / listedCapacity(kit, 0.01)).toBeCloseTo(
      (kit.bag.maximum - 34_474) / kit.bag.maximum,
      12,
    )
  })
})
