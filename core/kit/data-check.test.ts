import { describe, expect, test } from 'vitest'
import { demoKits, demoStock } from '../../demo/shop'
import { flagText } from '../wording'
import {
  bagDiameter,
  checkKit,
  closingFaults,
  DEFAULT_RULES,
  hasAir,
  kitSchema,
  ruleSetSchema,
  stockState,
  type AirKit,
  type Kit,
} from '.'

/** Without its frame screw, which 30 lb-ft on an M10 takes to three quarters of proof at the slickest finish. */
const ridge = demoKits()
  .filter(hasAir)
  .find((k) => k.id === 'ninebark-twofold')!
const kit: AirKit = {
  ...ridge,
  fasteners: ridge.fasteners.filter((f) => f.id !== 'frame-screw'),
  operations: ridge.operations,
}
const codes = (k: Kit) => checkKit(k).map((f) => f.code)
const bag = (change: Partial<AirKit['bag']>): Kit => ({ ...kit, bag: { ...kit.bag, ...change } })

describe('what a kit says against itself', () => {
  test('the made-up shop has one such kit, put there on purpose', () => {
    const flags = demoKits().flatMap((k) => checkKit(k).map((f) => [k.id, f.code]))
    expect(flags.filter(([, code]) => code !== 'torque-near-proof')).toEqual([
      ['kettleworth-single', 'capacity-disagrees'],
    ])
  })
  // Source: common practice, no published source: 15 % between listed capacity and pressure times area.
  test('a listed capacity more than 15 % from pressure times area', () => {
    const full = (2 * kit.bag.maximum * 0.0156) / 9.80665
    expect(codes(bag({ listedPairCapacity: full * 1.14 }))).toEqual([])
    expect(codes(bag({ listedPairCapacity: full * 1.16 }))).toEqual(['capacity-disagrees'])
    expect(codes(bag({ listedPairCapacity: full * 0.84 }))).toEqual(['capacity-disagrees'])
  })
  test('a window past the table, a ride height far from mid-stroke, a diameter over its maximum', () => {
    expect(codes(bag({ heightRange: { low: 0.115, high: 0.25 } }))).toContain('height-range-outside-table')
    expect(codes(bag({ rideHeight: 0.12 }))).toContain('off-mid-stroke')
    expect(codes(bag({ maximumDiameter: 0.16 }))).toContain('diameter-over-maximum')
  })
  test('two columns exchanged: bellows that gain area as they lengthen', () => {
    const { table } = kit.bag
    if (!('areas' in table)) throw new Error('an area table')
    expect(codes(bag({ table: { ...table, areas: [...table.areas].reverse() } }))).toContain('area-rises')
  })
  // Source: SAE J429 grade 5 proof 85 ksi, ASME B1.1 stress area 0.0775 in2 (see torque.test.ts).
  test('a torque against proof load: over it, near it, and one that reads like inch-pounds', () => {
    const torqued = (value: number) =>
      codes({
        ...kit,
        fasteners: kit.fasteners.map((f) =>
          f.id === 'bag-bolt' ? { ...f, spec: { kind: 'target', value, low: value, high: value } } : f,
        ),
      })
    expect(torqued(24)).toEqual([])
    expect(torqued(45)).toEqual(['torque-near-proof'])
    expect(torqued(70)).toEqual(['torque-over-proof'])
    expect(torqued(2)).toEqual(['torque-tiny'])
  })
  test('a mirrored part that is not there, no operations, line and nothing to join it', () => {
    expect(codes({ ...kit, brackets: kit.brackets.filter((b) => b.hand !== 'right') })).toEqual(['mirror-missing'])
    expect(codes({ ...kit, operations: [] })).toEqual(['no-operations'])
    expect(codes({ ...kit, fitting: 'none' })).toEqual(['line-without-fitting'])
    expect(checkKit(kit, []).map((f) => f.code)).toEqual(['no-list'])
  })
  test('each is said in words, in both systems', () => {
    const spoiled = [
      bag({ listedPairCapacity: 9000, rideHeight: 0.12, maximumDiameter: 0.1, heightRange: { low: 0.1, high: 0.25 } }),
      { ...kit, operations: [], fitting: 'none' as const, brackets: kit.brackets.slice(0, 1) },
    ]
    for (const f of spoiled.flatMap((k) => checkKit(k, [])))
      for (const system of ['us', 'metric'] as const) expect(flagText(f, system)).toMatch(/^[A-Z].{15,}/)
  })
  test('a rubber that bends back, and a bag in a rubber helper, are refused', () => {
    const rubber = demoKits().find((k) => k.rubber)!
    const bent = { ...rubber, rubber: { ...rubber.rubber!, force: [2000, 2100, 2200, 2300], max: 2000 } }
    expect(kitSchema.safeParse(bent).error?.issues[0]?.path).toEqual(['rubber', 'force'])
    expect(kitSchema.safeParse({ ...rubber, family: 'bellows' }).success).toBe(false)
  })
})

