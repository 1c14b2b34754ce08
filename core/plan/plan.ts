import type { Carrier, Fastener, NeededPart, Procedure, PlanStep, Recheck, StandState } from '../kit'
import { clampForce, type Clamp } from '../torque'
import type { AxleEnd, Survey, Vehicle } from '../vehicle'
import { holdsOf, sidesApart } from './carried'
import {
  AS_IT_STANDS,
  orderSteps,
  supportChangesBetween,
  wheelChangesBetween,
  type Begun,
  type OrderedStep,
} from './order'
import { supportMove } from './support'
import type { PlannedKit } from './names'
import { fastenersOf, proceduresUsed } from './procedures'
import type { PendingStep } from './pending'
import { pendingSteps, type PlanChoices } from './steps'

interface TorqueRow {
  fastener: Fastener
  steps: string[]
  clamp: Clamp | null
}
/** When who does a step, minutes from the start, moves of the vehicle with it. */
export interface PlanBooking {
  step: string
  technician: 1 | 2
  /** Both pairs of hands are needed. */
  both: boolean
  start: number
  end: number
}

export interface Plan {
  steps: PlanStep[]
  /** From the first step to the end of the last, with the crew that was asked for. */
  minutes: number
  supportChanges: number
  wheelChanges: number
  sideWalks: number
  toolChanges: number
  /** Fewer of the four there cannot be. */
  bound: { supportChanges: number; wheelChanges: number; sideWalks: number; toolChanges: number }
  /** The counts are the fewest there can be, and shown to be. */
  proved: boolean
  crew: 1 | 2
  timeline: PlanBooking[]
  /** With this crew it cannot take less. */
  leastMinutes: number
  tools: string[]
  hardware: { name: string; count: number }[]
  /** Parts this vehicle needs that are not in the box. */
  extraParts: string[]
  torques: TorqueRow[]
}
export type PlanOutcome = { ok: true; plan: Plan } | { ok: false; stuck: string[] }

/** Minutes a change takes, on a floor jack with stands and on a two-post lift with a pole jack (common practice, no published source). */
const SUPPORT_MINUTES = { floor: 6, lift: 3 }
const WHEELS_MINUTES = 8

/** What a plan takes in beside its kits. */
export interface PlanMore {
  /** Parts that their fitment asks for beyond the box. */
  needed?: readonly NeededPart[]
  /** Instructions of the vehicle, the shop and accessories. */
  procedures?: readonly Procedure[]
  /** Pairs of steps that a person put into an order of their own. */
  pins?: readonly Pin[]
  /** Axles whose wheels came off though no step asks for it: their lug nuts are torqued. */
  wheelsOff?: readonly AxleEnd[]
  /** What a short visit looks at again. */
  recheck?: Recheck | null
  /** What is done already stays where it is; the rest is ordered from there. */
  sofar?: readonly PlanStep[]
}
/** One step before another, because somebody wants it so. */
export interface Pin {
  first: string
  then: string
}

/**
 * The whole work plan of a job's kits on a vehicle; `stuck` names operations whose precedence cannot be met.
 */
