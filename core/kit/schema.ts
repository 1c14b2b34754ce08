import { z } from 'zod'
import { CIRCUIT_WORDS, NODE_KINDS } from '../fittings'
import { bounded, limitsOf } from '../quantity'
import { bagDataSchema } from '../spring'
import { PROOF, THREADS, torqueSpecSchema, type BoltGrade, type ThreadName } from '../torque'
import { ARCHITECTURES, BODIES, slug, SUSPENSIONS } from '../vehicle'
import { conditionSchema, surveyKey } from './condition'
import { FAMILIES, familyOf } from './families'
import { mountingSchema } from './mounting'
import { originSchema, originsSchema, UNSAID } from './origin'

const id = slug()
const text = z.string().trim().min(1).max(240)

const SUPPORTS = ['any', 'on-wheels', 'axle-hanging', 'axle-raised', 'frame-raised', 'ride-height'] as const
const SIDES = ['once', 'each', 'left', 'right', 'exhaust-side'] as const
/** What becomes of a part that does not simply go back on. */
export const PART_FATES = [
  'gone-shop',
  'gone-owner',
  'cut',
  'shortened',
  'moved',
  'turned',
  'reshaped',
  'replaced',
] as const
/** What can become of a part of the kit itself. */
export const ALTERED = [
  'cut',
  'shortened',
  'reshaped',
  'turned',
] as const satisfies readonly (typeof PART_FATES)[number][]
/** Fates that nothing undoes: the customer agrees to them first. */
export const FOR_GOOD: readonly (typeof PART_FATES)[number][] = ['cut', 'shortened', 'reshaped']
/** What carries or locates an axle: while one of these is open, a jack does it. */
const CARRIERS = ['shock', 'link', 'coil', 'u-bolts'] as const
export type Carrier = (typeof CARRIERS)[number]
/** Parts of a kit that are seen in a picture of the axle. */
const KIT_PLACES = ['upper-bracket', 'lower-bracket', 'bag', 'shield', 'line'] as const
export type KitPlace = (typeof KIT_PLACES)[number]
/** What a step has to have on record before it is done: evidence, not a tick. */
const STEP_CHECKS = ['first-air', 'connections', 'plate-tire', 'parts'] as const
export type StepCheck = (typeof STEP_CHECKS)[number]
export type PartFate = (typeof PART_FATES)[number]
export const PHASES = ['bench', 'remove', 'mount', 'align', 'torque', 'lines', 'air', 'refit'] as const

/** Ways a bolt's head can point. */
export const BOLT_HEADS = ['up', 'down', 'inboard', 'outboard', 'forward', 'rearward'] as const
export type BoltHead = (typeof BOLT_HEADS)[number]

/** How an air fitting holds its tube: pushed in, over a barb with a clamp, by a nut and its ferrule; or it is a stem in a thread. */
const FITTING_KINDS = ['push', 'barb-clamp', 'compression', 'stem'] as const
export type FittingKind = (typeof FITTING_KINDS)[number]

