import { keptDatabase, type Draft } from '../../offline-store'

/** Edited jobs not yet on the server, kept across reloads. */
export const drafts = {
  async get(id: string): Promise<Draft | null> {
    try {
      return (await (await keptDatabase()).get('drafts', id)) ?? null
    } catch {
      return null
    }
  },
  async all(): Promise<Draft[]> {
    try {
      return await (await keptDatabase()).getAll('drafts')
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
}
