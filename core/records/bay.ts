import { z } from 'zod'
import { bounded } from '../quantity'
import { optionalText, requiredText, AXLES } from '../vehicle'
import { PART_FATES } from '../kit'
import { deviceReading, recordAxle, recordId, recordSide } from './parts'

/** Where a vehicle can stand; `frame-raised` leaves the axle on its tires. */
const SUPPORT_STATES = ['on-wheels', 'axle-hanging', 'axle-raised', 'frame-raised'] as const
/** Where a part is; null where it has no axle or side, or nobody said. */
const place = {
  axle: z.enum(AXLES, { error: 'axle must be front or rear' }).nullable().default(null),
  side: recordSide.nullable().default(null),
}

/** Ways in which work leaves its instructions, that are asked about once a job. */
const DEPARTURES = [
  'wheels-on',
  'other-way',
  'fed-through',
  'sides-changed',
  'clamps-joined',
  'longer-bolt',
  'cut-bolt',
  'other-order',
  'part-changed',
  'step-added',
  'not-torqued',
] as const
export type DepartureKind = (typeof DEPARTURES)[number]

/** What the bay puts on record: steps, torques, deviations, parts off and back. */
export const bayRecords = [
  z
    .strictObject({
      kind: z.literal('step'),
      step: recordId,
      outcome: z.enum(['done', 'skipped']),
      reason: optionalText('Reason', 400),
    })
    .refine((r) => r.outcome === 'done' || r.reason.length > 0, {
      path: ['reason'],
      error: 'Reason is missing: enter why this step is skipped',
    }),
  z
    .strictObject({
      kind: z.literal('torque'),
      step: recordId,
      fastener: recordId,
      /** 1 for the first of several alike. */
      place: z.number().int().min(1).max(24),
      outcome: z.enum(['reading', 'by-feel', 'turned', 'not-reached', 'none-given']),
      value: bounded('torque', 0.05, 1500).nullable(),
      reading: deviceReading.nullable(),
      /** Of a fastener that is drawn down evenly: an earlier pass, at a part of its torque; absent for the last one. */
      pass: z
        .number()
        .int()
        .min(1, { error: 'pass must be 1 or 2' })
        .max(2, { error: 'pass must be 1 or 2: the last one is the torque itself' })
        .optional(),
      /** The wrench it was pulled with, as it was then; absent where nobody said. */
      wrench: z
        .strictObject({
          serial: requiredText('Serial number', 40),
          high: bounded('torque', 0.5, 1500),
          due: z.iso.date({ error: 'due must be a date like 2027-05-31' }),
        })
        .optional(),
      /** Why the wrench could not reach it, and what a second look showed. */
      reason: optionalText('Reason', 200).optional(),
      /** How it was tried all the same. */
      tried: z
        .enum(['crowfoot', 'wobble', 'by-hand'], { error: 'tried must be crowfoot, wobble or by-hand' })
        .optional(),
    })
    .refine((r) => (r.outcome === 'reading') === (r.value !== null), {
      path: ['value'],
      error: 'a reading needs its torque, and only a reading has one',
    }),
  /** After a full pull where earlier passes were due: the bar was looked at, and lies parallel to its seat. */
  z.strictObject({ kind: z.literal('seat-seen'), step: recordId, fastener: recordId }),
  /** What an eye is the check of at a step: as it has to be, or not. */
  z.strictObject({
    kind: z.literal('looked'),
    step: recordId,
    looks: z.array(recordId).min(1).max(12, { error: 'looks has 12 max' }),
    seen: z.boolean({ error: 'seen must be true or false' }),
    note: optionalText('Note', 200).default(''),
  }),
  z.strictObject({
    kind: z.literal('opened-again'),
    step: recordId,
    fastener: recordId,
    reason: requiredText('Reason', 400),
    /** Of one that was pulled over its max: its threads and seat were looked at and are sound, or it is a new one. */
    looked: z.enum(['sound', 'replaced'], { error: 'looked must be sound or replaced' }).optional(),
  }),
  z.strictObject({
    kind: z.literal('maker-torque'),
    fastener: recordId,
    value: bounded('torque', 1, 1000),
    source: requiredText('Source of the figure', 400),
  }),
  z.strictObject({
    kind: z.literal('deviation'),
    what: requiredText('What was done differently', 400),
    why: requiredText('Why', 400),
    agreedBy: requiredText('Who agreed', 80),
    /** What it answers: a rule of the kit that this vehicle breaks, a step that was skipped, a way of departing; null for anything else. */
    answers: z
      .discriminatedUnion('kind', [
        z.strictObject({ kind: z.literal('rule'), axle: recordAxle, rule: recordId }),
        z.strictObject({ kind: z.literal('step'), step: recordId }),
        z.strictObject({ kind: z.literal('departure'), departure: z.enum(DEPARTURES) }),
      ])
      .nullable()
      .default(null),
  }),
  /** Parts of a kit as they were counted on the bench, before anything is lifted. */
  z.strictObject({
    kind: z.literal('parts-counted'),
    axle: recordAxle,
    counts: z
      .array(z.strictObject({ part: requiredText('Part', 240), has: z.number().int().min(0).max(99) }))
      .min(1, { error: 'counts has none: count one part or more' })
      .max(60),
  }),
  z.strictObject({ kind: z.literal('off'), part: requiredText('Part', 120), ...place }),
  z.strictObject({ kind: z.literal('on-again'), part: requiredText('Part', 120), ...place }),
  /** What became of a part of the vehicle that does not go back as it was. */
  z.strictObject({
    kind: z.literal('part-fate'),
    part: requiredText('Part', 120),
    ...place,
    fate: z.enum(PART_FATES, { error: `fate must be one of ${PART_FATES.join(', ')}` }),
    /** Who of the customer's agreed to it, before it was done. */
    agreedBy: requiredText('Who agreed', 80),
    note: optionalText('Note', 400),
  }),
  /** What holds the vehicle from now on, where it is not what the plan's own step says. */
  z
    .strictObject({
      kind: z.literal('moved'),
      support: z.enum(SUPPORT_STATES, { error: `support must be one of ${SUPPORT_STATES.join(', ')}` }),
      wheels: z.enum(['on', 'off'], { error: 'wheels must be on or off' }),
      /** Which end is up; null on its wheels. */
      axle: z.enum(AXLES, { error: 'axle must be front or rear' }).nullable(),
      /** Rolled a length and bounced, on its wheels. */
      settled: z.boolean(),
    })
    .refine((r) => (r.support === 'on-wheels') === (r.axle === null), {
      path: ['axle'],
      error: 'on its wheels no end is up; else say which',
    })
    .refine((r) => r.support !== 'on-wheels' || r.wheels === 'on', {
      path: ['wheels'],
      error: 'it cannot stand on wheels that are off',
    })
    .refine((r) => !r.settled || r.support === 'on-wheels', {
      path: ['settled'],
      error: 'it settles on its wheels only',
    }),
  /** The axle run down and up: the least gap that was seen, and how tall the bag was at both ends. */
  z
    .strictObject({
      kind: z.literal('travel-run'),
      axle: recordAxle,
      side: recordSide,
      /** 0 where it touches; null where nobody measured it. */
      gap: bounded('length', 0, 1).nullable(),
      /** What comes nearest. */
      to: optionalText('What comes nearest', 120),
      down: bounded('length', 0.02, 0.8).nullable(),
      up: bounded('length', 0.02, 0.8).nullable(),
    })
    .refine((r) => r.gap !== null || r.down !== null || r.up !== null, {
      path: ['gap'],
      error: 'a run of the axle has a gap or a bag height',
    }),
  /** A bracket moved after it was aligned: what was read of heights and clearances is void. */
  z.strictObject({
    kind: z.literal('bracket-moved'),
    axle: recordAxle,
    side: recordSide.nullable(),
    reason: requiredText('Reason', 400),
  }),
  /** Somebody is at a step now: nobody else does it, and its time runs. */
  z.strictObject({ kind: z.literal('step-begun'), step: recordId }),
  /** The work on a step rests, and why; it runs again when somebody is at it again. */
  z.strictObject({ kind: z.literal('paused'), step: recordId, reason: requiredText('Reason', 400) }),
  /**
   * Clear of the vehicle before it is moved. Each says so for themselves; without a link to the other tablets one names everybody
   * and answers for it.
   */
  z.strictObject({
    kind: z.literal('clear'),
    step: recordId,
    names: z.array(requiredText('Name', 60)).max(8, { error: 'names has too many: 8 max' }).default([]),
  }),
  z.strictObject({
    kind: z.literal('photo'),
    /** Step that it belongs to; null for one of the vehicle as a whole. */
    step: recordId.nullable().default(null),
    caption: optionalText('Caption', 200),
    /** JPEG in base64, or where the server keeps it. */
    image: z
      .string()
      .max(560_000, { error: 'image is too large: 400 kB max' })
      .regex(/^(sha256:[0-9a-f]{64}|[A-Za-z0-9+/]+={0,2})$/, { error: 'image must be a JPEG in base64' }),
  }),
] as const