export const fastenerSchema = z.strictObject({
  id,
  name: text,
  /** How many a side (or in all for an operation done once). */
  count: z.number().int().min(1).max(24),
  thread: z.enum(Object.keys(THREADS) as [ThreadName, ...ThreadName[]]).nullable(),
  grade: z.enum(Object.keys(PROOF) as [BoltGrade, ...BoltGrade[]]).nullable(),
  spec: torqueSpecSchema,
  /** Drawn down in turns, opposite ends alternating, at half, four fifths and all of it. */
  evenly: z.boolean().default(false),
  /** Fasteners of the same side that have their torque before it. */
  after: z.array(id).max(6).default([]),
  /** When it gets its torque. */
  when: z.enum(['as-fitted', 'after-alignment', 'at-ride-height']).default('as-fitted'),
  /** Of a bolt; null where the paper does not say. */
  length: bounded('length', 0.005, 0.6).nullable().default(null),
  /** Washers on each. */
  washers: z.number().int().min(0).max(6).default(0),
  /** What it is where it is no bolt but an air fitting: how it holds, and whether there is sealant on its thread. */
  fitting: z
    .strictObject({
      kind: z.enum(FITTING_KINDS, { error: `kind must be one of ${FITTING_KINDS.join(', ')}` }),
      sealant: z.boolean().default(false),
    })
    .nullable()
    .default(null),
  /** Which way a bolt's head points; null where that does not matter. */
  head: z
    .enum(BOLT_HEADS, { error: `head must be one of ${BOLT_HEADS.join(', ')}` })
    .nullable()
    .default(null),
  /** Paper and page that its torque comes from; empty where it is the kit's own instructions. */
  source: z.string().trim().max(240).default(''),
})
export type Fastener = z.infer<typeof fastenerSchema>
/** A fastener of which the paper says nothing but its name. */
export const PLAIN_FASTENER: Omit<Fastener, 'id' | 'name'> = {
  count: 1,
  thread: null,
  grade: null,
  spec: { kind: 'none-given' },
  evenly: false,
  after: [],
  when: 'as-fitted',
  length: null,
  washers: 0,
  fitting: null,
  head: null,
  source: '',
}

const span = (schema: z.ZodNumber) =>
  z.strictObject({ low: schema, high: schema }).refine((s) => s.low <= s.high, { error: 'low must not be above high' })

