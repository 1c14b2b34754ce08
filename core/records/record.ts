import { z } from 'zod'
import { limitsOf, maxLengthOf, type Limits } from '../quantity'
import { requiredText } from '../vehicle'
import { airRecords } from './air'
import { bayRecords } from './bay'
import { chooseRecords } from './choose'
import { fitRecords } from './fit'
import { handOverRecords } from './hand-over'
import { measureRecords } from './measure'
import { dateTime, recordId } from './parts'
import { planRecords } from './plan'

/** What was found or done, by kind: each stage says what it puts on record. */
export const recordBodySchema = z.discriminatedUnion('kind', [
  ...measureRecords,
  ...chooseRecords,
  ...fitRecords,
  ...planRecords,
  ...bayRecords,
  ...airRecords,
  ...handOverRecords,
  z.strictObject({ kind: z.literal('withdrawn') }),
])
export type RecordBody = z.infer<typeof recordBodySchema>
export type RecordKind = RecordBody['kind']

/** When a tablet that may have been away took a record down, by its own clock and count. */
const takenDown = z.strictObject({
  at: dateTime,
  /** Counts up by one a record, on that tablet. */
  sequence: z.number().int().min(1),
  /** What the tablet's clock said when it sent this. */
  sent: dateTime,
})

export const recordInputSchema = z.strictObject({
  body: recordBodySchema,
  /** The record this one corrects, and why. */
  supersedes: z.strictObject({ record: recordId, why: requiredText('Why it is corrected', 400) }).nullable(),
  takenDown: takenDown.optional(),
})
export type RecordInput = z.infer<typeof recordInputSchema>

/**
 * The limits of a figure of a record, for the form that types it.
 * @param kind which record
 * @param field a figure of it, SI
 * @throws TypeError where that record has no such figure
 */
export const recordLimits = (kind: RecordKind, field: string): Limits => limitsOf(recordField(kind, field))
/** How many characters a text of a record may have; else as `recordLimits`. */
export const recordMaxLength = (kind: RecordKind, field: string): number => maxLengthOf(recordField(kind, field))

function recordField(kind: RecordKind, field: string): z.ZodType {
  const option = recordBodySchema.options.find((o) => o.shape.kind.value === kind)
  return (option!.shape as Record<string, z.ZodType>)[field]!
}

/** How a record came to the server. */
const originSchema = z.strictObject({
  /** Who signed it, by id; null where it came from another installation. */
  person: recordId.nullable(),
  /** Name of the screen it was typed on. */
  tablet: z.string().max(60).nullable(),
  received: dateTime,
  /** By how much that screen's clock was ahead, s; its times are corrected by it. */
  clockOff: z.number(),
  imported: z.boolean(),
  /** The screen's own count, by which its records of one instant are told apart; absent where it kept none. */
  count: z.number().int().min(1).optional(),
})

/** Appended, never overwritten. */
export const bayRecordSchema = recordInputSchema.omit({ takenDown: true }).extend({
  /** Name of who took it down. */
  by: requiredText('By whom', 60),
  id: recordId,
  sequence: z.number().int().min(1),
  /** When it was done, by the server's clock. */
  at: dateTime,
  /** Absent in a file that does not say. */
  origin: originSchema.optional(),
})
export type BayRecord = z.infer<typeof bayRecordSchema>
export type RecordOf<K extends RecordKind> = BayRecord & { body: Extract<RecordBody, { kind: K }> }

/**
 * Which of two records was taken down first: by time, on one screen by its own count, else as they came in. In what order they
 * came to the server says nothing where a screen counted.
 */
function byMoment(a: BayRecord, b: BayRecord): number {
  const apart = Date.parse(a.at) - Date.parse(b.at)
  if (apart) return apart
  const [one, other] = [screenOf(a), screenOf(b)]
  if (one !== other) return one < other ? -1 : 1
  return (a.origin?.count ?? a.sequence) - (b.origin?.count ?? b.sequence)
}
const screenOf = ({ origin }: BayRecord): string => (origin?.count ? (origin.tablet ?? '') : '')

/** In the order in which things were done. */
export const inOrder = (records: readonly BayRecord[]): BayRecord[] => [...records].sort(byMoment)

/**
 * Records in order with one more at its place; most come in last.
 * @param records in order
 */
