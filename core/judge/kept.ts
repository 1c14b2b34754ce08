import { axleOfConnection, kitAt, type Job } from '../job'
import { standing, type BayRecord } from '../records'
import { planFor } from '../stages/plan'
import type { AxleEnd } from '../vehicle'
import { type Proof } from '../proof'

/**
 * Whether a kit was left on an axle by a visit here and nothing of it was opened on this visit: what was proved of it when it was fitted
 * still holds, unless the last visit left it owed.
 * @param what that was proved
 */
export function keptUntouched(job: Job, proof: Proof, axle: AxleEnd, what: Job['owed'][number]): boolean {
  const jobKit = kitAt(job, axle)
  if (jobKit?.work !== 'keep' || !jobKit.leftBy || job.owed.includes(what)) return false
  for (const { record } of proof.evidence.values()) {
    const { body } = record
    if (body.kind === 'bracket-moved' && body.axle === axle && what === 'clearance') return false
    if (body.kind === 'connection-opened' && axleOfConnection(job, body.connection) === axle && what !== 'clearance')
      return false
  }
  return true
}

/**
 * Whether work at an axle was begun on this visit: what is on it then cannot be said to be as it came in.
 * @param records all of the job, oldest first
 */
export function isBegunAt(job: Job, records: readonly BayRecord[], axle: AxleEnd): boolean {
  const plan = planFor(job, records)
  const axles = new Map(plan?.ok ? plan.plan.steps.map((s) => [s.id, s.kind === 'state' ? null : s.axle]) : [])
  return standing(records).some(({ body }) => {
    switch (body.kind) {
      case 'step':
      case 'step-begun':
      case 'torque':
      case 'opened-again':
        return axles.get(body.step) === axle
      case 'bracket-moved':
        return body.axle === axle
      case 'moved':
        return body.wheels === 'off' && body.axle === axle
      default:
        return false
    }
  })
}