export const operationSchema = z.strictObject({
  id,
  title: text,
  side: z.enum(SIDES),
  phase: z.enum(PHASES),
  support: z.enum(SUPPORTS),
  wheels: z.enum(['on', 'off', 'any']),
  hands: z.number().int().min(1).max(2),
  minutes: z.number().min(0.5).max(240),
  /** Operations that come first: of the same side, or both sides when this one is done once. */
  after: z.array(id).max(12),
  when: z.array(conditionSchema).max(6),
  /** How it is done, a line each; none where its title says it all. */
  steps: z.array(text).max(12),
  trap: text.nullable(),
  caution: text.nullable(),
  tools: z.array(text).max(12),
  hardware: z
    .array(
      z.strictObject({
        name: text,
        count: z.number().int().min(1).max(60),
        when: z.array(conditionSchema).max(6).default([]),
      }),
    )
    .max(12),
  /** Fasteners torqued here. */
  torques: z.array(id).max(8),
  /** Fasteners of the vehicle undone here: their maker's torque is owed. */
  disturbs: z.array(id).max(8),
  /** Fasteners put in here and left loose on purpose; the operation that torques them closes the line. */
  leavesLoose: z.array(id).max(8),
  takesOff: z.array(text).max(8),
  refits: z.array(text).max(8),
  /** Parts of the vehicle that do not go back as they were, and what becomes of them. */
  fates: z
    .array(
      z.strictObject({
        part: text,
        fate: z.enum(PART_FATES),
        /** To what length, to where, how many threads stay; empty where that says nothing more. */
        note: z.string().trim().max(120).default(''),
      }),
    )
    .max(8)
    .default([]),
  /** What of the axle's own is undone here, so that a jack carries it from now on. */
  opens: z.array(z.enum(CARRIERS)).max(4).default([]),
  /** What of it holds again from here on. */
  closes: z.array(z.enum(CARRIERS)).max(4).default([]),
  /** What of the kit is in its place from here on: it is drawn then. */
  fits: z.array(z.enum(KIT_PLACES)).max(5).default([]),
  /** How far the axle is raised on its jack for it; null where that does not matter. */
  raise: z
    .strictObject({ until: z.enum(['touch', 'part-way', 'bag-height', 'ride-height']), note: text })
    .nullable()
    .default(null),
  /** What is in the bags while it is done, as its instructions have it: read and on record before it is. Null where they say nothing. */
  pressure: span(bounded('pressure', 0, 1_200_000))
    .nullable()
    .default(null),
  /** Operations that it goes easier after; kept where it costs nothing. */
  easier: z.array(id).max(6).default([]),
  /** What the air circuit has to have for it; empty where it is done whatever the circuit. */
  circuit: z
    .array(z.enum(CIRCUIT_WORDS, { error: `circuit must be of ${CIRCUIT_WORDS.join(', ')}` }))
    .max(4)
    .default([]),
  /** Survey questions that are answered here, at the vehicle. */
  asks: z.array(surveyKey).max(3).default([]),
  /** What has to be on record before it is done. */
  checks: z.array(z.enum(STEP_CHECKS)).max(4).default([]),
  /** What an eye tells once it is done, and what puts it right where it is not so. */
  looks: z
    .array(z.strictObject({ seen: z.string().trim().min(1).max(120), remedy: z.string().trim().max(240).default('') }))
    .max(6)
    .default([]),
  /** Both sides of what comes before it are done first, though it is a side's own. */
  bothFirst: z.boolean().default(false),
  /** Operation after which what is done here can't be seen or reached any more. */
  hiddenBy: id.nullable().default(null),
  /** What is made for it on the spot. */
  makes: z.array(text).max(4).default([]),
  /** Parts of the kit itself that do not go on as they come out of the box. */
  alters: z
    .array(
      z.strictObject({
        part: text,
        fate: z.enum(ALTERED, { error: `fate must be one of ${ALTERED.join(', ')}` }),
        side: z.enum(['left', 'right'], { error: 'side must be left or right' }).nullable().default(null),
        note: z.string().trim().max(120).default(''),
      }),
    )
    .max(6)
    .default([]),
  /** What it does, by a name that other instructions use too: done once, whoever asks for it. */
  same: id.nullable().default(null),
  /** The way of working that it belongs to; null where it belongs to all of them. */
  method: id.nullable().default(null),
  /** What the instructions show of it. */
  picture: z
    .strictObject({
      /** Where the server keeps it; in a file by itself the JPEG in base64. */
      image: z
        .string()
        .max(560_000, { error: 'image is too large: 400 kB max' })
        .regex(/^(sha256:[0-9a-f]{64}|[A-Za-z0-9+/]+={0,2})$/, { error: 'image must be a JPEG in base64' }),
      caption: z.string().trim().max(200).default(''),
    })
    .nullable()
    .default(null),
  /** A stop: going on without it would hide a mistake. */
  blocking: z.boolean(),
})
export type Operation = z.infer<typeof operationSchema>
/** An operation that asks for nothing: once, standing on its wheels. */
export const PLAIN_OPERATION: Omit<Operation, 'id' | 'title' | 'phase' | 'steps'> = {
  side: 'once',
  support: 'on-wheels',
  wheels: 'on',
  hands: 1,
  minutes: 5,
  after: [],
  when: [],
  trap: null,
  caution: null,
  tools: [],
  hardware: [],
  torques: [],
  disturbs: [],
  leavesLoose: [],
  takesOff: [],
  refits: [],
  fates: [],
  opens: [],
  closes: [],
  fits: [],
  raise: null,
  pressure: null,
  easier: [],
  circuit: [],
  asks: [],
  checks: [],
  looks: [],
  bothFirst: false,
  hiddenBy: null,
  makes: [],
  alters: [],
  same: null,
  method: null,
  picture: null,
  blocking: false,
}

/** How big a part is, by which it is drawn to size and told from one that looks like it; null where nothing is given. */
export const partSize = {
  thread: z
    .enum(Object.keys(THREADS) as [ThreadName, ...ThreadName[]])
    .nullable()
    .default(null),
  length: bounded('length', 0.002, 3).nullable().default(null),
  width: bounded('length', 0.002, 1).nullable().default(null),
}

