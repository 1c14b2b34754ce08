import type { z } from 'zod'
import { parseQuantity, refusalText, type QuantityKind, type UnitSystem } from '../quantity'

/** One input of a page: what it takes (a quantity, text, a bare number or one of a list), its label and its usual value. */
type Asked =
  | readonly [kind: QuantityKind | 'text' | 'number', label: string, usual: string, more?: More]
  | readonly [kind: 'choice', label: string, usual: string, more: More & { choices: readonly string[] }]
interface More {
  /** Where it goes in the request, dotted; its key where nothing is said. */
  field?: string
  /** A quantity that may be below zero. */
  signed?: true
  /** Of a bare number: how many SI units one of what is typed is. */
  scale?: number
}
/** An input as the page shows it and a fault names it. */
interface Input extends More {
  key: string
  kind: Asked[0]
  label: string
  usual: string
  choices?: readonly string[]
}
/** A line of an answer: its label, its value, and what is told under the lines where it matters. */
export type Row = readonly [label: string, value: string, note?: string]
/** What was typed, by key: quantities and numbers in SI. */
export interface Values {
  number: Record<string, number>
  text: Record<string, string>
}

/** How people ask and read a calculator on the bench. */
export interface Page<Answer> {
  id: string
  title: string
  /** What is computed, and where it is from. */
  formula: string
  source: string
  inputs: Readonly<Record<string, Asked>>
  /** The request, where it is more than a field for each input; a text is what keeps one from being made. */
  ask?(values: Values, system: UnitSystem): object | { key: string; why: string }
  words(answer: Answer, system: UnitSystem, values: Values): Row[]
}
/** How other shop software asks it: POST /api/compute/`name`. */
export interface Endpoint {
  name: string
  summary: string
  /** It may take longer than others want to wait: the server works it out on a thread of its own. */
  slow?: true
}
/** One calculator: what it takes, with units; what it computes; its pages on the bench, its endpoint, or both. */
export interface Calculator<Request extends z.ZodType = z.ZodType, Answer = unknown> {
  request: Request
  compute: (this: void, request: z.output<Request>) => Answer
  pages?: readonly Page<Answer>[]
  endpoint?: Endpoint
}
/** Declares a calculator, with the types of its request and answer kept. */
export const calculator = <Request extends z.ZodType, Answer>(
  declared: Calculator<Request, Answer>,
): Calculator<Request, Answer> => declared

export type Outcome = { ok: true; rows: Row[] } | { ok: false; key: string; why: string }

/** Inputs of a page, in the order in which they are asked. */
export const inputsOf = ({ inputs }: Pick<Page<never>, 'inputs'>): Input[] =>
  Object.entries(inputs).map(([key, [kind, label, usual, more]]) => ({ key, kind, label, usual, ...more }))

/**
 * What was typed into a page, read. A bare number is in the units of the screen.
 * @returns SI by key, or the first field that can't be read and why
 */
function readInputs(inputs: readonly Input[], typed: Record<string, string>, system: UnitSystem) {
  const values: Values = { number: {}, text: {} }
  for (const input of inputs) {
    const text = (typed[input.key] ?? input.usual).trim()
    const why = readInput(input, text, system, values)
    if (why !== null) return { ok: false as const, key: input.key, why }
  }
  return { ok: true as const, values }
}
function readInput(input: Input, text: string, system: UnitSystem, { number, text: texts }: Values): string | null {
  const { key, usual } = input
  switch (input.kind) {
    case 'text':
    case 'choice':
      if (!text || text.length > 80) return `Type it like ${usual}.`
      if (input.choices && !input.choices.includes(text)) return `One of ${input.choices.join(', ')}.`
      texts[key] = text
      return null
    case 'number': {
      const bare = /^\d+(?:\.\d+)?$/.test(text) ? Number(text) : NaN
      if (!(bare < 10_000)) return `A number like ${usual}, without a unit.`
      number[key] = bare * (input.scale ?? 1)
      return null
    }
    default: {
      const parsed = parseQuantity(input.kind, text, { system, signed: input.signed })
      if (!parsed.ok) return refusalText(parsed)
      number[key] = parsed.value
      return null
    }
  }
}

/** A request with each input at its field. */
function requestOf(inputs: readonly Input[], { number, text }: Values): object {
  const request: Record<string, unknown> = {}
  for (const { key, field = key } of inputs) {
    const path = field.split('.')
    const last = path.pop()!
    let part = request
    for (const name of path) part = (part[name] ??= {}) as Record<string, unknown>
    part[last] = number[key] ?? text[key]
  }
  return request
}

/**
 * Runs a page on what was typed.
 * @param calculator whose page it is
 * @param page       one of its pages
 * @param typed      what stands in its fields, by key; the usual value where nothing does
 * @returns its rows, or the first field that is not right and why
 *
 * @example
 * BENCH_PAGES.find((p) => p.id === 'torque').run({ torque: '16 lb-ft' }, 'us').rows[1][1] // => "38.9 %"
 */
export function runPage<Request extends z.ZodType, Answer>(
  { request, compute }: Calculator<Request, Answer>,
  page: Page<Answer>,
  typed: Record<string, string>,
  system: UnitSystem,
): Outcome {
  const inputs = inputsOf(page)
  const read = readInputs(inputs, typed, system)
  if (!read.ok) return read
  const requestHere = page.ask ? page.ask(read.values, system) : requestOf(inputs, read.values)
  if ('why' in requestHere) return { ok: false, ...(requestHere as { key: string; why: string }) }
  const parsed = request.safeParse(requestHere)
  if (!parsed.success) return { ok: false, ...faultOf(inputs, parsed.error.issues[0]!) }
  return { ok: true, rows: page.words(compute(parsed.data), system, read.values) }
}

/** Which input a refusal of the request is about. */
function faultOf(
  inputs: readonly Input[],
  { path, message, ...issue }: z.core.$ZodIssue,
): { key: string; why: string } {
  // Of several forms of a request, the one that came nearest says more.
  const nested = 'errors' in issue ? (issue.errors as z.core.$ZodIssue[][]).flat().find((e) => e.path.length > 1) : null
  const field = (nested?.path ?? path).map(String).join('.')
  const input = inputs.find(({ key, field: pathHere = key }) => pathHere === field) ?? inputs[0]!
  // In which unit a request gives it is no matter of somebody who types.
  const why = (nested?.message ?? message).replace(/, given in \S+$/, '')
  return { key: input.key, why }
}
