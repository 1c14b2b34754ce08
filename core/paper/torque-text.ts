import {
  count,
  formatLimit,
  formatQuantity,
  parseQuantity,
  refusalText,
  UNITS,
  type NewtonMeters,
  type UnitSystem,
} from '../quantity'
import { torqueSpecSchema, usualTarget, type TorqueSpec } from '../torque'

/** What a torque comes to as it stands on a paper, or why it cannot be read. */
export type TorqueRead = { ok: true; spec: TorqueSpec; evenly: boolean } | { ok: false; why: string }

/** Torques that a wrench has (the schema of a spec). */
const LIMITS = { min: 0.1, max: 800 }
const AMOUNT = String.raw`(?:\d+(?:\.\d+)?(?:[ -]\d+\/\d+)?|\d+\/\d+)`
const RANGE = new RegExp(String.raw`^(${AMOUNT})\s*(?:-|–|to)\s*(${AMOUNT})\s*(.*)$`)
const TURNS = new RegExp(
  String.raw`^(?:finger[- ]?tight\s*(?:\+|,|and|then|plus)*\s*)?(${AMOUNT})\s*(?:more\s+)?turns?(?:[\s,;]*(?:max\s*)?(${AMOUNT})\s*(?:turns?\s*)?(?:max)?)?$`,
)
const THREADS =
  /^(?:until|in until|till)?\s*(\d+|one|two|three|four)\s*threads?\s*(?:is|are)?\s*(?:covered|hidden|in)?$/
