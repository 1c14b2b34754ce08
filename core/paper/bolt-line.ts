import { PLAIN_FASTENER, type Fastener, type FittingKind } from '../kit'
import { parseQuantity, refusalText, type UnitSystem } from '../quantity'
import { PROOF, THREADS, type BoltGrade, type ThreadName } from '../torque'
import { parseTorque, type TorqueRead } from './torque-text'
import { AMOUNT, LENGTH_UNIT, tidied } from './words'

/** A bolt as its line gives it. */
export type BoltRead = { ok: true; bolt: Omit<Fastener, 'id'> } | { ok: false; why: string }

const NAMES = Object.keys(THREADS) as ThreadName[]
/** A pitch has one figure before the point: `M10 x 30` is a length. */
const THREAD = /\b(?:M\d+(?:\s*x\s*\d(?:\.\d+)?(?![\d.]))?|\d+\/\d+-\d+)\b/i
const UNIT = /^(?:lb|ft|in|n|m|psi|max|[\s·.-])*$/i
const GRADE = /\b(?:gr(?:ade)?\.?\s*(2|5|8)\b(?!\.)|(8\.8|10\.9)\b)/i
const LENGTH = new RegExp(
  String.raw`(?:\bx|×|\blong)\s*(${AMOUNT}\s*${LENGTH_UNIT}?)|(${AMOUNT}\s*${LENGTH_UNIT})\s*long\b`,
  'i',
)
const WASHERS = /(?:\b(?:with|and)\s+)?\b(\d|one|two|three)?\s*(?:flat |lock )?washers?\b/i
const COUNT = /^(\d{1,2})\s*(?:x|×|pcs?\.?)?\s+(?=\D)/i
/** Where a torque begins when no comma and no colon says so. */
const BEGINS = new RegExp(
  String.raw`\s(?=(?:evenly|snug|hand[- ]tight|finger[- ]tight|until \w+ thread|vehicle maker|${AMOUNT}(?:\s*(?:-|–|to)\s*${AMOUNT})?\s*(?:lb|ft|n[·.]?m|max|turn)|${AMOUNT}\s*(?:-|–|to)\s*${AMOUNT}\s*$))`,
  'i',
)
const WHEN: readonly [RegExp, Fastener['when']][] = [
  [/\bat (?:ride height|curb height)\b/i, 'at-ride-height'],
  [/\bafter (?:alignment|aligning)\b/i, 'after-alignment'],
]
const FITTINGS: readonly [RegExp, FittingKind][] = [
  [/\bpush(?:-?(?:in|to-connect|on))?\b/i, 'push'],
  [/\bbarb(?:ed)?\b/i, 'barb-clamp'],
  [/\b(?:compression|ferrule)\b/i, 'compression'],
  [/\b(?:elbow|stem|air fitting|swivel)\b/i, 'stem'],
]
const SEALANT = /\b(no |without )?(?:thread )?sealant\b/i
const COUNTS: Record<string, number> = { one: 1, two: 2, three: 3 }

/** A thread by its name as it is written: `3/8-16`, `M10 x 1.5`. */
const threadIn = (text: string): ThreadName | null => {
  const found = THREAD.exec(text)?.[0].replaceAll(/\s/g, '')
  return NAMES.find((n) => n.toLowerCase() === found?.toLowerCase()) ?? null
}
const gradeIn = (text: string): BoltGrade | null => {
  const match = GRADE.exec(text)
  const name = match && (match[1] ? `grade ${match[1]}` : match[2]!)
  return name !== null && name in PROOF ? (name as BoltGrade) : null
}

/** The bolt and its torque: parted by a colon, by a comma, or where a torque begins. */
function parted(text: string, system: UnitSystem): [head: string, torque: string] {
  const colon = text.indexOf(':')
  if (colon >= 0) return [text.slice(0, colon), text.slice(colon + 1)]
  const pieces = text.split(/,(?!\d)/)
  for (let i = 1; i < pieces.length; i++) {
    const tail = pieces.slice(i).join(',').trim()
    if (tail && parseTorque(tail, system).ok) return [pieces.slice(0, i).join(' '), tail]
  }
  const at = BEGINS.exec(text)
  return at ? [text.slice(0, at.index), text.slice(at.index)] : [text, '']
}

/**
 * Reads a bolt as one line of a paper has it: `4 strap nut 3/8-16 grade 5, evenly 16`.
 *
 * @param text how many a side, what, thread, grade, length, washers, and behind a comma or colon its torque
 * @param system in whose units a bare figure is
 * @returns the bolt, or what cannot be read
 *
 * @example
 * parseBolt('2 frame bolt M10 x 30: 40 max', 'metric').bolt.thread // => "M10"
 */
// eslint-disable-next-line complexity -- what a line may hold, one piece after the other
export function parseBolt(text: string, system: UnitSystem): BoltRead {
  const when = WHEN.find(([word]) => word.test(text))
  const said = when ? text.replace(when[0], ' ') : text
  const thread = threadIn(said)
  const [head, torque] = parted(thread ? said.replace(THREAD, ' ') : said, system)
  const read: TorqueRead = parseTorque(torque, system)
  if (!read.ok) return read
  const sealant = SEALANT.exec(head)
  const fitting = FITTINGS.find(([word]) => word.test(head))?.[1] ?? (sealant ? 'stem' : null)
  const grade = gradeIn(head)
  let rest = head.replace(GRADE, ' ').replace(SEALANT, ' ')
  const long = LENGTH.exec(rest)
  const length =
    long &&
    parseQuantity('length', (long[1] ?? long[2]!).trim(), {
      system: long[0].includes('mm') ? 'metric' : thread?.startsWith('M') ? 'metric' : system,
      min: 0.005,
      max: 0.6,
    })
  if (length && !length.ok) return { ok: false, why: refusalText(length) }
  if (long) rest = rest.replace(long[0], ' ')
  const washers = WASHERS.exec(rest)
  if (washers) rest = rest.replace(washers[0], ' ')
  rest = tidied(rest)
  const count = COUNT.exec(rest)
  const name = tidied(rest.replace(COUNT, ''))
  if (!/[a-z]/i.test(name) || UNIT.test(name))
    return { ok: false, why: `"${text.trim()}" has no name: type what is fastened, for example "strap nut"` }
  const many = count ? Number(count[1]) : 1
  if (many < 1 || many > 24) return { ok: false, why: `"${many}" a side: 1 to 24` }
  return {
    ok: true,
    bolt: {
      ...PLAIN_FASTENER,
      name,
      count: many,
      thread,
      grade,
      spec: read.spec,
      evenly: read.evenly,
      when: when?.[1] ?? 'as-fitted',
      length: length ? length.value : null,
      washers: washers ? (COUNTS[washers[1]?.toLowerCase() ?? ''] ?? Number(washers[1] ?? 1)) : 0,
      fitting: fitting && { kind: fitting, sealant: sealant !== null && !sealant[1] },
    },
  }
}
