import { z } from 'zod'
import { NODE_KINDS } from '../fittings'
import { bounded } from '../quantity'
import { slug } from '../vehicle'
import { closingFaults, type ClosingFault } from './closing-check'
import { conditionSchema } from './condition'
import { fastenerSchema, operationSchema, partSize, refuseUnknown, type Kit } from './schema'

export const PROCEDURE_KINDS = ['vehicle', 'shop', 'accessory'] as const
export type ProcedureKind = (typeof PROCEDURE_KINDS)[number]

/** Beginning of the names of steps that a bay adds. */
export const ADDED_STEP = 'added-'

const text = z.string().trim().min(1).max(240)
const id = slug()

/** What the sheet of a compressor says of it. */
export const compressorSheetSchema = z.strictObject({
  /** Free air, m³/s, against the pressure it works against. */
  flow: z
    .array(z.strictObject({ pressure: bounded('pressure', 0, 1_500_000), flow: bounded('flow', 0, 0.05) }))
    .min(2, { error: 'flow needs two points or more' })
    .max(12)
    .refine((f) => f.every((p, i) => i === 0 || p.pressure > f[i - 1]!.pressure), {
      error: 'pressures of flow must rise strictly',
    }),
  /** Running current against nothing, and at the last point of the flow, A. */
  current: z.strictObject({ idle: z.number().min(0.5).max(120), full: z.number().min(0.5).max(120) }),
  cutOut: bounded('pressure', 100_000, 1_500_000),
  duty: z.number({ error: 'duty must be a share from 0.02 to 1' }).min(0.02).max(1),
  /** Line to the manifold, at least: it cools the air. */
  hose: bounded('length', 0, 5),
  /** Length of the harness in its box, from the battery to it; null where the sheet does not say. */
  harness: bounded('length', 0.3, 20).nullable().default(null),
  /** Fuse that its sheet asks for, A; null where it leaves that to who wires it. */
  fuse: z.number().min(1).max(200).nullable().default(null),
  /** The most that its trigger wire draws, A; null where the sheet does not say. */
  trigger: z.number().min(0.01).max(40).nullable().default(null),
  /** Lines that it fills apart from each other; null where the sheet does not say. */
  channels: z.number().int().min(1).max(8).nullable().default(null),
  /** Pressures that its panel keeps ready; null where it keeps none. */
  presets: z.number().int().min(1).max(12).nullable().default(null),
  /** It fills by itself as soon as it has current. */
  fillsItself: z.boolean().default(false),
  /** It has a valve to fill and read by hand. */
  serviceValve: z.boolean().default(false),
  /** Holes that its plate wants. */
  holes: z
    .strictObject({ count: z.number().int().min(1).max(12), diameter: bounded('length', 0.003, 0.03) })
    .nullable()
    .default(null),
})

/**
 * Instructions that are no kit's: what a vehicle's maker asks for on a platform, what a shop always does, an accessory or a second job
 * done on the same visit. They meet the kit's on fasteners and operations of the same name.
 */
export const procedureSchema = z
  .strictObject({
    id,
    kind: z.enum(PROCEDURE_KINDS, { error: `kind must be one of ${PROCEDURE_KINDS.join(', ')}` }),
    name: text,
    /** Paper and page that its figures come from. */
    source: text,
    /** Which axle it is done at; null for the whole vehicle. */
    axle: z.enum(['rear', 'front'], { error: 'axle must be rear or front, or nothing' }).nullable().default(null),
    /** Platforms it is for; empty for any. */
    platforms: z.array(id).max(40).default([]),
    /** What has to hold on the vehicle for any of it. */
    when: z.array(conditionSchema).max(6).default([]),
    /** Done on each visit, or only where other instructions name one of its operations. */
    use: z.enum(['always', 'where-named'], { error: 'use must be always or where-named' }).default('always'),
    parts: z
      .array(
        z.strictObject({
          number: z.string().trim().max(40).default(''),
          name: text,
          count: z.number().int().min(1).max(99),
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
    /** Of an accessory that is a compressor: what its sheet says. */
    compressor: compressorSheetSchema.nullable().default(null),
    fasteners: z.array(fastenerSchema).max(30).default([]),
    operations: z.array(operationSchema).max(60).default([]),
    /** Steps that have their turn by a step of the kit they are fitted with: named as it is there, or as both call it. */
    turns: z
      .array(
        z.strictObject({
          step: id,
          turn: z.enum(['after', 'before'], { error: 'turn must be after or before' }),
          of: id,
        }),
      )
      .max(60)
      .default([]),
  })
  .superRefine((procedure, context) => {
    const refuse = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    refuseUnknown(procedure, 'procedure', refuse)
    procedure.turns.forEach(({ step }, i) => {
      if (!procedure.operations.some((o) => o.id === step))
        refuse(['turns', i, 'step'], `"${step}" is none of its steps: name one of them`)
    })
    procedure.operations.forEach((operation, i) => {
      if (operation.method) refuse(['operations', i, 'method'], 'a procedure has one way of working')
    })
    if (procedure.id.startsWith(ADDED_STEP)) refuse(['id'], `"${ADDED_STEP}" begins the names of steps that a bay adds`)
    if (procedure.kind === 'vehicle' && !procedure.platforms.length)
      refuse(['platforms'], "a vehicle's procedure names its platforms: one or more")
    if (!procedure.operations.length && !procedure.fasteners.length)
      refuse(['operations'], 'an operation or a fastener is missing')
  })
export type Procedure = z.infer<typeof procedureSchema>

/** The vehicle's own lug nuts: a procedure gives their figure, the plan has the step. */
const OF_THE_PLAN = 'lug-nuts'

/** What in a procedure could never be closed; else as `closingFaults`. */
export const procedureFaults = ({ operations, fasteners }: Pick<Kit, 'operations' | 'fasteners'>): ClosingFault[] =>
  closingFaults({ operations, fasteners: fasteners.filter((f) => f.id !== OF_THE_PLAN) })

/** A procedure that is written: it can be carried out to its end. */
export const closableProcedureSchema = procedureSchema.superRefine((procedure, context) => {
  for (const { path, message } of procedureFaults(procedure)) context.addIssue({ code: 'custom', path, message })
})

/** Whether a procedure is for vehicles of a platform. */
export const isForPlatform = ({ platforms }: Pick<Procedure, 'platforms'>, platform: string | null): boolean =>
  !platforms.length || (platform !== null && platforms.includes(platform))
