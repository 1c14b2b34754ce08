import { z } from 'zod'
import { bounded } from '../quantity'
import { applicationSchema, kitSchema, ruleSetSchema } from '../kit'
import {
  CORNERS,
  emptySurvey,
  loadCaseSchema,
  loadItemSchema,
  MARKS,
  surveySchema,
  TAPE_TOLERANCE,
  vehicleSchema,
  type Vehicle,
} from '../vehicle'

const words = (what: string, max: number) =>
  z
    .string({ error: `${what} must be text` })
    .trim()
    .max(max, { error: `${what} is too long: ${max} characters at most` })
const said = (what: string, max = 400) =>
  words(what, max).min(1, { error: `${what} is missing: say it in a few words` })
const identity = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9:_-]{0,99}$/, {
  error: 'must be letters, digits, dashes or colons, 100 at most',
})

export const STAGES = ['measure', 'load', 'choose', 'fit', 'plan', 'bay', 'air', 'hand-over'] as const
export type StageId = (typeof STAGES)[number]

/** What shop and customer care about, as plain answers. */
export const preferencesSchema = z.strictObject({
  loadChanges: z.enum(['seldom', 'sometimes', 'daily']),
  offCenter: z.enum(['no', 'sometimes', 'often']),
  emptyRide: z.enum(['unimportant', 'matters', 'first']),
  drilling: z.enum(['fine', 'rather-not']),
  upkeep: z.enum(['looked-after', 'forgotten']),
  hurry: z.enum(['no', 'today']),
  compressor: z.enum(['no', 'later']),
  budget: z
    .number({ error: 'Budget must be a number' })
    .min(1, { error: 'Budget must be above zero' })
    .max(100_000, { error: 'Budget must be below 100 000' })
    .nullable(),
})
export type Preferences = z.infer<typeof preferencesSchema>
export const USUAL_PREFERENCES: Preferences = {
  loadChanges: 'sometimes',
  offCenter: 'sometimes',
  emptyRide: 'matters',
  drilling: 'fine',
  upkeep: 'looked-after',
  hurry: 'no',
  compressor: 'no',
  budget: null,
}

const NO_CONDITIONS = { fillTemperature: null, driveTemperature: null, driveAltitude: null }
const temperature = bounded('temperature', 233.15, 333.15).nullable()

/** What is planned and decided for a job; what was found and done in the bay is in its records. */
export const jobSchema = z
  .strictObject({
    id: identity,
    number: said('Job number', 20),
    title: said('Job title', 80),
    customer: z.strictObject({ name: said('Customer', 80), contact: words('Contact', 120) }),
    bay: z.number().int().min(1, { error: 'Bay must be 1 to 4' }).max(4, { error: 'Bay must be 1 to 4' }).nullable(),
    day: z.iso.date({ error: 'Day must be a date like 2026-11-25' }),
    complaint: words('Complaint', 400),
    vehicle: vehicleSchema,
    mark: z.enum(MARKS, { error: 'Mark must be wheel-center or ground' }),
    survey: surveySchema,
    /** Half-width of a reading with the tape or rule in use. */
    tapeTolerance: bounded('length', 0.0002, 0.02).default(TAPE_TOLERANCE),
    /** On the vehicle whatever it carries, and on it when it is measured empty: rack, canopy, winch. */
    fittings: z.array(loadItemSchema).max(30, { error: 'a job holds 30 fittings at most' }).default([]),
    loadCases: z.array(loadCaseSchema).min(1, { error: 'A job needs at least one load case' }).max(12),
    activeCase: z.string(),
    /** What the customer counts as level. */
    target: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('empty-height') }),
      z.strictObject({ kind: z.literal('empty-rake') }),
      z.strictObject({
        kind: z.literal('recover'),
        share: z.number().min(0.1, { error: 'share must be 0.1 or more' }).max(1, { error: 'share must be 1 or less' }),
      }),
    ]),
    air: z.enum(['teed', 'separate']),
    frame: z.enum(['rigid', 'twisting']),
    /** Where the bags are filled. */
    altitude: bounded('length', -500, 5000),
    /** How warm it is there, and where and how warm it drives; null where it makes no difference. */
    conditions: z
      .strictObject({
        fillTemperature: temperature,
        driveTemperature: temperature,
        driveAltitude: bounded('length', -500, 5000).nullable(),
      })
      .default(NO_CONDITIONS),
    /** The kit as it was when picked: a later change of the catalog does not rewrite a job. */
    kit: kitSchema.nullable(),
    /** Rules and list by which that kit was picked: an old job keeps what it was decided by. */
    decided: z
      .strictObject({ rules: ruleSetSchema, applications: z.array(applicationSchema).max(60), at: z.string().max(40) })
      .nullable()
      .default(null),
    preferences: preferencesSchema.default(USUAL_PREFERENCES),
    choices: z.strictObject({ wheels: z.enum(['off', 'on']) }),
  })
  .refine((j) => j.loadCases.some((c) => c.id === j.activeCase), {
    path: ['activeCase'],
    error: 'the active load case is not one of the job',
  })
