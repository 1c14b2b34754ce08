import { expose } from 'comlink'
import type { Job } from '@stout-shackle/core/job'
import type { PlanStep } from '@stout-shackle/core/kit'
import type { BayRecord } from '@stout-shackle/core/records'
import type { CaseAssessment, FastenerState } from '@stout-shackle/core/stages'
import {
  leftOver,
  lineHands,
  linesToRun,
  shortOf,
  type ShortRow,
  type StepHands,
} from '@stout-shackle/core/stages/hand'

/** Lines of a job, away from the page: routing one takes a moment. */
const work = {
  lines(asked: string): StepHands {
    const { job, active, steps } = JSON.parse(asked) as { job: Job; active: CaseAssessment; steps: PlanStep[] }
    const { circuit, laid } = linesToRun(job, active)
    return { circuit, laid, rows: lineHands(job, active, steps) }
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
