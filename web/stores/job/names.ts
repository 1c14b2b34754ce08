import type { RecordBody } from '@stout-shackle/core/job'
import type { Assessment } from '@stout-shackle/core/stages'

const onSide = (name: string, side: string | null) => (side ? `${name}, ${side}` : name)

/** What the ids in a record stand for, by the plan of the job as it is now. */
export function namesOf({ plan, air }: Pick<Assessment, 'plan' | 'air'>, body: RecordBody) {
  const steps = plan?.ok ? plan.plan.steps : []
  const step = 'step' in body ? steps.find((s) => s.id === body.step) : undefined
  const fasteners = step?.torques ?? steps.flatMap((s) => s.torques)
  const fastener = 'fastener' in body ? fasteners.find((f) => f.id === body.fastener) : undefined
  const place = 'connection' in body ? air.connections.find((c) => c.id === body.connection) : undefined
  return {
    step: step ? onSide(step.title, step.side) : null,
    fastener: fastener?.name ?? null,
    place: place ? onSide(place.name, place.side) : null,
  }
}
