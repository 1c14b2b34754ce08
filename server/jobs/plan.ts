import type { PlanAnswer, StoredJob } from '@stout-shackle/core/contract'
import { assessJob } from '@stout-shackle/core/judge'

/** A job's work plan with how far it is: steps in their order, fasteners place by place, and what is read before it leaves. */
export function planOf({ job, records }: StoredJob): PlanAnswer {
  const { plan, steps, torques, gaps, air, finalChecks } = assessJob(job, records)
  return {
    stuck: plan && !plan.ok ? plan.stuck : [],
    minutes: plan?.ok ? plan.plan.minutes : null,
    steps: steps.map(({ step, outcome, by }) => ({ ...step, outcome, by })),
    fasteners: torques.map(({ step, fastener, places, makerFigure }) => ({
      step: step.id,
      fastener: fastener.id,
      name: fastener.name,
      axle: step.axle,
      side: step.side,
      spec: fastener.spec,
      makerFigure: makerFigure ?? null,
      places: places.map(({ state, value }) => ({ state, value })),
    })),
    checks: finalChecks.map(({ check, state, missing }) => ({ check, state, missing: missing.length })),
    gaps: gaps.map(({ check, own, axle, side, limit, high, value, verdict }) => ({
      check,
      gap: own?.id ?? null,
      axle,
      side,
      least: limit.value,
      most: high?.value ?? null,
      value,
      verdict,
    })),
    connections: air.connections.map(({ id, name, axle, result }) => ({ id, name, axle, result })),
  }
}
