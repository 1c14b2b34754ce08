import { formatQuantity, type UnitSystem } from '../quantity'
import { circuitAsked } from './circuit-asked'
import { isTaped, type Fact } from './condition'
import { drillingOf } from './drilling'
import type { Limit } from './limits'
import type { Reason } from './reason'
import type { StandState } from './plan-step'
import type { Bracket, Kit, Operation, PartFate } from './schema'

const WORDS: Record<string, string> = {
  'two-bolt': 'two bolts',
  'three-bolt': 'three bolts',
  'twist-in': 'twist-in',
  'on-leaf': 'on the leaf pack',
  'on-axle': 'bolted on the axle',
  suv: 'SUV',
}
/** A stored word as people read it. */
export const plain = (word: string): string =>
  word
    .split(', ')
    .map((w) => WORDS[w] ?? w.replaceAll('-', ' '))
    .join(', ')

/** A figure or word of a survey or a vehicle as people read it. */
export function answerText(fact: Fact | null, value: string | number | boolean | null, system: UnitSystem): string {
  if (value === null) return 'unknown'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return fact && isTaped(fact) ? formatQuantity('length', value, system) : String(value)
  return plain(value)
}

/** A fitment rule's answer, with its figures in it. */
export const reasonText = ({ says, fact, has, takes }: Reason, system: UnitSystem): string =>
  says.replaceAll('{has}', answerText(fact, has, system)).replaceAll('{takes}', answerText(fact, takes, system))

/** What would change a reason, with its figure in it. */
export const changeText = ({ change, fact, has }: Reason, system: UnitSystem): string | null =>
  change && change.replaceAll('{has}', answerText(fact, has, system))

/** A limit's source, in words. */
export const limitText = (limit: Limit): string => `${limit.note} (${limit.source})`

export const FATE_NAMES: Record<PartFate, string> = {
  'gone-shop': 'gone for good, the shop keeps it',
  'gone-owner': 'gone for good, the owner has it',
  cut: 'cut',
  shortened: 'shortened',
  moved: 'moved to another place',
  turned: 'turned',
  reshaped: 'reshaped',
  replaced: 'replaced',
}

/**
 * What a kit drills, in words: for its mounts, and for its valves.
 * @example
 * holesText(kit) // 'no holes for its mounts, 2 for valves'
 */
export function holesText({ drilling, operations }: Kit): string {
  const valves = operations.some((o) => circuitAsked(o).includes('valves') && drillingOf(o) !== null)
  return `${drilling ? 'holes' : 'no holes'} for its mounts${valves ? `, ${drilling ? 'and' : 'some'} for the valves` : ''}`
}

/**
 * What a step works on before it goes on, in words: what is made for it, and how parts of the kit itself are altered.
 * @example bench work of one side
 * preparedText({ makes: ['Test block'], alters: [{ part: 'Lower plate', fate: 'cut', side: 'left', note: 'to 30 mm' }] })
 * // ['Make: Test block', 'Lower plate of the kit: cut, left only, to 30 mm']
 */
export const preparedText = ({ makes, alters }: Pick<Operation, 'makes' | 'alters'>): string[] => [
  ...makes.map((what) => `Make: ${what}`),
  ...alters.map(
    ({ part, fate, side, note }) =>
      `${part} of the kit: ${[FATE_NAMES[fate], side && `${side} only`, note].filter(Boolean).join(', ')}`,
  ),
]

/** Which side a bracket is for. */
export const HAND_NAMES: Record<Bracket['hand'], string> = {
  left: 'left',
  right: 'right',
  either: 'same both sides',
  turned: 'same part, turned half round on the right',
}

export const SUPPORT_NAMES: Record<StandState['support'], string> = {
  'on-wheels': 'on its wheels',
  'axle-hanging': 'axle hanging',
  'axle-raised': 'axle raised',
  'frame-raised': 'frame raised',
}
