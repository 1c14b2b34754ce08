import type { CircuitWord } from '../fittings'
import type { Operation } from './schema'

/** Valves that air goes in by: not those of brakes, of a manifold or in a line. */
const SETS_VALVES =
  /\b(?:inflation|filling|fill|tire-type)\s+valves?\b|^(?:drill|set|mount|fit|place|install|put)\b(?!.*\b(?:brake|solenoid|manifold|check|dump)\b).*\bvalves?\b/i

/**
 * What the air circuit has to have for a step: what it says, and where it says nothing and sets inflation valves, those. Most sheets are
 * written for valves and go with a compressor as they are.
 */
export const circuitAsked = ({
  circuit,
  title,
  phase,
}: Pick<Operation, 'circuit' | 'title' | 'phase'>): CircuitWord[] =>
  !circuit.length && phase === 'lines' && SETS_VALVES.test(title) ? ['valves'] : circuit
