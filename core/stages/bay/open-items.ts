import { WHEEL_NUTS, WHEELS, type Plan, type Side } from '../../plan'
import type { PlanStep, PartFate } from '../../kit'
import { AXLES, type AxleEnd } from '../../vehicle'
import { ofKind, type BayRecord, type RecordOf } from '../../records'
import { counts, type Proof } from '../../proof'
import { fastenerCloses, type FastenerState } from './torques'

/** A part or fastener by its place. */
interface PartPlace {
  what: string
  axle: AxleEnd | null
  side: Side | null
}
/** A line that must be closed before the vehicle leaves; `closedBy` names the step that will, where the plan knows one. */
export interface OpenItem extends PartPlace {
  openedBy: string | null
  closedBy: string | null
  open: boolean
}
/** A part that came off, or did not go back as it was. */
export interface PartLine extends OpenItem {
  fate: PartFate | null
}
export interface OpenItems {
  /** Off and on again, or what became of it. */
  off: PartLine[]
  /** Loose on purpose. */
  loose: OpenItem[]
  /** Opened again: undone after torquing. */
  opened: OpenItem[]
  /** Factory fasteners disturbed. */
  factory: (OpenItem & { fastener: string; makerFigure: number | null })[]
  deviations: (RecordOf<'deviation'>['body'] & { by: string; at: string })[]
}

/** How many items are open, of each kind that the bay counts. */
export const countsOf = ({ off, loose, opened, deviations }: OpenItems) => ({
  off: off.filter((item) => item.open).length,
  loose: [...loose, ...opened].filter((item) => item.open).length,
  deviations: deviations.length,
})

/**
 * The open items of a job, filled from what was done in the bay: nobody keeps them by hand.
 *
 * @param plan of the picked kit
 * @param standing records that stand, oldest first
 * @param torques state of every fastener
 */
export function openItemsOf(
  plan: Plan,
  standing: readonly BayRecord[],
  torques: readonly FastenerState[],
  proof: Proof,
): OpenItems {
  const latest = new Map<string, BayRecord>()
  for (const r of standing) if (r.body.kind === 'step' && counts(proof, r)) latest.set(r.body.step, r)
  const done = plan.steps.filter((s) => {
    const body = latest.get(s.id)?.body
    return body?.kind === 'step' && body.outcome === 'done'
  })
  return {
    off: partsOff(plan, done, standing, latest),
    loose: done.flatMap((step) =>
      step.leavesLoose.map((fastener) => {
        const closing = torques.find(
          (t) =>
            t.fastener.id === fastener.id && (t.step.side === step.side || t.step.side === null || step.side === null),
        )
        return {
          what: fastener.name,
          axle: step.axle,
          side: step.side,
          openedBy: step.id,
          closedBy: closing?.step.id ?? null,
          open: !closing || !fastenerCloses(closing),
        }
      }),
    ),
    opened: ofKind(standing, 'opened-again').map(({ body }) => {
      const state = torques.find((t) => t.step.id === body.step && t.fastener.id === body.fastener)
      return {
        what: state?.fastener.name ?? body.fastener,
        axle: state?.step.axle ?? null,
        side: state?.step.side ?? null,
        openedBy: body.step,
        closedBy: body.step,
        open: state ? !fastenerCloses(state) : true,
      }
    }),
    factory: [
      ...done.flatMap((step) =>
        step.disturbs
          .filter((fastener) => fastener.id !== WHEEL_NUTS)
          .map((fastener) => {
            const state = torques.find((t) => t.fastener.id === fastener.id && t.step.side === step.side)
            return factoryItem({ what: fastener.name, axle: step.axle, side: step.side }, step.id, fastener.id, state)
          }),
      ),
      ...AXLES.filter((axle) => wereOff(standing, proof, axle)).flatMap((axle) => nutsOf(axle, torques)),
    ],
    deviations: ofKind(standing, 'deviation').map((r) => ({ ...r.body, by: r.by, at: r.at })),
  }
}

const factoryItem = (
  place: PartPlace,
  openedBy: string | null,
  fastener: string,
  state: FastenerState | undefined,
): OpenItems['factory'][number] => ({
  ...place,
  openedBy,
  closedBy: state?.step.id ?? null,
  fastener,
  makerFigure: state?.makerFigure ?? null,
  open: !state || !fastenerCloses(state),
})
/** Whether the wheels of an axle were off at any time, by a step or otherwise. */
const wereOff = (standing: readonly BayRecord[], { evidence, now }: Proof, axle: AxleEnd): boolean =>
  ofKind(standing, 'off').some(({ body }) => body.axle === axle && WHEELS.includes(body.part)) ||
  [now, ...[...evidence.values()].map((e) => e.situation)].some(
    ({ stand }) => stand.wheels === 'off' && stand.axle === axle,
  )