describe('how wide a bag is', () => {
  const table = {
    heights: [0.1, 0.2],
    pressures: [200_000, 600_000],
    diameters: [
      [0.16, 0.18],
      [0.12, 0.14],
    ],
  }
  const wide = { ...kit.bag, diameters: table, maximumDiameter: 0.19 }
  test("at the table's points, half way between them, and the worst beyond", () => {
    expect(bagDiameter(wide, 0.1, 200_000)).toBe(0.16)
    expect(bagDiameter(wide, 0.2, 600_000)).toBeCloseTo(0.14, 12)
    expect(bagDiameter(wide, 0.15, 400_000)).toBeCloseTo(0.15, 12)
    expect(bagDiameter(wide, 0.25, 400_000)).toBe(0.19)
    expect(bagDiameter({ ...wide, diameters: null }, 0.15, 400_000)).toBe(0.19)
  })
})

describe('the catalog', () => {
  const item = demoStock().find((s) => s.id === 'band-clamp')!
  test('what is free, and what to order', () => {
    expect(stockState({ ...item, onHand: 5 }, [{ job: '1', count: 2 }])).toMatchObject({ free: 3, order: 0 })
    expect(stockState({ ...item, onHand: 5 }, [{ job: '1', count: 3 }])).toMatchObject({ free: 2, order: 6 })
    expect(stockState({ ...item, onHand: 1 }, [{ job: '1', count: 2 }])).toMatchObject({ free: -1, order: 9 })
  })
})

describe('rules as data', () => {
  test('those as shipped are valid, and the same rule twice is refused', () => {
    expect(ruleSetSchema.safeParse(DEFAULT_RULES).success).toBe(true)
    const twice = { ...DEFAULT_RULES, rules: [...DEFAULT_RULES.rules, DEFAULT_RULES.rules[0]!] }
    expect(ruleSetSchema.safeParse(twice).error?.issues[0]?.message).toContain('is there twice')
  })
})

describe('instructions that could never be kept', () => {
  const kit = demoKits().find((k) => k.id === 'kettleworth-core-92')!
  const change = (id: string, part: Partial<Kit['operations'][number]>) =>
    closingFaults({ ...kit, operations: kit.operations.map((o) => (o.id === id ? { ...o, ...part } : o)) }).map((f) =>
      f.path.slice(2).join('.'),
    )
  test('none in the kits of the made-up shop', () => {
    for (const k of demoKits()) expect(closingFaults(k), k.id).toEqual([])
  })
  // Common practice, no published source: who reads these would be hurt by them, or could not go on.
  test('what carries the axle opened without a jack, and never closed', () => {
    expect(change('undo-shock', { support: 'axle-hanging' })).toContain('support')
    expect(change('shock-loose', { closes: [] })).toContain('opens.0')
  })
  test('a regime that nothing keeps', () => {
    expect(change('torque-shock', { support: 'axle-hanging' })).toContain('torques.0')
    const bellows = demoKits().find((k) => k.id === 'ninebark-twofold')!
    const early = bellows.operations.map((o) => (o.id === 'torque-upper' ? { ...o, after: ['mount-lower'] } : o))
    expect(closingFaults({ ...bellows, operations: early }).map((f) => f.path.slice(2).join('.'))).toContain(
      'torques.0',
    )
  })
  test('wheels off where the tires carry the axle, a raised axle without its jack', () => {
    expect(change('insert', { support: 'frame-raised', raise: null })).toContain('wheels')
    expect(change('insert', { support: 'axle-hanging' })).toContain('raise')
  })
})
