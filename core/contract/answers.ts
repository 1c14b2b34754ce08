import { z } from 'zod'
import { SUSPECT_KINDS } from '../circuit'
import { FINAL_CHECKS, bayRecordSchema } from '../records'
import type { WaitCode } from '../judge'
import { AXLES, BODIES, MARKS } from '../vehicle'
import { CATALOG_FILES } from '../exchange'
import { jobSchema, STAGES } from '../job'
import { applicationSchema, FAMILIES, kitSchema, ORIGINS, planStepSchema, ruleSetSchema, stockItemSchema } from '../kit'
import { personSchema, ROLES, shopSettingsSchema } from '../shop'
import { torqueSpecSchema } from '../torque'

/** A version of a document and the document. */
export const entryOf = <S extends z.ZodType>(document: S) => z.strictObject({ version: z.number().int(), document })
/** Part of a list that was found, and how many there are in all. */
export const foundOf = <S extends z.ZodType>(document: S) =>
  z.strictObject({ total: z.number().int(), entries: z.array(entryOf(document)) })
export interface Entry<T> {
  version: number
  document: T
}
export interface Found<T> {
  total: number
  entries: Entry<T>[]
}

/** A job with its records. */
export const storedJobSchema = z.strictObject({
  version: z.number().int(),
  job: jobSchema,
  records: z.array(bayRecordSchema),
})
export type StoredJob = z.output<typeof storedJobSchema>

const stage = z.enum(STAGES)
/** A job on the board. */
export const jobSummarySchema = z.strictObject({
  id: z.string(),
  number: z.string(),
  title: z.string(),
  customer: z.string(),
  /** What it is found by: a phone number, a plate. */
  contact: z.string(),
  plate: z.string(),
  bay: z.number().int().nullable(),
  day: z.string(),
  version: z.number().int(),
  vehicle: z.string(),
  body: z.enum(BODIES),
  kit: z.string().nullable(),
  /** A load case exceeds a rating of the vehicle. */
  overload: z.boolean(),
  /** When; null while it is in the shop. */
  handedOver: z.string().nullable(),
  /** What is due after the handover, of what this job has; `byPressure` is done when the bags were read. */
  /** The visit that this one looks at again; null for any other. */
  recheckOf: z.string().nullable(),
  followUps: z.array(z.strictObject({ title: z.string(), days: z.number(), byPressure: z.boolean() })),
  stages: z.array(
    z.strictObject({
      stage,
      state: z.enum(['open', 'waiting', 'done']),
      waits: z.array(
        z.strictObject({ code: z.string() as unknown as z.ZodType<WaitCode, string>, stage, count: z.number() }),
      ),
    }),
  ),
})
export type JobSummary = z.output<typeof jobSummarySchema>
/** A job whose stored document cannot be read: it is named, and hides no other. */
const damagedJobSchema = z.strictObject({ id: z.string(), number: z.string(), problem: z.string() })
/** Jobs by number, a part of them. */
export const jobListSchema = z.strictObject({
  total: z.number().int(),
  entries: z.array(jobSummarySchema),
  damaged: z.array(damagedJobSchema),
})
export type JobList = z.output<typeof jobListSchema>

/** A record in the log of the shop. */
const logLineSchema = z.strictObject({
  job: z.strictObject({ id: z.string(), number: z.string(), title: z.string() }),
  record: bayRecordSchema,
  /** Corrected or withdrawn since. */
  corrected: z.boolean(),
  /** What the record is about, by the names of the job's plan; null where its id is all there is. */
  names: z.strictObject({ step: z.string().nullable(), fastener: z.string().nullable(), place: z.string().nullable() }),
})
export type LogLine = z.output<typeof logLineSchema>
export const logSchema = z.strictObject({ total: z.number().int(), entries: z.array(logLineSchema) })
export type Log = z.output<typeof logSchema>

