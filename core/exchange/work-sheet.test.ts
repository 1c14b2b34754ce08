import Papa from 'papaparse'
import { describe, expect, test } from 'vitest'
import { demoKits } from '../../demo/shop'
import { POUND_FOOT } from '../quantity'
import { fastenersSheet, operationsSheet, readFasteners, readOperations } from '.'

describe('instructions as a spreadsheet', () => {
  test('come back as they went out, for every kit of the made-up shop', () => {
    for (const { id, operations, fasteners } of demoKits()) {
      if (!operations.length) continue
      const read = readOperations(operationsSheet(operations))
      expect(read.ok && read.value, id).toEqual(operations)
      const bolts = readFasteners(fastenersSheet(fasteners))
      expect(bolts.ok, id).toBe(true)
      if (!bolts.ok) continue
      for (const [i, f] of fasteners.entries()) {
        const { spec, ...rest } = bolts.value[i]!
        const { spec: was, ...restHere } = f
        expect(rest).toEqual(restHere)
        for (const [key, value] of Object.entries(was))
          if (typeof value === 'number') expect((spec as unknown as Record<string, number>)[key]).toBeCloseTo(value, 6)
          else expect((spec as unknown as Record<string, unknown>)[key]).toBe(value)
      }
    }
  })
  test('lose nothing of what only some papers say', () => {
    const { operations, fasteners } = demoKits().find((k) => k.id === 'ninebark-twofold')!
    const [first, second] = operations
    const told = {
      ...first!,
      makes: ['Test block', 'Shim of tube'],
      alters: [
        { part: 'Plate', fate: 'cut' as const, side: 'left' as const, note: 'to 30 mm' },
        { part: 'Cup', fate: 'turned' as const, side: null, note: '' },
      ],
      bothFirst: true,
      hiddenBy: second!.id,
    }
    const read = readOperations(operationsSheet([told]))
    expect(read.ok && read.value).toEqual([told])
    const bolts = [
      { ...fasteners[0]!, spec: { kind: 'none-given' as const }, length: 0.0508, washers: 2 },
      { ...fasteners[1]!, spec: { kind: 'snug' as const }, fitting: { kind: 'push' as const, sealant: true } },
    ]
    const back = readFasteners(fastenersSheet(bolts))
    expect(back.ok && back.value).toEqual(bolts)
  })
  // Source: RFC 4180, by papaparse: any spreadsheet reads it.
  test('are a table with one head and one row an operation', () => {
    const { operations } = demoKits().find((k) => k.id === 'ninebark-twofold')!
    const { data } = Papa.parse<Record<string, string>>(operationsSheet(operations), { header: true })
    expect(data.map((r) => r.id)).toEqual(operations.map((o) => o.id))
    expect(data.find((r) => r.id === 'mount-contact')!.asks).toBe('mountTouches')
  })
  test('name what is wrong by row and column, and take nothing then', () => {
    const { operations } = demoKits().find((k) => k.id === 'ninebark-twofold')!
    const lines = operationsSheet(operations).split('\r\n')
    const spoil = (from: string, to: string, row = 1) =>
      readOperations(lines.map((l, i) => (i === row ? l.replace(from, to) : l)).join('\r\n'))
    const problem = (read: ReturnType<typeof readOperations>) =>
      read.ok ? null : [read.problems[0]!.row, read.problems[0]!.column]
    expect(problem(spoil(',each,', ',both,'))).toEqual([2, 'side'])
    expect(problem(spoil(',bench,', ',oven,'))).toEqual([2, 'phase'])
    expect(problem(readOperations(lines[0]!.replace('title', 'name') + '\r\n' + lines[1]!))?.[0]).toBe(1)
    expect(problem(readOperations([lines[0], 'a,b'].join('\r\n')))?.[0]).toBe(2)
  })
  test('take torques in the unit of the head', () => {
    const read = readFasteners('id,name,count,spec,torque_lb-ft,low_lb-ft,high_lb-ft\nnut,Nut,2,target,20,18,22\n')
    expect(read.ok && read.value[0]!.spec).toEqual({
      kind: 'target',
      value: expect.closeTo(20 * POUND_FOOT, 6) as number,
      low: expect.closeTo(18 * POUND_FOOT, 6) as number,
      high: expect.closeTo(22 * POUND_FOOT, 6) as number,
    })
  })
})