const rising = (values: readonly number[]) => values.every((v, i) => i === 0 || v > values[i - 1]!)
/** Rate of each straight piece of a rubber's curve, beginning at nothing. */
const rates = ({ squeeze, force }: { squeeze: number[]; force: number[] }) =>
  squeeze.map((row, i) => ((force[i] ?? 0) - (force[i - 1] ?? 0)) / (row - (squeeze[i - 1] ?? 0)))

type Refuse = (path: (string | number)[], message: string) => void
/**
 * Refuses what instructions name and do not have: fasteners of operations and of each other, operations that come before.
 * @param of what they are instructions of, for the message
 */
export function refuseUnknown(
  { fasteners, operations }: { fasteners: readonly Fastener[]; operations: readonly Operation[] },
  of: 'kit' | 'procedure',
  refuse: Refuse,
): void {
  const known = { fastener: new Set(fasteners.map((f) => f.id)), operation: new Set(operations.map((o) => o.id)) }
  const look = (noun: keyof typeof known, names: readonly string[], path: (string | number)[]) => {
    for (const name of names)
      if (!known[noun].has(name))
        refuse(path, `"${name}" is not ${noun === 'operation' ? 'an' : 'a'} ${noun} of this ${of}`)
  }
  fasteners.forEach((f, i) => look('fastener', f.after, ['fasteners', i, 'after']))
  operations.forEach((o, i) => {
    for (const key of ['torques', 'disturbs', 'leavesLoose'] as const) look('fastener', o[key], ['operations', i, key])
    for (const key of ['after', 'easier'] as const) look('operation', o[key], ['operations', i, key])
    if (o.hiddenBy) look('operation', [o.hiddenBy], ['operations', i, 'hiddenBy'])
  })
}

const fitmentSchema = z.strictObject({
  /** Springs and build of the axle it goes on. */
  suspension: z.array(z.enum(SUSPENSIONS)).min(1),
  architecture: z.array(z.enum(ARCHITECTURES)).min(1).default(['solid']),
  bodies: z.array(z.enum(BODIES)).min(1),
  wheels: z.array(z.enum(['single', 'dual'])).min(1),
  /** Lift block the bracket takes as it comes, and with the long-bolt spacer set. */
  liftBlockMax: bounded('length', 0, 0.25),
  liftBlockMaxWithSpacer: bounded('length', 0, 0.25),
  bumpStops: z.array(z.enum(['two-bolt', 'three-bolt', 'twist-in', 'on-leaf', 'on-axle', 'none'])).min(1),
  coilInside: span(bounded('length', 0.04, 0.3)).nullable(),
  bracketSpace: span(bounded('length', 0.05, 0.6)).nullable(),
  /** Widest gap between the hanging coils that it needs to go in with the spring left in place; null where it never does. */
  feedGap: bounded('length', 0.005, 0.1).nullable().default(null),
  exhaustMax: bounded('length', 0.02, 0.2).nullable(),
  hitchRails: z.enum(['fine', 'needs-spacer', 'no']),
})

const HANDS = ['left', 'right', 'either', 'turned'] as const
export const bracketSchema = z.strictObject({
  name: text,
  place: z.enum(['frame', 'axle', 'spring', 'bag'], { error: 'place must be frame, axle, spring or bag' }),
  /** `either`: the same part on both sides; `turned`: the same part, turned half round on the other side. */
  hand: z.enum(HANDS, { error: `hand must be one of ${HANDS.join(', ')}` }),
  number: z.string().trim().max(40).default(''),
  /** Which way the port of a bag's plate faces; null where it has none or it does not matter. */
  port: z
    .enum(BOLT_HEADS, { error: `port must be one of ${BOLT_HEADS.join(', ')}` })
    .nullable()
    .default(null),
})
export type Bracket = z.infer<typeof bracketSchema>

