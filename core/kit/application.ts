import { z } from 'zod'
import { requiredText, slug, type Vehicle } from '../vehicle'
import { conditionSchema, type Condition, type Fact } from './condition'
import { neededPartSchema } from './rule'

const id = slug(80)
const year = (what: string) =>
  z
    .number({ error: `${what} must be a year, for example 2019` })
    .int({ error: `${what} must be a whole year` })
    .min(1950, { error: `${what} must be 1950 or later` })
    .max(2100, { error: `${what} must be 2100 or earlier` })
const conditions = z.array(conditionSchema).max(12, { error: 'twelve conditions max' })

/** One line of a kit's list of vehicles: for which, on what conditions, with what beside, and for which not after all. */
export const applicationSchema = z
  .strictObject({
    id,
    /** Id of the kit. */
    kit: id,
    make: requiredText('Make', 60),
    model: requiredText('Model', 60),
    from: year('From'),
    to: year('To'),
    /** All must hold. */
    conditions: conditions.default([]),
    /** Parts or work that some of these vehicles need. */
    needs: z
      .array(
        z.strictObject({
          when: conditions,
          what: z.enum(['part', 'work'], { error: 'must be part or work' }),
          says: requiredText('What is needed'),
          part: neededPartSchema.nullable().default(null),
          minutes: z.number().min(0).max(600).default(0),
        }),
      )
      .max(10)
      .default([]),
    /** Vehicles it is not for, although the rest holds. */
    excludes: z
      .array(z.strictObject({ when: conditions.min(1), says: requiredText('Why not') }))
      .max(10)
      .default([]),
    /** Where the line stands: instructions and page, or who measured it. */
    source: requiredText('Source', 120),
  })
  .refine((a) => a.from <= a.to, { path: ['to'], error: 'To is before From' })
export type Application = z.infer<typeof applicationSchema>

/** Make and model as an index sees them. */
export const modelKey = ({ make, model }: Pick<Vehicle, 'make' | 'model'>): string =>
  `${make.trim()} ${model.trim()}`.toLowerCase()

/** Names of facts in a sentence. */
export const FACT_NAMES: Record<Fact, string> = {
  body: 'body',
  frameRails: 'frame rails',
  suspension: 'springs',
  architecture: 'axle',
  linkRatio: 'motion ratio of the link',
  wheels: 'wheels',
  drive: 'driven wheels',
  bed: 'bed',
  trim: 'trim',
  year: 'model year',
  model: 'make and model',
  liftBlock: 'lift block',
  otherLift: 'another lift',
  bumpStop: 'bump stop',
  exhaustSide: 'exhaust side',
  exhaustDiameter: 'exhaust diameter',
  exhaustFactory: 'factory exhaust',
  spareUnderBed: 'spare under the bed',
  parkingBrake: 'parking brake',
  brakeLines: 'brake lines',
  hitchRails: 'hitch rails',
  runningBoards: 'running boards',
  axleVent: 'axle vent',
  loadSensingValve: 'load-sensing brake valve',
  factoryAir: 'factory self-leveling',
  springsChanged: 'springs changed',
  oldHelper: 'old helper',
  coilInsideDiameter: 'coil inside diameter',
  coilGapStanding: 'coil gap standing',
  coilGapHanging: 'coil gap hanging',
  bracketSpace: 'bracket to bracket',
  rust: 'rust',
  drillingAgreed: 'drilling agreed',
  brakes: 'brakes',
  highVoltage: 'high-voltage cables',
  frame: 'frame',
  valveProcedure: 'brake valve procedure',
  mountTouches: 'lower mount on the U-bolts',
  harnessRun: 'harness inside or outside',
}

/** What a condition wants, for a sentence: `over`, `under` or `is`, and with what it compares. */
export function wants(c: Condition): { how: 'is' | 'over' | 'under'; takes: string | number } {
  if ('suspension' in c) return { how: 'is', takes: c.suspension }
  if ('wheels' in c) return { how: 'is', takes: c.wheels }
  if ('over' in c) return { how: 'over', takes: c.over }
  if ('under' in c) return { how: 'under', takes: c.under }
  return { how: 'is', takes: c.is.join(', ') }
}
