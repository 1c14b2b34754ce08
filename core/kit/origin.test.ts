import { describe, expect, test } from 'vitest'
import { demoKits } from '../../demo/shop'
import {
  figureHash,
  figuresOf,
  isConfirmed,
  kitDoubts,
  kitHash,
  kitSchema,
  lacksOf,
  movedKit,
  originOf,
  PAPER,
  stoodFor,
  withOrigin,
  type Kit,
  type Origin,
} from '.'

const twofold = demoKits().find((k) => k.id === 'ninebark-twofold')!
const from = (origin: Partial<Origin>): Origin => ({ ...PAPER, ...origin })
const paths = (kit: Kit) => lacksOf(kit).map(({ path }) => path)

describe('where a figure is from', () => {
  test('is told by its own place, then by the part it stands in, then by the kit', () => {
    const kit = withOrigin(
      withOrigin(twofold, ['bag'], from({ from: 'copied', of: 'Onefold' })),
      ['bag.maximum'],
      from({ from: 'typical', band: 0.2 }),
    )
    expect(originOf(kit, 'bag.maximum').from).toBe('typical')
    expect(originOf(kit, 'bag.minimum')).toMatchObject({ from: 'copied', of: 'Onefold' })
    expect(originOf(kit, 'fitment').from).toBe('paper')
    // Said of the part again, it holds for all of it.
    expect(originOf(withOrigin(kit, ['bag'], PAPER), 'bag.maximum').from).toBe('paper')
  })
  test('a kit that does not say it has the figures of the shop, and nobody stands for them', () => {
    const { origin: _origin, ...unsaid } = twofold
    const kit = kitSchema.parse(unsaid)
    expect(kit.origin).toMatchObject({ from: 'shop', by: '' })
    expect(paths(kit)).toEqual(
      expect.arrayContaining(['bag.minimum', 'bag.maximum', 'testPressure', 'bolts', 'fitment']),
    )
  })
  test.each([
    [{ from: 'paper' }, true],
    [{ from: 'shop', by: 'Maren' }, true],
    [{ from: 'shop' }, false],
    [{ from: 'typical' }, false],
    [{ from: 'copied', of: 'Onefold' }, false],
  ] as const)('%j is confirmed: %s', (origin, confirmed) => expect(isConfirmed(from(origin))).toBe(confirmed))
})

describe('what keeps a vehicle in the shop', () => {
  test('pressures, each torque, fitment, and a kit without a step; area and volume never', () => {
    expect(paths(twofold)).toEqual([])
    const typical = from({ from: 'typical', band: 0.2 })
    expect(paths(withOrigin(twofold, ['bag.table', 'bag.rideHeight', 'price'], typical))).toEqual([])
    for (const path of [
      'bag.minimum',
      'bag.maximum',
      'testPressure',
      'fitment',
      `fasteners.${twofold.fasteners[0]!.id}`,
    ])
      expect(paths(withOrigin(twofold, [path], typical))).toEqual([path])
    const bare = lacksOf({ ...twofold, operations: [] })
    expect(bare.filter((l) => l.why === 'no-steps').map((l) => l.path)).toEqual(['operations'])
    // A torque that no step gives is one that nobody draws.
    expect(bare.filter((l) => l.why === 'in-no-step').length).toBe(
      twofold.fasteners.filter((f) => f.spec.kind !== 'none-given').length,
    )
  })
  test('every kit of the made-up shop has its maker’s figures', () => {
    for (const kit of demoKits()) expect([kit.id, paths(kit)]).toEqual([kit.id, []])
  })
  test('rubber has its load where air has its pressures', () => {
    const rubber = demoKits().find((k) => k.family === 'rubber')!
    const musts = figuresOf(rubber).filter((f) => f.must && f.part === 'pressure')
    expect(musts.map(({ path }) => path)).toEqual(['rubber.max'])
  })
})

describe('who stands for a figure', () => {
  const own = (by: string) => withOrigin(twofold, ['bag.maximum'], from({ from: 'shop', by }))
  test('is who writes it, whatever the document says', () => {
    expect(originOf(stoodFor(own('Somebody'), null, 'Maren'), 'bag.maximum').by).toBe('Maren')
    expect(originOf(stoodFor(own(''), null, 'Maren'), 'bag.maximum').by).toBe('')
    expect(stoodFor({ ...twofold, origin: from({ from: 'paper', by: 'Somebody' }) }, null, 'Maren').origin.by).toBe('')
  })
  test('stays who it was while the figure is as it was', () => {
    expect(originOf(stoodFor(own('Maren'), own('Maren'), 'Ignace'), 'bag.maximum').by).toBe('Maren')
    const higher = { ...own('Maren'), bag: { ...twofold.bag!, maximum: twofold.bag!.maximum + 1000 } }
    expect(originOf(stoodFor(higher, own('Maren'), 'Ignace'), 'bag.maximum').by).toBe('Ignace')
  })
  test('in a file it is nobody', () => {
    expect(originOf(stoodFor(own('Maren'), null, ''), 'bag.maximum').by).toBe('')
  })
})

describe('what a version is known by', () => {
  test('any figure, any origin', () => {
    expect(kitHash(structuredClone(twofold))).toBe(kitHash(twofold))
    expect(kitHash({ ...twofold, price: 1 })).not.toBe(kitHash(twofold))
    expect(kitHash(withOrigin(twofold, ['price'], from({ from: 'shop' })))).not.toBe(kitHash(twofold))
  })
  test('a figure by what it says, wherever it stands in its list', () => {
    const [first, second] = twofold.fasteners
    const turned = { ...twofold, fasteners: [second!, first!, ...twofold.fasteners.slice(2)] }
    expect(figureHash(turned, `fasteners.${first!.id}`)).toBe(figureHash(twofold, `fasteners.${first!.id}`))
    // Which there are is a figure of its own.
    expect(figureHash({ ...twofold, fasteners: twofold.fasteners.slice(1) }, 'bolts')).not.toBe(
      figureHash(twofold, 'bolts'),
    )
  })
})

describe('a figure that may be off', () => {
  test('is one that moves an answer and has a band', () => {
    const typical = from({ from: 'typical', band: 0.2 })
    expect(kitDoubts(twofold)).toEqual([])
    expect(kitDoubts(withOrigin(twofold, ['bag.table', 'price', 'bag.maximum'], typical))).toEqual([
      { path: 'bag.table', band: 0.2 },
    ])
  })
  test('a fifth more area is a fifth more load at each height and pressure (F = P A)', () => {
    const moved = movedKit(twofold, { path: 'bag.table', band: 0.2 })
    const areas = (kit: Kit) => (kit.bag!.table as { areas: number[] }).areas
    areas(moved).forEach((area, i) => expect(area).toBeCloseTo(1.2 * areas(twofold)[i]!, 12))
    expect(movedKit(twofold, { path: 'bag.table', band: 0.2 })).toBe(moved)
  })
  test('a bag is not moved out of its range', () => {
    const { bag } = movedKit(twofold, { path: 'bag.rideHeight', band: 1 })
    expect(bag!.rideHeight).toBe(twofold.bag!.heightRange.high)
  })
})
