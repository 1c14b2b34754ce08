import { computed, shallowRef } from 'vue'
import type { BayRecord, Job, RecordBody, RecordInput } from '@stout-shackle/core/job'
import { newKey } from '../../api/key'
import { planSync } from './plan-sync'
import { undoHistory } from './undo'
import type { useOutbox } from './outbox'

/** Everything this page holds of one job: its plan, its records with those on their way, what is typed, what can be undone. */
export function openJob(id: string, outbox: ReturnType<typeof useOutbox>, person: () => string) {
  const stored = shallowRef<readonly BayRecord[]>([])
  /** Readings being typed: they count for the answer, not for the record. */
  const typing = shallowRef<ReadonlyMap<string, RecordBody>>(new Map())
  const plan = planSync(id, heard)
  const history = undoHistory()
  outbox.listen(id, { stored: (record) => heard([record]), refused: (why) => (plan.notice.value = why) })

  /** Records only ever get more: an answer that was overtaken by a newer one takes none away. */
  function heard(fresh: readonly BayRecord[]): void {
    const known = new Map([...stored.value, ...fresh].map((r) => [r.id, r]))
    stored.value = [...known.values()].sort((a, b) => a.sequence - b.sequence)
  }

  const waiting = computed(() => outbox.of(id))
  const records = computed<BayRecord[]>(() => {
    const known = new Set(stored.value.map((r) => r.id))
    const next = (stored.value.at(-1)?.sequence ?? 0) + 1
    const pending = waiting.value.filter((w) => !known.has(w.key))
    return [
      ...stored.value,
      ...pending.map(({ key, at, input }, i): BayRecord => ({ ...input, id: key, sequence: next + i, at })),
    ]
  })
  const recordsWithTyping = computed<BayRecord[]>(() => {
    const next = (records.value.at(-1)?.sequence ?? 0) + 1
    const typed = [...typing.value.values()].map((body, i): BayRecord => ({
      body,
      by: '',
      supersedes: null,
      id: `typing-${i}`,
      sequence: next + i,
      at: new Date().toISOString(),
    }))
    return typed.length ? [...records.value, ...typed] : records.value
  })

  /** Edits the plan: `change` gives a new job from the present one. */
  function edit(change: (job: Job) => Job, what: string | null): void {
    const before = plan.job.value
    if (!before) return
    history.edited(before, what)
    plan.put(change(before))
  }

  /** Appends a record; a correction names the record it replaces and why. */
  function record(body: RecordBody, supersedes: RecordInput['supersedes'] = null): string {
    const key = newKey()
    outbox.add({ key, job: id, input: { body, by: person() || 'shop', supersedes }, at: new Date().toISOString() })
    if (body.kind !== 'withdrawn') history.recorded(key)
    return key
  }

  /** Takes the last edit or record back; a record is withdrawn, not erased. */
  function undo(): void {
    const last = history.take()
    if (!last) return
    if (last.kind === 'job') plan.put(last.before)
    else record({ kind: 'withdrawn' }, { record: last.key, why: 'undone' })
  }

  /** Sets what is being typed for a reading, or clears it. */
  function type(key: string, body: RecordBody | null): void {
    const next = new Map(typing.value)
    if (body) next.set(key, body)
    else next.delete(key)
    typing.value = next
  }

  return { id, plan, waiting, records, recordsWithTyping, undoable: history.entries, edit, record, undo, type }
}
export type OpenJob = ReturnType<typeof openJob>