// eslint-disable-next-line complexity, max-lines-per-function, max-params -- the plan as it is put together, step by step; what is optional has defaults
export function buildPlan(
  kits: readonly PlannedKit[],
  vehicle: Vehicle,
  survey: Survey,
  choices: PlanChoices,
  { needed = [], procedures = [], pins = [], wheelsOff = [], recheck = null, sofar = [] }: PlanMore = {},
): PlanOutcome {
  const crew = choices.crew ?? 1
  const asked = pendingSteps(kits, vehicle, survey, { choices, procedures, wheelsOff, recheck })
  const pending = pinned(asked, pins)
  const begun: Begun = {
    state: sofar.at(-1)?.state ?? AS_IT_STANDS,
    done: new Set(sofar.filter((s) => s.kind === 'operation').map((s) => s.id)),
  }
  const groups = sidesApart(pending, vehicle)
  const rules = { holds: holdsOf(pending, kits, vehicle), groups, crew }
  const apart = orderSteps(pending, rules, begun)
  // Instructions may want both sides open; a person who only wants another order does not.
  const isTheirs = !apart.ok && groups.size > 0 && !(pins.length && orderSteps(asked, rules, begun).ok)
  const order = isTheirs ? orderSteps(pending, { ...rules, groups: new Map() }, begun) : apart
  if (!order.ok) return order
  const fasteners = fastenersOf(kits, proceduresUsed(kits, procedures, vehicle, survey))
  for (const { fastener } of recheck?.torques ?? []) fasteners.set(fastener.id, fastener)
  const named = (ids: readonly string[]) => ids.map((id) => fasteners.get(id)!)
  const steps: PlanStep[] = [...sofar]
  let before = begun.state
  const visits = new Map<string, number>()
  const visited = (state: StandState) => {
    const key = `${state.axle === 'front' ? 'front-' : ''}${state.support}-wheels-${state.wheels}`
    const visit = (visits.get(key) ?? 0) + 1
    visits.set(key, visit)
    return `state-${key}-${visit}`
  }
  for (const s of sofar) if (s.kind === 'state') visited(s.state)
  const lift = choices.lift ?? 'floor'
  const offLater = (from: number) => {
    for (const { state } of order.steps.slice(from)) {
      if (state.support === 'on-wheels') return false
      if (state.wheels === 'off') return true
    }
    return false
  }
  const moveTo = (state: StandState, from: number) => {
    if (state.support === before.support && state.wheels === before.wheels && state.axle === before.axle) return
    const offs = offLater(from)
    steps.push(
      stateStep(visited(state), {
        from: before,
        to: state,
        vehicle,
        lift,
        offLater: offs,
        left: order.steps,
        done: steps,
      }),
    )
    before = state
  }
  for (const [i, { step, state }] of order.steps.entries()) {
    moveTo(state, i)
    const o = step.operation
    const {
      method: _method,
      same: _same,
      easier: _easier,
      hardware: _hardware,
      when: _when,
      circuit: _circuit,
      bothFirst: _both,
      hiddenBy,
      ...stepHere
    } = o
    steps.push({
      ...stepHere,
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
      caution: isTheirs && opensSecond(step, steps, groups) ? bothOpen(o.caution) : o.caution,
      // What is altered on one side only is not asked of the other.
      alters: o.alters.filter((a) => !a.side || !step.side || a.side === step.side),
      hidden: hiddenBy !== null,
      from: step.from ?? null,
    })
  }
  // What is done is over; it does not go up again at the end.
  if (order.steps.length || sofar.length) moveTo(AS_IT_STANDS, order.steps.length)
  const operations = order.steps.map((s) => s.step.operation)
  const timeline = timelineOf(steps.slice(sofar.length), order.schedule, crew)
  const moves = steps.slice(sofar.length).reduce((sum, s) => sum + (s.kind === 'state' ? s.minutes : 0), 0)
  const spent = sofar.reduce((sum, s) => sum + s.minutes, 0)
  const counts = { ...countMoves(steps), sideWalks: order.sideWalks, toolChanges: order.toolChanges }
  return {
    ok: true,
    plan: {
      steps,
      minutes: spent + Math.max(0, ...timeline.map((b) => b.end)),
      ...counts,
      bound: order.bound,
      proved:
        order.bound.supportChanges === order.supportChanges &&
        order.bound.wheelChanges === order.wheelChanges &&
        order.bound.sideWalks === order.sideWalks &&
        order.bound.toolChanges === order.toolChanges,
      crew,
      timeline,
      leastMinutes: spent + moves + order.finishBound,
      tools: [...new Set(steps.flatMap((s) => s.tools))].sort(),
      hardware: tally(operations.flatMap((o) => o.hardware)),
      extraParts: [...new Set(needed.map((p) => p.name))],
      torques: [...fasteners.values()].flatMap((fastener) => {
        const used = steps.filter((s) => s.torques.some((f) => f.id === fastener.id)).map((s) => s.id)
        return used.length ? [{ fastener, steps: used, clamp: clampOf(fastener) }] : []
      }),
    },
  }
}

/** Whether a step undoes what carries the axle while the other side of it is open. */
function opensSecond(step: PendingStep, before: readonly PlanStep[], groups: ReadonlyMap<string, string>): boolean {
  if (!step.side || !groups.has(step.id)) return false
  const other = before.filter((s) => s.axle === step.axle && s.side !== null && s.side !== step.side)
  const open = (carrier: Carrier) =>
    other.filter((s) => s.opens.includes(carrier)).length > other.filter((s) => s.closes.includes(carrier)).length
  return step.operation.opens.some(open)
}
const bothOpen = (caution: string | null): string =>
  [caution, 'Both sides are open now, as the instructions have it: the jack stays under it until both hold.']
    .filter(Boolean)
    .join(' ')

/** Steps with each pair in the order that a person gave it; a pair of which one is not there says nothing. */
function pinned(steps: readonly PendingStep[], pins: readonly Pin[]): PendingStep[] {
  if (!pins.length) return [...steps]
  const ids = new Set(steps.map((s) => s.id))
  return steps.map((s) => {
    const first = pins.filter((p) => p.then === s.id && ids.has(p.first) && p.first !== s.id).map((p) => p.first)
    return first.length ? { ...s, after: [...new Set([...s.after, ...first])] } : s
  })
}

