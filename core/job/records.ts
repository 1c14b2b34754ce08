import { z } from 'zod'
import { limitsOf, maxLengthOf, type Limits } from '../quantity'
import { requiredText } from '../vehicle'
import { airRecords, bayRecords, fitRecords, handOverRecords, measureRecords } from '../stages/records'
import { dateTime, recordId } from '../stages/record-parts'

/** What was found or done, by kind: each stage says what it puts on record. */
export const recordBodySchema = z.discriminatedUnion('kind', [
  ...measureRecords,
  ...fitRecords,
  ...bayRecords,
  ...airRecords,
  ...handOverRecords,
  z.strictObject({ kind: z.literal('withdrawn') }),
])
export type RecordBody = z.infer<typeof recordBodySchema>
export type RecordKind = RecordBody['kind']

export const recordInputSchema = z.strictObject({
  body: recordBodySchema,
  by: requiredText('By whom', 60),
  /** The record this one corrects, and why. */
  supersedes: z.strictObject({ record: recordId, why: requiredText('Why it is corrected', 400) }).nullable(),
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

/** Appended, never overwritten. */
export const bayRecordSchema = recordInputSchema.extend({
  id: recordId,
  sequence: z.number().int().min(1),
  at: dateTime,
})
export type BayRecord = z.infer<typeof bayRecordSchema>
export type RecordOf<K extends RecordKind> = BayRecord & { body: Extract<RecordBody, { kind: K }> }

/**
 * Ids of the records that a later one corrects or withdraws, and that nothing restored since.
 * @param records all of a job, oldest first
 */
export function superseded(records: readonly BayRecord[]): Set<string> {
  const gone = new Set<string>()
  // Newest first: a correction that was itself taken back takes nothing with it.
  for (const r of [...records].reverse()) if (r.supersedes && !gone.has(r.id)) gone.add(r.supersedes.record)
  return gone
}

/**
 * Records that stand: corrected and withdrawn ones left out.
 * @param records all of a job, oldest first
 * @returns oldest first
 */
export function standing(records: readonly BayRecord[]): BayRecord[] {
  const gone = superseded(records)
  return records.filter((r) => !gone.has(r.id) && r.body.kind !== 'withdrawn')
}

/** Standing records of one kind, oldest first. */
export const ofKind = <K extends RecordKind>(records: readonly BayRecord[], kind: K): RecordOf<K>[] =>
  records.filter((r): r is RecordOf<K> => r.body.kind === kind)
