import { shallowRef } from 'vue'
import type { Job } from '@stout-shackle/core/job'

type Undoable = { kind: 'job'; before: Job; after: Job; what: string | null } | { kind: 'record'; key: string }

const UNDO_DEPTH = 100

/** What can be taken back in one job, oldest first. */
export function undoHistory() {
  const entries = shallowRef<readonly Undoable[]>([])
  const push = (entry: Undoable) => {
    entries.value = [...entries.value, entry].slice(-UNDO_DEPTH)
  }
  return {
    entries,
    /** Keystrokes in one field name the same `what`, and are taken back together. */
    edited(before: Job, after: Job, what: string | null): void {
      const last = entries.value.at(-1)
      if (what && last?.kind === 'job' && last.what === what)
        entries.value = [...entries.value.slice(0, -1), { ...last, after }]
      else push({ kind: 'job', before, after, what })
    },
    recorded: (key: string) => push({ kind: 'record', key }),
    take(): Undoable | undefined {
      const last = entries.value.at(-1)
      entries.value = entries.value.slice(0, -1)
      return last
    },
  }
}
