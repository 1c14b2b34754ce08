import { z } from 'zod'
import { bounded } from '../quantity'

const text = z.string().trim().min(1).max(120)
const id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,49}$/, { error: 'an id has small letters, figures and hyphens' })
const offset = bounded('length', -0.5, 0.5)

const spacerSchema = z.strictObject({
  id,
  name: text,
  place: z.enum(['upper', 'lower'], { error: 'place must be upper or lower' }),
  height: bounded('length', 0.001, 0.15),
  /** How many may go on one side. */
  most: z.number().int().min(1).max(4),
  inBox: z.boolean(),
})

/** A hole through metal of the vehicle, measured from the template's datum edges: along the rail forward, up from its bottom edge. */
const holeSchema = z.strictObject({
  name: z.string().trim().min(1).max(20),
  along: bounded('length', -0.6, 0.6),
  up: bounded('length', 0, 0.4),
  diameter: bounded('length', 0.002, 0.05),
  /** Null where it is drilled to size at once. */
  pilot: bounded('length', 0.001, 0.02).nullable(),
})
export const templateSchema = z.strictObject({
  id,
  name: text,
  /** Face it is laid on: the web of a rail, or a part of the body. Flanges are never drilled. */
  on: z.enum(['rail-web', 'rail-flange', 'body', 'bump-stop'], {
    error: 'on must be rail-web, rail-flange, body or bump-stop',
  }),
  sides: z
    .array(z.enum(['left', 'right']))
    .min(1)
    .max(2),
  /** Of the face: its edges are the datum. */
  height: bounded('length', 0.02, 0.4),
  length: bounded('length', 0.02, 1),
  /** How far the bend of the flange takes of the face, at top and bottom. */
  bend: bounded('length', 0, 0.05),
  holes: z.array(holeSchema).max(12),
  /** Straight cut across, up from the bottom edge. */
  cut: bounded('length', 0.001, 0.4).nullable(),
})
export type Template = z.infer<typeof templateSchema>

const boltSchema = z.strictObject({
  id,
  name: text,
  count: z.number().int().min(1).max(24),
  series: z.enum(['inch', 'metric'], { error: 'series must be inch or metric' }),
  thread: z.string().trim().min(2).max(20),
  pitch: bounded('length', 0.0003, 0.006),
  /** Layers that it clamps beside the spacers. */
  grip: z
    .array(z.strictObject({ name: text, thickness: bounded('length', 0.0005, 0.3) }))
    .min(1)
    .max(12),
  washers: z.array(bounded('length', 0.0005, 0.01)).max(8),
  nut: bounded('length', 0.001, 0.04),
  /** It goes through the spacers of this place, where there are any; `block` through the lift block. */
  through: z.enum(['none', 'upper', 'lower', 'block'], { error: 'through must be none, upper, lower or block' }),
  /** Depth of a blind thread; null with a nut. */
  reach: bounded('length', 0.002, 0.2).nullable(),
  /** Space behind the nut; null where there is plenty. */
  room: bounded('length', 0.001, 0.3).nullable(),
  /** As long as it comes in the box; null where none is. */
  inBox: bounded('length', 0.005, 0.5).nullable(),
  /** What hides its head later: it goes in before that; empty for nothing. */
  hiddenBy: z.string().trim().max(120),
})
export type MountBolt = z.infer<typeof boltSchema>

/** A U-bolt of the kit around something of the axle. */
const uBoltSchema = z.strictObject({
  id,
  name: text,
  count: z.number().int().min(1).max(8),
  /** `pack-and-tube`: over the leaf pack, down past the axle tube, with a lift block between where there is one. */
  around: z.enum(['axle-tube', 'leaf-pack', 'pack-and-tube'], {
    error: 'around must be axle-tube, leaf-pack or pack-and-tube',
  }),
  thread: z.string().trim().min(2).max(20),
  pitch: bounded('length', 0.0003, 0.006),
  /** Between its legs. */
  inside: bounded('length', 0.01, 0.3),
  /** From the inside of the bend to the end of a leg. */
  leg: bounded('length', 0.03, 0.7),
  /** Plates and bars that it clamps beside what it is around. */
  plates: bounded('length', 0, 0.2),
  washer: bounded('length', 0, 0.01),
  nut: bounded('length', 0.001, 0.04),
})
export type UBolt = z.infer<typeof uBoltSchema>

