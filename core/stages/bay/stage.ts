import type { PlanStep } from '../../plan'
import { defineStage } from '../stage'
import { stillOpen } from './open-items'
import { fastenerCloses } from './torques'

const onSide = (what: string, side: PlanStep['side']) => (side ? `${what}, ${side}` : what)

/** Torque states that neither a refusal nor "does not apply" can wave through. */
const WRONG = new Set(['high', 'low', 'wrong-unit'])

export const bayStage = defineStage({
  id: 'bay',
  begun: ({ steps }) => steps.some((s) => s.outcome !== 'open'),
  waits: ({ chosen, steps, openItems }) => ({
    'no-kit': chosen.length === 0,
    'steps-left': steps.filter((s) => s.outcome === 'open').length,
    'item-open': stillOpen(openItems).length,
  }),
  checks: {
    torques: {
      done: ({ torques, job }) =>
        (torques.length > 0 || (job.kits.length > 0 && job.kits.every(({ work }) => work === 'keep'))) &&
        torques.every(fastenerCloses),
    },
  },
  stops({ steps, openItems, torques }) {
    const left = steps.filter((s) => s.outcome === 'open').length
    return [
      ...(left ? [{ code: 'steps-left' as const, about: String(left) }] : []),
      ...stillOpen(openItems).map((i) => ({ code: 'item-open' as const, about: onSide(i.what, i.side) })),
      ...torques
        .filter((t) => t.places.some((p) => WRONG.has(p.state)))
        .map((t) => ({ code: 'torque-wrong' as const, about: onSide(t.fastener.name, t.step.side) })),
    ]
  },
  refuses(body, { assess }) {
    if (body.kind !== 'step' && body.kind !== 'torque' && body.kind !== 'opened-again') return null
    const { plan } = assess()
    const step = plan?.ok ? plan.plan.steps.find((s) => s.id === body.step) : undefined
    if (!step) return { field: 'step', code: 'unknown-step', about: body.step }
    if (body.kind === 'step') return null
    const fastener = step.torques.find((f) => f.id === body.fastener)
    if (!fastener) return { field: 'fastener', code: 'unknown-fastener', about: body.fastener }
    return body.kind === 'torque' && body.place > fastener.count
      ? { field: 'place', code: 'no-such-place', about: String(fastener.count) }
      : null
  },
})
