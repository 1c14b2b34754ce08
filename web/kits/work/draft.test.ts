import { describe, expect, test } from 'vitest'
import { demoKits } from '../../../demo/shop'
import { closingFaults, kitSchema } from '@stout-shackle/core/kit'
import { blankOperation, countedLines, withoutOperation } from './draft'

describe('a kit as it is written', () => {
  test('a blank step is one that the schema takes', () => {
    const kit = { ...demoKits()[0]!, fasteners: [], operations: [blankOperation('new-step', 'New step', 'mount')] }
    expect(kitSchema.safeParse(kit).success).toBe(true)
  })
  test('a step taken out hands on what it waited for, and leaves nothing that nobody knows', () => {
    const kit = demoKits().find((k) => k.id === 'ninebark-twofold')!
    const without = withoutOperation(kit, 'mount-contact')
    expect(kitSchema.safeParse(without).success).toBe(true)
    expect(without.operations.some((o) => o.after.includes('mount-contact'))).toBe(false)
    expect(without.operations.find((o) => o.id === 'contact-spacer')!.after).toContain('mount-lower')
    expect(closingFaults(without)).toEqual([])
  })
})

describe('lines with a count', () => {
  test.each([
    ['2 x Clip\n\n 3 Washer ', [2, 'Clip', 3, 'Washer']],
    ['1x Nut', [1, 'Nut']],
    ['', []],
  ])('%j reads as %j', (text, read) => {
    const found = countedLines(text)
    expect(found.ok && found.lines.flatMap((l) => [l.count, l.name])).toEqual(read)
  })
  test('the line nobody can read is named, and nothing is taken', () => {
    const found = countedLines('2 x Clip\ntwo plugs')
    expect(!found.ok && found.why).toContain('"two plugs"')
  })
})
