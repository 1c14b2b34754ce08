import { jobSchema, type Job } from '@stout-shackle/core/job'

export interface Draft {
  /** The state the edit started from. */
  base: Job
  job: Job
}
const name = (id: string) => `draft:${id}`

/** Kept by an earlier version, it lacks fields that came since: they get their defaults. */
const brought = (job: Job): Job => jobSchema.safeParse(job).data ?? job

/** An edited job not yet on the server, kept across reloads. */
export const drafts = {
  get(id: string): Draft | null {
    const draft = JSON.parse(localStorage.getItem(name(id)) ?? 'null') as Draft | null
    return draft && { base: brought(draft.base), job: brought(draft.job) }
  },
  keep: (id: string, draft: Draft): void => localStorage.setItem(name(id), JSON.stringify(draft)),
  drop: (id: string): void => localStorage.removeItem(name(id)),
}
