import { z } from 'zod'

/** How a line lies at something: through a hole of it, over it, or tied to it. */
export const BESIDE_WAYS = ['through', 'over', 'tied'] as const
export type BesideWay = (typeof BESIDE_WAYS)[number]

/** What a thing has to do with a line. Common practice, no published source. */
interface Trait {
  /** Nothing is tied to it: it bursts or chafes through, is hot, turns, or kills. */
  never?: true
  /** It has no hole that a line could go through. */
  solid?: true
  /** It goes with the axle, or pulls: a line tied to it, or through it, is left a loop. */
  moves?: true
  /** Sheet metal with an edge; of what nobody described one is expected. */
  edge?: true
}
const FORBIDDEN: Trait = { never: true, solid: true }
const MOVING: Trait = { moves: true, solid: true }
/** What a line is run at, whether or not it is described under the vehicle. */
const TRAITS = {
  'frame-rail': { edge: true },
  'cross-member': { edge: true },
  seat: { edge: true },
  hitch: { edge: true },
  bumper: { edge: true },
  'running-board': { edge: true },
  spare: { solid: true },
  'spare-shield': { edge: true },
  body: { edge: true },
  harness: { solid: true },
  'axle-tube': MOVING,
  link: { moves: true, edge: true },
  shock: MOVING,
  'parking-cable': MOVING,
  'brake-hose': FORBIDDEN,
  'brake-line': FORBIDDEN,
  'fuel-line': FORBIDDEN,
  exhaust: FORBIDDEN,
  driveshaft: FORBIDDEN,
  'high-voltage': FORBIDDEN,
  other: { edge: true },
} satisfies Record<string, Trait>
export type BesideThing = keyof typeof TRAITS
export const BESIDE_THINGS = Object.keys(TRAITS) as [BesideThing, ...BesideThing[]]

/** What somebody's own word for a thing means after all. */
const BY_NAME: readonly [RegExp, BesideThing][] = [
  // What turns winds a line up.
  [/(?:drive|prop|half)[\s-]*shaft|\btires?\b/i, 'driveshaft'],
  [/orange|high[\s-]*voltage/i, 'high-voltage'],
  [/exhaust|muffler|tail\s*pipe|catalytic|\bhot\b/i, 'exhaust'],
  [/\bfuel\b(?!.*\bdoor\b)/i, 'fuel-line'],
  // A parking brake's cable is no line with fluid in it.
  [/cable/i, 'parking-cable'],
  [/brake\s*(?:hose|flex)/i, 'brake-hose'],
  [/brake(?!\s*(?:lights?|lamps?|switch|pedal|controller))|\babs\s+line/i, 'brake-line'],
  [/\blink\b|control arm|sway|anti-?roll|track bar/i, 'link'],
  [/shock|damper/i, 'shock'],
  [/\baxle\b|differential|leaf|u-bolt/i, 'axle-tube'],
]
/** What a thing is, by what was picked and by what it is called: a name of its own makes a brake hose no harness. */
function traitOf({ thing, name }: { thing: BesideThing; name: string }): Trait {
  const meant = BY_NAME.find(([word]) => word.test(name))?.[1]
  const picked: Trait = TRAITS[thing]
  if (!meant) return picked
  return thing === 'other' ? TRAITS[meant] : { ...picked, ...TRAITS[meant] }
}

/** Something along a line that it goes through or over, or is tied to. */
export const besideSchema = z
  .strictObject({
    how: z.enum(BESIDE_WAYS, { error: `how must be one of ${BESIDE_WAYS.join(', ')}` }),
    thing: z.enum(BESIDE_THINGS, { error: `thing must be one of ${BESIDE_THINGS.join(', ')}` }),
    /** What it is called here; of anything else it has to be said. */
    name: z.string().trim().max(60, { error: 'name has 60 characters max' }).default(''),
  })
  .superRefine((beside, context) => {
    const refuse = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message })
    if (beside.thing === 'other' && !beside.name) refuse('name', 'name what it is')
    const { never, solid } = traitOf(beside)
    const { never: picked, solid: full }: Trait = TRAITS[beside.thing]
    if (beside.how === 'tied' && never)
      refuse(
        picked ? 'thing' : 'name',
        'no line is tied to a brake hose, brake line, fuel line, exhaust, driveshaft or orange cable: pick the frame or a bracket',
      )
    if (beside.how === 'through' && solid)
      refuse(full ? 'thing' : 'name', 'nothing goes through that: pick over, or another part')
  })
export type Beside = z.infer<typeof besideSchema>

/** Whether a line needs a loop there: what it hangs on moves. Laid over something that moves it is kept clear of it instead. */
export const needsLoop = (beside: Beside): boolean => beside.how !== 'over' && traitOf(beside).moves === true
/** Whether a line needs loom there: it goes over or through an edge. */
export const needsLoom = (beside: Beside): boolean => beside.how !== 'tied' && traitOf(beside).edge === true
