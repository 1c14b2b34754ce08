import {
  conditionSchema,
  factOf,
  isTaped,
  SURVEY_KEYS,
  VEHICLE_FACTS,
  type Application,
  type Condition,
  type Fact,
  type VehicleFact,
} from '../kit'
import { UNITS } from '../quantity'
import type { SurveyKey } from '../vehicle'

/*
 * Conditions in one cell, as a person would type them:
 *   bed = short|long; liftBlock < 10 mm; brakes = drum; hitchRails = yes
 * Several are separated by semicolons and all must hold. Lengths are in millimeters.
 */

const isVehicleFact = (word: string): word is VehicleFact => (VEHICLE_FACTS as readonly string[]).includes(word)
const isSurveyKey = (word: string): word is SurveyKey => (SURVEY_KEYS as readonly string[]).includes(word)
const MILLIMETER = UNITS.length.metric.factor
const rounded = (value: number) => Number(value.toPrecision(12))

const figureText = (fact: Fact, value: number) => (isTaped(fact) ? `${rounded(value / MILLIMETER)} mm` : String(value))
const wordText = (word: string | boolean) => (typeof word === 'boolean' ? (word ? 'yes' : 'no') : word)

/** One condition as text. */
function conditionText(c: Condition): string {
  const fact = factOf(c)
  if ('suspension' in c) return `suspension = ${c.suspension}`
  if ('wheels' in c) return `wheels = ${c.wheels}`
  if ('over' in c) return `${fact} > ${figureText(fact, c.over)}`
  if ('under' in c) return `${fact} < ${figureText(fact, c.under)}`
  return `${fact} = ${c.is.map(wordText).join('|')}`
}
/**
 * Conditions as one cell.
 * @returns `bed = short|long; liftBlock < 10 mm`
 */
export const conditionsText = (list: readonly Condition[]): string => list.map(conditionText).join('; ')

type Parsed<T> = { ok: true; value: T } | { ok: false; why: string }
const no = (why: string): { ok: false; why: string } => ({ ok: false, why })

const yesOrNo = (word: string): string | boolean => (word === 'yes' ? true : word === 'no' ? false : word)

/** A condition as its schema sees it; the first thing that is wrong with it otherwise. */
function checked(condition: unknown): Parsed<Condition> {
  const read = conditionSchema.safeParse(condition)
  if (read.success) return { ok: true, value: read.data }
  // A union says first that no member fits; which one was meant is known by its keys.
  const issues = read.error.issues.flatMap((i) => (i.code === 'invalid_union' ? i.errors.flat() : [i]))
  return no((issues.find((i) => i.code === 'custom') ?? issues[0]!).message)
}

function parseCondition(text: string): Parsed<Condition> {
  const match = /^(\w+)\s*([=<>])\s*(.+)$/.exec(text.trim())
  if (!match) return no(`"${text.trim()}" must read like "bed = short|long" or "liftBlock < 10 mm"`)
  const [, fact, sign, rest] = match as unknown as [string, string, '=' | '<' | '>', string]
  if (!isVehicleFact(fact) && !isSurveyKey(fact))
    return no(`"${fact}" is not a fact of a vehicle: ${[...VEHICLE_FACTS, ...SURVEY_KEYS].join(', ')}`)
  if (sign === '=') {
    const words = rest.split('|').map((w) => w.trim())
    return checked(
      isVehicleFact(fact) ? { vehicle: fact, is: words.map(yesOrNo) } : { survey: fact, is: words.map(yesOrNo) },
    )
  }
  if (isVehicleFact(fact)) return no(`"${fact}" is compared with = only`)
  const figure = /^(-?[\d.]+)\s*(mm)?$/.exec(rest.trim())
  if (!figure || isTaped(fact) !== (figure[2] === 'mm'))
    return no(`"${rest.trim()}" must be a figure${isTaped(fact) ? ' in mm, for example 10 mm' : ''}`)
  const value = rounded(Number(figure[1]) * (isTaped(fact) ? MILLIMETER : 1))
  if (!Number.isFinite(value)) return no(`"${rest.trim()}" is not a figure`)
  return checked(sign === '>' ? { survey: fact, over: value } : { survey: fact, under: value })
}

