import { describe, expect, test } from 'vitest'
import { demoKits } from '../../demo/shop'
import { threadDisputes } from './bolt-names'
import { checkKit } from './data-check'
import { PLAIN_OPERATION, type Kit } from './schema'

const twofold = demoKits().find((k) => k.id === 'ninebark-twofold')!
const laidOut = (...names: string[]): Kit => ({
  ...twofold,
  operations: twofold.operations.map((o, i) =>
    i === 0 ? { ...o, hardware: names.map((name) => ({ name, count: 2, when: [] })) } : { ...o, hardware: [] },
  ),
})

// Thread names: ISO 261 (M10 x 1.5 is coarse) and ASME B1.1 (3/8-16 UNC, 3/8-24 UNF).
describe('the same bolt has the same thread wherever it stands', () => {
  test.each([
    ['Frame plate screws M10', []],
    ['Frame plate screws M10 x 1.5', []],
    ['Frame plate screw M10 x 25 mm', []],
    ['Frame plate screws M12', ['Frame plate screw']],
    ['Frame plate screws 3/8-16', ['Frame plate screw']],
    ['Axle strap nuts 3/8-24', ['Axle strap nut']],
    // Another bolt, and another kind.
    ['Bracket screws M12', []],
    ['Frame plate nuts M12', []],
    ['Zip ties', []],
  ])('%s', (name, disputed) => {
    expect(threadDisputes(laidOut(name)).map((d) => d.fastener.name)).toEqual(disputed)
  })
  test('the box is looked at too', () => {
    const part = { ...twofold.parts[0]!, name: 'Axle strap nut', thread: 'M12x1.5' as const }
    expect(threadDisputes({ ...twofold, parts: [part] }).map((d) => d.other)).toEqual(['Axle strap nut M12x1.5'])
  })
  test('no kit of the made-up shop has one', () => {
    expect(demoKits().flatMap((kit) => threadDisputes(kit).map((d) => [kit.id, d.fastener.name, d.other]))).toEqual([])
  })
})

test('a kit that drills nothing and has a step that drills contradicts itself; holes for its valves do not', () => {
  const codes = (kit: Kit) => checkKit(kit).map((f) => f.code)
  expect(twofold.drilling).toBe(false)
  expect(codes(twofold)).not.toContain('drilling-unsaid')
  const drill = {
    ...PLAIN_OPERATION,
    id: 'd',
    title: 'Drill two 3/8 in holes in the rail',
    phase: 'mount' as const,
    steps: [],
  }
  const drilled = { ...twofold, operations: [...twofold.operations, drill] }
  expect(codes(drilled)).toContain('drilling-unsaid')
  expect(codes({ ...drilled, drilling: true })).not.toContain('drilling-unsaid')
})
