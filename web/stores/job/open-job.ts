import { computed, shallowRef } from 'vue'
import { type Job } from '@stout-shackle/core/job'
import { inOrder, type BayRecord, type RecordBody, type RecordInput } from '@stout-shackle/core/records'
import type { Signer } from '../../offline-store'
import { mergeThree } from '../merge'
import { withServersOwn } from './servers-own'
import { planSync } from './plan-sync'
import { undoHistory } from './undo'
import type { useOutbox } from './outbox'

/** A reading while it is typed, and what stands there that it corrects. */
interface Typed {
  body: RecordBody
  corrects: string | null
}

/** Everything this page holds of one job: its plan, its records with those on their way, what is typed, what can be undone. */
export function openJob(id: string, outbox: ReturnType<typeof useOutbox>, signer: () => Signer | null) {
  const stored = shallowRef<readonly BayRecord[]>([])
  /** Readings being typed: they count for the answer, not for the record. */
  const typing = shallowRef<ReadonlyMap<string, Typed>>(new Map())
  const plan = planSync(id, heard, signer)
  const history = undoHistory()
  outbox.listen(id, { stored: (record) => heard([record]) })

  /** Records only ever get more: an answer that was overtaken by a newer one takes none away. */
  function heard(ofThis: readonly BayRecord[]): void {
    const known = new Map([...stored.value, ...ofThis].map((r) => [r.id, r]))
    stored.value = inOrder([...known.values()])
  }

  const waiting = computed(() => outbox.of(id))
  const next = (list: readonly BayRecord[]) => Math.max(0, ...list.map((r) => r.sequence)) + 1
  const records = computed<BayRecord[]>(() => {
    const known = new Set(stored.value.map((r) => r.id))
    // One that was refused is not what stands; it waits to be looked at.
    const pending = waiting.value.filter((w) => !known.has(w.key) && w.refused === null)
    const from = next(stored.value)
    return [
      ...stored.value,
      ...pending.map(({ key, at: time, input, signer: by }, i): BayRecord => ({
        ...input,
        by: by?.name ?? '',
        id: key,
        sequence: from + i,
        at: time,
      })),
    ]
  })
  const recordsWithTyping = computed<BayRecord[]>(() => {
    const from = next(records.value)
    const typed = [...typing.value.values()].map(({ body, corrects }, i): BayRecord => ({
      body,
      by: '',
      supersedes: corrects === null ? null : { record: corrects, why: 'typing' },
      id: `typing-${i}`,
      sequence: from + i,
      at: new Date().toISOString(),
    }))
    return typed.length ? [...records.value, ...typed] : records.value
  })

  /** Edits the plan: `change` gives a new job from the present one. */
  function edit(change: (job: Job) => Job, what: string | null): void {
    const before = plan.job.value
    if (!before) return
    const after = change(before)
    // What says the same as before is no edit: there is nothing to save, nor to take back.
    if (JSON.stringify(after) === JSON.stringify(before)) return
    history.edited(before, after, what)
    plan.put(after)
  }

  /** Appends a record; a correction names the record it replaces and why. */
  function record(body: RecordBody, supersedes: RecordInput['supersedes'] = null): string {
    const key = outbox.add(id, { body, supersedes })
    if (body.kind !== 'withdrawn') history.recorded(key)
    return key
  }

  /**
   * Takes the last edit or record back; a record is withdrawn, not erased. Of an edit only what it changed goes back:
   * what others changed since stays.
   */
  function undo(): void {
    const last = history.take()
    if (!last) return
    if (last.kind === 'job') {
      // What the server set since is nobody's change.
      const after = withServersOwn(last.after, plan.job.value!)
      plan.put(mergeThree(after, last.before, plan.job.value!).value)
    } else if (outbox.waiting.some((w) => w.key === last.key && w.refused !== null)) outbox.remove(last.key)
    else record({ kind: 'withdrawn' }, { record: last.key, why: 'undone' })
  }

  /** Sets what is being typed for a reading, or clears it. */
  function type(key: string, body: RecordBody | null, corrects: string | null): void {
    const typed = new Map(typing.value)
    if (body) typed.set(key, { body, corrects })
    else typed.delete(key)
    typing.value = typed
  }

  return { id, plan, waiting, records, recordsWithTyping, undoable: history.entries, edit, record, undo, type }
}
export type OpenJob = ReturnType<typeof openJob>
