import type { Block, Waiting } from '../job'
import type { RuleResult } from '../kit'
import { formatQuantity, type UnitSystem } from '../quantity'
import type { LevelSolution } from '../spring'
import type { LeakVerdict } from '../air'
import type { Limit } from '../kit'
import { TAPE_GIVE } from '../vehicle'
import { remedyText } from './load-sentences'
import { GATE_NAMES } from './names'

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

/** A fitment rule's answer: what, why, and what would help. */
export function ruleText({ rule, verdict, has, takes }: RuleResult, system: UnitSystem): string {
  const len = (v: number | string | undefined) =>
    typeof v === 'number' ? formatQuantity('length', v, system) : plain(String(v ?? ''))
  const no = verdict === 'no'
  switch (rule) {
    case 'suspension':
      return no ? `Made for ${takes} springs; this rear axle has ${has} springs` : `Rear suspension: ${has} springs`
    case 'body':
      return no ? `Made for ${plain(String(takes))}; this is a ${plain(String(has))}` : `Body: ${plain(String(has))}`
    case 'rear-wheels':
      return no ? `Made for ${takes} rear wheels; this has ${has}` : `Rear wheels: ${has}`
    case 'lift-block':
      return verdict === 'ask'
        ? 'Lift block not measured: type its height, 0 for none'
        : no
          ? `Lift block is ${len(has)}, this bracket takes ${len(takes)} at most`
          : verdict === 'part'
            ? `Lift block ${len(has)}: needs the long-bolt spacer set`
            : has === 0
              ? 'No lift block'
              : `Lift block ${len(has)} is within the bracket's reach`
    case 'bumper':
      return verdict === 'ask'
        ? 'Jounce bumper not surveyed: look how it is held'
        : no
          ? `Jounce bumper is ${len(has)}; this bracket takes ${len(takes)}`
          : `Jounce bumper: ${len(has)}`
    case 'coil-inside':
      return verdict === 'ask'
        ? 'Coil inside diameter not measured'
        : no
          ? `Coil is ${len(has)} inside; this cylinder wants ${typeof has === 'number' && typeof takes === 'number' && has < takes ? 'at least' : 'at most'} ${len(takes)}`
          : `Coil inside ${len(has)} takes it`
    case 'coil-gap':
      return verdict === 'ask' ? 'Coil gap not measured: it sets the maximum pressure' : `Coil gap ${len(has)} standing`
    case 'bracket-space':
      return verdict === 'ask'
        ? 'Bracket to bracket not measured'
        : no
          ? `${len(has)} between brackets; this kit wants ${typeof has === 'number' && typeof takes === 'number' && has < takes ? 'at least' : 'at most'} ${len(takes)}`
          : `${len(has)} between brackets`
    case 'exhaust':
      return verdict === 'ask'
        ? 'Exhaust diameter not measured'
        : verdict === 'part'
          ? `Exhaust is ${len(has)}: join two band clamps for the shield`
          : `Exhaust ${len(has)}`
    case 'hitch-rails':
      return verdict === 'ask'
        ? 'Hitch rails not surveyed'
        : no
          ? 'Hitch rails sit where the upper bracket goes'
          : verdict === 'part'
            ? 'Hitch rails: needs the rail spacers'
            : 'No hitch rails in the way'
    case 'factory-air':
      return verdict === 'ask'
        ? 'Factory air or self-levelling not surveyed'
        : no
          ? 'Factory self-levelling works against helper springs: mend or remove it by its maker first'
          : 'No factory self-levelling'
    case 'old-helper':
      return verdict === 'ask'
        ? 'Old helper springs not surveyed'
        : no
          ? 'An old helper is still fitted: take it out, then measure again'
          : 'No old helper'
    case 'drilling':
      return verdict === 'ask'
        ? 'Needs holes drilled: ask the owner'
        : no
          ? 'Needs holes drilled, and the owner does not want any'
          : 'Owner agreed to drilling'
    case 'rust':
      return 'Heavy rust: clean and look at the frame before quoting'
  }
}

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
      return 'cannot be levelled with air'
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
    case 'ledger-open':
      return things('ledger line open', 'ledger lines open')
    case 'joints-left':
      return things('joint to soap', 'joints to soap')
    case 'joint-leaks':
      return 'a joint bubbles'
    case 'hold-start':
      return 'start the hold'
    case 'hold-end':
      return 'read the hold again'
    case 'hold-early':
      return 'hold not 24 h yet'
    case 'hold-leaks':
      return 'hold fails'
    case 'gates-open':
      return things('thing open', 'things open')
    case 'not-handed-over':
      return 'ready'
  }
}

/** What keeps the vehicle in the shop, and what closes it. */
export function blockText({ code, about, remedies = [] }: Block, system: UnitSystem = 'us'): string {
  switch (code) {
    case 'gate-open': {
      const gate = GATE_NAMES[about as keyof typeof GATE_NAMES]
      return `${gate}: do it, say why it does not apply, or have the customer refuse it in writing`
    }
    case 'ledger-open':
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
      return `Level would take ${p(level.mean ?? 0)}, under the minimum of ${p(minimum)}: at the minimum it stands ${obstacle?.stands != null && obstacle.stands > TAPE_GIVE ? `${formatQuantity('length', obstacle.stands, system)} high` : 'level within the tape'}`
    case 'one-side-below-minimum':
      return `Cannot be levelled with air: one side would go under ${p(minimum)}. Move the load towards the centre line`
    case 'above-maximum':
      return `Would take ${p(Math.max(level.left?.pressure ?? 0, level.right?.pressure ?? 0))}, over the maximum of ${p(maximum)}; at the maximum ${formatQuantity('length', level.remainingSquat, system)} of squat remains`
    case 'out-of-window':
      return `The bag would stand at ${formatQuantity('length', level.bagHeight, system)}, ${obstacle ? `${formatQuantity('length', obstacle.by, system)} too ${obstacle.limit === 'window-low' ? 'short for' : 'long for'}` : 'outside'} the kit's window`
    case 'tips':
      return 'On one line the bags would not hold it upright under this load: give each its own line'
  }
}

/** A hold's verdict in a sentence. */
export function holdText({ code, expected, lost, allowed }: LeakVerdict, system: UnitSystem): string {
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
