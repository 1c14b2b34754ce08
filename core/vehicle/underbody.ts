import { z } from 'zod'
import { bounded, INCH } from '../quantity'
import { optionalText } from './text'

/** What surrounds a bag. */
export const PART_KINDS = [
  'tire',
  'frame-rail',
  'seat',
  'axle-tube',
  'differential',
  'leaf-pack',
  'coil',
  'u-bolt-ends',
  'link',
  'shock',
  'sway-bar',
  'exhaust',
  'brake-line',
  'brake-hose',
  'harness',
  'parking-cable',
  'axle-vent',
  'spare',
  'hitch-rail',
  'cross-member',
  'fuel-tank',
  'running-board',
  'high-voltage',
  'other',
] as const
export type PartKind = (typeof PART_KINDS)[number]

/** Parts that bend: they have a free length, and are held and handled. */
export const FLEXIBLE_KINDS = ['brake-line', 'brake-hose', 'harness', 'parking-cable', 'axle-vent'] as const

export const HELD_BY = ['clip', 'bracket', 'tie', 'guide', 'loose'] as const
export type HeldBy = (typeof HELD_BY)[number]
/** What has to happen to a line, a hose, a cable or a harness for the kit. */
export const HANDLINGS = ['freed', 'clip-turned', 'guide-moved', 'eased', 'loom', 'heat-sleeve'] as const
export type Handling = (typeof HANDLINGS)[number]

const coordinate = bounded('length', -3, 3)
const place = z.tuple([coordinate, coordinate, coordinate], {
  error: 'a place is three lengths: ahead of the axle, left of the center line, above the ground',
})
const carrier = z.enum(['axle', 'frame'], { error: 'must be axle or frame' })

const shapeSchema = z.discriminatedUnion('kind', [
  /** Pipe, shock, hose, cable: a run of round pieces. Its ends need not move together. */
  z.strictObject({
    kind: z.literal('run'),
    points: z
      .array(z.strictObject({ at: place, on: carrier }))
      .min(2, { error: 'a run needs two points or more' })
      .max(12, { error: 'a run has 12 points max' }),
    radius: bounded('length', 0.0005, 0.3),
  }),
  z
    .strictObject({ kind: z.literal('box'), on: carrier, low: place, high: place })
    .refine(({ low, high }) => low.every((l, i) => l <= high[i]!), {
      path: ['low'],
      error: 'low must not be above high, in any of the three',
    }),
  /** Everything on one side of a flat face: a bed floor, a tank's side. */
  z.strictObject({
    kind: z.literal('plane'),
    on: carrier,
    axis: z.enum(['x', 'y', 'z']),
    at: coordinate,
    beyond: z.enum(['low', 'high']),
  }),
])

export const EASED_AT = ['first', 'mount', 'height'] as const
export type EasedAt = (typeof EASED_AT)[number]

const undersideSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,49}$/, { error: 'an id has small letters, figures and hyphens' }),
  kind: z.enum(PART_KINDS, { error: `kind must be one of ${PART_KINDS.join(', ')}` }),
  /** What a person calls it where the kind does not say enough. */
  name: optionalText('Name', 60).default(''),
  side: z.enum(['left', 'right', 'center'], { error: 'side must be left, right or center' }),
  shape: shapeSchema,
  /** Of a hose, cable or harness between its two anchors; null where it is rigid or unknown. */
  freeLength: bounded('length', 0.02, 3).nullable().default(null),
  /** A heat shield is over it. */
  shielded: z.boolean().default(false),
  heldBy: z.enum(HELD_BY).nullable().default(null),
  handling: z.array(z.enum(HANDLINGS)).max(HANDLINGS.length).default([]),
  /** When one that is eased aside is: before the work where nothing is said, as the mount goes in, or once the height is known. */
  easedAt: z.enum(EASED_AT, { error: `easedAt must be one of ${EASED_AT.join(', ')}` }).optional(),
  /** Where it lies then, on which side of what; nothing where that is free. */
  lies: optionalText('Lies', 80).optional(),
  source: z.enum(['platform', 'estimate', 'tape'], { error: 'source must be platform, estimate or tape' }),
  /** How far its surface may be from where it is said to be: half-width. */
  tolerance: bounded('length', 0, 0.2),
})
export type UndersidePart = z.infer<typeof undersideSchema>
export type PartShape = UndersidePart['shape']

/** Parts about one axle: ahead of it, left of the center line, above the ground, as the vehicle stands empty. */
const axleUnderbodySchema = z
  .array(undersideSchema)
  .max(60, { error: 'an axle has 60 parts max around it' })
  .refine((parts) => new Set(parts.map(({ id }) => id)).size === parts.length, {
    error: 'two parts have the same id',
  })

/** Shorter than this no arm leads an axle. */
export const SHORTEST_ARM = 16 * INCH
/**
 * Where the arm that leads an axle is pivoted: ahead of the axle (behind it negative) and above it (below negative). It makes the
 * axle go fore and aft as it moves up.
 */
const armSchema = z.strictObject({
  ahead: bounded('length', -3, 3).refine((ahead) => Math.abs(ahead) >= SHORTEST_ARM - 1e-9, {
    error: 'a pivot is 16 in or more ahead of the axle, or behind it (negative)',
  }),
  above: bounded('length', -0.5, 0.5),
})
export type AxleArm = z.infer<typeof armSchema>

export const underbodySchema = z.strictObject({
  front: axleUnderbodySchema,
  rear: axleUnderbodySchema,
  arms: z
    .strictObject({ front: armSchema.nullable().default(null), rear: armSchema.nullable().default(null) })
    .default({ front: null, rear: null }),
})
export type Underbody = z.infer<typeof underbodySchema>

export const UNDERBODY_FORMAT = 'stout-shackle-underbody/1'
/** What surrounds one axle, as a file that goes from shop to shop. */
export const underbodyFileSchema = z.strictObject({
  format: z.literal(UNDERBODY_FORMAT, { error: `format must be "${UNDERBODY_FORMAT}"` }),
  axle: z.enum(['front', 'rear'], { error: 'axle must be front or rear' }),
  parts: axleUnderbodySchema,
  arm: armSchema.nullable().default(null),
})
