import { jobByAxle } from '@stout-shackle/core/exchange'
import { jobSchema, type Job } from '@stout-shackle/core/job'
import { keptDatabase, type Draft } from '../../keep'

/** Kept by an earlier version, it may go by one axle, and lacks fields that came since: they get their defaults. */
const brought = (job: Job): Job => {
  const today = jobByAxle({ ...job }, null)
  return jobSchema.safeParse(today).data ?? job
}
const bring = (draft: Draft): Draft => ({ ...draft, base: brought(draft.base), job: brought(draft.job) })
/** Where a version before this one kept its drafts. */
const OLD = 'draft:'

/** Edited jobs not yet on the server, kept across reloads. */
export const drafts = {
  async get(id: string): Promise<Draft | null> {
    try {
      const draft = await (await keptDatabase()).get('drafts', id)
      return draft ? bring(draft) : null
    } catch {
      return null
    }
  },
  async all(): Promise<Draft[]> {
    try {
      return (await (await keptDatabase()).getAll('drafts')).map(bring)
    } catch {
      return []
    }
  },
  async keep(draft: Draft): Promise<void> {
    try {
      const tx = (await keptDatabase()).transaction('drafts', 'readwrite')
      // Committed at once: a page that is closed right after has still kept it.
      void tx.store.put(structuredClone(draft))
      tx.commit()
      await tx.done
    } catch {
      // This browser keeps nothing: the page itself holds it.
    }
  },
  async drop(id: string): Promise<void> {
    try {
      await (await keptDatabase()).delete('drafts', id)
    } catch {
      // As above.
    }
  },
  /** Takes over what a version before this one kept. */
  async takeOver(): Promise<void> {
    for (const name of Object.keys(localStorage).filter((n) => n.startsWith(OLD))) {
      const { base, job } = JSON.parse(localStorage.getItem(name)!) as { base: Job; job: Job }
      const id = name.slice(OLD.length)
      // Its version was not kept: the first answer of the server says that it is another one, and both are merged.
      await this.keep({ id, base, version: 0, job, at: new Date().toISOString(), signer: null, conflicts: [] })
      localStorage.removeItem(name)
    }
  },
}