/**
 * Reads what `conditionsText` writes.
 * @returns the conditions, or the first that cannot be read and why
 */
export function parseConditions(text: string): Parsed<Condition[]> {
  const list: Condition[] = []
  for (const part of text.split(';').filter((p) => p.trim())) {
    const read = parseCondition(part)
    if (!read.ok) return read
    list.push(read.value)
  }
  return { ok: true, value: list }
}

/** Parts one entry of a cell from the next, and a condition from what follows. */
const ENTRY = ' || '
const THEN = ' => '
/** Signs that part a cell, in somebody's own words, are written with a backslash. */
const escaped = (words: string): string => words.replace(/[\\|[\]+]/g, '\\$&')
const unescaped = (words: string): string => words.replace(/\\([\\|[\]+])/g, '$1')

type Need = Application['needs'][number]
const needText = ({ when, what, says, part, minutes }: Need): string =>
  [
    when.length ? `${conditionsText(when)}${THEN}` : '',
    `${what}: ${escaped(says)}`,
    part ? ` [${escaped(part.name)}${part.item ? ` #${part.item}` : ''} x${part.count}]` : '',
    minutes ? ` +${minutes} min` : '',
  ].join('')

/** What some vehicles need: `drive = all => part: guard for the shaft [guard #shaft-guard x1] +10 min`, parted by ` || `. */
export const needsText = (needs: Application['needs']): string => needs.map(needText).join(ENTRY)

function parseNeed(text: string): Parsed<Need> {
  // Only the first arrow parts; one in what is said stays there, and one without a condition before it parts nothing.
  const index = /^(part|work): /.test(text) ? -1 : text.indexOf(THEN)
  const [before, after] = index < 0 ? ['', text] : [text.slice(0, index), text.slice(index + THEN.length)]
  const when = parseConditions(before)
  if (!when.ok) return when
  const match = /^(part|work): (.+?)(?: \[(.+?)(?: #([a-z0-9-]+))? x([\d.]+)\])?(?: \+([\d.]+) min)?$/.exec(
    after.trim(),
  )
  if (!match) return no(`"${text}" must read like "bed = flat => work: notch the cross member +40 min"`)
  const [, what, says, name, item, count, minutes] = match as unknown as [
    string,
    Need['what'],
    string,
    ...(string | undefined)[],
  ]
  return {
    ok: true,
    value: {
      when: when.value,
      what,
      says: unescaped(says),
      part: name ? { name: unescaped(name), item: item ?? null, count: Number(count) } : null,
      minutes: Number(minutes ?? 0),
    },
  }
}

/** Vehicles that are left out: `brakes = drum => it meets the back plate`, parted by ` || `. */
export const excludesText = (excludes: Application['excludes']): string =>
  excludes.map((e) => `${conditionsText(e.when)}${THEN}${escaped(e.says)}`).join(ENTRY)

function parseExclude(text: string): Parsed<Application['excludes'][number]> {
  const index = text.indexOf(THEN)
  if (index < 0) return no(`"${text}" must read like "brakes = drum => why not"`)
  const when = parseConditions(text.slice(0, index))
  return when.ok
    ? { ok: true, value: { when: when.value, says: unescaped(text.slice(index + THEN.length).trim()) } }
    : when
}

function parseEntries<T>(text: string, parse: (entry: string) => Parsed<T>): Parsed<T[]> {
  const list: T[] = []
  for (const entry of text.split(/(?<!\\)\|\|/).filter((e) => e.trim())) {
    const read = parse(entry.trim())
    if (!read.ok) return read
    list.push(read.value)
  }
  return { ok: true, value: list }
}
/**
 * Reads what `needsText` writes.
 * @returns the needs, or the first entry that cannot be read and why
 */
export const parseNeeds = (text: string): Parsed<Application['needs']> => parseEntries(text, parseNeed)
/**
 * Reads what `excludesText` writes.
 * @returns the exclusions, or the first entry that cannot be read and why
 */
export const parseExcludes = (text: string): Parsed<Application['excludes']> => parseEntries(text, parseExclude)
