import { expose } from 'comlink'
import { judgeOn, catalogOf, type Application, type Kit, type Procedure, type Reason } from '@stout-shackle/core/kit'
import { buildPlan, stuckOnVehicle, type Stuck } from '@stout-shackle/core/plan'
import { emptySurvey, type Vehicle } from '@stout-shackle/core/vehicle'

/** What instructions come to on one vehicle. */
export interface Trial {
  vehicle: string
  name: string
  /** Why it is not for this vehicle at all, where a rule says so; null where it is. */
  notFor: { reason: Reason | null } | null
  works: {
    minutes: number
    supportChanges: number
    wheelChanges: number
    proved: boolean
    order: { id: string; title: string; side: string | null; kind: string }[]
  } | null
  stuck: Stuck | null
  /** Titles of the steps that it is stuck on. */
  titles: Record<string, string>
}
interface Asked {
  paper: Kit | Procedure
  lines: Application[]
  /** Of a procedure: the kit beside it. */
  beside: Kit | null
}

/** Why a kit is not for a vehicle; null where it is, and of a procedure. */
function whyNotFor({ paper, lines }: Asked, vehicle: Vehicle): Trial['notFor'] {
  if (!('family' in paper)) return null
  const { verdict, reasons } = judgeOn(catalogOf([paper], lines), paper, vehicle, emptySurvey())
  return verdict === 'does-not-fit' ? { reason: reasons.find((r) => r.effect === 'no') ?? null } : null
}
function tryOn(asked: Asked, vehicle: Vehicle): Trial {
  const { paper, beside } = asked
  const survey = emptySurvey()
  const kit = 'family' in paper ? paper : beside
  const kits = kit ? [{ kit, work: 'fit' as const }] : []
  // By itself a procedure is shown whole, on whatever vehicle is looked at.
  const alone =
    'family' in paper ? null : { ...paper, ...(kits.length ? {} : { platforms: [], use: 'always' as const }) }
  const procedures = alone ? [alone] : []
  const choices = { wheels: kit?.wheels ?? ('off' as const) }
  const plan = buildPlan(kits, vehicle, survey, choices, { procedures })
  const stuck = plan.ok ? null : stuckOnVehicle({ kits, procedures }, vehicle, survey, choices)
  const ownTitle = (id: string) => paper.operations.find((o) => id.split(':')[0]!.endsWith(o.id))?.title ?? id
  return {
    vehicle: vehicle.id,
    name: [vehicle.make, vehicle.model, vehicle.year].filter(Boolean).join(' '),
    notFor: whyNotFor(asked, vehicle),
    works: plan.ok
      ? {
          minutes: plan.plan.minutes,
          supportChanges: plan.plan.supportChanges,
          wheelChanges: plan.plan.wheelChanges,
          proved: plan.plan.proved,
          order: plan.plan.steps.map(({ id, title, side, kind }) => ({ id, title, side, kind })),
        }
      : null,
    stuck,
    titles: Object.fromEntries(
      (stuck?.chain ?? []).map((id) => {
        const side = id.split(':')[1]
        return [id, [ownTitle(id), side].filter(Boolean).join(', ')]
      }),
    ),
  }
}

const work = {
  /** Each vehicle in turn, by JSON: data of a page cannot be handed over as it is. */
  tryAll: (asked: string, vehicles: string): Trial[] => {
    const written = JSON.parse(asked) as Asked
    return (JSON.parse(vehicles) as Vehicle[]).map((vehicle) => tryOn(written, vehicle))
  },
}
export type TrialWork = typeof work
expose(work)
