import type { Plan, PlanStep, Side } from '../../plan'
import { ofKind, type BayRecord } from '../../job'
import { fastenerCloses, type FastenerState } from './torques'

/** A line that must be closed before the vehicle leaves; `closedBy` names the step that will, where the plan knows one. */
export interface OpenItem {
  what: string
  side: Side | null
  openedBy: string | null
  closedBy: string | null
  open: boolean
}
export interface OpenItems {
  /** Off and on again. */
  off: OpenItem[]
  /** Loose on purpose. */
  loose: OpenItem[]
  /** Opened again: undone after torquing. */
  opened: OpenItem[]
  /** Factory fasteners disturbed. */
  factory: (OpenItem & { fastener: string; makerFigure: number | null })[]
  deviations: { what: string; why: string; agreedBy: string; by: string; at: string }[]
}

/**
 * The open items of a job, filled from what was done in the bay: nobody keeps them by hand.
 *
 * @param plan of the picked kit
 * @param standing records that stand, oldest first
 * @param torques state of every fastener
 */
export function openItemsOf(plan: Plan, standing: readonly BayRecord[], torques: readonly FastenerState[]): OpenItems {
  const outcome = new Map(ofKind(standing, 'step').map((r) => [r.body.step, r.body.outcome]))
  const done = plan.steps.filter((s) => outcome.get(s.id) === 'done')
  return {
    off: partsOff(plan, done, standing),
    loose: done.flatMap((step) =>
      step.leavesLoose.map((fastener) => {
        const closing = torques.find(
          (t) => t.fastener === fastener && (t.step.side === step.side || t.step.side === null || step.side === null),
        )
        return {
          what: fastener.name,
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
        side: state?.step.side ?? null,
        openedBy: body.step,
        closedBy: body.step,
        open: state ? !fastenerCloses(state) : true,
      }
    }),
    factory: done.flatMap((step) =>
      step.disturbs.map((fastener) => {
        const state = torques.find((t) => t.fastener.id === fastener.id && t.step.side === step.side)
        return {
          what: fastener.name,
          side: step.side,
          openedBy: step.id,
          closedBy: state?.step.id ?? null,
          fastener: fastener.id,
          makerFigure: state?.makerFigure ?? null,
          open: !state || !fastenerCloses(state),
        }
      }),
    ),
    deviations: ofKind(standing, 'deviation').map((r) => ({ ...r.body, by: r.by, at: r.at })),
  }
}

/**
 * Part by part and side by side, in the order of the records: a part comes off and goes back on, and a refit recorded
 * while nothing was off closes nothing that comes off later.
 */
function partsOff(plan: Plan, done: readonly PlanStep[], standing: readonly BayRecord[]): OpenItem[] {
  const lines = new Map<string, OpenItem & { out: number }>()
  const touch = (what: string, side: Side | null, change: number, step: string | null) => {
    const key = `${what}:${side ?? ''}`
    const line = lines.get(key) ?? {
      what,
      side,
      openedBy: step,
      closedBy: plan.steps.findLast((s) => s.side === side && s.refits.includes(what))?.id ?? null,
      open: false,
      out: 0,
    }
    line.out = Math.max(0, line.out + change)
    lines.set(key, line)
  }
  const byId = new Map(done.map((s) => [s.id, s]))
  const latest = new Map(ofKind(standing, 'step').map((r) => [r.body.step, r]))
  for (const record of standing) {
    const { body } = record
    if (body.kind === 'off') touch(body.part, null, 1, null)
    else if (body.kind === 'on-again') touch(body.part, null, -1, null)
    else if (body.kind === 'step' && latest.get(body.step) === record) {
      const step = byId.get(body.step)
      for (const part of step?.refits ?? []) touch(part, step!.side, -1, step!.id)
      for (const part of step?.takesOff ?? []) touch(part, step!.side, 1, step!.id)
    }
  }
  return [...lines.values()].map(({ out, ...line }) => ({ ...line, open: out > 0 }))
}

/** Those that still have to be closed. */
export const stillOpen = (items: OpenItems | null): OpenItem[] =>
  items ? [...items.off, ...items.loose, ...items.opened, ...items.factory].filter((i) => i.open) : []
