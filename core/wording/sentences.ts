import type { Block, Waiting } from '../job'
import { isTaped, type Fact, type Reason } from '../kit'
import { formatQuantity, type UnitSystem } from '../quantity'
import type { LevelSolution } from '../spring'
import type { LeakVerdict } from '../air'
import type { Limit } from '../kit'
import { TAPE_TOLERANCE } from '../vehicle'
import { remedyText } from './load-sentences'
import { FINAL_CHECK_NAMES } from './names'

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

/** What a stage waits for. */
export function waitingText({ code, count }: Waiting): string {
  const n = count ?? 0
  const things = (one: string, many: string) => (n === 1 ? `1 ${one}` : `${n} ${many}`)
  switch (code) {
    case 'before-empty':
      return `${things('corner', 'corners')} empty, before`
    case 'before-loaded':
      return 'loaded "before" reading'
    case 'survey':
      return things('survey answer', 'survey answers')
    case 'suspect-corner':
      return 'a corner that disagrees'
    case 'no-load':
      return 'a load'
    case 'over-rating':
      return 'over a rating'
    case 'unknown-rating':
      return things('rating unknown', 'ratings unknown')
    case 'no-rate':
      return 'rear spring rate'
    case 'no-kit':
      return 'pick a kit'
    case 'kit-does-not-fit':
      return 'picked kit does not fit'
    case 'kit-needs-answer':
      return 'survey answer for the kit'
    case 'cannot-level':
      return 'cannot be leveled with air'
    case 'gaps-missing':
      return things('gap to read', 'gaps to read')
    case 'gap-fails':
      return 'a gap fails its rule'
    case 'plan-stuck':
      return 'order cannot be met'
    case 'plan-unsure':
      return things('step unsure', 'steps unsure')
    case 'steps-left':
      return things('step left', 'steps left')
    case 'item-open':
      return things('ledger line open', 'ledger lines open')
    case 'connections-left':
      return things('connection to soap', 'connections to soap')
    case 'connection-leaks':
      return 'a connection bubbles'
    case 'air-check-start':
      return 'start the hold'
    case 'air-check-end':
      return 'read the hold again'
    case 'air-check-early':
      return 'hold not 24 h yet'
    case 'air-check-leaks':
      return 'hold fails'
    case 'hand-over-blocked':
      return things('thing open', 'things open')
    case 'not-handed-over':
      return 'ready'
  }
}

/** What keeps the vehicle in the shop, and what closes it. */
export function blockText({ code, about, remedies = [] }: Block, system: UnitSystem = 'us'): string {
  switch (code) {
    case 'final-check-open': {
      const check = FINAL_CHECK_NAMES[about as keyof typeof FINAL_CHECK_NAMES]
      return `${check}: do it, say why it does not apply, or have the customer refuse it in writing`
    }
    case 'item-open':
      return `${about}: still open in the ledger`
    case 'over-rating':
      return `"${about}" is over a rating, and no spring changes that. ${remedies.map((r) => remedyText(r, system)).join(' ')}`.trim()
    case 'steps-left':
      return `${about} ${about === '1' ? 'step is' : 'steps are'} neither done nor skipped with a reason`
    case 'no-kit':
      return 'No kit picked'
    case 'plan-stuck':
      return `The plan cannot be ordered: ${about}`
    case 'torque-wrong':
      return `${about}: last torque is outside its window; undo it and pull again`
  }
}

/** What bringing it level comes to, in a sentence. */
export function levelText(level: LevelSolution, minimum: number, maximum: number, system: UnitSystem): string {
  const p = (v: number) => formatQuantity('pressure', v, system)
  const obstacle = level.obstacles[0]
  switch (level.code) {
    case 'level':
      return 'Stands level with the load on'
    case 'nothing-to-lift':
      return 'Nothing to lift: the axle gained no weight'
    case 'below-minimum':
      return `Level would take ${p(level.mean ?? 0)}, under the minimum of ${p(minimum)}: at the minimum it stands ${obstacle?.stands != null && obstacle.stands > TAPE_TOLERANCE ? `${formatQuantity('length', obstacle.stands, system)} high` : 'level within the tape'}`
    case 'one-side-below-minimum':
      return `Cannot be leveled with air: one side would go under ${p(minimum)}. Move the load toward the center line`
    case 'above-maximum':
      return `Would take ${p(Math.max(level.left?.pressure ?? 0, level.right?.pressure ?? 0))}, over the maximum of ${p(maximum)}; at the maximum ${formatQuantity('length', level.remainingSquat, system)} of squat remains`
    case 'out-of-window':
      return `The bag would stand at ${formatQuantity('length', level.bagHeight, system)}, ${obstacle ? `${formatQuantity('length', obstacle.by, system)} too ${obstacle.limit === 'window-low' ? 'short for' : 'long for'}` : 'outside'} the kit's window`
    case 'tips':
      return 'On one line the bags would not hold it upright under this load: give each its own line'
  }
}

/** A hold's verdict in a sentence. */
export function airCheckText({ code, expected, lost, allowed }: LeakVerdict, system: UnitSystem): string {
  const p = (v: number) => formatQuantity('pressure', v, system, 1)
  switch (code) {
    case 'holds':
      return `Holds: ${p(Math.max(0, lost))} gone after temperature, ${p(allowed)} allowed`
    case 'too-early':
      return `So far ${p(Math.max(0, lost))} gone after temperature: read again when 24 h are over`
    case 'leaks':
      return `Leaks: should read ${p(expected)} at this temperature, ${p(lost)} are gone, ${p(allowed)} allowed`
    case 'gained':
      return `Reads ${p(-lost)} more than the gas can: one of the readings is wrong`
  }
}

/** Says who. */
export const limitText = (limit: Limit): string => `${limit.note} (${limit.source})`
