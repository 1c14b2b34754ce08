import { z } from 'zod'
import { bounded } from '../quantity'
import { optionalText, requiredText } from '../vehicle'
import { dateTime, recordAxle, recordId } from './parts'

/** What a customer may sign away, with a reason; nothing that is wrong, only what could not be shown. */
const WAIVERS = ['air-check', 'loaded-heights', 'loaded-clearance', 'level', 'overload'] as const
export type WaiverId = (typeof WAIVERS)[number]
const CONSENTS = ['drilling', 'cutting'] as const
export type ConsentTo = (typeof CONSENTS)[number]

/** What a drive is judged by, on the same road with the same load before and after. */
export const DRIVE_MARKS = ['bumps', 'sway', 'braking', 'steering', 'noise'] as const
export type DriveMark = (typeof DRIVE_MARKS)[number]
const driveMark = z
  .number()
  .int()
  .min(1, { error: 'a mark must be 1 (bad) or more' })
  .max(5, { error: 'a mark must be 5 (good) or less' })
  .nullable()
const driveMarks = Object.fromEntries(DRIVE_MARKS.map((mark) => [mark, driveMark.default(null)])) as Record<
  DriveMark,
  z.ZodDefault<typeof driveMark>
>

const signature = {
  signedBy: requiredText('Signed by', 80),
  /** Units in which the text was read. */
  units: z.enum(['us', 'metric'], { error: 'units must be us or metric' }),
  /** SHA-256 of the text that was signed: another text is another signature. */
  hash: z.string().regex(/^[0-9a-f]{64}$/, { error: 'must be the SHA-256 of the signed text, 64 hex digits' }),
}

/** What Hand over puts on record: pressures as set, what the customer signed, the handover itself. */
export const handOverRecords = [
  z.strictObject({
    kind: z.literal('bag-pressure'),
    axle: recordAxle,
    left: bounded('pressure', 0, 1_000_000),
    right: bounded('pressure', 0, 1_000_000),
    /** Of the air around it; absent where nobody said. */
    temperature: bounded('temperature', 213.15, 343.15).optional(),
  }),
  z
    .strictObject({
      kind: z.literal('waiver'),
      about: z.enum(WAIVERS, { error: `about must be one of ${WAIVERS.join(', ')}` }),
      /** Which load is not to be driven, for an overload. */
      loadCase: recordId.nullable(),
      because: requiredText('Reason', 400),
      /** When the owner reads the pressure, for the air check. */
      due: z.iso.date({ error: 'due must be a date like 2026-11-25' }).nullable(),
      ...signature,
    })
    .refine((r) => (r.about === 'overload') === (r.loadCase !== null), {
      path: ['loadCase'],
      error: 'an overload names its load case, and only an overload does',
    })
    .refine((r) => (r.about === 'air-check') === (r.due !== null), {
      path: ['due'],
      error: 'the air check that the owner reads needs its date, and only that has one',
    }),
  z.strictObject({
    kind: z.literal('consent'),
    to: z.enum(CONSENTS, { error: `to must be one of ${CONSENTS.join(', ')}` }),
    outcome: z.enum(['agreed', 'refused'], { error: 'outcome must be agreed or refused' }),
    ...signature,
    /** Given by phone: who heard it, and when. */
    phone: z.strictObject({ heardBy: requiredText('Who heard it', 60), at: dateTime }).optional(),
    /** Drawn on the tablet, as the path of an SVG 400 by 120; null where only the name was typed. */
    drawn: z
      .string()
      .max(20_000, { error: 'the drawing has too many points' })
      .regex(/^[ML0-9. -]+$/, { error: 'must be an SVG path of M and L' })
      .optional(),
  }),
  /** The same drive before and after the work; never needed for a hand-over. */
  z.strictObject({
    kind: z.literal('road-test'),
    timing: z.enum(['before', 'after'], { error: 'timing must be before or after' }),
    /** What was on it; null for nothing. */
    loadCase: recordId.nullable(),
    /** Where it was driven, so that it is the same both times. */
    road: optionalText('Road', 120),
    marks: z
      .strictObject(driveMarks)
      .refine((m) => DRIVE_MARKS.some((mark) => m[mark] !== null), { error: 'give one mark or more, 1 to 5' }),
    note: optionalText('Note', 400),
    /** Somebody rode along: what they say, and how long it went on after a bump. */
    second: z
      .strictObject({
        name: requiredText('Who rode along', 60),
        words: optionalText('What they say', 400),
        bounces: z.number().int().min(0).max(20).nullable().default(null),
        seconds: z.number().min(0).max(60).nullable().default(null),
      })
      .nullable()
      .default(null),
  }),
  /** The aim of the headlamps after the work. */
  z.strictObject({
    kind: z.literal('lamp-aim'),
    outcome: z.enum(['checked', 'to-check'], { error: 'outcome must be checked or to-check' }),
  }),
  z.strictObject({ kind: z.literal('handed-over'), to: requiredText('Handed over to', 80) }),
] as const
