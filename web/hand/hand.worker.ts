import { expose } from 'comlink'
import type { Job } from '@stout-shackle/core/job'
import type { PlanStep } from '@stout-shackle/core/kit'
import type { BayRecord } from '@stout-shackle/core/records'
import type { CaseAssessment, FastenerState } from '@stout-shackle/core/stages'
import { leftOver, lineHand, linesToRun, shortOf, type HandRow, type ShortRow } from '@stout-shackle/core/stages/hand'
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
  /** All that the job needs beyond its boxes, and what of them stays over. */
  short(asked: string): { rows: ShortRow[]; over: { name: string; count: number }[] } {
    const known = JSON.parse(asked) as {
      job: Job
      active: CaseAssessment
      steps: PlanStep[]
      torques: FastenerState[]
      standing: BayRecord[]
    }
    return { rows: shortOf(known, true), over: leftOver(known.job, known) }
  },
}
export type HandWork = typeof work
expose(work)