export type Job = z.infer<typeof jobSchema>

export const FINAL_CHECKS = ['heights', 'clearance', 'torques', 'soap', 'air-check', 'minimum-pressure'] as const
export type FinalCheckId = (typeof FINAL_CHECKS)[number]
export const GAP_CHECKS = ['bag-clearance', 'plate-tire', 'line-exhaust', 'bag-length'] as const
export type GapCheck = (typeof GAP_CHECKS)[number]
const sides = z.enum(['left', 'right'])
const when = z.iso.datetime({ error: 'must be a date and time like 2026-11-25T10:42:00Z' })

/** What was found or done, by kind. */
export const recordBodySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('height'),
    timing: z.enum(['before', 'after']),
    /** `empty-again`: unloaded after having been loaded; what it does not come back by is friction. */
    load: z.enum(['empty', 'loaded', 'empty-again']),
    /** Which load case was on, for a loaded reading. */
    loadCase: identity.nullable(),
    corner: z.enum(CORNERS),
    mark: z.enum(MARKS),
    value: bounded('length', 0.1, 2.5),
    about: z.boolean(),
    /** Half-width of the tool; a sixteenth of an inch where nothing is said. */
    tolerance: bounded('length', 0.0002, 0.02).nullable().default(null),
    /** Gauge, mean of both bags; 0 with none fitted. */
    bagPressure: bounded('pressure', 0, 1_000_000),
  }),
  z.strictObject({
    kind: z.literal('scale-ticket'),
    load: z.enum(['empty', 'loaded']),
    /** Which load case was on, for a loaded ticket. */
    loadCase: identity.nullable(),
    front: bounded('mass', 100, 20_000),
    rear: bounded('mass', 100, 20_000),
    /** Trailer axles, where one was on. */
    trailer: bounded('mass', 0, 30_000).nullable(),
    /** Plus or minus of the scale on each. */
    tolerance: bounded('mass', 0, 500),
    /** What the ticket calls itself: number, scale, day. */
    ticket: words('Ticket', 120),
  }),
  z.strictObject({
    kind: z.literal('gap'),
    check: z.enum(GAP_CHECKS),
    side: sides,
    value: bounded('length', 0, 1),
    about: z.boolean(),
    /** Heat sleeve on the line where it must pass closer. */
    sleeved: z.boolean(),
  }),
  z
    .strictObject({
      kind: z.literal('step'),
      step: identity,
      outcome: z.enum(['done', 'skipped']),
      reason: words('Reason', 400),
    })
    .refine((r) => r.outcome === 'done' || r.reason.length > 0, {
      path: ['reason'],
      error: 'Reason is missing: say why this step is passed over',
    }),
  z
    .strictObject({
      kind: z.literal('torque'),
      step: identity,
      fastener: identity,
      /** 1 for the first of several alike. */
      place: z.number().int().min(1).max(24),
      outcome: z.enum(['reading', 'by-feel', 'not-reached', 'none-given']),
      value: bounded('torque', 0.05, 1500).nullable(),
      reading: z.strictObject({ device: identity, sequence: z.number().int().min(1) }).nullable(),
    })
    .refine((r) => (r.outcome === 'reading') === (r.value !== null), {
      path: ['value'],
      error: 'a reading needs its torque, and only a reading has one',
    }),
  z.strictObject({
    kind: z.literal('opened-again'),
    step: identity,
    fastener: identity,
    reason: said('Reason'),
  }),
  z.strictObject({
    kind: z.literal('maker-torque'),
    fastener: identity,
    value: bounded('torque', 1, 1000),
    source: said('Source of the figure'),
  }),
  z.strictObject({
    kind: z.literal('deviation'),
    what: said('What was done differently'),
    why: said('Why'),
    agreedBy: said('Who agreed', 80),
  }),
  z.strictObject({ kind: z.literal('off'), part: said('Part', 120) }),
  z.strictObject({ kind: z.literal('on-again'), part: said('Part', 120) }),
  z.strictObject({
    kind: z.literal('connection'),
    connection: identity,
    result: z.enum(['dry', 'bubbles']),
    pressure: bounded('pressure', 0, 1_000_000),
  }),
  z.strictObject({
    kind: z.literal('air-check'),
    end: z.enum(['start', 'end']),
    pressure: bounded('pressure', 0, 1_000_000),
    temperature: bounded('temperature', 233.15, 333.15),
    readAt: when,
    reading: z.strictObject({ device: identity, sequence: z.number().int().min(1) }).nullable(),
  }),
  z.strictObject({
    kind: z.literal('bag-pressure'),
    left: bounded('pressure', 0, 1_000_000),
    right: bounded('pressure', 0, 1_000_000),
  }),
  z
    .strictObject({
      kind: z.literal('final-check'),
      check: z.enum(FINAL_CHECKS),
      outcome: z.enum(['not-applicable', 'refused']),
      because: said('Because'),
      signedBy: words('Signed by', 80),
    })
    .refine((r) => r.outcome !== 'refused' || r.signedBy.length > 0, {
      path: ['signedBy'],
      error: "Signed by is missing: a refusal is the customer's, with a name",
    }),
  z.strictObject({ kind: z.literal('handed-over'), to: said('Handed over to', 80) }),
  z.strictObject({ kind: z.literal('withdrawn') }),
])
export type RecordBody = z.infer<typeof recordBodySchema>
export type RecordKind = RecordBody['kind']

