import type { Condition } from '../kit'
import { tidied } from './words'

/** A line of the vehicles that a paper says the kit fits. */
interface FitsLine {
  make: string
  model: string
  from: number
  to: number
  conditions: Condition[]
  /** Words that nobody made a condition of. */
  unread: string
}
export type FitsRead = { ok: true; line: FitsLine } | { ok: false; why: string }

const YEARS =
  /\b(19[5-9]\d|20\d\d)\b\s*(?:(?:-|–|to|through)\s*(?:(19[5-9]\d|20\d\d)\b|(on|up|newer|present|current)\b)?)?(\s*(?:\+|and (?:up|newer|later)))?/i
/** The words of a survey, each with what it says of the vehicle. */
const CONDITIONS: readonly [RegExp, Condition][] = [
  [/\b(?:dual(?: rear)? wheels?|duall(?:y|ies)|drw)\b/i, { wheels: 'dual' }],
  [/\b(?:single(?: rear)? wheels?|srw)\b/i, { wheels: 'single' }],
  [/\b(?:4wd|4x4|four[- ]wheel[- ]drive)\b/i, { vehicle: 'drive', is: ['all'] }],
  [/\b(?:2wd|4x2|two[- ]wheel[- ]drive|rear[- ]wheel[- ]drive|rwd)\b/i, { vehicle: 'drive', is: ['rear'] }],
  [/\b(?:front[- ]wheel[- ]drive|fwd)\b/i, { vehicle: 'drive', is: ['front'] }],
  [/\bleaf(?: springs?)?\b/i, { suspension: 'leaf' }],
  [/\bcoil(?: springs?)?\b/i, { suspension: 'coil' }],
  [/\b(?:no|without) (?:factory )?(?:air|self[- ]level(?:ing|er))\b/i, { survey: 'factoryAir', is: [false] }],
  [/\b(?:no|without) lift(?: kit)?\b/i, { survey: 'otherLift', under: 0.005 }],
]
/** A year that a paper leaves open. */
const OPEN_END = 2100

/**
 * Reads a line of vehicles: `Dunnock 25 2015-2019, single rear wheels`. The first word is the make, unless a comma says otherwise.
 * @returns the line, with what of it is a condition, or what cannot be read
 * @example
 * parseFits('Dunnock 25 2015-2019').line.to // => 2019
 */
export function parseFits(text: string): FitsRead {
  const years = YEARS.exec(text)
  if (!years) return { ok: false, why: `"${text.trim()}" has no years: type for example "Make Model 2015-2019"` }
  const from = Number(years[1])
  const to = years[2] ? Number(years[2]) : years[3] || years[4] ? OPEN_END : from
  if (to < from) return { ok: false, why: `${from} to ${to} goes back: type the earlier year first` }
  const before = tidied(text.slice(0, years.index))
  const after = text.slice(years.index + years[0].length)
  const named = before || tidied(after)
  const rest = before ? after : ''
  const comma = named.indexOf(',')
  const [make, model] =
    comma >= 0
      ? [named.slice(0, comma), named.slice(comma + 1)]
      : [named.split(' ')[0] ?? '', named.split(' ').slice(1).join(' ')]
  if (!tidied(make) || !tidied(model))
    return { ok: false, why: `"${text.trim()}" needs make and model: type for example "Make Model 2015-2019"` }
  let unread = rest
  const conditions = CONDITIONS.flatMap(([words, condition]) => {
    if (!words.test(unread)) return []
    unread = unread.replace(words, ' ')
    return [condition]
  })
  unread = tidied(unread.replaceAll(/\b(?:only|with|rear|models?)\b/gi, ' ').replaceAll(/[,;]/g, ' '))
  return { ok: true, line: { make: tidied(make), model: tidied(model), from, to, conditions, unread } }
}