/** Where a kit's bag and brackets go, by its instructions. */
export const mountingSchema = z
  .strictObject({
    /** From the face on the frame down to the bag's upper plate, plate and bracket. */
    upper: bounded('length', 0, 0.3),
    /** From the bag's lower plate down to the face on axle, block or pack. */
    lower: bounded('length', 0, 0.3),
    plateRadius: bounded('length', 0.01, 0.25),
    plateThickness: bounded('length', 0.0005, 0.03),
    /** Bag center ahead of the axle's. */
    ahead: offset,
    /** Upper plate's center ahead and outward of the lower one's. */
    upperOffset: z.strictObject({ ahead: offset, out: offset }),
    /** Where else the lower bracket may sit: outward and ahead of the first place. */
    slots: z.array(z.strictObject({ id, name: text, out: offset, ahead: offset })).max(8),
    spacers: z.array(spacerSchema).max(6),
    /** The plate may be turned half round: its offset then points the other way. */
    turnable: z.boolean(),
    /** Most that the plates may stand out of parallel, degrees, and out of line. */
    tiltLimit: z.number().min(0).max(45).nullable(),
    offsetLimit: bounded('length', 0, 0.2).nullable(),
    port: z.enum(['forward', 'rearward', 'inward', 'outward', 'up', 'down']).nullable(),
    /** Bag height at which the stop inside the bag meets; null for no stop. */
    innerStop: bounded('length', 0.01, 0.4).nullable(),
    /** Heights between which the bag may move at all: pressed together, and pulled out; null where the instructions do not say. */
    collapsed: bounded('length', 0.01, 0.5).nullable(),
    extended: bounded('length', 0.03, 0.9).nullable(),
    /** Of an in-coil cylinder, emptied and folded to go in between the coils. */
    folded: bounded('length', 0.003, 0.15).nullable(),
    /** Holes that the vehicle has to have already. */
    factoryHoles: z
      .array(z.strictObject({ id, name: text, diameter: bounded('length', 0.003, 0.06), threaded: z.boolean() }))
      .max(12)
      .default([]),
    bolts: z.array(boltSchema).max(20),
    uBolts: z.array(uBoltSchema).max(6).default([]),
    /** Sleeve that goes between an in-coil cylinder and what it bears on; null where none is asked for. */
    protector: z.strictObject({ name: text, inBox: z.boolean() }).nullable().default(null),
    /** Heat shield for the pipe beside the bag, and the thickest pipe that its clamps go around; null where the kit has none. */
    shield: z
      .strictObject({ inBox: z.boolean(), clampMost: bounded('length', 0.02, 0.2) })
      .nullable()
      .default(null),
    templates: z.array(templateSchema).max(6),
  })
  .refine(({ slots }) => new Set(slots.map((s) => s.id)).size === slots.length, {
    path: ['slots'],
    error: 'two slots have the same id',
  })
  .refine(({ spacers }) => new Set(spacers.map((s) => s.id)).size === spacers.length, {
    path: ['spacers'],
    error: 'two spacers have the same id',
  })
export type Mounting = z.infer<typeof mountingSchema>

/** How a kit is put on this vehicle where the instructions leave a choice. */
export const mountSchema = z.strictObject({
  /** Slot of the lower bracket; null for the first place. */
  slot: id.nullable(),
  /** Spacers used, a side. */
  spacers: z.array(z.strictObject({ id, count: z.number().int().min(1).max(4) })).max(6),
  turned: z.boolean(),
  /** Left and right brackets changed over. */
  swapped: z.boolean(),
  /** Never filled beyond this here, though the kit allows more: it leaves more room; null for the kit's max. */
  pressureCap: bounded('pressure', 20_000, 1_200_000).nullable(),
  /** Factory holes that were looked at: free to be used, and a thread in them sound. */
  holes: z.array(z.strictObject({ id, side: z.enum(['left', 'right']), sound: z.boolean() })).max(24),
})
export type Mount = z.infer<typeof mountSchema>
/** As the instructions have it. */
export const USUAL_MOUNT: Mount = {
  slot: null,
  spacers: [],
  turned: false,
  swapped: false,
  pressureCap: null,
  holes: [],
}

/** What spacers of a place add on one side. */
export const spacersAt = (mounting: Mounting | null, mount: Mount, place: 'upper' | 'lower'): number =>
  (mounting?.spacers ?? []).reduce((sum, { id: name, place: position, height }) => {
    const used = mount.spacers.find((s) => s.id === name)
    return position === place && used ? sum + used.count * height : sum
  }, 0)