export function placed(records: readonly BayRecord[], record: BayRecord): BayRecord[] {
  let place = records.length
  while (place > 0 && byMoment(records[place - 1]!, record) >= 0) place -= 1
  return [...records.slice(0, place), record, ...records.slice(place)]
}

/**
 * Ids of the records that another one corrects or withdraws, and that nothing restored since. It does not matter in what
 * order they are: a correction that was itself taken back takes nothing with it.
 * @param records all of a job
 */
export function superseded(records: readonly BayRecord[]): Set<string> {
  const takers = new Map<string, BayRecord[]>()
  for (const record of records) {
    const { supersedes } = record
    if (supersedes) takers.set(supersedes.record, [...(takers.get(supersedes.record) ?? []), record])
  }
  const known = new Map<string, boolean>()
  /** Whether a withdrawal that stands takes it back. */
  const isTakenBack = (id: string): boolean => {
    const earlier = known.get(id)
    if (earlier !== undefined) return earlier
    // Two that name each other, in a file written by hand, end here.
    known.set(id, false)
    const back = (takers.get(id) ?? []).some((taker) => taker.body.kind === 'withdrawn' && !isTakenBack(taker.id))
    known.set(id, back)
    return back
  }
  // What a correction replaced stays replaced when that one is corrected in its turn.
  const isGone = ({ id }: BayRecord) => (takers.get(id) ?? []).some((taker) => !isTakenBack(taker.id))
  return new Set(records.filter(isGone).map((r) => r.id))
}

/**
 * Records that came in after the vehicle had left, though what they tell was done before: a tablet was away.
 * @param standing those that stand, oldest first
 */
export function lateRecords(standing: readonly BayRecord[]): BayRecord[] {
  const left = ofKind(standing, 'handed-over').at(-1)
  const leftSeen = left?.origin?.received
  return left && leftSeen
    ? standing.filter(
        (r) =>
          r.origin !== undefined &&
          Date.parse(r.origin.received) > Date.parse(leftSeen) &&
          Date.parse(r.at) <= Date.parse(left.at),
      )
    : []
}

/**
 * Records that stand: corrected and withdrawn ones left out. A correction tells the same event anew, so it stands where what it
 * corrects stood: it does not move a reading to after what voided it.
 * @param records all of a job, oldest first
 * @returns oldest first
 */
export function standing(records: readonly BayRecord[]): BayRecord[] {
  const gone = superseded(records)
  return inMoments(
    records,
    records.filter((r) => !gone.has(r.id) && r.body.kind !== 'withdrawn'),
  )
}
/** Some of a job's records, each where what it tells stood first. */
function inMoments(records: readonly BayRecord[], stand: BayRecord[]): BayRecord[] {
  if (!stand.some((r) => r.supersedes)) return stand
  const place = new Map(records.map((r, i) => [r.id, { i, record: r }]))
  const first = (record: BayRecord, left = records.length): number => {
    const before = record.supersedes && place.get(record.supersedes.record)
    return before && left > 0 ? first(before.record, left - 1) : place.get(record.id)!.i
  }
  const moments = new Map(stand.map((r) => [r.id, first(r)]))
  return stand.sort((a, b) => moments.get(a.id)! - moments.get(b.id)! || place.get(a.id)!.i - place.get(b.id)!.i)
}

/**
 * Records that stand, and those that were only withdrawn: what was seen once is not unseen by taking it back. What was corrected is left
 * out, for the correction tells it.
 * @returns oldest first
 */
export function everTold(records: readonly BayRecord[]): BayRecord[] {
  const gone = superseded(records)
  const takenBack = new Set(
    records.flatMap((r) => (r.body.kind === 'withdrawn' && !gone.has(r.id) ? (r.supersedes?.record ?? []) : [])),
  )
  return inMoments(
    records,
    records.filter((r) => r.body.kind !== 'withdrawn' && (!gone.has(r.id) || takenBack.has(r.id))),
  )
}

/** Standing records of one kind, oldest first. */
export const ofKind = <K extends RecordKind>(records: readonly BayRecord[], kind: K): RecordOf<K>[] =>
  records.filter((r): r is RecordOf<K> => r.body.kind === kind)

/** Whether the vehicle of a job was handed over and has not come back in. */
export const hasLeft = (records: readonly BayRecord[]): boolean => ofKind(standing(records), 'handed-over').length > 0
