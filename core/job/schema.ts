import { z } from 'zod'
import { linesAt } from '../circuit'
import { airCheckRuleSchema, USUAL_AIR_CHECK } from '../shop'
import { circuitSchema, SUPPLIES } from '../fittings'
import { bounded } from '../quantity'
import { recordId, pressureReadingSchema, bayRecordSchema } from '../records'
import { preferencesSchema, USUAL_PREFERENCES } from './preferences'
import {
  applicationSchema,
  kitHash,
  kitSchema,
  mountSchema,
  procedureSchema,
  recheckSchema,
  ruleSetSchema,
  type Kit,
} from '../kit'
import {
  emptySurvey,
  loadCaseSchema,
  loadItemSchema,
  MARKS,
  optionalText,
  requiredText,
  surveySchema,
  TAPE_TOLERANCE,
  vehicleSchema,
  type Vehicle,
  AXLES,
  type AxleEnd,
} from '../vehicle'

export const STAGES = ['measure', 'load', 'choose', 'fit', 'plan', 'bay', 'air', 'hand-over'] as const
export type StageId = (typeof STAGES)[number]

const NO_CONDITIONS = { fillTemperature: null, driveTemperature: null, driveAltitude: null }
const temperature = bounded('temperature', 233.15, 333.15).nullable()

const plumbing = z.enum(['teed', 'separate'], { error: 'must be teed or separate' })

/** Why a copy on a job differs from what the catalog has. */
const alteredSchema = z.strictObject({
  /** Empty until somebody says it. */
  why: optionalText('Why it is changed on this job', 400),
  by: z.string().max(60).default(''),
  at: z.string().max(40).default(''),
})
export type Altered = z.infer<typeof alteredSchema>

/** A kit on a job. */
const jobKitSchema = z.strictObject({
  /** As it was when picked: a later change of the catalog does not rewrite a job. */
  kit: kitSchema,
  /** Version of the catalog that it is a copy of, by its hash: the server alone sets it. Null where it knows no such version. */
  version: z
    .string()
    .regex(/^[0-9a-f]{64}$/, { error: 'version must be a SHA-256 in 64 hex digits' })
    .nullable()
    .default(null),
  /** Figures that were compared with its paper on a visit before, each by its place and hash; the server alone sets them. */
  confirmed: z
    .array(z.strictObject({ path: z.string().max(120), hash: z.string().max(64) }))
    .max(200)
    .default([]),
  /** When another version of it was taken, and which steps and fasteners that changed; the server alone sets it. */
  revised: z
    .array(
      z.strictObject({
        at: z.iso.datetime({ error: 'must be a date and time like 2026-11-25T10:42:00Z' }),
        steps: z.array(recordId).max(60),
        fasteners: z.array(recordId).max(30),
      }),
    )
    .max(60)
    .default([]),
  /** Rules and list by which it was picked: an old job keeps what it was decided by. The server alone sets it. */
  decided: z
    .strictObject({
      rules: ruleSetSchema,
      applications: z.array(applicationSchema).max(60),
      /** It has a list of vehicles, whether or not this one is on it. */
      listed: z.boolean().default(false),
      at: z.string().max(40),
    })
    .nullable()
    .default(null),
  /** Why it is not as any version of the catalog has it, and who changed it; the server sets by whom and when. */
  altered: alteredSchema.nullable().default(null),
  /** Fitted on this visit, there already and staying on, or there already and coming off. */
  work: z.enum(['fit', 'keep', 'take-off'], { error: 'work must be fit, keep or take-off' }).default('fit'),
  /** Job of the visit that left it on so; the server alone sets it. Null: fitted elsewhere, and nothing of it was proved here. */
  leftBy: recordId.nullable().default(null),
  /** How it is put on here, where not as the instructions have it. */
  mount: mountSchema.optional(),
  /** Since when it has been put on so, where it was otherwise before; what was read of it before is not about it. */
  mountSince: z.iso.datetime({ error: 'must be a date and time like 2026-11-25T10:42:00Z' }).optional(),
  /** Way of working by which it is fitted, where not the first of its instructions. */
  method: z.string().max(60).optional(),
  /** Since when it has been this job's, by the server's clock, where another was before it; what was done before is not about it. */
  since: z.iso.datetime({ error: 'must be a date and time like 2026-11-25T10:42:00Z' }).optional(),
})
export type JobKit = z.infer<typeof jobKitSchema>

