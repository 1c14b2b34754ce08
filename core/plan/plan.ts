import type { Fastener, NeededPart, Operation } from '../kit'
import type { AxleEnd } from '../spring'
import { clampForce, type Clamp } from '../torque'
import type { Survey, Vehicle } from '../vehicle'
import { orderSteps, supportChangesBetween, wheelChangesBetween } from './order'
import { supportLines } from './support'
import { WHEEL_NUTS } from './shop-operations'
import { fastenerId, pendingSteps, type PlanChoices, type PlannedKit, type Side, type StandState } from './steps'

/** A step in its place: an operation, or putting the vehicle into another state. */
export interface PlanStep {
  id: string
  kind: 'operation' | 'state'
  title: string
  side: Side | null
  /** Which axle it is done at; null for the whole vehicle. */
  axle: AxleEnd | null
  state: StandState
  /** What the operation itself asks for; for a change of state, where it leads. */
  support: Operation['support']
  wheels: Operation['wheels']
  phase: Operation['phase'] | null
  /** Steps that come first. */
  after: string[]
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
  /** Parts of the vehicle that do not go back as they were. */
  fates: Operation['fates']
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
 * The whole work plan of a job's kits on a vehicle; `stuck` names operations whose precedence cannot be met.
 * @param needed parts that their fitment asks for beyond the box
 */
export function buildPlan(
  kits: readonly PlannedKit[],
  vehicle: Vehicle,
  survey: Survey,
  choices: PlanChoices,
  needed: readonly NeededPart[] = [],
): PlanOutcome {
  const order = orderSteps(pendingSteps(kits, vehicle, survey, choices))
  if (!order.ok) return order
  const fasteners = new Map(
    [
      ...kits.flatMap(({ kit, work }) =>
        work === 'fit' ? kit.fasteners.map((f) => ({ ...f, id: fastenerId(kit.axle, f.id) })) : [],
      ),
      wheelNuts,
    ].map((f) => [f.id, f]),
  )
  const named = (ids: readonly string[]) => ids.map((id) => fasteners.get(id)!)
  const steps: PlanStep[] = []
  let before: StandState = { support: 'on-wheels', wheels: 'on', axle: null }
  const visits = new Map<string, number>()
  for (const { step, state } of order.steps) {
    if (state.support !== before.support || state.wheels !== before.wheels || state.axle !== before.axle) {
      const key = `${state.axle === 'front' ? 'front-' : ''}${state.support}-wheels-${state.wheels}`
      const visit = (visits.get(key) ?? 0) + 1
      visits.set(key, visit)
      steps.push(stateStep(`state-${key}-${visit}`, before, state, vehicle))
      before = state
    }
    const o = step.operation
    steps.push({
      ...o,
      id: step.id,
      kind: 'operation',
      side: step.side,
      axle: step.axle,
      state,
      after: step.after,
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

function stateStep(id: string, from: StandState, to: StandState, vehicle: Vehicle): PlanStep {
  const supports = supportChangesBetween(from, to)
  const wheels = wheelChangesBetween(from, to)
  const { title, lines, takesOff, refits } = supportLines(from, to, vehicle)
  return {
    id,
    kind: 'state',
    title,
    side: null,
    axle: to.axle ?? from.axle,
    state: to,
    support: to.support,
    wheels: to.wheels,
    phase: null,
    after: [],
    hands: 1,
    minutes: supports * SUPPORT_MINUTES + wheels * WHEELS_MINUTES,
    blocking: true,
    unsure: false,
    steps: lines,
    trap:
      to.support === 'axle-hanging' && supports
        ? 'Free brake hose and sensor wire brackets before the axle hangs: they must not carry it.'
        : null,
    caution:
      to.support === 'on-wheels'
        ? null
        : `Rated stands under the ${vehicle.frameRails ? 'frame' : 'lift points'} before anyone reaches in.`,
    tools: ['floor jack', 'two rated stands', ...(wheels ? ['lug nut socket'] : [])],
    torques: [],
    disturbs: [],
    leavesLoose: [],
    takesOff,
    refits,
    fates: [],
  }
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
