import { buildPlan, type PlanChoices } from '../../plan'
import type { Job } from '../../job'
import { neededParts, plannedKits } from './plan-for'

/** One way to do the work, and what it comes to. */
export interface WayToWork {
  choices: Required<PlanChoices>
  /** Both kits on one visit, or each by itself. */
  kits: 'together' | 'apart'
  minutes: number
  /** It cannot take less, moves of the vehicle with it. */
  leastMinutes: number
  supportChanges: number
  wheelChanges: number
  proved: boolean
}

/** What a job's work comes to one way or another; null where it has no order that way. */
function oneWay(job: Job, choices: Required<PlanChoices>, kits: WayToWork['kits']): WayToWork | null {
  const all = plannedKits(job)
  const rounds = kits === 'apart' ? all.map((kit) => [kit]) : [all]
  const first = rounds[0]?.[0]?.kit.axle
  const plans = rounds.map((way, i) =>
    buildPlan(way, job.vehicle, job.survey, choices, {
      needed: neededParts({ ...job, kits: way }),
      // Each once: on the visit of its own axle, what is at neither on the first.
      procedures: job.procedures
        .map((p) => p.procedure)
        .filter((p) => (p.axle === null || kits === 'together' ? i === 0 : (p.axle === first) === (i === 0))),
      pins: job.choices.pins,
    }),
  )
  const sum = { minutes: 0, leastMinutes: 0, supportChanges: 0, wheelChanges: 0, proved: true }
  for (const outcome of plans) {
    if (!outcome.ok) return null
    const { plan } = outcome
    sum.minutes += plan.minutes
    sum.leastMinutes += plan.leastMinutes
    sum.supportChanges += plan.supportChanges
    sum.wheelChanges += plan.wheelChanges
    sum.proved &&= plan.proved
  }
  return { choices, kits, ...sum }
}

/**
 * Every way to do a job's work, side by side: wheels off or on, floor or lift, one or two people; with two kits also each by itself.
 * @param progress told after each
 */
export function waysToWork(job: Job, progress: (done: number, of: number) => void = () => undefined): WayToWork[] {
  const worked = job.kits.filter(({ work }) => work !== 'keep').length
  const ways = (['together', ...(worked > 1 ? (['apart'] as const) : [])] as const).flatMap((kits) =>
    (['off', 'on'] as const).flatMap((wheels) =>
      (['floor', 'lift'] as const).flatMap((lift) =>
        ([1, 2] as const).map((crew) => ({ kits, choices: { wheels, lift, crew } })),
      ),
    ),
  )
  return ways.flatMap(({ kits, choices }, i) => {
    const way = oneWay(job, choices, kits)
    progress(i + 1, ways.length)
    return way ?? []
  })
}