export const recordInputSchema = z.strictObject({
  body: recordBodySchema,
  by: said('By whom', 60),
  /** The record this one corrects, and why. */
  supersedes: z.strictObject({ record: identity, why: said('Why it is corrected') }).nullable(),
})
export type RecordInput = z.infer<typeof recordInputSchema>

/** Appended, never overwritten. */
export const bayRecordSchema = recordInputSchema.extend({
  id: identity,
  sequence: z.number().int().min(1),
  at: when,
})
export type BayRecord = z.infer<typeof bayRecordSchema>

export const EXPORT_FORMAT = 'stout-shackle-job/1'
export const jobExportSchema = z.strictObject({
  format: z.literal(EXPORT_FORMAT, { error: `format must be "${EXPORT_FORMAT}"` }),
  job: jobSchema,
  records: z.array(bayRecordSchema).max(20_000),
})
export type JobExport = z.infer<typeof jobExportSchema>

/** A new job for a vehicle, with one empty load case and nothing decided. */
export function newJob(
  identityOf: { id: string; number: string; title: string; day: string },
  customer: Job['customer'],
  vehicle: Vehicle,
): Job {
  return {
    ...identityOf,
    customer,
    vehicle,
    bay: null,
    complaint: '',
    mark: 'wheel-center',
    survey: emptySurvey(),
    tapeTolerance: TAPE_TOLERANCE,
    fittings: [],
    loadCases: [{ id: 'case-1', name: 'Usual load', items: [] }],
    activeCase: 'case-1',
    target: { kind: 'empty-height' },
    air: 'separate',
    frame: 'rigid',
    altitude: 0,
    conditions: { ...NO_CONDITIONS },
    kit: null,
    decided: null,
    preferences: { ...USUAL_PREFERENCES },
    choices: { wheels: 'off' },
  }
}

type Of<K extends RecordKind> = BayRecord & { body: Extract<RecordBody, { kind: K }> }

/** Records that stand: corrected and withdrawn ones left out, oldest first. */
export function standing(records: readonly BayRecord[]): BayRecord[] {
  const gone = new Set<string>()
  // Newest first: a correction that was itself taken back takes nothing with it.
  for (const r of [...records].reverse()) if (r.supersedes && !gone.has(r.id)) gone.add(r.supersedes.record)
  return records.filter((r) => !gone.has(r.id) && r.body.kind !== 'withdrawn')
}

/** Standing records of one kind. */
export const ofKind = <K extends RecordKind>(records: readonly BayRecord[], kind: K): Of<K>[] =>
  records.filter((r): r is Of<K> => r.body.kind === kind)
