import type { Carrier, Fastener, Operation } from '../kit'
import { PSI, type Pascals } from '../quantity'
import { isByFeel } from '../torque'
import { isNamedIn, sideIn, type DriverSide } from './words'

/** What a step's text plainly says of how it is done: only what stands there. */
export interface StepGuess {
  side: Operation['side'] | null
  phase: Operation['phase'] | null
  support: Operation['support'] | null
  wheels: Operation['wheels'] | null
  /** Fasteners named in it, as ids. */
  torques: string[]
  leavesLoose: string[]
  disturbs: string[]
  checks: Operation['checks']
  takesOff: string[]
  refits: string[]
  fits: Operation['fits']
  /** What carries or locates the axle and is undone in it, or holds again. */
  opens: Carrier[]
  closes: Carrier[]
  /** What must not go wrong, where the text says so. */
  trap: string | null
  /** It only raises or lowers the vehicle, or takes wheels off or on: what every plan does by itself. */
  moves: boolean
  /** Air that is in the bags for it. */
  pressure: { low: Pascals; high: Pascals } | null
}

type Rule<T> = readonly [words: RegExp, means: T]
const first = <T>(rules: readonly Rule<T>[], text: string): T | null =>
  rules.find(([words]) => words.test(text))?.[1] ?? null

const WHOLE = 'vehicle|truck|van|coach|motorhome|camper|suv|car|chassis|frame|body'
const VEHICLE = `(?:${WHOLE}|rear|front|it)`
const SIDES: readonly Rule<Operation['side']>[] = [
  [/\bon the exhaust side\b|\bexhaust side\b(?! first)|\bside of the exhaust\b/i, 'exhaust-side'],
  [/\b(?:repeat (?:on|for|the)|other side|each side|both sides|either side|opposite side|left and right)\b/i, 'each'],
  [
    new RegExp(
      String.raw`\b(?:(?:raise|lift|jack up|lower|support) (?:the )?(?:${WHOLE})|chock|park|full lock|tee the|the tee|(?:every|all|the)(?: the)? connections?|set the (?:air )?pressure|leak[- ]test|headlamps?|battery)\b`,
      'i',
    ),
    'once',
  ],
]
const PHASES: readonly Rule<Operation['phase']>[] = [
  [/\b(?:bench|lay out|pre-?assembl|sub-?assembl|preassemble)/i, 'bench'],
  [
    /^\s*(?:measure|write down|park|chock|block the|let (?:down )?the spare|lower the spare|disconnect the (?:negative )?battery)\b/i,
    'remove',
  ],
  [/\b(?:soap|leak|inflate|deflate|air up|fill the bag|let the air|set the pressure|psi)/i, 'air'],
  [
    /\b(?:route|run the (?:air )?line|cut the (?:line|tube|hose)|air line|tubing|inflation valve|schrader|valve hole|tee\b|zip tie)/i,
    'lines',
  ],
  [/\b(?:reinstall|refit|put back|back on|reattach|reconnect|replace the (?:wheel|spare|liner|shield))/i, 'refit'],
  [/\b(?:align|center the|square the|square up|plumb|parallel)/i, 'align'],
  [/\b(?:remove|unbolt|take off|take out|disconnect|unplug|cut off|pry|undo)\b/i, 'remove'],
  [/\b(?:torque|tighten)\b/i, 'torque'],
]
const SUPPORTS: readonly Rule<Operation['support']>[] = [
  [/\b(?:bench|lay out)/i, 'any'],
  [/\b(?:at ride height|settled|with (?:the )?weight on (?:the|its) wheels)/i, 'ride-height'],
  [
    new RegExp(
      String.raw`\b(?:lower (?:the )?${VEHICLE} (?:to|onto) the (?:ground|floor)|on the ground|on its wheels|before (?:lifting|raising))`,
      'i',
    ),
    'on-wheels',
  ],
  [
    /\b(?:raise|jack up|jack) the axle|\bjack under the axle|\b(?:support|hold) the axle|\baxle (?:held|supported|carried)\b|\baxle on (?:a|its|its own) jack\b/i,
    'axle-raised',
  ],
  [
    new RegExp(
      String.raw`\b(?:raise|lift|jack up|support) (?:the )?${VEHICLE}\b|\bjack stands?\b|\baxle (?:hang|droop)`,
      'i',
    ),
    'axle-hanging',
  ],
]
const WHEELS: readonly Rule<Operation['wheels']>[] = [
  [/\b(?:remove|take off) the (?:\w+ )?(?:wheel|tire)s?\b/i, 'off'],
  [/\b(?:reinstall|refit|put) the (?:\w+ )?(?:wheel|tire)s?\b/i, 'on'],
]
const CHECKS: readonly Rule<Operation['checks'][number]>[] = [
  [/\b(?:soap|leak test|check for leaks|check for bubbles)/i, 'connections'],
  [/\b(?:inflate|air up|add air)\b.*\bpsi\b|\bpsi\b.*\bin (?:both|each)\b/i, 'first-air'],
]
const LOOSE = /\b(?:hand[- ]tight|finger[- ]tight|loose(?:ly)?|do not tighten|snug for now|leave)\b/i
/** Done again once it has been driven: on the owner's card, in no bay. */
const LATER =
  /\b(?:again|re-?check|re-?torque)\b.*\bafter (?:the first |about )?\d[\d,]* ?(?:miles?|km|days?|weeks?)\b/i
