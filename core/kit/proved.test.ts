import { describe, expect, test } from 'vitest'
import { mean, standardDeviation } from 'simple-statistics'
import { airSpring } from '../spring'
import { areaOf, originOf, typicalKit, withProvedArea } from '.'

const kit = typicalKit({ id: 'own', maker: 'Own', number: '1', name: 'Kit', family: 'bellows', axle: 'rear' })
const atRide = (k: typeof kit) => airSpring(k.bag!.table).area.value(k.bag!.rideHeight)!

describe('what jobs prove of an area', () => {
  test('one job is what it says', () => {
    expect(areaOf([{ area: 0.016, band: 0.04 }])).toEqual({
      area: expect.closeTo(0.016, 12) as number,
      band: expect.closeTo(0.04, 12) as number,
    })
    expect(areaOf([])).toBe(null)
  })
  // GUM: of independent figures of one value the variance of the weighted mean is the inverse of the sum of inverse variances.
  test('two that agree are surer than one, by the root of two', () => {
    expect(
      areaOf([
        { area: 0.016, band: 0.04 },
        { area: 0.016, band: 0.04 },
      ])!.band,
    ).toBeCloseTo(0.04 / Math.SQRT2, 9)
  })
  test('three that differ are no surer than they differ: two standard deviations of their mean', () => {
    const areas = [0.0155, 0.016, 0.0165]
    const found = areaOf(areas.map((area) => ({ area, band: 0.02 })))!
    const own = mean(areas)
    // By another library, on areas that weigh nearly alike.
    const spread = (2 * standardDeviation(areas) * Math.sqrt(3 / 2)) / Math.sqrt(3) / own
    expect(found.area).toBeCloseTo(own, 3)
    expect(found.band / spread).toBeCloseTo(1, 1)
  })
  test('the table goes with it in proportion, and says how many jobs it is from', () => {
    const proved = withProvedArea(kit, [{ area: 0.9 * atRide(kit), band: 0.05 }], 'Maren')
    expect(atRide(proved)).toBeCloseTo(0.9 * atRide(kit), 9)
    expect(originOf(proved, 'bag.table')).toEqual({ from: 'shop', of: '', band: 0.05, jobs: 1, by: 'Maren' })
  })
})
