import { type GapCheck, type KitGap } from '../kit'
import { parseQuantity, refusalText, type UnitSystem } from '../quantity'
import { AMOUNT, LENGTH_UNIT, tidied } from './words'

export type GapRead = { ok: true; gap: Omit<KitGap, 'id'> } | { ok: false; why: string }

const FIGURE = new RegExp(
  String.raw`(?:at least |min(?:imum)?\.? (?:of )?)?(${AMOUNT}\s*(?:${LENGTH_UNIT})?)(?:\s*(?:or more|min(?:imum)?\b\.?))?`,
  'i',
)
/** Readings that are taken anyway, by the words of a paper. */
const CHECKS: readonly [RegExp, GapCheck][] = [
  [/(?=.*\b(?:line|tube|tubing|hose)\b)(?=.*\b(?:exhaust|pipe|muffler|heat)\b)/i, 'line-exhaust'],
  [/(?=.*\b(?:plate|bracket|bag|spring)\b)(?=.*\b(?:tire|wheel)\b)/i, 'plate-tire'],
  [
    /(?=.*\b(?:bag|air spring|spring|bellows|sleeve)\b)(?=.*\b(?:around|clearance|clear|free|anything)\b)/i,
    'bag-clearance',
  ],
]

/**
 * Reads a gap that a paper asks for: `1/2 in all around the bag`, `bracket to brake line 1/4`.
 * @param system in whose unit a bare figure is
 * @returns the gap, tied to the reading that is taken anyway where it is one, or what cannot be read
 * @example
 * parseGap('6 in line to exhaust', 'us').gap.check // => "line-exhaust"
 */
export function parseGap(text: string, system: UnitSystem): GapRead {
  const figure = FIGURE.exec(text)
  if (!figure) return { ok: false, why: `"${text.trim()}" has no distance: type for example "1/2 in around the bag"` }
  const least = parseQuantity('length', figure[1]!.trim(), { system, min: 0, max: 1 })
  if (!least.ok) return { ok: false, why: refusalText(least) }
  const name = tidied(text.replace(figure[0], ' ').replace(/^\s*(?:keep|leave|maintain|of|from)\b/i, ' '))
  if (!name)
    return {
      ok: false,
      why: `"${text.trim()}" does not say between what: type for example "bracket to brake line 1/4 in"`,
    }
  return { ok: true, gap: { name, check: CHECKS.find(([words]) => words.test(name))?.[1] ?? null, least: least.value } }
}
