import { assessJob, type BayRecord, type Job, type RecordInput } from '@stout-shackle/core/job'
import { blockText } from '@stout-shackle/core/wording'
import { Problem } from '../problem'

/** Readings may be dated a little ahead of this clock, not more. */
const CLOCK_SLACK_MS = 5 * 60_000

/**
 * Refuses a record that the job as it stands cannot take: a step that is not in its plan, a torque on a fastener that
 * is not there, a reading from the future, a handover with something still open.
 */
export function acceptRecord(job: Job, records: readonly BayRecord[], { body }: RecordInput): void {
  const refuse = (field: string, message: string, status = 422) =>
    new Problem(status, 'Cannot be recorded', message, [{ field: `body.${field}`, message }])
  switch (body.kind) {
    case 'step':
    case 'torque':
    case 'opened-again': {
      const { plan } = assessJob(job, records)
      const step = plan?.ok ? plan.plan.steps.find((s) => s.id === body.step) : undefined
      if (!step) throw refuse('step', `"${body.step}" is not a step of this job's plan.`)
      if (body.kind === 'step') return
      const fastener = step.torques.find((f) => f.id === body.fastener)
      if (!fastener) throw refuse('fastener', `"${body.fastener}" is not torqued in this step.`)
      if (body.kind === 'torque' && body.place > fastener.count)
        throw refuse('place', `There are ${fastener.count} of these here.`)
      return
    }
    case 'height':
      if (body.load === 'loaded' && !job.loadCases.some((c) => c.id === body.loadCase))
        throw refuse('loadCase', "Say which of the job's load cases was on.")
      return
    case 'air-check':
      if (Date.parse(body.readAt) > Date.now() + CLOCK_SLACK_MS)
        throw refuse('readAt', 'Read in the future? Check the date and the clock.')
      return
    case 'handed-over': {
      const { blocks } = assessJob(job, records)
      if (blocks.length)
        throw new Problem(
          409,
          'Not road-ready',
          `Cannot be handed over: ${blockText(blocks[0]!)}.`,
          blocks.map((b) => ({ field: b.about || b.code, message: blockText(b) })),
          { blocks },
        )
    }
  }
}