/** What names a vehicle: once work has begun it is the desk's to change. */
export const VEHICLE_NAMES = ['make', 'model', 'vin', 'plate'] as const
/** What is planned and decided for a job; what was found and done in the bay is in its records. */
export const jobSchema = z
  .strictObject({
    id: recordId,
    number: requiredText('Job number', 20),
    title: requiredText('Job title', 80),
    customer: z.strictObject({ name: requiredText('Customer', 80), contact: optionalText('Contact', 120) }),
    bay: z.number().int().min(1, { error: 'Bay must be 1 to 4' }).max(4, { error: 'Bay must be 1 to 4' }).nullable(),
    day: z.iso.date({ error: 'Day must be a date like 2026-11-25' }),
    complaint: optionalText('Complaint', 400),
    vehicle: vehicleSchema,
    mark: z.enum(MARKS, { error: 'Mark must be wheel-center or ground' }),
    survey: surveySchema,
    /** Half-width of a reading with the tape or rule in use. */
    tapeTolerance: bounded('length', 0.0002, 0.02).default(TAPE_TOLERANCE),
    /** On the vehicle whatever it carries, and on it when it is measured empty: rack, canopy, winch. */
    fittings: z.array(loadItemSchema).max(30, { error: 'a job holds 30 fittings max' }).default([]),
    /** Since when those have been what they are, by the server's clock, where they were others before. */
    /** When its frame was said to be unsound no more, by the server's clock; absent for one that never was. */
    frameSince: z.iso.datetime({ error: 'must be a date and time like 2026-11-25T10:42:00Z' }).optional(),
    fittingsSince: z.iso.datetime({ error: 'must be a date and time like 2026-11-25T10:42:00Z' }).optional(),
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
    /** How the bags of each axle are joined. */
    air: z.strictObject({ front: plumbing, rear: plumbing }),
    /** What air is given in by. */
    supply: z.enum(SUPPLIES, { error: `supply must be one of ${SUPPLIES.join(', ')}` }).default('valves'),
    /** Bags, lines and fittings where they are not as kits and supply usually make them; null where they are. */
    circuit: circuitSchema.nullable().default(null),
    /** Since when what is joined to what has been so, by the server's clock, where it was otherwise before; holds from before are not about it. */
    circuitSince: z.iso.datetime({ error: 'must be a date and time like 2026-11-25T10:42:00Z' }).optional(),
    /** So much of each line is left coiled at its valve, for a compressor that comes later; absent where none is planned. */
    compressorLater: bounded('length', 0.15, 5).optional(),
    /** How a compressor gets its current; null where there is none, or nobody has measured it. */
    wiring: z
      .strictObject({
        /** There and back, as measured; null where it goes by the route of the harness. */
        loop: bounded('length', 0.3, 40).nullable(),
        feed: z.enum(['battery', 'auxiliary'], { error: 'feed must be battery or auxiliary' }),
        /** Of a factory auxiliary circuit, A. */
        auxiliary: z
          .strictObject({
            fuse: z.number({ error: 'fuse must be a number, A' }).min(1).max(200),
            relay: z.number({ error: 'relay must be a number, A' }).min(1).max(200),
          })
          .nullable()
          .default(null),
      })
      .nullable()
      .default(null),
    frame: z.enum(['rigid', 'twisting']),
    /** Where the bags are filled. */
    altitude: bounded('altitude', -500, 5000),
    /** How warm it is there, and where and how warm it drives; null where it makes no difference. */
    conditions: z
      .strictObject({
        fillTemperature: temperature,
        driveTemperature: temperature,
        driveAltitude: bounded('altitude', -500, 5000).nullable(),
      })
      .default(NO_CONDITIONS),
    /** Kits of the vehicle: one an axle, and one that comes off there on this visit. */
    kits: z
      .array(jobKitSchema)
      .max(4, { error: 'a job holds one kit an axle, and one that comes off there' })
      .refine(
        (kits) => new Set(kits.map(({ kit, work }) => `${kit.axle} ${work === 'take-off'}`)).size === kits.length,
        {
          error: 'a job holds one kit an axle, and one that comes off there: two of these are for the same',
        },
      ),
    /** Instructions beside the kits', as they were when they were taken in; of which version they are. */
    procedures: z
      .array(
        z.strictObject({
          procedure: procedureSchema,
          version: z.number().int().min(1),
          altered: alteredSchema.nullable().default(null),
        }),
      )
      .max(20, { error: 'a job holds 20 procedures max' })
      .refine((all) => new Set(all.map((p) => p.procedure.id)).size === all.length, {
        error: 'a procedure is on a job once',
      })
      .default([]),
    /** The vehicle's history, of which this job is one visit; null until the shop has one for it. */
    history: recordId.nullable().default(null),
    /** What the visit before left open, to be proved on this one though the kit was there already. */
    owed: z
      .array(z.enum(['soap', 'air-check', 'clearance'], { error: 'owed must be soap, air-check or clearance' }))
      .max(3)
      .default([]),
    /** Connections that the visit before left, by their ids: others are new. Null where none was before. The server alone sets it. */
    leftConnections: z.array(z.string().max(160)).max(200).nullable().default(null),
    /** This visit only looks again at what the one before left; null for any other. The server alone sets it. */
    recheck: recheckSchema.nullable().default(null),
    /** What was changed on the job after work had begun, where that has to stand in its record; the server alone sets it. */
    changes: z
      .array(
        z.strictObject({
          what: z.enum([...VEHICLE_NAMES, 'loads']),
          from: z.string().max(400),
          to: z.string().max(400),
          by: z.string().max(60),
          at: z.string().max(40),
        }),
      )
      .max(60)
      .default([]),
    /** As the shop has it set; the server alone sets it. */
    airCheck: airCheckRuleSchema.default(USUAL_AIR_CHECK),
    preferences: preferencesSchema.default(USUAL_PREFERENCES),
    /** How the shop works on it: wheels off for access or on, floor jack and stands or a two-post lift, by one or two. */
    choices: z.strictObject({
      wheels: z.enum(['off', 'on'], { error: 'wheels must be off or on' }),
      lift: z.enum(['floor', 'lift'], { error: 'lift must be floor or lift' }).default('floor'),
      crew: z.union([z.literal(1), z.literal(2)], { error: 'crew must be 1 or 2' }).default(1),
      /** Steps that somebody put before others. */
      pins: z
        .array(z.strictObject({ first: recordId, then: recordId }))
        .max(40, { error: 'pins has too many: 40 max' })
        .default([]),
    }),
  })
  .refine((j) => j.loadCases.some((c) => c.id === j.activeCase), {
    path: ['activeCase'],
    error: 'the active load case is not one of the job',
  })
  .superRefine(({ air, circuit }, context) => {
    for (const axle of circuit ? AXLES : []) {
      const drawn = linesAt(circuit!, axle)
      if (drawn && drawn !== air[axle])
        context.addIssue({
          code: 'custom',
          path: ['air', axle],
          message: `the circuit has the ${axle} lines ${drawn}, air.${axle} says ${air[axle]}`,
        })
    }
  })