const kit = kitSchema.shape
/** A kit in a list of thousands. */
export const kitSummarySchema = z.strictObject({
  id: kit.id,
  maker: kit.maker,
  number: kit.number,
  name: kit.name,
  family: kit.family,
  axle: z.enum(['rear', 'front']),
  price: kit.price,
  minutes: kit.minutes,
  drilling: kit.drilling,
  /** Pressure limits; null without air. */
  minimum: z.number().nullable(),
  maximum: z.number().nullable(),
  /** Where its figures are from, as a whole. */
  origin: z.enum(ORIGINS),
  /** How many of its figures have to be confirmed before a vehicle leaves with it. */
  lacks: z.number().int(),
})
const sha256 = z.string().regex(/^[0-9a-f]{64}$/)
/** A version that a kit has had. */
export const kitVersionSchema = z.strictObject({
  version: z.number().int(),
  at: z.string(),
  hash: sha256,
  /** How many of its figures have to be confirmed before a vehicle leaves with it. */
  lacks: z.number().int(),
})
export type KitVersion = z.output<typeof kitVersionSchema>
/** What a job that has left proved of a kit's bags: their area at ride height, and how surely. */
export const provedAreaSchema = z.strictObject({
  job: z.string(),
  at: z.string(),
  /** m². */
  area: z.number(),
  /** Half-width, as a part of it. */
  band: z.number(),
})
export type ProvedArea = z.output<typeof provedAreaSchema>
/** A figure of a kit that was compared with its paper on a job, by its hash. */
export const confirmedFigureSchema = z.strictObject({
  job: z.string(),
  by: z.string(),
  at: z.string(),
  path: z.string(),
  hash: sha256,
})
export type ConfirmedFigure = z.output<typeof confirmedFigureSchema>
/** A picture to be kept, JPEG in base64. */
export const pictureSchema = z.strictObject({
  image: z
    .string()
    .min(1, { error: 'image is missing: a JPEG in base64' })
    .max(560_000, { error: 'image is too large: 400 kB max' })
    .regex(/^[A-Za-z0-9+/]+={0,2}$/, { error: 'image must be a JPEG in base64' }),
})
/** By what name it is kept. */
export const keptPictureSchema = z.strictObject({ image: z.string().regex(/^sha256:[0-9a-f]{64}$/) })
export type KeptPicture = z.output<typeof keptPictureSchema>

/** How long steps took, by who did them on which vehicle. */
export const measuredStepsSchema = z.array(
  z.strictObject({
    job: z.string(),
    step: z.string(),
    by: z.string(),
    vehicle: z.string(),
    minutes: z.number().positive(),
  }),
)
export type MeasuredSteps = z.output<typeof measuredStepsSchema>
export type KitSummary = z.output<typeof kitSummarySchema>

/** An item of stock, what jobs have reserved of it and what to order. */
export const stockLineSchema = z.strictObject({
  version: z.number().int(),
  item: stockItemSchema,
  reserved: z.array(z.strictObject({ job: z.string(), count: z.number() })),
  free: z.number(),
  order: z.number(),
})
export type StockLine = z.output<typeof stockLineSchema>

/** The kits that a make and model can choose from. */
export const catalogSchema = z.strictObject({
  kits: z.array(kitSchema),
  applications: z.array(applicationSchema),
  /** Kits of `kits` that have a list of vehicles. */
  listed: z.array(z.string()),
  rules: ruleSetSchema,
  /** Kits on whose list this model is not. */
  notListed: z.array(z.strictObject({ id: z.string(), name: z.string(), family: z.enum(FAMILIES) })),
})
export type CatalogAnswer = z.output<typeof catalogSchema>

const reason = z.object({
  rule: z.string(),
  effect: z.string(),
  says: z.string(),
  source: z.string(),
  note: z.string(),
})
const verdict = z.enum(['fits', 'fits-with-parts', 'needs-answer', 'does-not-fit'])
/** Every kit of the catalog on a vehicle; a verdict names its reasons by their place in the list of reasons. */
export const verdictsSchema = z.strictObject({
  rules: z.number().int(),
  verdicts: z.array(
    z.strictObject({
      kit: z.string(),
      verdict,
      application: z.string().nullable(),
      open: z.array(z.string()).optional(),
      reasons: z.array(z.number().int()),
    }),
  ),
  /** What a reason leaves empty is left out. */
  reasons: z.array(reason.loose()),
  notListed: z.strictObject({ count: z.number().int(), verdict: z.looseObject({ verdict }) }),
  question: z
    .strictObject({
      fact: z.string(),
      settles: z.array(z.string()),
      touches: z.array(z.string()),
      undecided: z.number().int(),
    })
    .nullable(),
})

