import { describe, expect, test } from 'vitest'
import { bracketField, kitField, lineField, boltField, stepField } from '.'

describe('a field from its schema', () => {
  test.each([
    [kitField('bag.minimum'), { type: 'quantity', kind: 'pressure', min: 20_000, max: 300_000, nullable: false }],
    [kitField('price'), { type: 'number', nullable: true, max: 20_000 }],
    [kitField('testPressure'), { type: 'quantity', kind: 'pressure', nullable: true }],
    [kitField('drilling'), { type: 'yes-no' }],
    [kitField('axle'), { type: 'choice', options: ['rear', 'front'] }],
    [kitField('fitment.wheels'), { type: 'choices', options: ['single', 'dual'] }],
    [kitField('bag.coilGap.threshold'), { type: 'quantity', kind: 'length' }],
    [kitField('checksAYear'), { type: 'number', whole: true }],
    [boltField('fitting.kind'), { type: 'choice' }],
    [bracketField('port'), { type: 'choice', nullable: true }],
    [stepField('minutes'), { type: 'number', min: 0.5, max: 240, whole: false }],
    [lineField('make'), { type: 'text', maxLength: 60 }],
  ])('%j', (field, is) => expect(field).toMatchObject(is))
  test('every choice has a word', () => {
    for (const field of [
      kitField('family'),
      kitField('fitment.bumpStops'),
      stepField('support'),
      stepField('checks'),
      boltField('head'),
    ])
      for (const option of field.options) expect(field.words.choices?.[option]).toMatch(/\w/)
  })
})
