import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'

/**
 * What a text is known by: another text, another figure in it, and it is another one.
 * @returns SHA-256 of the text in UTF-8, 64 hex digits
 * Source: FIPS 180-4, by @noble/hashes, which needs no secure context in a browser.
 */
export const hashOf = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)))

/** The same data with the keys of every object in order, so that the order in which they were written makes no difference. */
function inOrder(data: unknown): unknown {
  if (Array.isArray(data)) return data.map(inOrder)
  if (typeof data !== 'object' || data === null) return data
  const entries = Object.entries(data).filter(([, value]) => value !== undefined)
  return Object.fromEntries(entries.sort(([a], [b]) => (a < b ? -1 : 1)).map(([key, value]) => [key, inOrder(value)]))
}

/**
 * What plain data is known by, whatever the order of its keys.
 * @returns SHA-256 of its JSON with the keys in order, 64 hex digits
 */
export const hashOfData = (data: unknown): string => hashOf(JSON.stringify(inOrder(data)))

/** The same data without what says nothing: an absent thing, a no, an empty text or list. */
function said(data: unknown): unknown {
  if (Array.isArray(data)) return data.map(said)
  if (typeof data !== 'object' || data === null) return data
  const isNothing = (value: unknown) =>
    value === null || value === undefined || value === false || value === '' || (Array.isArray(value) && !value.length)
  const entries = Object.entries(data).flatMap(([key, value]) => (isNothing(value) ? [] : [[key, said(value)]]))
  return Object.fromEntries(entries)
}

/**
 * What a document is known by to programs of different age: a field that a later one adds, and that says nothing in it, makes no
 * difference.
 * @returns SHA-256 of its JSON with the keys in order and what says nothing left out, 64 hex digits
 */
export const hashOfSaid = (data: unknown): string => hashOfData(said(data))
