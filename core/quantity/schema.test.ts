import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import { schemaText } from '.'

/** What is wrong and what would be right, whatever schema refuses; its own message where it has one. */
describe('a refusal of a schema', () => {
  const why = (schema: z.ZodType, value: unknown) => {
    const read = schema.safeParse(value)
    if (read.success) throw new Error('a refusal is expected')
    return schemaText(read.error.issues[0]!)
  }
  test.each([
    [z.string().min(1), '', 'is missing'],
    [z.string().min(3), 'a', '3'],
    [z.string().max(4), 'abcde', '4'],
    [z.number().min(0.5), 0, '0.5'],
    [z.number().gt(0), 0, 'over 0'],
    [z.number().max(240), 9999, '240'],
    [z.number().lt(5), 5, 'under 5'],
    [z.array(z.string()).min(1), [], 'is missing'],
    [z.array(z.string()).max(2), ['a', 'b', 'c'], '2'],
    [z.string(), undefined, 'is missing'],
    [z.string(), null, 'is missing'],
    [z.number(), 'x', 'must be number, not string'],
    [z.enum(['a', 'b']), 'c', 'must be one of'],
    [z.string().min(1, { error: 'Name is missing' }), '', 'Name is missing'],
  ])('%# says what would be right', (schema, value, says) => {
    const text = why(schema, value)
    expect(text).toContain(says)
    expect(text).not.toMatch(/Too small|Too big|Invalid|expected string to have|>=|<=/)
  })
})