/** Lug nuts of an axle, side by side; one line of both where no step torques them. */
function nutsOf(axle: AxleEnd, torques: readonly FastenerState[]): OpenItems['factory'] {
  const states = torques.filter((t) => t.fastener.id === WHEEL_NUTS && t.step.axle === axle)
  const item = (side: Side | null, state?: FastenerState) =>
    factoryItem({ what: state?.fastener.name ?? 'Lug nuts', axle, side }, null, WHEEL_NUTS, state)
  return states.length ? states.map((state) => item(state.step.side, state)) : [item(null)]
}

/**
 * Part by part, axle by axle and side by side, in the order of the records: a part comes off and goes back on, or has a fate of
 * its own. A refit recorded while nothing was off closes nothing that comes off later.
 */
// eslint-disable-next-line complexity -- a case for each kind of record that moves a part
function partsOff(
  plan: Plan,
  done: readonly PlanStep[],
  standing: readonly BayRecord[],
  latest: ReadonlyMap<string, BayRecord>,
): PartLine[] {
  const lines = new Map<string, PartLine & { out: number }>()
  const closedBy = closers(plan)
  const touch = (
    what: string,
    axle: AxleEnd | null,
    side: Side | null,
    change: number,
    step: string | null,
    // eslint-disable-next-line max-params -- a case for each kind of record that moves a part
  ): PartLine => {
    const key = `${what}:${axle ?? ''}:${side ?? ''}`
    let line = lines.get(key)
    if (!line) {
      const closing = closedBy.get(`${what}:${side ?? ''}`) ?? null
      line = { what, axle, side, openedBy: step, closedBy: closing, open: false, out: 0, fate: null }
      lines.set(key, line)
    }
    line.out = Math.max(0, line.out + change)
    if (change > 0) line.fate = null
    return line
  }
  const byId = new Map(done.map((s) => [s.id, s]))
  for (const record of standing) {
    const { body } = record
    switch (body.kind) {
      case 'off':
        touch(body.part, body.axle, body.side, 1, null)
        break
      case 'on-again':
        touch(body.part, body.axle, body.side, -1, null)
        break
      case 'part-fate':
        // One that goes somewhere else stays where it is; any other fate ends what was off.
        touch(body.part, body.axle, body.side, -1, null).fate = body.fate
        break
      case 'moved':
        // Standing on its wheels it has them on, whichever step took them off.
        if (body.wheels === 'on') for (const line of lines.values()) if (WHEELS.includes(line.what)) line.out = 0
        break
      case 'step': {
        const step = byId.get(body.step)
        if (!step || latest.get(body.step) !== record) break
        const axle = step.kind === 'state' ? null : step.axle
        for (const part of step.refits) touch(part, axle, step.side, -1, step.id)
        for (const part of step.takesOff) touch(part, axle, step.side, 1, step.id)
        for (const { part, fate } of step.fates) touch(part, axle, step.side, -1, step.id).fate = fate
        break
      }
      default:
      // Any other record moves no part.
    }
  }
  return [...lines.values()].map(({ out, ...line }) => ({ ...line, open: out > 0 }))
}

/** Which step puts a part back, by part and side: worked out once for a plan, it does not change. */
const known = new WeakMap<Plan, Map<string, string>>()
function closers(plan: Plan): Map<string, string> {
  const before = known.get(plan)
  if (before) return before
  const refitSteps = new Map(
    plan.steps.flatMap((s) => s.refits.map((what) => [`${what}:${s.side ?? ''}`, s.id] as const)),
  )
  known.set(plan, refitSteps)
  return refitSteps
}

/** Those that still have to be closed. What was left loose and then opened again is one thing to close. */
export const stillOpen = (items: OpenItems | null): OpenItem[] => {
  if (!items) return []
  const open = [...items.off, ...items.loose, ...items.opened, ...items.factory].filter((i) => i.open)
  return [...new Map(open.map((i) => [`${i.what} ${i.axle} ${i.side}`, i])).values()]
}
