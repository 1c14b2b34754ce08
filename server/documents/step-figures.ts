import type { Job } from '@stout-shackle/core/job'
import { assessJob } from '@stout-shackle/core/judge'
import type { UnitSystem } from '@stout-shackle/core/quantity'
import type { BayRecord } from '@stout-shackle/core/records'
import type { StepFigures } from '@stout-shackle/core/contract'
import { stepHand } from '@stout-shackle/core/stages/hand'
import { handText } from '@stout-shackle/core/wording'

/**
 * What the tablet says at each step of a job, as data and as it is read.
 * @param system units of what is read; the data is SI
 * @returns JSON; lines are worked out for it, which takes a moment
 */
export function stepFigures(job: Job, records: readonly BayRecord[], system: UnitSystem): Promise<Buffer> {
  const { active, steps } = assessJob(job, records)
  const { circuit, rows } = stepHand(
    job,
    active,
    steps.map((s) => s.step),
  )
  const figures: StepFigures = steps.map(({ step: { id } }) => ({
    step: id,
    rows: (rows[id] ?? []).map((row) => {
      const { is, ...data } = row
      return { is, data, ...handText(row, circuit, system) }
    }),
  }))
  return Promise.resolve(Buffer.from(JSON.stringify(figures)))
}
