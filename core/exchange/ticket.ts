import { formatQuantity, parseQuantity, UNITS, type Kilograms, type UnitSystem } from '../quantity'

interface Ticket {
  front: Kilograms
  rear: Kilograms
  trailer: Kilograms | null
}
export type TicketOutcome = { ok: true; ticket: Ticket } | { ok: false; why: string }

type Line = 'front' | 'rear' | 'trailer' | 'gross'
const LABELS: [Line, RegExp][] = [
  ['gross', /gross|total/i],
  ['trailer', /trailer/i],
  ['front', /steer|front/i],
  ['rear', /drive|rear/i],
  ['front', /axle\s*#?\s*1(?!\d)/i],
  ['rear', /axle\s*#?\s*2(?!\d)/i],
]
/** A further axle by its number only: of the vehicle or of a trailer, nobody can tell. */
const FURTHER = /axle\s*#?\s*[3-9](?!\d)/i
/** A number at the end of a line, thousands grouped by comma or apostrophe. */
const WEIGHT = /(?<![\d,.'])(\d{1,3}(?:[,']\d{3})+|\d+)(\.\d+)?\s*(kg|lbs?|t)?\s*$/i
/** `1 120` is 1,120, or 120 on axle 1, and `41 20` is 20 or a slip: nobody can tell. Four digits or more are a weight of their own. */
const TWO_WAYS = /\d\s+\d{1,3}(?:\.\d+)?\s*(?:kg|lbs?|t)?\s*$/i
/** A scale rounds each line: sum and gross may differ by this much (common practice: a scale division a line). */
const ROUNDING: Kilograms = 30

/**
 * Axle weights from the words of a weigh ticket, pasted or typed: a line for each axle group with its name (steer or
 * front, drive or rear, trailer) or number (axle 1, axle 2) and its weight at the end; lines may be parted by a slash too.
 *
 * @param system whose unit a line without one is in
 * @returns the weights, or what is missing or does not add up
 */
// eslint-disable-next-line complexity -- the forms in which scales print, one after the other
export function parseTicket(text: string, system: UnitSystem): TicketOutcome {
  const found = new Map<Line, Kilograms>()
  for (const line of text.split(/\r?\n|\s\/\s|;/)) {
    const label = LABELS.find(([, words]) => words.test(line))?.[0]
    const weight = WEIGHT.exec(line.trim())
    if (!label && weight && FURTHER.test(line))
      return { ok: false, why: `"${line.trim()}": name it trailer axle, or add it to the axle that it is beside.` }
    if (!label || !weight) continue
    if (TWO_WAYS.test(line))
      return { ok: false, why: `"${line.trim()}" can be read two ways: type the weight without a space in it.` }
    const number = weight[1]!.replace(/[,']/g, '') + (weight[2] ?? '')
    const unit = weight[3] ?? UNITS.mass[system].symbol
    const parsed = parseQuantity('mass', `${number} ${unit}`)
    if (!parsed.ok) return { ok: false, why: `"${line.trim()}" can't be read as a weight.` }
    if (found.has(label)) return { ok: false, why: `There are two lines for ${label}: keep the one that is meant.` }
    found.set(label, parsed.value)
  }
  const [front, rear, trailer, gross] = (['front', 'rear', 'trailer', 'gross'] as const).map((l) => found.get(l))
  if (front === undefined || rear === undefined)
    return {
      ok: false,
      why: `No weight found for the ${front === undefined ? 'front (or steer)' : 'rear (or drive)'} axle: a line like "Drive axle 5,880 lb" is looked for.`,
    }
  const sum = front + rear + (trailer ?? 0)
  if (gross !== undefined && Math.abs(gross - sum) > ROUNDING)
    return {
      ok: false,
      why: `The axles add up to ${formatQuantity('mass', sum, system)}, the ticket's gross is ${formatQuantity('mass', gross, system)}: one of the lines is misread.`,
    }
  return { ok: true, ticket: { front, rear, trailer: trailer ?? null } }
}
