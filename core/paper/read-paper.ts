import { parseQuantity, PSI, type UnitSystem } from '../quantity'
import { parseBolt, type BoltRead } from './bolt-line'
import { parseGap, type GapRead } from './gap-line'
import { parsePart, type PartRead } from './part-line'
import { parseFits, type FitsRead } from './vehicle-line'
import { isForLater } from './step-line'
import { AMOUNT, LENGTH_UNIT, namesDriver, tidied, type DriverSide } from './words'

/** A pressure that a paper gives, by what it is. */
export interface PressureFound {
  what: 'minimum' | 'maximum' | 'testPressure'
  /** Pa gauge. */
  value: number
}
/** What a line of a paper is, as far as it plainly says so; the text it came from stands with it. */
export type PaperItem = { line: number; text: string } &
  /** `numbered` as a paper numbers what is done in the bay; else a line that nobody recognized, or one for later. */
  (
    | { is: 'step'; numbered: boolean }
    | { is: 'bolt'; bolt: Extract<BoltRead, { ok: true }>['bolt'] }
    | { is: 'part'; part: Extract<PartRead, { ok: true }>['part']; bracket: Extract<PartRead, { ok: true }>['bracket'] }
    | { is: 'gap'; gap: Extract<GapRead, { ok: true }>['gap'] }
    | { is: 'fits'; fits: Extract<FitsRead, { ok: true }>['line'] }
    | { is: 'pressures'; pressures: PressureFound[] }
  )
export interface PaperRead {
  items: PaperItem[]
  /** Some of it tells sides by who sits there: which side that is has to be asked. */
  asksDriver: boolean
}

const NUMBERED = /^\s*(?:step\s*)?(\d{1,2})\s*[.):]\s+(?=\S)/i
const BULLET = /^\s*[-•*]\s+/
const HEADINGS: readonly [RegExp, Section][] = [
  [
    /^(?:kit |box )?(?:contents|parts(?: list)?|what is in the box|in the box|hardware(?: list)?|includes?)\b.{0,20}:?$/i,
    'parts',
  ],
  [/^(?:torques?|torque (?:specs?|specifications?|chart|table)|fasteners)\b.{0,20}:?$/i, 'bolts'],
  [/^(?:clearances?|gaps?)\b.{0,20}:?$/i, 'gaps'],
  [/^(?:fits|fitment|applications?|vehicles?)\b.{0,20}:?$/i, 'fits'],
  [/^(?:installation|instructions?|how to install|steps|procedure|installing)\b.{0,30}:?$/i, 'steps'],
  [/^(?:pressures?|air pressures?|operating pressures?|inflation)\b.{0,20}:?$/i, 'pressures'],
]
type Section = 'parts' | 'bolts' | 'gaps' | 'fits' | 'steps' | 'pressures'

const UNIT_TORQUE = /\b(?:lb[-· ]?ft|ft[-· ]?lbs?|n[·.]?m|lb[-· ]?in|in[-· ]?lbs?)\b/i
const PRESSURES: readonly [RegExp, PressureFound['what']][] = [
  [/\b(?:test|leak[- ]?test|leak check)\b/i, 'testPressure'],
  [/\bmin(?:imum)?\b/i, 'minimum'],
  [/\bmax(?:imum)?\b|\bdo not exceed\b|\bnever (?:more than|over|exceed)\b/i, 'maximum'],
]
const PRESSURE_RANGE = new RegExp(String.raw`\b(${AMOUNT})\s*(?:-|–|to)\s*(${AMOUNT})\s*psi\b`, 'i')
const ONE_PRESSURE = new RegExp(String.raw`(${AMOUNT})\s*(psi|kpa|bar)\b`, 'gi')
const CLAUSE = /[;,.]\s+|\band\b/i
const GAP = new RegExp(
  String.raw`\b(?:clearance|gap|keep|at least|clear of|away from|free)\b.*${AMOUNT}\s*${LENGTH_UNIT}|${AMOUNT}\s*${LENGTH_UNIT}.*\b(?:clearance|gap|clear|away from|free|around)\b`,
  'i',
)
const YEARS = /\b(?:19[5-9]\d|20\d\d)\s*(?:-|–|to)\s*(?:19[5-9]\d|20\d\d|on|up)\b/i
const QUANTITY_FIRST = /^\s*\(?\d{1,2}\)?\s*(?:x|×|pcs?\.?|ea\.?)?\s+[A-Za-z]/