/** Gaps that are read with a kit in place. */
export const GAP_CHECKS = ['bag-clearance', 'plate-tire', 'line-exhaust', 'bag-height'] as const
export type GapCheck = (typeof GAP_CHECKS)[number]
/** A gap that the instructions ask for: one of those that are read anyway, or one of their own. */
const gapSchema = z.strictObject({
  id,
  /** The reading that it is a limit for; null for one of its own. */
  check: z.enum(GAP_CHECKS, { error: `check must be one of ${GAP_CHECKS.join(', ')}` }).nullable(),
  name: text,
  least: bounded('length', 0, 1),
})
export type KitGap = z.infer<typeof gapSchema>
/** Between what a gap may lie. */
export const limitsOfGap = limitsOf(gapSchema.shape.least)

/** How wide the bag gets, by its maker. */
const diameterTableSchema = z
  .strictObject({
    heights: z
      .array(bounded('length', 0.01, 0.8))
      .min(2)
      .max(20),
    pressures: z
      .array(bounded('pressure', 10_000, 1_500_000))
      .min(1)
      .max(10),
    /** A row for each height, in it a diameter for each pressure. */
    diameters: z.array(z.array(bounded('length', 0.03, 0.5)).max(10)).max(20),
  })
  .refine((t) => t.diameters.length === t.heights.length && t.diameters.every((r) => r.length === t.pressures.length), {
    path: ['diameters'],
    error: 'diameters must have a row for each height and in it one figure for each pressure',
  })

const bagSchema = z.strictObject({
  table: bagDataSchema,
  /** Bag height at the vehicle's empty height when fitted by the instructions. */
  rideHeight: bounded('length', 0.03, 0.6),
  heightRange: span(bounded('length', 0.03, 0.8)),
  maximumDiameter: bounded('length', 0.03, 0.4),
  diameters: diameterTableSchema.nullable().default(null),
  /** A rubber stop inside the bag, in the place of the one that was taken out. */
  innerBumpStop: z.boolean().default(false),
  minimum: bounded('pressure', 20_000, 300_000),
  maximum: bounded('pressure', 100_000, 1_200_000),
  /** How far under the max its instructions want it kept. */
  margin: bounded('pressure', 0, 300_000).default(0),
  /** What the instructions say about pressure beyond the two figures. */
  pressureNote: z.string().trim().max(240).default(''),
  /** In-coil only: at or over this standing coil gap the lower maximum holds. */
  coilGap: z
    .strictObject({
      threshold: bounded('length', 0.005, 0.1),
      wideMaximum: bounded('pressure', 100_000, 1_200_000),
    })
    .nullable(),
  /** Bag travel over wheel travel where the kit's own place decides it; null where it goes by the vehicle's link. */
  motionRatio: z.number().min(0.3).max(1.5).nullable(),
  /** What brackets and plates take of the room between the faces they go on; null where the instructions do not say. */
  bracketStack: bounded('length', 0, 0.4).nullable().default(null),
  /** Bag centers apart. */
  spacing: bounded('length', 0.4, 2),
  /** Maker's figure for two bags; compared with maximum x area, for it is often stated carelessly. */
  listedPairCapacity: bounded('mass', 50, 10_000).nullable(),
})
export type KitBag = z.infer<typeof bagSchema>

/** A rubber spring of one side: nothing to fill, nothing to set. */
const rubberSchema = z
  .strictObject({
    /** Squat, from empty height, at which it touches; 0 where it always does. */
    gap: bounded('length', 0, 0.2),
    /** Squeezed by this much it pushes back with that much, N; from nothing on. */
    squeeze: z
      .array(bounded('length', 0.001, 0.2))
      .min(2, { error: 'two points or more' })
      .max(12),
    force: z.array(z.number().min(10).max(100_000)).max(12),
    /** Most that one may carry for good. */
    max: z.number().min(100).max(100_000),
    spacing: bounded('length', 0.4, 2),
  })
  .refine((r) => r.force.length === r.squeeze.length, { path: ['force'], error: 'one force for each squeeze' })
  .refine((r) => rising(r.squeeze), { path: ['squeeze'], error: 'squeeze must rise strictly' })
  .refine((r) => rising(r.force), { path: ['force'], error: 'force must rise strictly with squeeze' })
  .refine((r) => rates(r).every((k, i, all) => i === 0 || k >= all[i - 1]!), {
    path: ['force'],
    error: 'rubber gets stiffer as it is squeezed: this curve bends back',
  })
  .refine((r) => r.max <= r.force.at(-1)!, { path: ['max'], error: 'max must lie within the forces given' })
