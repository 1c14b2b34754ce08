import { describe, expect, test } from 'vitest'
import { hashOf, hashOfData, hashOfSaid } from '.'

describe('SHA-256', () => {
  // NIST FIPS 180-4, example "abc" and the empty message.
  test.each([
    ['abc', 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'],
    ['', 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855'],
  ])('of %j', (text, hash) => expect(hashOf(text)).toBe(hash))
})

describe('of data', () => {
  test('the order of keys makes no difference, that of a list does', () => {
    expect(hashOfData({ a: 1, b: { c: 2, d: 3 } })).toBe(hashOfData({ b: { d: 3, c: 2 }, a: 1 }))
    expect(hashOfData([1, 2])).not.toBe(hashOfData([2, 1]))
  })
  test('a field that is not there is one that is undefined, and not one that is null', () => {
    expect(hashOfData({ a: 1, b: undefined })).toBe(hashOfData({ a: 1 }))
    expect(hashOfData({ a: 1, b: null })).not.toBe(hashOfData({ a: 1 }))
  })
})

describe('of a document', () => {
  test('a field that says nothing makes no difference, one that says something does', () => {
    const kit = { name: 'A', bolts: [{ count: 2 }] }
    for (const nothing of [null, undefined, false, '', []])
      expect(hashOfSaid({ ...kit, later: nothing })).toBe(hashOfSaid(kit))
    expect(hashOfSaid({ name: 'A', bolts: [{ count: 2, later: null }] })).toBe(hashOfSaid(kit))
    for (const thing of [0, true, 'x', [1]]) expect(hashOfSaid({ ...kit, later: thing })).not.toBe(hashOfSaid(kit))
    expect(hashOfSaid({ list: [1, null, 2] })).not.toBe(hashOfSaid({ list: [1, 2] }))
  })
})
