/** A figure as people write it: whole, decimal, or with a fraction. */
export const AMOUNT = String.raw`(?:\d+[ -]\d+\/\d+|\d+\/\d+|\d+(?:\.\d+)?|\.\d+)`
/** A length with its unit. */
export const LENGTH_UNIT = String.raw`(?:"|''|in(?:ch(?:es)?)?\b\.?|mm\b|cm\b)`

/** Which side a vehicle's driver sits on; null while nobody has said. */
export type DriverSide = 'left' | 'right' | null
type Side = 'left' | 'right'
const OTHER: Record<Side, Side> = { left: 'right', right: 'left' }

/**
 * The side that a text names: left and right, and the driver's and passenger's once it is known which those are.
 * @returns null where it names none, or both
 */
export function sideIn(text: string, driver: DriverSide): Side | null {
  const found = new Set<Side>()
  if (/\bleft\b|\blh\b/i.test(text)) found.add('left')
  if (/\bright\b|\brh\b/i.test(text)) found.add('right')
  if (driver && /\bdriver'?s?(?:[- ]side)?\b/i.test(text)) found.add(driver)
  if (driver && /\bpassenger'?s?(?:[- ]side)?\b/i.test(text)) found.add(OTHER[driver])
  return found.size === 1 ? [...found][0]! : null
}
/** Whether a text names a side by who sits there. */
export const namesDriver = (text: string): boolean => /\b(?:driver|passenger)'?s?(?:[- ]side|\b)/i.test(text)

/** Spaces, commas and colons at the ends, and runs of spaces, put right. */
export const tidied = (text: string): string =>
  text
    .replaceAll(/\s+/g, ' ')
    .replace(/^[\s,;:.\-–()]+/, '')
    .replace(/[\s,;:\-–(]+$/, '')
    .trim()

/** Words of a name that tell it from others: no articles, no numbers. */
const SMALL = new Set([
  'the',
  'and',
  'for',
  'with',
  'side',
  'left',
  'right',
  'each',
  'both',
  'of',
  'to',
  'on',
  'in',
  'a',
])
const wordsOf = (name: string): string[] =>
  name
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter((w) => w.length > 2 && !SMALL.has(w))
    .map((w) => w.replace(/(?<=[a-z]{3})s$/, ''))

/**
 * Whether a text names a thing: the words of its name stand in it one behind the other.
 * @param text as the paper has it
 * @param name of a bolt, a part
 */
export function isNamedIn(text: string, name: string): boolean {
  const wanted = wordsOf(name)
  // No name goes on behind a comma.
  return text.split(/[.,;:()]/).some((clause) => {
    const there = wordsOf(clause)
    return wanted.length > 0 && there.some((_, i) => wanted.every((w, k) => there[i + k] === w))
  })
}
