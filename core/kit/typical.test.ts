import { describe, expect, test } from 'vitest'
import { INCH, PSI } from '../quantity'
import { airSpring, tableDisagreement } from '../spring'
import { checkKit, FAMILIES, lacksOf, originOf, PAPER, typicalKit, withOrigin, withTypical, type Kit } from '.'

const begun = (family: Kit['family'], axle: Kit['axle'] = 'rear') =>
  typicalKit({ id: 'own-kit', maker: 'Own', number: '1', name: 'Kit', family, axle })
const IN2 = INCH * INCH
const areaAtRide = ({ bag }: Kit) => airSpring(bag!.table).area.value(bag!.rideHeight)!

describe('a kit of which only family and axle are known', () => {
  test.each(FAMILIES.flatMap((family) => [[family, 'rear'] as const, [family, 'front'] as const]))(
    '%s, %s: whole, nothing against itself, and nothing of it confirmed',
    (family, axle) => {
      const kit = begun(family, axle)
      expect(checkKit(kit).map((f) => f.code)).toEqual(['no-operations'])
      expect(lacksOf(kit).length).toBeGreaterThan(2)
      if (kit.bag) expect(tableDisagreement(airSpring(kit.bag.table), kit.bag.table)).toBeLessThan(0.05)
    },
  )
  // Common practice, no published source: what such bags usually are.
  test.each([
    ['bellows', 20, 40, 100],
    ['sleeve', 14, 18, 100],
    ['in-coil', 12, 22, 50],
  ] as const)('%s: %d to %d in² inside its band, %d psi', (family, low, high, psi) => {
    const kit = begun(family)
    const { band } = originOf(kit, 'bag.table')
    const area = areaAtRide(kit)
    expect((area * (1 - band)) / IN2).toBeLessThanOrEqual(low * 1.02)
    expect((area * (1 + band)) / IN2).toBeGreaterThanOrEqual(high * 0.9)
    expect(kit.bag!.maximum).toBeCloseTo(psi * PSI, 3)
    expect(kit.bag!.minimum).toBeCloseTo(5 * PSI, 3)
  })
})

describe('a diameter that was read', () => {
  const read = (inches: number) => {
    const kit = begun('bellows')
    const typed = { ...kit, bag: { ...kit.bag!, maximumDiameter: inches * INCH } }
    return withTypical(withOrigin(typed, ['bag.maximumDiameter'], PAPER))
  }
  test('narrows the area: 6 1/2 in across is some 24 in², 16 % either way', () => {
    const kit = read(6.5)
    expect(areaAtRide(kit) / IN2).toBeCloseTo(23.97, 1)
    expect(originOf(kit, 'bag.table').band).toBeCloseTo(0.16, 6)
    expect(originOf(begun('bellows'), 'bag.table').band).toBe(0.3)
  })
  test('the area goes with its square', () => {
    expect(areaAtRide(read(8)) / areaAtRide(read(4))).toBeCloseTo(4, 3)
  })
  test('a table of the paper stays', () => {
    const kit = withOrigin(begun('bellows'), ['bag.table', 'bag.maximumDiameter'], PAPER)
    expect(withTypical({ ...kit, bag: { ...kit.bag!, maximumDiameter: 0.3 } }).bag!.table).toBe(kit.bag!.table)
  })
  test('the table goes with the heights that were typed, and covers them', () => {
    const kit = begun('sleeve')
    const taller = { ...kit, bag: { ...kit.bag!, rideHeight: 0.2, heightRange: { low: 0.09, high: 0.31 } } }
    const { heights } = withTypical(taller).bag!.table
    expect([heights[0], heights.at(-1)]).toEqual([0.09, 0.31])
    expect(withTypical(withTypical(taller))).toEqual(withTypical(taller))
  })
})
