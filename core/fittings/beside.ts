import { z } from 'zod'

/** How a line lies at something: through a hole of it, over it, or tied to it. */
export const BESIDE_WAYS = ['through', 'over', 'tied'] as const
export type BesideWay = (typeof BESIDE_WAYS)[number]

/** What a line is run at, whether or not it is described under the vehicle. */
export const BESIDE_THINGS = [
  'frame-rail',
  'cross-member',
  'seat',
  'hitch',
  'bumper',
  'running-board',
  'spare',
  'spare-shield',
  'body',
  'harness',
  'axle-tube',
  'link',
  'shock',
  'parking-cable',
  'brake-hose',
  'brake-line',
  'fuel-line',
  'exhaust',
  'high-voltage',
  'other',
] as const
export type BesideThing = (typeof BESIDE_THINGS)[number]

/** Nothing is tied to these: one bursts or chafes through, one is hot, one kills. Common practice, no published source. */
const NEVER_TIED: readonly BesideThing[] = ['brake-hose', 'brake-line', 'fuel-line', 'exhaust', 'high-voltage']
/** These have no hole that a line could go through. */
const SOLID: readonly BesideThing[] = [...NEVER_TIED, 'harness', 'axle-tube', 'shock', 'parking-cable', 'spare']
/** These go with the axle, or pull: a line tied to one, or through it, is left a loop. Common practice, no published source. */
const MOVES: readonly BesideThing[] = ['axle-tube', 'link', 'shock', 'parking-cable']
/** Sheet metal with an edge. */
const EDGED: readonly BesideThing[] = [
  'frame-rail',
  'cross-member',
  'seat',
  'hitch',
  'bumper',
  'running-board',
  'spare-shield',
  'body',
  'link',
]
/** What somebody's own word for a thing means after all. */
const BY_NAME: readonly [RegExp, BesideThing][] = [
  [/orange|high[\s-]*voltage/i, 'high-voltage'],
  [/exhaust|muffler|tail\s*pipe|catalytic|\bhot\b/i, 'exhaust'],
  [/\bfuel\b(?!.*\bdoor\b)/i, 'fuel-line'],
  // A parking brake's cable is no line with fluid in it.
  [/cable/i, 'parking-cable'],
  [/brake\s*(?:hose|flex)/i, 'brake-hose'],
  [/brake|\babs\s+line/i, 'brake-line'],
  [/\blink\b|control arm|sway|anti-?roll|track bar/i, 'link'],
  [/shock|damper/i, 'shock'],
  [/\baxle\b|differential|leaf|u-bolt|drive\s*shaft|prop\s*shaft/i, 'axle-tube'],
]
interface Thing {
  thing: BesideThing
  name: string
}
/** What a thing is, one that somebody named by its name. */
const kindOf = ({ thing, name }: Thing): BesideThing =>
  thing === 'other' ? (BY_NAME.find(([word]) => word.test(name))?.[1] ?? 'other') : thing

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
    const kind = kindOf(beside)
    const at = beside.thing === 'other' ? 'name' : 'thing'
    if (beside.how === 'tied' && NEVER_TIED.includes(kind))
      refuse(
        at,
        'no line is tied to a brake hose, brake line, fuel line, exhaust or orange cable: pick the frame or a bracket',
      )
    if (beside.how === 'through' && SOLID.includes(kind))
      refuse(at, 'nothing goes through that: pick over, or another part')
  })
export type Beside = z.infer<typeof besideSchema>

/** Whether a line needs a loop there: what it hangs on moves. Laid over something that moves it is kept clear of it instead. */
export const needsLoop = (beside: Beside): boolean => beside.how !== 'over' && MOVES.includes(kindOf(beside))
/** Whether a line needs loom there: it goes over or through an edge. Of what nobody described an edge is expected. */
export function needsLoom(beside: Beside): boolean {
  const kind = kindOf(beside)
  return beside.how !== 'tied' && (kind === 'other' || EDGED.includes(kind))
}