/** Whether a text tells what is done only after so many miles or days: no step of the bay. */
export const isForLater = (text: string): boolean => LATER.test(text)
const FIRM = /\b(?:torque|tighten)\b/i
const TRAP =
  /(?:^|[.!]\s+)((?:do not|don'?t|never|make sure|be careful|caution:?|warning:?|important:?|note:?|take care)\b[^.!]*)/i
const OFF =
  /\b(?:remove|take off|take out|unbolt)\s+(?:the\s+|both\s+)?([a-z][a-z -]{2,40}?)(?=$|[.,;(]|\s+(?:from|and|by|with|on|so|to)\b)/i
const BACK =
  /\b(?:reinstall|refit|reattach|put back)\s+(?:the\s+|both\s+)?([a-z][a-z -]{2,40}?)(?=$|[.,;(]|\s+(?:to|and|with|on|in|so)\b)/i
const PRESSURE = /(?:(\d+(?:\.\d+)?)\s*(?:-|to|and)\s*)?(\d+(?:\.\d+)?)\s*psi\b/i
const PARTS: readonly Rule<Operation['fits'][number]>[] = [
  [/\bheat shield\b/i, 'shield'],
  [/\bupper bracket\b/i, 'upper-bracket'],
  [/\blower bracket\b/i, 'lower-bracket'],
  [/\b(?:air spring|bag|sleeve|bellows|cylinder)\b/i, 'bag'],
  [/\b(?:air line|tubing)\b/i, 'line'],
]
const MOVES = new RegExp(
  String.raw`\b(?:raise|lift|jack up|lower|support|set)\b.*\b(?:${VEHICLE}|jack stands?|stands?|ground|floor)\b|\b(?:remove|take off|reinstall|refit|put)\b.*\b(?:wheel|tire)s?\b|\bjack stands?\b|\bchock\b|\baxle (?:hang|droop)|\bwheels? (?:on|off)\b|^\s*repeat (?:on|for) the (?:other|opposite) side\s*$`,
  'i',
)
const CARRIED: readonly (readonly [Carrier, RegExp])[] = [
  ['shock', /\bshocks?\b(?! tower)/i],
  ['coil', /\b(?:coils?|coil springs?)\b/i],
  ['u-bolts', /\bu-?bolts?\b/i],
  ['link', /\b(?:control arm|trailing arm|track bar|(?:upper|lower) link)s?\b/i],
]
const UNDONE = /\b(?:loosen|undo|unbolt|remove|back off|take (?:out|off)|disconnect)\b/i
const DONE_UP = /\b(?:reinstall|refit|reattach|reconnect|put back|tighten|torque)\b/i
/** Carriers named behind a verb, clause by clause. */
const carriersIn = (text: string, verb: RegExp): Carrier[] =>
  CARRIED.flatMap(([carrier, words]) =>
    text.split(/[.,;:]|\band\b/i).some((clause) => {
      const at = verb.exec(clause)
      return at && words.test(clause.slice(at.index + at[0].length))
    })
      ? [carrier]
      : [],
  )
const MOUNTS = /\b(?:install|mount|bolt|hang|set|place|attach|slide|push|put|fit|secure)\b/i

/** Where each fastener stands in a text: what is loose is said in its own clause, or before it ("do not tighten A, B"). */
function looseIn(text: string, fasteners: readonly Named[]): Named[] {
  return text.split(/[.;!]/).flatMap((sentence) => {
    const clauses = sentence.split(/[,:]|\bthen\b/i).map((clause) => {
      const at = LOOSE.exec(clause)
      const here = fasteners.filter((f) => isNamedIn(clause, f.name))
      const ahead = at !== null && !here.some((f) => isNamedIn(clause.slice(0, at.index), f.name))
      return { here, at, ahead, firm: at === null && FIRM.test(clause) }
    })
    return clauses.flatMap(({ here, at }, i) => {
      const carried = clauses.findLastIndex((c, k) => k < i && c.ahead)
      const stops = (from: number, to: number) => clauses.slice(from, to).some((c) => c.firm)
      const told = carried >= 0 && !stops(carried + 1, i + 1)
      const behind = clauses.findIndex((c, k) => k > i && c.at !== null && (!c.ahead || !c.here.length))
      // A list whose last one says it, "upper bolts, lower bolts and straps hand tight"; or words that name nothing, of all before them.
      const isList = clauses.slice(i, behind).every((c) => c.here.length > 0 && !MOUNTS.test(sentence))
      const listed = behind > i && (isList || (!clauses[behind]!.here.length && !stops(i, behind)))
      return at || told || listed ? here : []
    })
  })
}
function pressureIn(text: string): StepGuess['pressure'] {
  const [, from, to] = PRESSURE.exec(text) ?? []
  if (!to) return null
  return { low: Number(from ?? to) * PSI, high: Number(to) * PSI }
}
type Named = Pick<Fastener, 'id' | 'name' | 'spec'>

/**
 * What a step's text plainly says: side, how it stands, what is named in it. Nothing that is not there.
 * @param fasteners of the kit, to be recognized by their names
 * @param driver on which side the driver sits, where the paper tells sides by that
 */
export function readStep(text: string, fasteners: readonly Named[], driver: DriverSide): StepGuess {
  const here = fasteners.filter((f) => isNamedIn(text, f.name))
  const named = here.map((f) => f.id)
  const undone = UNDONE.test(text) && !/\btorque\b/i.test(text)
  const loose = new Set(undone ? [] : looseIn(text, here).map((f) => f.id))
  // What gets no more than fingers is done with that.
  const fingers = /\b(?:finger|hand)[- ]tight\b/i.test(text)
  const phase = first(PHASES, text)
  const checks = CHECKS.flatMap(([words, check]) => (words.test(text) ? [check] : []))
  const part = (rule: RegExp) => {
    const found = rule.exec(text)?.[1]?.trim()
    return found && !/\b(?:nut|bolt|screw|washer|cap|wheel|tire)s?\b/i.test(found)
      ? [found[0]!.toUpperCase() + found.slice(1)]
      : []
  }
  return {
    side: first(SIDES, text) ?? sideIn(text, driver),
    phase: phase ?? (MOUNTS.test(text) ? 'mount' : null),
    support: first(SUPPORTS, text),
    wheels: first(WHEELS, text),
    torques: undone ? [] : here.filter((f) => !loose.has(f.id) || (fingers && isByFeel(f.spec))).map((f) => f.id),
    leavesLoose: here.filter((f) => loose.has(f.id) && (!fingers || !isByFeel(f.spec))).map((f) => f.id),
    disturbs: undone ? named : [],
    checks,
    takesOff: part(OFF),
    refits: part(BACK),
    fits: MOUNTS.test(text) ? PARTS.flatMap(([words, place]) => (words.test(text) ? [place] : [])) : [],
    opens: carriersIn(text, UNDONE),
    closes: carriersIn(text, DONE_UP),
    trap: TRAP.exec(text)?.[1]?.trim() ?? null,
    moves: text.split(/[.,;]|\band\b/i).every((part) => !part.trim() || MOVES.test(part)),
    // Soaped at is no pressure that the work is done at.
    pressure: checks.includes('connections') ? null : pressureIn(text),
  }
}
