import { expose } from 'comlink'
import type { Job } from '@stout-shackle/core/job'
import type { PlanStep } from '@stout-shackle/core/kit'
import type { CaseAssessment } from '@stout-shackle/core/stages'
import { lineHand, linesToRun, type HandRow } from '@stout-shackle/core/stages/hand'
import type { Circuit } from '@stout-shackle/core/fittings'

/** What a job's lines come to, step by step, and the circuit that they are of. */
export interface LineHands {
  circuit: Circuit
  rows: Record<string, HandRow[]>
}

/** Lines of a job, away from the page: routing one takes a moment. */
const work = {
  lines(asked: string): LineHands {
    const { job, active, steps } = JSON.parse(asked) as { job: Job; active: CaseAssessment; steps: PlanStep[] }
    const { circuit } = linesToRun(job, active)
    return { circuit, rows: Object.fromEntries(steps.map((step) => [step.id, lineHand(job, active, step)])) }
  },
}
export type HandWork = typeof work
expose(work)