/** How often what holds the vehicle changes along a plan, and how often wheels come off or go on. */
function countMoves(steps: readonly PlanStep[]): { supportChanges: number; wheelChanges: number } {
  let before = AS_IT_STANDS
  const sum = { supportChanges: 0, wheelChanges: 0 }
  for (const { state } of steps) {
    sum.supportChanges += supportChangesBetween(before, state)
    sum.wheelChanges += wheelChangesBetween(before, state)
    before = state
  }
  return sum
}

/** Steps with the moves between them: both stand by while the vehicle is moved. */
function timelineOf(
  steps: readonly PlanStep[],
  schedule: readonly { id: string; technician: 1 | 2; both: boolean; start: number; end: number }[],
  crew: 1 | 2,
): PlanBooking[] {
  const blocks = new Map(schedule.map((b) => [b.id, b]))
  const timeline: PlanBooking[] = []
  let moved = 0
  let minute = 0
  for (const s of steps) {
    if (s.kind === 'state') {
      // Everything before it is over.
      minute = Math.max(minute, ...timeline.map((b) => b.end))
      timeline.push({ step: s.id, technician: 1, both: crew === 2, start: minute, end: minute + s.minutes })
      minute += s.minutes
      moved += s.minutes
      continue
    }
    if (crew === 1) {
      timeline.push({ step: s.id, technician: 1, both: false, start: minute, end: minute + s.minutes })
      minute += s.minutes
      continue
    }
    const b = blocks.get(s.id)!
    timeline.push({
      step: s.id,
      technician: b.technician,
      both: b.both,
      start: b.start + moved,
      end: b.end + moved,
    })
  }
  return timeline.sort((a, b) => a.start - b.start || a.technician - b.technician)
}

/** What must not be forgotten while the vehicle is moved, by what is open then. */
function hazardOf(
  to: StandState,
  {
    left,
    done,
    supports,
    links,
  }: { left: readonly OrderedStep[]; done: readonly PlanStep[]; supports: number; links: boolean },
): string | null {
  if (!supports) return null
  const closed = new Set(done.map((s) => s.id))
  const loose = done.flatMap((s) => s.leavesLoose.filter((f) => f.when !== 'at-ride-height'))
  const tight = new Set(done.flatMap((s) => s.torques.map((f) => f.id)))
  const stillLoose = [...new Set(loose.filter((f) => !tight.has(f.id)).map((f) => f.name))]
  if (to.support === 'on-wheels' && stillLoose.length)
    return `Still loose: ${stillLoose.join(', ')}. Nothing is let down on a fastener that carries and is loose.`
  if (to.support === 'axle-hanging')
    return links
      ? 'Brake hoses, sensor wires and brake cables follow the links and pull at nothing: watch them as they go down.'
      : 'Brake hoses, sensor wires, the vent hose and brake cables follow the axle and pull at nothing: watch them as it goes down.'
  if (to.support === 'axle-raised') {
    const opening = left.some((s) => !closed.has(s.step.id) && s.step.operation.opens.length > 0)
    return opening
      ? 'The jack is under it and carries it before the first bolt is undone, and stays until the last is in.'
      : `No hand between ${links ? 'link' : 'axle'} and frame while the jack moves.`
  }
  return null
}

function stateStep(
  id: string,
  {
    from,
    to,
    vehicle,
    lift,
    offLater,
    left,
    done,
  }: {
    from: StandState
    to: StandState
    vehicle: Vehicle
    lift: 'floor' | 'lift'
    offLater: boolean
    left: readonly OrderedStep[]
    done: readonly PlanStep[]
  },
): PlanStep {
  const supports = supportChangesBetween(from, to)
  const wheels = wheelChangesBetween(from, to)
  const { title, lines, takesOff, refits } = supportMove(from, to, { vehicle, lift, offLater })
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
    minutes: supports * SUPPORT_MINUTES[lift] + wheels * WHEELS_MINUTES,
    blocking: true,
    unsure: false,
    steps: lines,
    trap: hazardOf(to, { left, done, supports, links: vehicle[to.axle ?? 'rear'].architecture === 'independent' }),
    caution:
      to.support === 'on-wheels'
        ? null
        : lift === 'lift'
          ? 'Arms locked at the lift points, weight tried a hand above the floor, before anyone goes under it.'
          : `Rated stands under the ${vehicle.frameRails ? 'frame' : 'lift points'} before anyone reaches in.`,
    tools: [
      ...(lift === 'lift'
        ? ['two-post lift', ...(to.support === 'axle-raised' ? ['pole jack'] : [])]
        : ['floor jack', 'two rated stands']),
      ...(wheels ? ['lug nut socket'] : []),
    ],
    torques: [],
    disturbs: [],
    makes: [],
    alters: [],
    leavesLoose: [],
    hidden: false,
    from: null,
    takesOff,
    refits,
    fates: [],
    opens: [],
    closes: [],
    fits: [],
    raise: null,
    pressure: null,
    asks: [],
    checks: [],
    looks: [],
    picture: null,
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
