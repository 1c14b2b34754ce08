import type { Operation } from './schema'

/** Holes that a step drills in the vehicle, as its words have them. */
export interface Drilling {
  /** The line that says it. */
  line: string
  /** Null where nobody says how many. */
  count: number | null
  /** As it is written: names of bits stay as they are. */
  size: string | null
}

const NUMBERS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight']
/** As something that is done, not as a tool that lies there or a thing to stay clear of: at the head of a clause, or with what is drilled. */
const DRILLS = new RegExp(
  String.raw`(?:^|[.;:,]\s*|\b(?:and|then|to|be|is|are)\s+)(?:pre-?)?drill(?:ed)?\b(?!\s+(?:bits?|press|and bolts)\b)|\bdrill\s+(?:\d|a\b|the\b|through\b|out\b|holes?\b|(?:${NUMBERS.join('|')})\b)`,
  'i',
)
const NOT_DONE = /\b(?:no|not|never|without|before|instead of|keep|nothing is)\b[^.;]*\bdrill/i
const SIZE = /(\d+\s*\/\s*\d+|\d+(?:\.\d+)?)\s*-?\s*(in(?:ch(?:es)?)?\b|mm\b|")/i
const COUNT = new RegExp(String.raw`\b(\d{1,2}|${NUMBERS.join('|')})\s+(?:\S+\s+){0,4}?holes?\b`, 'i')

function countIn(line: string): number | null {
  const word = COUNT.exec(line)?.[1]?.toLowerCase()
  if (word === undefined) return null
  const named = NUMBERS.indexOf(word)
  return named >= 0 ? named + 1 : Number(word)
}

/**
 * Whether a step drills holes in the vehicle, by its title and its lines.
 * @returns the line that says most of them; null where it drills nothing
 */
export function drillingOf({ title, steps }: Pick<Operation, 'title' | 'steps'>): Drilling | null {
  const lines = [title, ...steps].filter((line) => DRILLS.test(line) && !NOT_DONE.test(line))
  const told = lines.map((line): Drilling => {
    const size = SIZE.exec(line)
    return { line, count: countIn(line), size: size && size[0].trim() }
  })
  return told.find((d) => d.size !== null) ?? told[0] ?? null
}