export const ROW_CHANGES = ['new', 'changed', 'same', 'wrong'] as const
export type RowChange = (typeof ROW_CHANGES)[number]
const IMPORT_STATES = ['waiting', 'reading', 'checked', 'refused', 'stopped', 'applied', 'undone'] as const
/** A file on its way into the catalog. */
export const importRunSchema = z.strictObject({
  id: z.string(),
  kind: z.enum(CATALOG_FILES),
  /** The file's name. */
  name: z.string(),
  state: z.enum(IMPORT_STATES),
  at: z.string(),
  /** Rows looked at, by what they would do; bytes read of how many. */
  progress: z.strictObject({
    new: z.number(),
    changed: z.number(),
    same: z.number(),
    wrong: z.number(),
    bytes: z.number(),
    of: z.number(),
  }),
  /** Why the file as a whole was refused, or reading it stopped. */
  problem: z.string().nullable(),
})
export type ImportRun = z.output<typeof importRunSchema>

/** What one row of a file would do. */
export const importRowSchema = z.strictObject({
  row: z.number().int(),
  id: z.string().nullable(),
  change: z.enum(ROW_CHANGES),
  notes: z.array(
    z.union([
      z.string(),
      z.strictObject({ row: z.number().nullable(), column: z.string().nullable(), message: z.string() }),
    ]),
  ),
})
export type ImportRow = z.output<typeof importRowSchema>

/** An instrument of the shop. */
export const deviceSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  kind: z.enum(['torque', 'pressure']),
  connected: z.boolean(),
  /** What the next reading will be, N·m or Pa. */
  setting: z.number(),
  /** Readings taken while the connection was down, waiting to be sent. */
  waiting: z.number().int(),
  /** The job it is at; its readings are for that one. */
  job: z.string().nullable(),
})
export type Device = z.output<typeof deviceSchema>
export const deviceReadingSchema = z.strictObject({
  device: z.string(),
  /** Counts up by one a reading, for ever: what keeps a reading from being counted twice. */
  sequence: z.number().int(),
  value: z.number(),
  at: z.string(),
  /** The job the device was at when it was taken. */
  job: z.string().nullable(),
})
export type DeviceReading = z.output<typeof deviceReadingSchema>

export const storedSettingsSchema = entryOf(shopSettingsSchema)

/** Who is at this screen, and how one comes to be. */
export const sessionSchema = z.strictObject({
  person: personSchema.nullable(),
  /** The name of this screen, once somebody signed in at it; whether people share it. */
  tablet: z.strictObject({ id: z.string(), name: z.string(), shared: z.boolean() }).nullable(),
  /** Who may sign in here without a password: by PIN on a shared tablet, by a tap in the demo. */
  names: z.array(z.strictObject({ id: z.string(), name: z.string(), role: z.enum(ROLES) })),
  /** The shop has no owner yet, and whether one can be made from here without a code. */
  setUp: z.enum(['done', 'here', 'with-code']),
  demo: z.boolean(),
})
export type Session = z.output<typeof sessionSchema>
/** What signing in gives: the session, and what this person's own writes carry. */
export const signedInSchema = z.strictObject({ session: sessionSchema, signer: z.string() })
export type SignedIn = z.output<typeof signedInSchema>

export const tabletSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  shared: z.boolean(),
  addedBy: z.string(),
  addedAt: z.string(),
  seenAt: z.string(),
  signedOut: z.boolean(),
  /** Records it had not sent when it was heard of last. */
  unsent: z.number().int(),
})
export type Tablet = z.output<typeof tabletSchema>

/** Screens that may hold work nobody has seen, for a hand-over. */
export const unsentSchema = z.array(
  z.strictObject({ tablet: z.string(), unsent: z.number().int(), seenAt: z.string() }),
)
export type Unsent = z.output<typeof unsentSchema>

/** A line of the audit trail. */
const auditLineSchema = z.strictObject({
  sequence: z.number().int(),
  at: z.string(),
  person: z.string(),
  tablet: z.string().nullable(),
  action: z.string(),
  about: z.string(),
  before: z.unknown(),
  after: z.unknown(),
})
export const auditSchema = z.strictObject({ total: z.number().int(), entries: z.array(auditLineSchema) })
export type Audit = z.output<typeof auditSchema>

/** Whether the shop server works, and what is wrong where it does not. */
export const healthSchema = z.strictObject({
  status: z.enum(['ok', 'trouble']),
  problems: z.array(z.strictObject({ code: z.enum(['disk-full', 'disk-low', 'database']), detail: z.string() })),
  /** When it came up again after a crash; null where it did not crash. */
  restarted: z.string().nullable(),
  /** The word its starter gave it, to know it by. */
  instance: z.string().nullable(),
  demo: z.boolean(),
})
export type Health = z.output<typeof healthSchema>

