import type { PlanOutcome } from '../plan'
import { type circuitNames } from '../job'
import type { RecordBody, RecordNames } from '../records'
import { onSide } from '../vehicle'

/**
 * What the ids in a record stand for, by the plan of the job as it is now.
 * @param circuit what is in the job's circuit
 */
export function namesOf(
  plan: PlanOutcome | null,
  circuit: ReturnType<typeof circuitNames>,
  body: RecordBody,
): RecordNames {
  const steps = plan?.ok ? plan.plan.steps : []
  const step = 'step' in body ? steps.find((s) => s.id === body.step) : undefined
  const fasteners = step?.torques ?? steps.flatMap((s) => s.torques)
  const fastener = 'fastener' in body ? fasteners.find((f) => f.id === body.fastener) : undefined
  const about = 'connection' in body ? body.connection : body.kind === 'leak-test' ? body.tube : null
  const place = about ? circuit.find((c) => c.id === about) : undefined
  return {
    step: step ? onSide(step.title, step.side) : null,
    fastener: fastener?.name ?? null,
    place: place?.name ?? null,
  }
}
