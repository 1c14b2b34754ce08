import { z } from 'zod'
import { innerSchema, type Meters } from '../quantity'
import {
  type AxleEnd,
  AXLE_SURVEY_KEYS,
  axleSchema,
  axleSurveySchema,
  SUSPENSIONS,
  surveyAnswer,
  surveySchema,
  TAPE_TOLERANCE,
  VEHICLE_SURVEY_KEYS,
  vehicleSchema,
  type Survey,
  type SurveyKey,
  type Vehicle,
} from '../vehicle'

/** Facts of the vehicle that a kit is judged by; springs, build and wheels are those of the kit's own axle. */
export const VEHICLE_FACTS = [
  'body',
  'frameRails',
  'suspension',
  'architecture',
  'linkRatio',
  'wheels',
  'drive',
  'bed',
  'trim',
  'year',
  'model',
] as const
export type VehicleFact = (typeof VEHICLE_FACTS)[number]
/** Something known, or still to be found out, about a vehicle as it stands. */
export type Fact = SurveyKey | VehicleFact
type Known = string | number | boolean | null

export const SURVEY_KEYS = [...AXLE_SURVEY_KEYS, ...VEHICLE_SURVEY_KEYS] as [SurveyKey, ...SurveyKey[]]
/** Answers that a tape gives: compared with what a tape can tell. */
const TAPED: ReadonlySet<Fact> = new Set<Fact>([
  'liftBlock',
  'otherLift',
  'exhaustDiameter',
  'coilInsideDiameter',
  'coilGapStanding',
  'coilGapHanging',
  'bracketSpace',
])
/** Whether an answer is a length read with a tape. */
export const isTaped = (fact: Fact): boolean => TAPED.has(fact)
/** How far a value may pass a limit before it has passed it. */
const toleranceOf = (fact: Fact): Meters => (isTaped(fact) ? TAPE_TOLERANCE : 0)

export const surveyKey = z.enum(SURVEY_KEYS, { error: 'must be a survey answer' })
const survey = surveyKey
const vehicle = z.enum(VEHICLE_FACTS, { error: `must be one of ${VEHICLE_FACTS.join(', ')}` })
const words = z
  .array(z.union([z.string().max(60), z.boolean()]))
  .min(1)
  .max(30)

// Looked up once: a file of a hundred thousand lines asks for every condition in it.
const { front: _front, rear: _rear, ...vehicleShape } = vehicleSchema.shape
const { front: _frontSurvey, rear: _rearSurvey, ...surveyShape } = surveySchema.shape
const SHAPE: Record<string, z.core.$ZodType> = {
  ...vehicleShape,
  ...axleSchema.shape,
  ...surveyShape,
  ...axleSurveySchema.shape,
}
const WORDS = new Map(
  Object.entries(SHAPE).map(([fact, schema]): [string, readonly (string | boolean)[] | null] => {
    const inner = innerSchema(schema)
    if (inner instanceof z.ZodBoolean) return [fact, [true, false]]
    return [fact, inner instanceof z.ZodEnum ? (inner.options as string[]) : null]
  }),
)
/** Whether the spring's travel for the wheel's is known: a solid axle's always is. */
WORDS.set('linkRatio', ['known', 'unknown'])
/** The words a fact can be; null where it is a figure, a name or a year. */
export const factWords = (fact: Fact): readonly (string | boolean)[] | null => WORDS.get(fact) ?? null
/** Refuses words that a fact can never be: a condition on them would silently never hold. */
function knownWords(fact: Fact, is: readonly (string | boolean)[], context: z.RefinementCtx): void {
  const known = factWords(fact)
  const bad = known ? is.filter((w) => !known.includes(w)) : []
  if (bad.length)
    context.addIssue({
      code: 'custom',
      path: ['is'],
      message: `"${bad.join(', ')}" is not what ${fact} can be: ${known!.map((w) => (w === true ? 'yes' : w === false ? 'no' : w)).join(', ')}`,
    })
}