export const backupSchema = z.strictObject({ name: z.string(), at: z.string(), jobs: z.number(), records: z.number() })

/** What is stored of one customer. */
export const customerSchema = z.strictObject({
  name: z.string(),
  contacts: z.array(z.string()),
  jobs: z.array(z.strictObject({ id: z.string(), number: z.string(), title: z.string(), day: z.string() })),
})

/** What pages hear while they are open. */
export interface ShopEvents {
  /** A job's plan changed. */
  job: { id: string; version: number }
  /** A record was appended. */
  record: { job: string; sequence: number }
  device: { id: string; connected: boolean }
  reading: DeviceReading
  /** The server's health changed. */
  health: { status: 'ok' | 'trouble' }
}

/** A refusal, RFC 9457. */
export const problemSchema = z.looseObject({
  type: z.string(),
  status: z.number().int(),
  title: z.string(),
  detail: z.string(),
  errors: z.array(z.strictObject({ field: z.string(), message: z.string(), code: z.string().optional() })).optional(),
})

/** Who has owned a vehicle, as far as the shop knows. */
const ownerSchema = z.strictObject({
  name: z.string(),
  contact: z.string(),
  from: z.string(),
  /** Null while it is theirs. */
  to: z.string().nullable(),
})
export type Owner = z.output<typeof ownerSchema>
const fittedSchema = z.strictObject({
  kit: z.string(),
  name: z.string(),
  axle: z.enum(AXLES),
  work: z.enum(['fit', 'keep', 'take-off']),
})
const sides = z.strictObject({ left: z.number(), right: z.number() })
/** One visit of a vehicle: what was done, and how it left. */
const visitSchema = z.strictObject({
  job: z.string(),
  number: z.string(),
  title: z.string(),
  customer: z.string(),
  day: z.string(),
  /** When; null while it is in the shop. */
  handedOver: z.string().nullable(),
  kits: z.array(fittedSchema),
  /** Heights over each axle as it went out, m at the job's mark; null where they were not read. */
  mark: z.enum(MARKS),
  empty: z.strictObject({ front: z.number().nullable(), rear: z.number().nullable() }),
  loaded: z.strictObject({ front: z.number().nullable(), rear: z.number().nullable() }),
  /** As last set, gauge Pa. */
  pressures: z.strictObject({ front: sides.nullable(), rear: sides.nullable() }),
  /** Fasteners torqued, with their latest reading where one was taken, N·m. */
  torques: z.array(
    z.strictObject({
      fastener: z.string(),
      side: z.enum(['left', 'right']).nullable(),
      axle: z.enum(AXLES).nullable(),
      values: z.array(z.number()),
    }),
  ),
})
export type Visit = z.output<typeof visitSchema>
/** A vehicle that has been here, without its visits. */
export const historySummarySchema = z.strictObject({
  id: z.string(),
  vin: z.string().nullable(),
  plate: z.string(),
  owners: z.array(ownerSchema),
  visits: z.number().int(),
  /** The latest job. */
  latest: z.strictObject({ job: z.string(), number: z.string(), day: z.string(), vehicle: z.string() }).nullable(),
})
export type HistorySummary = z.output<typeof historySummarySchema>
/** One vehicle's life in the shop. */
export const historySchema = z.strictObject({
  id: z.string(),
  vin: z.string().nullable(),
  plate: z.string(),
  owners: z.array(ownerSchema),
  /** Oldest first. */
  visits: z.array(visitSchema),
  /** Kits that are on it now, and the job that fitted each. */
  fitted: z.array(z.strictObject({ kit: z.string(), name: z.string(), axle: z.enum(AXLES), job: z.string() })),
})
export type History = z.output<typeof historySchema>

const proofLimit = z.strictObject({ value: z.number(), source: z.string(), note: z.string() })
/** Final checks with what proves each and what each lacks, and what keeps the vehicle in the shop. */
export const proofSchema = z.strictObject({
  /** What holds it, what is on it, what air is in it, by its records. */
  state: z.string(),
  checks: z.array(
    z.strictObject({
      check: z.enum(FINAL_CHECKS),
      state: z.enum(['done', 'open', 'not-applicable', 'waived']),
      waivable: z.boolean(),
      missing: z.array(z.strictObject({ code: z.string(), about: z.string(), says: z.string() })),
      chain: z.array(
        z.strictObject({
          record: z.string(),
          by: z.string(),
          at: z.string(),
          from: z.string().nullable(),
          state: z.string(),
          limits: z.array(proofLimit),
        }),
      ),
      signed: z.strictObject({ by: z.string(), at: z.string(), because: z.string() }).nullable(),
    }),
  ),
  stops: z.array(z.strictObject({ code: z.string(), about: z.string(), hard: z.boolean(), says: z.string() })),
})
export type ProofAnswer = z.output<typeof proofSchema>

