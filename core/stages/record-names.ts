import type { PlanOutcome } from '../plan'
import type { RecordBody } from '../job'
import type { ConnectionState } from './air'
import type { RecordNames } from './record-parts'

const onSide = (name: string, side: string | null) => (side ? `${name}, ${side}` : name)

/**
 * What the ids in a record stand for, by the plan of the job as it is now.
 * @param connections every place of the job's kits that can leak
 */
export function namesOf(
  plan: PlanOutcome | null,
  connections: readonly Pick<ConnectionState, 'id' | 'name' | 'side'>[],
  body: RecordBody,
): RecordNames {
  const steps = plan?.ok ? plan.plan.steps : []
  const step = 'step' in body ? steps.find((s) => s.id === body.step) : undefined
  const fasteners = step?.torques ?? steps.flatMap((s) => s.torques)
  const fastener = 'fastener' in body ? fasteners.find((f) => f.id === body.fastener) : undefined
  const place = 'connection' in body ? connections.find((c) => c.id === body.connection) : undefined
  return {
    step: step ? onSide(step.title, step.side) : null,
    fastener: fastener?.name ?? null,
    place: place ? onSide(place.name, place.side) : null,
  }
}
