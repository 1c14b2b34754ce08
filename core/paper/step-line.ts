import type { Fastener, Operation } from '../kit'
import { PSI, type Pascals } from '../quantity'
import { isByFeel } from '../torque'
import { AMOUNT, isNamedIn, sideIn, type DriverSide } from './words'

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
  /** What must not go wrong, where the text says so. */
  trap: string | null
  /** It only raises or lowers the vehicle, or takes wheels off or on: what every plan does by itself. */
  moves: boolean
  /** Air that it gives into the bags. */
  pressure: Pascals | null
}

type Rule<T> = readonly [words: RegExp, means: T]
const first = <T>(rules: readonly Rule<T>[], text: string): T | null =>
  rules.find(([words]) => words.test(text))?.[1] ?? null

const SIDES: readonly Rule<Operation['side']>[] = [
  [/\bexhaust side\b|\bside of the exhaust\b/i, 'exhaust-side'],
  [/\b(?:repeat (?:on|for|the)|other side|each side|both sides|either side|opposite side|left and right)\b/i, 'each'],
]
const PHASES: readonly Rule<Operation['phase']>[] = [
  [/\b(?:bench|lay out|pre-?assembl|sub-?assembl|preassemble)/i, 'bench'],
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
    /\b(?:lower (?:the (?:vehicle|truck)|it) (?:to|onto) the (?:ground|floor)|on the ground|on its wheels|before (?:lifting|raising))/i,
    'on-wheels',
  ],
  [/\b(?:raise|jack up|jack) the axle|\bjack under the axle|\b(?:support|hold) the axle/i, 'axle-raised'],
  [
    /\b(?:raise|lift|jack up|support) the (?:frame|body|vehicle|truck|rear|front)|\bjack stands?\b|\baxle (?:hang|droop)/i,
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
const UNDO = /\b(?:loosen|undo|unbolt|remove|back off)\b/i
const TRAP =
  /(?:^|[.!]\s+)((?:do not|don'?t|never|make sure|be careful|caution:?|warning:?|important:?|note:?|take care)\b[^.!]*)/i
const OFF =
  /\b(?:remove|take off|take out|unbolt)\s+(?:the\s+|both\s+)?([a-z][a-z -]{2,40}?)(?=$|[.,;(]|\s+(?:from|and|by|with|on|so|to)\b)/i
const BACK =
  /\b(?:reinstall|refit|reattach|put back)\s+(?:the\s+|both\s+)?([a-z][a-z -]{2,40}?)(?=$|[.,;(]|\s+(?:to|and|with|on|in|so)\b)/i
const PRESSURE = new RegExp(String.raw`(${AMOUNT})\s*psi\b`, 'i')
const PARTS: readonly Rule<Operation['fits'][number]>[] = [
  [/\bheat shield\b/i, 'shield'],
  [/\bupper bracket\b/i, 'upper-bracket'],
  [/\blower bracket\b/i, 'lower-bracket'],
  [/\b(?:air spring|bag|sleeve|bellows|cylinder)\b/i, 'bag'],
  [/\b(?:air line|tubing)\b/i, 'line'],
]
const MOVES =
  /\b(?:raise|lift|jack up|lower|support|set)\b.*\b(?:frame|body|vehicle|truck|it|rear|front|jack stands?|stands?|ground|floor)\b|\b(?:remove|take off|reinstall|refit|put)\b.*\b(?:wheel|tire)s?\b|\bjack stands?\b|\bchock\b/i
const MOUNTS = /\b(?:install|mount|bolt|hang|set|place|attach|slide|push|put|fit|secure)\b/i

/**
 * What a step's text plainly says: side, how it stands, what is named in it. Nothing that is not there.
 * @param fasteners of the kit, to be recognized by their names
 * @param driver on which side the driver sits, where the paper tells sides by that
 */
export function readStep(
  text: string,
  fasteners: readonly Pick<Fastener, 'id' | 'name' | 'spec'>[],
  driver: DriverSide,
): StepGuess {
  const here = fasteners.filter((f) => isNamedIn(text, f.name))
  const named = here.map((f) => f.id)
  const undone = UNDO.test(text) && !/\btorque\b/i.test(text)
  const loose = !undone && LOOSE.test(text)
  // What gets no more than fingers is done with that.
  const fingers = /\b(?:finger|hand)[- ]tight\b/i.test(text)
  const phase = first(PHASES, text)
  const part = (rule: RegExp) => {
    const found = rule.exec(text)?.[1]?.trim()
    return found && !/\b(?:nut|bolt|screw|washer|cap|wheel|tire)s?\b/i.test(found)
      ? [found[0]!.toUpperCase() + found.slice(1)]
      : []
  }
  const psi = PRESSURE.exec(text)?.[1]
  return {
    side: first(SIDES, text) ?? sideIn(text, driver),
    phase: phase ?? (MOUNTS.test(text) ? 'mount' : null),
    support: first(SUPPORTS, text),
    wheels: first(WHEELS, text),
    torques: undone ? [] : here.filter((f) => !loose || (fingers && isByFeel(f.spec))).map((f) => f.id),
    leavesLoose: loose ? here.filter((f) => !fingers || !isByFeel(f.spec)).map((f) => f.id) : [],
    disturbs: undone ? named : [],
    checks: CHECKS.flatMap(([words, check]) => (words.test(text) ? [check] : [])),
    takesOff: part(OFF),
    refits: part(BACK),
    fits: MOUNTS.test(text) ? PARTS.flatMap(([words, place]) => (words.test(text) ? [place] : [])) : [],
    trap: TRAP.exec(text)?.[1]?.trim() ?? null,
    moves: text.split(/[.,;]|\band\b/i).every((part) => !part.trim() || MOVES.test(part)),
    pressure: psi ? Number(psi) * PSI : null,
  }
}
