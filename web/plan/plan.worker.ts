import { expose } from 'comlink'
import { waysToWork, type WayToWork } from '@stout-shackle/core/stages/plan'
import type { Job } from '@stout-shackle/core/job'

/** Other ways to do a job's work, away from the page. */
const work = {
  ways: (job: string, progress: (done: number, of: number) => void): WayToWork[] =>
    waysToWork(JSON.parse(job) as Job, progress),
}
export type PlanWork = typeof work
expose(work)