export type Job = z.infer<typeof jobSchema>

/** The kit that is on an axle, or goes on it, when this visit is over; null where none does. */
export const kitAt = (job: Pick<Job, 'kits'>, axle: AxleEnd): JobKit | null =>
  job.kits.find(({ kit, work }) => kit.axle === axle && work !== 'take-off') ?? null
/** Every kit that is on the vehicle when this visit is over. */
export const kitsLeft = (job: Pick<Job, 'kits'>): JobKit[] => job.kits.filter(({ work }) => work !== 'take-off')
/** A kit of which nothing but itself is said on a job yet. */
export const newOnJob = (kit: Kit): JobKit => ({
  kit,
  version: null,
  confirmed: [],
  revised: [],
  decided: null,
  altered: null,
  work: 'fit',
  leftBy: null,
})
/**
 * The job's kits with one more picked, or none at an axle. What the vehicle came in with has to come off then; picked itself,
 * it stays on. What was only going to be fitted is let go.
 * @param picked for that axle, as the catalog has it; null for none
 * @returns by axle, what comes off before what goes on
 */
export const withKit = (
  kits: readonly JobKit[],
  axle: AxleEnd,
  picked: Pick<JobKit, 'kit' | 'decided'> | null,
): JobKit[] =>
  AXLES.flatMap((end): JobKit[] => {
    const thereHere = kits.filter(({ kit }) => kit.axle === end)
    if (end !== axle) return thereHere
    const there = thereHere.find(({ work }) => work !== 'fit')
    if (there && there.kit.id === picked?.kit.id) return [{ ...there, work: 'keep' }]
    return [
      ...(there ? [{ ...there, work: 'take-off' as const }] : []),
      ...(picked ? [{ ...newOnJob(picked.kit), ...picked, version: kitHash(picked.kit) }] : []),
    ]
  })

export const EXPORT_FORMAT = 'stout-shackle-job/2'
export const jobExportSchema = z.strictObject({
  format: z.literal(EXPORT_FORMAT, {
    error: ({ input }) =>
      input === 'stout-shackle-job/1'
        ? `format is "${input}", from before the first release and cannot be used. Export the job again from today's program`
        : `format must be "${EXPORT_FORMAT}"`,
  }),
  job: jobSchema,
  records: z.array(bayRecordSchema).max(20_000),
  /** What its bags were read at since. */
  pressures: z.array(pressureReadingSchema).max(5_000).default([]),
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
    air: { front: 'separate', rear: 'separate' },
    supply: 'valves',
    circuit: null,
    wiring: null,
    frame: 'rigid',
    altitude: 0,
    conditions: { ...NO_CONDITIONS },
    kits: [],
    procedures: [],
    history: null,
    owed: [],
    leftConnections: null,
    recheck: null,
    changes: [],
    airCheck: { ...USUAL_AIR_CHECK },
    preferences: { ...USUAL_PREFERENCES },
    choices: { wheels: 'off', lift: 'floor', crew: 1, pins: [] },
  }
}
