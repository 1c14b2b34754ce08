import { axleOfConnection, kitAt, type Job } from '../job'
import type { AxleEnd } from '../vehicle'
import { type Proof } from '../proof'

/**
 * Whether a kit was on an axle already and nothing of it was opened on this visit: what was proved of it when it was fitted
 * still holds, unless the last visit left it owed.
 * @param what that was proved
 */
export function keptUntouched(job: Job, proof: Proof, axle: AxleEnd, what: Job['owed'][number]): boolean {
  if (kitAt(job, axle)?.work !== 'keep' || job.owed.includes(what)) return false
  for (const { record } of proof.evidence.values()) {
    const { body } = record
    if (body.kind === 'bracket-moved' && body.axle === axle && what === 'clearance') return false
    if (body.kind === 'connection-opened' && axleOfConnection(job, body.connection) === axle && what !== 'clearance')
      return false
  }
  return true
}
