import type { History, StoredJob, Visit } from '@stout-shackle/core/contract'
import { kitsLeft } from '@stout-shackle/core/job'
import { hasLeft, ofKind } from '@stout-shackle/core/records'
import { AXLES } from '@stout-shackle/core/vehicle'
import { assessJob } from '@stout-shackle/core/judge'

/** What a visit comes to: what was done, and how the vehicle left. */
export function visitOf({ job, records }: StoredJob): Visit {
  const { active, standing, torques, handedOver } = assessJob(job, records)
  const { afterEmpty, afterLoaded } = active.heights
  const set = (axle: 'front' | 'rear') => {
    const body = ofKind(standing, 'bag-pressure').findLast((r) => r.body.axle === axle)?.body
    return body ? { left: body.left, right: body.right } : null
  }
  return {
    job: job.id,
    number: job.number,
    title: job.title,
    customer: job.customer.name,
    day: job.day,
    handedOver: handedOver?.at ?? null,
    kits: job.kits.map(({ kit, work }) => ({ kit: kit.id, name: kit.name, axle: kit.axle, work })),
    mark: job.mark,
    empty: { front: afterEmpty.front, rear: afterEmpty.rear },
    loaded: { front: afterLoaded.front, rear: afterLoaded.rear },
    pressures: { front: set('front'), rear: set('rear') },
    torques: torques.map(({ fastener, step, places }) => ({
      fastener: fastener.name,
      side: step.side,
      axle: step.axle,
      values: places.flatMap((p) => (p.value === null ? [] : [p.value])),
    })),
  }
}

/** Kits that are on a vehicle after its visits, oldest first: fitted when it left, on until one takes them off. */
export function fittedAfter(visits: readonly StoredJob[]): History['fitted'] {
  const fitted = new Map<string, History['fitted'][number]>()
  for (const { job, records } of visits) {
    if (!hasLeft(records)) continue
    for (const { kit, work } of job.kits) if (work === 'take-off') fitted.delete(kit.axle)
    for (const { kit, work } of kitsLeft(job)) {
      if (work === 'fit') fitted.set(kit.axle, { kit: kit.id, name: kit.name, axle: kit.axle, job: job.id })
      // There already, from before the shop knew the vehicle or from an earlier visit.
      else if (!fitted.has(kit.axle)) fitted.set(kit.axle, { kit: kit.id, name: kit.name, axle: kit.axle, job: job.id })
    }
  }
  return AXLES.flatMap((axle) => fitted.get(axle) ?? [])
}
