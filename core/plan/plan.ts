import type { Fastener, Kit, NeededPart } from '../kit'
import { clampForce, type Clamp } from '../torque'
import type { Survey, Vehicle } from '../vehicle'
import { orderSteps } from './order'
import { pendingSteps, WHEEL_NUTS, type PlanChoices, type Side, type StandState } from './steps'

/** A step in its place: an operation, or putting the vehicle into another state. */
export interface PlanStep {
  id: string
  kind: 'operation' | 'state'
  title: string
  side: Side | null
  state: StandState
  hands: number
  minutes: number
  blocking: boolean
  unsure: boolean
  steps: string[]
  trap: string | null
  caution: string | null
  tools: string[]
  torques: Fastener[]
  disturbs: Fastener[]
  leavesLoose: Fastener[]
  takesOff: string[]
  refits: string[]
}

export interface TorqueRow {
  fastener: Fastener
  steps: string[]
  clamp: Clamp | null
}

export interface Plan {
  steps: PlanStep[]
  minutes: number
  supportChanges: number
  wheelChanges: number
  tools: string[]
  hardware: { name: string; count: number }[]
  /** Parts this vehicle needs that are not in the box. */
  extraParts: string[]
  torques: TorqueRow[]
}
export type PlanOutcome = { ok: true; plan: Plan } | { ok: false; stuck: string[] }

/** Minutes a change takes on a floor jack and stands (common practice, no published source). */
const SUPPORT_MINUTES = 6
const WHEELS_MINUTES = 8

const wheelNuts: Fastener = {
  id: WHEEL_NUTS,
  name: 'Lug nuts',
  count: 1,
  thread: null,
  grade: null,
  spec: { kind: 'vehicle-maker' },
  evenly: true,
  when: 'as-fitted',
}

/**
 * The whole work plan of a kit on a vehicle; `stuck` names operations whose precedence cannot be met.
 * @param needed parts that its fitment asks for beyond the box
 */
export function buildPlan(
  kit: Kit,
  vehicle: Vehicle,
  survey: Survey,
  choices: PlanChoices,
  needed: readonly NeededPart[] = [],
): PlanOutcome {
  const order = orderSteps(pendingSteps(kit, vehicle, survey, choices))
  if (!order.ok) return order
  const fasteners = new Map([...kit.fasteners, wheelNuts].map((f) => [f.id, f]))
  const named = (ids: readonly string[]) => ids.map((id) => fasteners.get(id)!)
  const steps: PlanStep[] = []
  let before: StandState = { support: 'on-wheels', wheels: 'on' }
  const visits = new Map<string, number>()
  for (const { step, state } of order.steps) {
    if (state.support !== before.support || state.wheels !== before.wheels) {
      const key = `${state.support}-wheels-${state.wheels}`
      const visit = (visits.get(key) ?? 0) + 1
      visits.set(key, visit)
      steps.push(stateStep(`state-${key}-${visit}`, before, state))
      before = state
    }
    const o = step.operation
    steps.push({
      ...o,
      id: step.id,
      kind: 'operation',
      side: step.side,
      state,
      unsure: step.unsure,
      torques: named(o.torques),
      disturbs: named(o.disturbs),
      leavesLoose: named(o.leavesLoose),
    })
  }
  const operations = order.steps.map((s) => s.step.operation)
  return {
    ok: true,
    plan: {
      steps,
      minutes: steps.reduce((sum, s) => sum + s.minutes, 0),
      supportChanges: order.supportChanges,
      wheelChanges: order.wheelChanges,
      tools: [...new Set(steps.flatMap((s) => s.tools))].sort(),
      hardware: tally(operations.flatMap((o) => o.hardware)),
      extraParts: [...new Set(needed.map((p) => p.name))],
      torques: [...fasteners.values()].flatMap((fastener) => {
        const used = steps.filter((s) => s.torques.includes(fastener)).map((s) => s.id)
        return used.length ? [{ fastener, steps: used, clamp: clampOf(fastener) }] : []
      }),
    },
  }
}

function stateStep(id: string, from: StandState, to: StandState): PlanStep {
  const support = from.support !== to.support
  const wheels = from.wheels !== to.wheels
  const lines: string[] = []
  if (wheels && to.wheels === 'on') lines.push('Rear wheels on, nuts snug crosswise.')
  if (support) lines.push(SUPPORT_LINES[to.support])
  if (wheels && to.wheels === 'off') lines.push('Rear wheels off, both sides.')
  return {
    id,
    kind: 'state',
    title: sentence([
      wheels && to.wheels === 'on' ? 'wheels on' : '',
      support ? SUPPORT_TITLES[to.support] : '',
      wheels && to.wheels === 'off' ? 'wheels off' : '',
    ]),
    side: null,
    state: to,
    hands: 1,
    minutes: (support ? SUPPORT_MINUTES : 0) + (wheels ? WHEELS_MINUTES : 0),
    blocking: true,
    unsure: false,
    steps: lines,
    trap:
      to.support === 'axle-hanging' && support
        ? 'Free brake hose and sensor wire brackets before the axle hangs: they must not carry it.'
        : null,
    caution: to.support === 'on-wheels' ? null : 'Rated stands under the frame before anyone reaches in.',
    tools: ['floor jack', 'two rated stands', ...(wheels ? ['lug nut socket'] : [])],
    torques: [],
    disturbs: [],
    leavesLoose: [],
    takesOff: wheels && to.wheels === 'off' ? ['Rear wheels'] : [],
    refits: wheels && to.wheels === 'on' ? ['Rear wheels'] : [],
  }
}

const sentence = (parts: readonly string[]): string => {
  const text = parts.filter(Boolean).join(', ')
  return text.charAt(0).toUpperCase() + text.slice(1)
}
const SUPPORT_TITLES: Record<StandState['support'], string> = {
  'on-wheels': 'lower it onto its wheels',
  'axle-hanging': 'frame on stands, axle hanging',
  'axle-raised': 'raise the axle toward the frame',
  'frame-raised': 'raise the frame, axle on the floor',
}
const SUPPORT_LINES: Record<StandState['support'], string> = {
  'on-wheels': 'Lift, stands out, lower it gently. Bounce it and let it settle.',
  'axle-hanging': 'Jack at the frame, stands under both rails ahead of the spring, let the axle down until it hangs.',
  'axle-raised': 'Frame stays on its stands; jack under the axle housing, raise it until the gap closes as needed.',
  'frame-raised': 'Jack at the frame and raise it until the tire is out of the way; stands under both rails.',
}

function tally(parts: readonly { name: string; count: number }[]): { name: string; count: number }[] {
  const counts = new Map<string, number>()
  for (const { name, count } of parts) counts.set(name, (counts.get(name) ?? 0) + count)
  return [...counts].map(([name, count]) => ({ name, count }))
}

function clampOf({ spec, thread, grade }: Fastener): Clamp | null {
  if (!thread || !grade || (spec.kind !== 'target' && spec.kind !== 'ceiling')) return null
  return clampForce(spec.kind === 'target' ? spec.value : spec.max, thread, grade)
}