export type Rubber = z.infer<typeof rubberSchema>

export const kitSchema = z
  .strictObject({
    id,
    maker: text,
    number: text,
    name: text,
    family: z.enum(FAMILIES, { error: `family must be one of ${FAMILIES.join(', ')}` }),
    /** One of the made-up kits that ship with the program, to look at and plan with: no vehicle leaves with it. */
    sample: z.boolean().default(false),
    /** Where its figures are from, as a whole, and those that are from elsewhere. */
    origin: originSchema.default(UNSAID),
    origins: originsSchema.default({}),
    /** In the shop's currency; null while nobody has given one. */
    price: z.number().min(0).max(20_000).nullable(),
    drilling: z.boolean(),
    minutes: span(z.number().min(10).max(1440)),
    fitment: fitmentSchema,
    axle: z.enum(['rear', 'front'], { error: 'axle must be rear or front' }).default('rear'),
    /** Wheels as its instructions want them while it is fitted, and whether something of the vehicle is cut. */
    wheels: z.enum(['off', 'on'], { error: 'wheels must be off or on' }).default('off'),
    cutting: z.boolean().default(false),
    /** What comes out for it. */
    replaces: z.enum(['nothing', 'bump-stop', 'coil-spring']).default('nothing'),
    /** Null for a rubber helper. */
    bag: bagSchema.nullable(),
    /** Null for anything with air in it. */
    rubber: rubberSchema.nullable().default(null),
    brackets: z.array(bracketSchema).max(20).default([]),
    /** Measures of brackets, plates, bolts and holes; null where the instructions give none. */
    mounting: mountingSchema.nullable().default(null),
    /** What is in the box. */
    parts: z
      .array(
        z.strictObject({
          number: z.string().trim().max(40).default(''),
          name: text,
          count: z.number().int().min(1).max(99),
          when: z.array(conditionSchema).max(6).default([]),
          /** Side it goes on, where that matters. */
          side: z.enum(['left', 'right'], { error: 'side must be left or right' }).nullable().default(null),
          /** What it is in the air circuit; null where it is none of it. */
          circuit: z
            .enum(NODE_KINDS, { error: `circuit must be one of ${NODE_KINDS.join(', ')}` })
            .nullable()
            .default(null),
          ...partSize,
        }),
      )
      .max(60)
      .default([]),
    /** Air line in the box, and how it is joined. */
    airLine: z
      .strictObject({ length: bounded('length', 0.5, 30), diameter: bounded('length', 0.003, 0.02) })
      .nullable()
      .default(null),
    /** What the tube goes into at the bag; `molded` is a barb that is one piece with it, and has no thread. */
    fitting: z.enum(['push-to-connect', 'barbed', 'molded', 'none']).default('push-to-connect'),
    /** Whether a compressor can be added later without opening the kit again. */
    compressorLater: z.boolean().default(true),
    /** Pressure checks, or looks, that the instructions ask for in a year. */
    checksAYear: z.number().int().min(0).max(60).default(12),
    lineVolume: z.number().min(0).max(0.01),
    /** Null where there is no air. */
    testPressure: bounded('pressure', 100_000, 700_000).nullable(),
    /** Gaps that its instructions ask for, beside those that common practice does. */
    gaps: z.array(gapSchema).max(20, { error: 'a kit holds 20 gaps max' }).default([]),
    fasteners: z.array(fastenerSchema).max(30),
    /** Other ways to do the work than the first, which is the one of the instructions. */
    methods: z
      .array(z.strictObject({ id, name: text, instructed: z.boolean() }))
      .max(4)
      .default([]),
    operations: z.array(operationSchema).max(60),
    /** What its sheet lists to soap, a side. What is soaped on a job follows from its circuit. */
    connections: z.array(text).max(12).default([]),
    spacerParts: z.array(text).max(8),
  })
  .refine((k) => !k.bag || (k.bag.heightRange.low <= k.bag.rideHeight && k.bag.rideHeight <= k.bag.heightRange.high), {
    path: ['bag', 'rideHeight'],
    error: 'ride height must lie inside the height range',
  })
  .refine(
    ({ bag, testPressure: p }) => !bag || (p !== null && p <= bag.maximum && p <= (bag.coilGap?.wideMaximum ?? p)),
    {
      path: ['testPressure'],
      error: 'a test pressure is needed and must not pass the kit maximum',
    },
  )
  .refine(
    ({ bag, mounting: m }) =>
      !bag || !m || bag.bracketStack === null || Math.abs(m.upper + m.lower - bag.bracketStack) < 1e-4,
    { path: ['mounting'], error: 'upper and lower of mounting must come to the bracket stack of the bag' },
  )
  .refine((k) => (familyOf(k).air ? k.bag !== null && k.rubber === null : k.rubber !== null && k.bag === null), {
    path: ['bag'],
    error: 'a rubber helper has a rubber and no bag, every other family a bag and no rubber',
  })
  .superRefine((kit, context) => {
    const methods = new Set(kit.methods.map((m) => m.id))
    const refuse: Refuse = (path, message) => context.addIssue({ code: 'custom', path, message })
    refuseUnknown(kit, 'kit', refuse)
    kit.operations.forEach((operation, i) => {
      if (operation.method && !methods.has(operation.method))
        refuse(['operations', i, 'method'], `"${operation.method}" is not a method of this kit`)
    })
  })
