import { BOLT_HEADS, type BoltHead, type Bracket, type Kit } from '../kit'
import { sideIn, tidied, type DriverSide } from './words'

type Part = Kit['parts'][number]
/** A line of what is in the box: a part, and the bracket that it is where it is one. */
export type PartRead = { ok: true; part: Part; bracket: Bracket | null } | { ok: false; why: string }

const COUNT = /^(?:\(?(\d{1,2})\)?\s*(?:x|×|pcs?\.?|ea\.?|each)?\s+|(?:qty\.?\s*)(\d{1,2})\s+)(?=\S)/i
/** A number stamped on a part: letters and digits with a dash or without, at the end or in brackets. */
const NUMBER = /(?:#|no\.?\s*|number\s*)?\b(?=[A-Z0-9-]*\d)(?=[A-Z0-9-]{3})([A-Z][A-Z0-9]*(?:-[A-Z0-9]+)*)\b/
const SIDE_WORDS = /,?\s*\b(?:left|right|lh|rh|driver'?s?|passenger'?s?)(?:[- ](?:side|hand))?\b/gi
const PORT = new RegExp(String.raw`\bport\s+(?:facing\s+|faces\s+)?(${BOLT_HEADS.join('|')})\b`, 'i')
const PLACES: readonly [RegExp, Bracket['place']][] = [
  [/\b(?:upper|frame|rail|top)\b/i, 'frame'],
  [/\b(?:leaf|spring pack|spring)\b/i, 'spring'],
  [/\b(?:plate|bag)\b/i, 'bag'],
  [/\b(?:lower|axle|bottom)\b/i, 'axle'],
]

/**
 * Reads a line of what is in the box: `2 Air spring AB-2210`, `1 Upper bracket AB-31 left, port inboard`.
 * @param driver on which side the driver sits, where the paper tells sides by that
 * @returns the part, with the bracket that it is, or what cannot be read
 * @example
 * parsePart('4 Dished plate', null).part.count // => 4
 */
// eslint-disable-next-line complexity -- what a line may hold, one piece after the other
export function parsePart(text: string, driver: DriverSide): PartRead {
  const side = sideIn(text, driver)
  const port = (PORT.exec(text)?.[1]?.toLowerCase() ?? null) as BoltHead | null
  const line = tidied(text).replace(PORT, ' ')
  const count = COUNT.exec(line)
  const rest = line.replace(COUNT, '')
  const number = NUMBER.exec(rest)?.[1] ?? ''
  const name = tidied(
    rest
      .replace(NUMBER, ' ')
      .replaceAll(SIDE_WORDS, ' ')
      .replaceAll(/\(\s*\)/g, ' '),
  )
  if (!name) return { ok: false, why: `"${text.trim()}" has no name: type what it is, for example "2 Air spring"` }
  const many = Number(count?.[1] ?? count?.[2] ?? 1)
  if (many < 1 || many > 99) return { ok: false, why: `"${many}" of them: 1 to 99` }
  const part: Part = {
    number,
    name,
    count: many,
    when: [],
    side,
    circuit: null,
    thread: null,
    length: null,
    width: null,
  }
  const place = /\bbracket\b/i.test(name) ? (PLACES.find(([word]) => word.test(name))?.[1] ?? 'frame') : null
  return { ok: true, part, bracket: place && { name, place, hand: side ?? 'either', number, port } }
}
