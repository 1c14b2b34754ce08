import { describe, expect, test } from 'vitest'
import { countedLines } from './counted-lines'

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