export type Kit = z.infer<typeof kitSchema>

/** A kit with bags to fill. */
export type AirKit = Kit & { bag: KitBag }
/** Whether a kit has bags to fill. */
export const hasAir = (kit: Kit): kit is AirKit => kit.bag !== null

/** What its lower brackets sit on: the axle, or the leaf pack on it. */
export const sitsOn = (kit: Pick<Kit, 'brackets'> | null | undefined): 'axle' | 'spring' =>
  kit?.brackets.some((b) => b.place === 'spring') ? 'spring' : 'axle'

/** What fitment depends on: the part of a kit that thousands of them are judged by. */
export interface KitFacts extends Pick<Kit, 'id' | 'family' | 'axle' | 'drilling' | 'fitment' | 'spacerParts'> {
  /** Its maximum pressure depends on the standing coil gap. */
  gapDecides: boolean
  replaces: Kit['replaces']
  /** Its instructions have the steps that take the coil out and put it back. */
  coilOut: boolean
  /** It says itself how far its bag moves for its wheel. */
  givesRatio: boolean
}
const factsOf = new WeakMap<Kit, KitFacts>()
/** The same object for the same kit each time: rules are looked up by it once, however often the kit is judged. */
export function kitFacts(kit: Kit): KitFacts {
  const known = factsOf.get(kit)
  if (known) return known
  const { id, family, axle, replaces, drilling, fitment, spacerParts, bag, operations } = kit
  const facts = {
    id,
    family,
    axle,
    replaces,
    drilling,
    fitment,
    spacerParts,
    coilOut: operations.some((o) => o.opens.includes('coil')),
    gapDecides: bag?.coilGap != null,
    givesRatio: bag === null || bag.motionRatio !== null,
  }
  factsOf.set(kit, facts)
  return facts
}