/** Something about a vehicle that holds, does not hold, or is not known yet. */
export const CONDITIONS = [
  z.strictObject({ survey, is: words }).superRefine((c, context) => knownWords(c.survey, c.is, context)),
  z.strictObject({ survey, over: z.number() }),
  z.strictObject({ survey, under: z.number() }),
  z.strictObject({ vehicle, is: words }).superRefine((c, context) => knownWords(c.vehicle, c.is, context)),
  z.strictObject({ suspension: z.enum(SUSPENSIONS) }),
  z.strictObject({ wheels: z.enum(['single', 'dual']) }),
] as const
export const conditionSchema = z.union(CONDITIONS)
export type Condition = z.infer<typeof conditionSchema>

/** True, false, or null while an answer is missing. */
export type Holds = boolean | null

/** The fact that a condition asks about. */
export const factOf = (c: Condition): Fact =>
  'survey' in c ? c.survey : 'vehicle' in c ? c.vehicle : 'suspension' in c ? 'suspension' : 'wheels'

/** What is known of a vehicle as it stands, seen from one of its axles; null for an answer that is missing. */
export type Seen = Readonly<Record<Fact, Known>>

/**
 * All that is known of a vehicle as it stands, with the answers of one axle. What was only estimated is not known.
 * @param axle that a kit is for
 */
export function seenAt(vehicle: Vehicle, survey: Survey, axle: AxleEnd): Seen {
  const { suspension, architecture, wheels, motionRatio } = vehicle[axle]
  const { body, frameRails, drive, bed, trim, year, make, model, estimated } = vehicle
  const sure = <T>(figure: string, value: T): T | null => (figure in estimated ? null : value)
  const facts = {
    body,
    frameRails: sure('frameRails', frameRails),
    suspension: sure(`${axle}.suspension`, suspension),
    architecture: sure(`${axle}.architecture`, architecture),
    linkRatio: architecture === 'solid' || sure(`${axle}.motionRatio`, motionRatio) !== null ? 'known' : 'unknown',
    wheels: sure(`${axle}.wheels`, wheels),
    drive: sure('drive', drive),
    bed,
    trim,
    year,
    // Without either, nobody can say whether a list has it.
    model: make || model ? `${make} ${model}`.trim() : null,
  } as Record<Fact, Known>
  for (const key of SURVEY_KEYS) facts[key] = surveyAnswer(survey, key, axle)
  return facts
}

/**
 * Whether an answer is over a limit by more than its tape can tell.
 * @param answer in SI, as `limit`
 */
export const isOver = (fact: Fact, answer: number, limit: number): boolean => answer > limit + toleranceOf(fact)
/**
 * Whether an answer is under a limit by more than its tape can tell.
 * @param answer in SI, as `limit`
 */
export const isUnder = (fact: Fact, answer: number, limit: number): boolean => answer < limit - toleranceOf(fact)

/**
 * Whether a condition holds for a vehicle as it stands.
 * @returns true, false, or null while its answer is missing
 */
export function holds(c: Condition, facts: Seen): Holds {
  const fact = factOf(c)
  const answer = facts[fact]
  if (answer === null) return null
  if ('suspension' in c) return answer === c.suspension
  if ('wheels' in c) return answer === c.wheels
  if ('is' in c) return c.is.includes(typeof answer === 'number' ? String(answer) : answer)
  return 'over' in c ? isOver(fact, Number(answer), c.over) : isUnder(fact, Number(answer), c.under)
}

/** Whether every condition holds: false as soon as one does not, null while one is not known. */
export function conditionsHold(conditions: readonly Condition[], facts: Seen): Holds {
  let sure = true
  for (const c of conditions) {
    const isHeld = holds(c, facts)
    if (isHeld === false) return false
    if (isHeld === null) sure = false
  }
  return sure ? true : null
}
