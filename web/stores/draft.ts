import type { Job } from '@stout-shackle/core/job'

export interface Draft {
  /** The state the edit started from. */
  base: Job
  job: Job
}
const name = (id: string) => `draft:${id}`

/** An edited job not yet on the server, kept across reloads. */
export const drafts = {
  get: (id: string): Draft | null => JSON.parse(localStorage.getItem(name(id)) ?? 'null') as Draft | null,
  keep: (id: string, draft: Draft): void => localStorage.setItem(name(id), JSON.stringify(draft)),
  drop: (id: string): void => localStorage.removeItem(name(id)),
}
