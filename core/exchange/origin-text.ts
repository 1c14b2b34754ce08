import { freeId, GAP_CHECKS, idOf, originSchema, originsSchema, type KitGap, type Origin } from '../kit'
import { formatQuantity, parseQuantity, refusalText, schemaText } from '../quantity'
import { rounded, type Parsed } from './field'

/** `typical 0.16`, `copied 0.2 of Twofold`, `shop 0.05 from 3 jobs by Maren`. */
export const originText = ({ from, of, band, jobs, by }: Origin): string =>
  [from, band && rounded(band), of && `of ${of}`, jobs && `from ${jobs} jobs`, by && `by ${by}`]
    .filter(Boolean)
    .join(' ')

const ORIGIN = /^([a-z]+)(?: ([\d.]+))?(?: of (.+?))?(?: from (\d+) jobs)?(?: by (.+))?$/
/** Where a kit's figures are from, as its cell says it. */
export function parseOrigin(text: string): Parsed {
  const match = ORIGIN.exec(text.trim())
  if (!match) return { ok: false, why: `"${text}" must read like "paper", "typical 0.16" or "copied of Twofold"` }
  const [, from, band = 0, of = '', jobs = 0, by = ''] = match
  const read = originSchema.safeParse({ from, of, band: Number(band), jobs: Number(jobs), by })
  return read.success ? { ok: true, value: read.data } : { ok: false, why: schemaText(read.error.issues[0]!) }
}

/** `bag.table: typical 0.16; bag.maximum: copied of Twofold`. */
export const originsText = (origins: Readonly<Record<string, Origin>>): string =>
  Object.entries(origins)
    .map(([path, origin]) => `${path}: ${originText(origin)}`)
    .join('; ')
/** Where single figures are from, as their cell says it. */
export function parseOrigins(text: string): Parsed {
  const origins: Record<string, unknown> = {}
  for (const part of text.split(';').filter((p) => p.trim())) {
    const [path = '', ...rest] = part.split(':')
    const origin = parseOrigin(rest.join(':'))
    if (!origin.ok) return origin
    origins[path.trim()] = origin.value
  }
  const read = originsSchema.safeParse(origins)
  return read.success ? { ok: true, value: read.data } : { ok: false, why: schemaText(read.error.issues[0]!) }
}

/** `half inch all around [bag-clearance] = 12.7 mm`; the brackets name a reading that is taken anyway. */
export const gapsText = (gaps: readonly KitGap[]): string =>
  gaps.map(({ name, check, least }) => `${name}${check ? ` [${check}]` : ''} = ${rounded(least * 1000)} mm`).join('; ')
const GAP = /^(.+?)(?:\s*\[([a-z-]+)\])?\s*=\s*(.+)$/
/** Gaps that a kit's instructions ask for, as their cell says them. */
export function parseGaps(text: string): Parsed {
  const gaps: KitGap[] = []
  for (const part of text.split(';').filter((p) => p.trim())) {
    const match = GAP.exec(part.trim())
    const check = match?.[2] ?? null
    if (!match || (check !== null && !GAP_CHECKS.some((c) => c === check)))
      return {
        ok: false,
        why: `"${part.trim()}" must read like "bracket to brake line = ${formatQuantity('length', 0.0127, 'us')}"`,
      }
    const least = parseQuantity('length', match[3]!, { system: 'metric', min: 0, max: 1 })
    if (!least.ok) return { ok: false, why: refusalText(least) }
    const name = match[1]!.trim()
    gaps.push({
      id: freeId(
        idOf(name),
        gaps.map((g) => g.id),
      ),
      check: check as KitGap['check'],
      name,
      least: rounded(least.value),
    })
  }
  return { ok: true, value: gaps }
}