/** What a line is a heading of; one with a figure says something itself, which would be lost. */
const headingOf = (text: string) => (/\d/.test(text) ? undefined : HEADINGS.find(([words]) => words.test(text)))

/** Pressures of a line, each by the word that stands nearest before it. */
export function pressuresIn(text: string): PressureFound[] {
  const range = PRESSURE_RANGE.exec(text)
  if (range && !/\btest\b/i.test(text))
    return [
      { what: 'minimum', value: Number(range[1]) * PSI },
      { what: 'maximum', value: Number(range[2]) * PSI },
    ]
  const found = new Map<PressureFound['what'], number>()
  for (const clause of text.split(CLAUSE)) {
    const what = PRESSURES.find(([words]) => words.test(clause))?.[1]
    const figure = [...clause.matchAll(ONE_PRESSURE)][0]
    if (!what || !figure || found.has(what)) continue
    const read = parseQuantity('pressure', `${figure[1]} ${figure[2]}`, { min: 0, max: 2_000_000 })
    if (read.ok) found.set(what, read.value)
  }
  return [...found].map(([what, value]) => ({ what, value }))
}

/** Lines of a text, those that only go on with the one before put behind it. */
function linesOf(text: string): { line: number; text: string; numbered: boolean }[] {
  const lines: { line: number; text: string; numbered: boolean }[] = []
  let open = false
  text.split(/\r?\n/).forEach((raw, i) => {
    const bare = raw.trim()
    if (!bare) {
      open = false
      return
    }
    const starts = NUMBERED.test(bare) || BULLET.test(bare) || QUANTITY_FIRST.test(bare) || headingOf(bare)
    const last = lines.at(-1)
    if (open && last?.numbered && !starts) last.text = `${last.text} ${bare}`
    else {
      const numbered = NUMBERED.test(bare)
      lines.push({ line: i + 1, text: bare.replace(NUMBERED, '').replace(BULLET, '').trim(), numbered })
    }
    open = true
  })
  return lines
}

// eslint-disable-next-line complexity -- what a line can be, the surest first
function itemOf(
  line: { line: number; text: string; numbered: boolean },
  section: Section | null,
  system: UnitSystem,
  driver: DriverSide,
): PaperItem {
  const at = { line: line.line, text: line.text }
  const pressures = line.numbered ? [] : pressuresIn(line.text)
  if (pressures.length && section !== 'steps' && section !== 'parts') return { ...at, is: 'pressures', pressures }
  if (
    !line.numbered &&
    (section === 'bolts' || (section !== 'steps' && section !== 'parts' && UNIT_TORQUE.test(line.text)))
  ) {
    const read = parseBolt(line.text, system)
    if (read.ok && (section === 'bolts' || read.bolt.spec.kind !== 'none-given'))
      return { ...at, is: 'bolt', bolt: read.bolt }
  }
  if (!line.numbered && (section === 'gaps' || (section !== 'parts' && section !== 'steps' && GAP.test(line.text)))) {
    const read = parseGap(line.text, system)
    if (read.ok) return { ...at, is: 'gap', gap: read.gap }
  }
  if (!line.numbered && (section === 'fits' || (section === null && YEARS.test(line.text)))) {
    const read = parseFits(line.text)
    if (read.ok) return { ...at, is: 'fits', fits: read.line }
  }
  if (!line.numbered && section !== 'steps' && (section === 'parts' || QUANTITY_FIRST.test(line.text))) {
    const read = parsePart(line.text, driver)
    if (read.ok) return { ...at, is: 'part', part: read.part, bracket: read.bracket }
  }
  return { ...at, is: 'step', numbered: (line.numbered || section === 'steps') && !isForLater(line.text) }
}

/**
 * Takes a paper's text apart: steps, bolts, parts, pressures, gaps and vehicles, each by what plainly stands there. A line that
 * says nothing recognizable stays a step's text; nothing is invented.
 *
 * @param text as it was pasted, or read from a file
 * @param system in whose units a bare figure is
 * @param driver on which side the driver sits; null where nobody was asked yet
 */
export function readPaper(text: string, system: UnitSystem, driver: DriverSide): PaperRead {
  let section: Section | null = null
  const items: PaperItem[] = []
  for (const line of linesOf(text)) {
    const heading = line.numbered ? undefined : headingOf(line.text)
    if (heading) section = heading[1]
    else if (tidied(line.text)) items.push(itemOf(line, line.numbered ? 'steps' : section, system, driver))
  }
  return { items, asksDriver: namesDriver(text) }
}
