import { describe, expect, test } from 'vitest'
import { PAPER, PLAIN_FASTENER, PLAIN_OPERATION, typicalKit } from '@stout-shackle/core/kit'
import { PSI } from '@stout-shackle/core/quantity'
import { usualTarget } from '@stout-shackle/core/torque'
import { placeName, valueText } from './place-words'

const named = { id: 'own', maker: 'Own', number: '1', name: 'Kit', family: 'bellows', axle: 'rear' } as const
const kit = {
  ...typicalKit(named),
  operations: [{ ...PLAIN_OPERATION, id: 'hang', title: 'Hang it', phase: 'mount' as const, steps: [] }],
  fasteners: [{ ...PLAIN_FASTENER, id: 'nut', name: 'strap nut', count: 2, spec: usualTarget(22) }],
}

describe('a place of a kit by the label of its field', () => {
  test.each([
    ['maker', 'Maker'],
    ['bag.maximum', 'Max'],
    ['origins.bag.maximum', 'Max, where it is from'],
  ])('%s', (path, name) => expect(placeName(kit, path.split('.'))).toBe(name))
  test('of a list it is the entry, by its number or its id', () => {
    for (const at of [0, 'hang']) expect(placeName(kit, ['operations', at, 'minutes'])).toMatch(/^"Hang it", /)
    expect(placeName(kit, ['fasteners', 'nut'])).toBe('"strap nut"')
  })
  test('no place is without a name', () => {
    expect(placeName(kit, ['nowhere', 'here'])).toBe('nowhere here')
  })
})

describe('a value in the shop’s units and words', () => {
  test.each([
    ['bag.maximum', 90 * PSI, '90 psi'],
    ['operations.hang.side', 'each', 'each side'],
    ['fasteners.nut.spec', usualTarget(27.1163), '20 lb-ft'],
    ['drilling', true, 'yes'],
    ['price', null, 'nothing'],
    ['fasteners.nut', undefined, 'removed'],
    ['fasteners.nut', kit.fasteners[0], 'strap nut'],
    ['origins.bag.maximum', PAPER, 'paper'],
  ])('%s', (path, value, text) => expect(valueText(path.split('.'), value, 'us')).toContain(text))
})