/** A job's work plan with how far it is. */
export const planAnswerSchema = z.strictObject({
  /** Steps that wait for each other, where there is no order. */
  stuck: z.array(z.string()),
  /** Null without a plan. */
  minutes: z.number().nullable(),
  /** In their order. */
  steps: z.array(planStepSchema.extend({ outcome: z.enum(['open', 'done', 'skipped']), by: z.string().nullable() })),
  /** Of each step that torques one, place by place; N·m. */
  fasteners: z.array(
    z.strictObject({
      step: z.string(),
      fastener: z.string(),
      name: z.string(),
      axle: z.enum(AXLES).nullable(),
      side: z.enum(['left', 'right']).nullable(),
      spec: torqueSpecSchema,
      makerFigure: z.number().nullable(),
      places: z.array(z.strictObject({ state: z.string(), value: z.number().nullable() })),
    }),
  ),
  /** Final checks, and how many things each still lacks. */
  checks: z.array(
    z.strictObject({
      check: z.enum(FINAL_CHECKS),
      state: z.enum(['done', 'open', 'not-applicable', 'waived']),
      missing: z.number().int(),
    }),
  ),
  /** Clearances to read, m. */
  gaps: z.array(
    z.strictObject({
      check: z.string(),
      gap: z.string().nullable(),
      axle: z.enum(AXLES),
      side: z.enum(['left', 'right']),
      least: z.number(),
      most: z.number().nullable(),
      value: z.number().nullable(),
      verdict: z.string(),
    }),
  ),
  /** Connections to soap. */
  connections: z.array(z.strictObject({ id: z.string(), name: z.string(), axle: z.enum(AXLES), result: z.string() })),
})
export type PlanAnswer = z.output<typeof planAnswerSchema>

/** What this vehicle needs at each step: as data in SI units, and as it is read on the tablet. */
export const stepFiguresSchema = z.array(
  z.strictObject({
    step: z.string(),
    rows: z.array(
      z.strictObject({
        is: z.string(),
        data: z.record(z.string(), z.unknown()),
        label: z.string(),
        figure: z.string(),
        note: z.string(),
      }),
    ),
  }),
)
export type StepFigures = z.output<typeof stepFiguresSchema>

/** How many of each kind were soaped in this shop, and how many of them leaked. */
export const leakHistorySchema = z.array(
  z.strictObject({ kind: z.enum(SUSPECT_KINDS), looked: z.number().int(), leaked: z.number().int() }),
)

/** When the bags of a job were last read, of every job with a log, and when they are at their min by its trend; null where it tells none. */
export const lastReadSchema = z.array(
  z.strictObject({
    job: z.string(),
    readAt: z.string(),
    atMinOn: z.string().nullable(),
    /** Under the min, or lower than warmth and time explain, as they were read last; null where all is well. */
    alarm: z
      .strictObject({
        code: z.enum(['under-minimum', 'lost-too-much']),
        axle: z.enum(AXLES),
        side: z.enum(['left', 'right']).nullable(),
        pressure: z.number(),
        least: z.number(),
      })
      .nullable(),
  }),
)
export type LastRead = z.output<typeof lastReadSchema>

/** The stand-in compressor as its panel shows it. */
export const compressorPanelSchema = z.object({
  ambient: z.number(),
  motor: z.number(),
  tripped: z.enum(['fuse', 'heat']).nullable(),
  ran: z.number(),
  lines: z.array(z.object({ line: z.string(), pressure: z.number(), volume: z.number(), leak: z.number() })),
  last: z
    .object({
      end: z.enum(['reached', 'cut-out', 'fuse', 'heat', 'never', 'stopped']),
      seconds: z.number(),
      current: z.number(),
    })
    .nullable(),
  /** The line that its gauge is on. */
  gauge: z.string().nullable(),
})
export type CompressorPanel = z.output<typeof compressorPanelSchema>