const NUMBERS: Record<string, number> = { one: 1, two: 2, three: 3, four: 4 }
const CEILING = /\b(?:max(?:imum)?|do not exceed|not over|no more than|up to)\b\.?/
const NOTHING = /^(?:none|nothing|none given|not given|-|–|—)?$/
const SNUG = /^(?:snug(?:ly)?|tight|tighten|hand[- ]?tight|finger[- ]?tight)$/
const MAKER =
  /^(?:vehicle maker(?:'s)?(?: figure| torque)?|maker'?s(?: figure)?|factory(?: torque)?|oem(?: spec)?|as the vehicle maker says)$/

const amount = (text: string): number => {
  const [whole = '', fraction] = text.includes('/') ? text.split(/[ -](?=\d+\/)/) : [text]
  const parts = fraction === undefined && whole.includes('/') ? ['0', whole] : [whole, fraction]
  const [top, bottom] = (parts[1] ?? '0/1').split('/').map(Number)
  return Number(parts[0]) + top! / bottom!
}

const example = (system: UnitSystem): string =>
  system === 'us'
    ? '"16 lb-ft", "12-15", "30 max", "1 1/2 turns, 2 max", "snug" or "vehicle maker"'
    : '"22 N·m", "16-20", "40 max", "1 1/2 turns, 2 max", "snug" or "vehicle maker"'
const refused = (text: string, system: UnitSystem): TorqueRead => ({
  ok: false,
  why: `"${text}" is not a torque: type ${example(system)}`,
})

/** One torque with its unit; a bare figure is in the unit of the system. */
function figure(text: string, system: UnitSystem): { ok: true; value: NewtonMeters } | { ok: false; why: string } {
  const read = parseQuantity('torque', text.trim(), { system, ...LIMITS })
  return read.ok ? read : { ok: false, why: refusalText(read) }
}

/**
 * Reads a torque as a paper gives it: `16 lb-ft`, `12-15`, `30 max`, `finger tight + 1 1/2 turns, 2 max`, `until 2 threads are
 * covered`, `evenly 16`, `snug`, `vehicle maker`, or nothing.
 *
 * @param text as typed
 * @param system in whose unit a bare figure is
 * @returns what is asked of the fastener, or what would be right
 *
 * @example
 * parseTorque('1 1/2 turns, 2 max', 'us') // => {"ok":true,"spec":{"kind":"turns","turns":1.5,"max":2},"evenly":false}
 */
export function parseTorque(text: string, system: UnitSystem): TorqueRead {
  const whole = text.trim().toLowerCase().replaceAll(/\s+/g, ' ')
  const evenly = /\bevenly\b/.test(whole)
  const rest = whole
    .replaceAll(/\bevenly\b|\bin (?:turns|passes)\b/g, '')
    .replaceAll(/^[\s,;]+|[\s,;.]+$/g, '')
    .trim()
  const plain = plainOf(rest)
  if (plain) return { ok: true, spec: plain, evenly }
  const isCeiling = CEILING.test(rest)
  const bare = rest
    .replace(CEILING, '')
    .replaceAll(/\s+/g, ' ')
    .replace(/^[\s,;]+|[\s,;.]+$/g, '')
    .trim()
  if (isCeiling) {
    const max = figure(bare, system)
    return max.ok ? { ok: true, spec: { kind: 'ceiling', max: max.value }, evenly } : max
  }
  const range = RANGE.exec(bare)
  if (range) {
    const low = figure(`${range[1]!} ${range[3]!}`, system)
    if (!low.ok) return low
    const high = figure(`${range[2]!} ${range[3]!}`, system)
    if (!high.ok) return high
    if (low.value > high.value) return { ok: false, why: `"${text.trim()}" goes down: type the lower figure first` }
    return {
      ok: true,
      spec: { kind: 'target', value: (low.value + high.value) / 2, low: low.value, high: high.value },
      evenly,
    }
  }
  if (!/^\d|^\./.test(bare)) return refused(text.trim(), system)
  const target = figure(bare, system)
  return target.ok ? { ok: true, spec: usualTarget(target.value), evenly } : target
}

/** What is asked for without a torque; null where there is one. */
function plainOf(text: string): TorqueSpec | null {
  if (NOTHING.test(text)) return { kind: 'none-given' }
  if (SNUG.test(text)) return { kind: 'snug' }
  if (MAKER.test(text)) return { kind: 'vehicle-maker' }
  const turns = TURNS.exec(text)
  if (turns) {
    const least = amount(turns[1]!)
    const spec = { kind: 'turns', turns: least, max: turns[2] ? amount(turns[2]) : least }
    const read = torqueSpecSchema.safeParse(spec)
    return read.success && spec.max >= spec.turns ? read.data : null
  }
  const threads = THREADS.exec(text)
  if (!threads) return null
  const read = torqueSpecSchema.safeParse({ kind: 'threads', covered: NUMBERS[threads[1]!] ?? Number(threads[1]) })
  return read.success ? read.data : null
}

/** Fractions of a turn as people write them. */
const turnsText = (turns: number): string => {
  const quarters = Math.round((turns % 1) * 4)
  const fraction = ['', '1/4', '1/2', '3/4'][quarters] ?? ''
  return [Math.floor(turns) || (fraction ? '' : 0), fraction].filter((part) => part !== '').join(' ')
}

/** A figure without a nought behind its point: a paper says 16. */
const bare = (text: string): string => text.replace(/\.0+(?=\D|$)/g, '')

/**
 * A torque as it is typed: what `parseTorque` reads back as the same.
 * @param system in whose unit
 */
export function torqueText(spec: TorqueSpec, evenly: boolean, system: UnitSystem): string {
  const unit = UNITS.torque[system].symbol
  const at = evenly ? 'evenly ' : ''
  switch (spec.kind) {
    case 'target': {
      const usual = usualTarget(spec.value)
      const isUsual =
        usual.kind === 'target' && Math.abs(usual.low - spec.low) < 1e-6 && Math.abs(usual.high - spec.high) < 1e-6
      if (isUsual) return `${at}${bare(formatQuantity('torque', spec.value, system))}`
      const [low, high] = [
        formatLimit('min', 'torque', spec.low, { system }),
        formatLimit('max', 'torque', spec.high, { system }),
      ]
      return `${at}${bare(low)}-${bare(high)} ${unit}`
    }
    case 'ceiling':
      return `${at}${bare(formatLimit('max', 'torque', spec.max, { system }))} ${unit} max`
    case 'turns':
      return `finger tight + ${turnsText(spec.turns)} ${spec.turns > 1 ? 'turns' : 'turn'}${spec.max > spec.turns ? `, ${turnsText(spec.max)} max` : ''}`
    case 'threads':
      return `until ${count(spec.covered, 'thread is', 'threads are')} covered`
    case 'snug':
      return `${at}snug`
    case 'vehicle-maker':
      return `${at}vehicle maker`
    case 'none-given':
      return evenly ? 'evenly' : ''
  }
}
