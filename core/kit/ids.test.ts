import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { demoKits } from '../../demo/shop'
import { closingFaults, freeId, idOf, kitSchema, ownId, PLAIN_OPERATION, type Kit } from '.'

describe('a name becomes an id', () => {
  test.each([
    ['Torque the strap, 19 lb-ft!', 'torque-the-strap-19-lb-ft'],
    ['…', 'step'],
    ['3/8 nut', '3-8-nut'],
  ])('%s: %s', (name, id) => expect(idOf(name)).toBe(id))
  test('that no other has', () => expect(freeId('align', ['align', 'align-2'])).toBe('align-3'))
})

describe('any name is a good one', () => {
  const kit = demoKits()[0]!
  const withStep = (title: string): Kit => ({
    ...kit,
    fasteners: [],
    operations: [{ ...PLAIN_OPERATION, id: ownId(title, []), title, phase: 'mount', steps: [title] }],
  })
  // Names that the plan has steps of its own by.
  test.each(['Front bracket on', 'State of the leaf pack', 'Settle', 'Soap', 'Lug nuts', 'First air'])(
    '%s',
    (title) => {
      const read = kitSchema.safeParse(withStep(title))
      expect(read.success && closingFaults(read.data)).toEqual([])
    },
  )
  test('whatever somebody types', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 200 }), (title) => {
        fc.pre(title.trim() !== '')
        const read = kitSchema.safeParse(withStep(title))
        expect(read.success && closingFaults(read.data)).toEqual([])
      }),
    )
  })
})
