import { useDebounceFn, useEventListener, useThrottleFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import {
  assessJob,
  planFor,
  rankKits,
  type BayRecord,
  type Job,
  type RecordBody,
  type RecordInput,
} from '@stout-shackle/core/job'
import { call, Refused, Unreachable } from '../api/client'
import { drafts } from './draft'
import { mergeThree } from './merge'
import { outbox, type Waiting } from './outbox'
import { usePreferences } from './preferences'
import { useShop } from './shop'

interface Stored {
  version: number
  job: Job
  records: BayRecord[]
}
type Undoable = { kind: 'job'; before: Job; what: string | null } | { kind: 'record'; key: string }

const SAVE_AFTER_MS = 250
const DRAFT_EVERY_MS = 100
const RETRY_MS = 1500
const UNDO_DEPTH = 100

/**
 * The job on the screen: its plan (edited, saved by version) and its records (appended through an outbox), with the
 * assessment that follows from both at every keystroke.
 */
export const useJob = defineStore('job', () => {
  const preferences = usePreferences()
  const shop = useShop()
  const job = shallowRef<Job | null>(null)
  const saved = shallowRef<{ version: number; job: Job } | null>(null)
  const stored = shallowRef<BayRecord[]>([])
  const waiting = shallowRef<Waiting[]>([])
  /** Readings being typed: they count for the answer, not for the record. */
  const typing = shallowRef<Map<string, RecordBody>>(new Map())
  const undoable = shallowRef<Undoable[]>([])
  /** A weight is being dragged, and how many frames of it were drawn. */
  const moving = ref(false)
  const beat = ref(0)
  const away = ref(false)
  const missing = ref(false)
  /** The last refusal or merge, for the person to read. */
  const notice = ref<string | null>(null)

  const pendingRecord = (w: Waiting, i: number): BayRecord => ({
    ...w.input,
    id: w.key,
    sequence: (stored.value.at(-1)?.sequence ?? 0) + i + 1,
    at: w.at,
  })
  const records = computed<BayRecord[]>(() => {
    const known = new Set(stored.value.map((r) => r.id))
    return [...stored.value, ...waiting.value.filter((w) => !known.has(w.key)).map(pendingRecord)]
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

  // The plan hangs on four parts of the job only: other edits do not order it anew.
  const planInputs = {
    kit: computed(() => job.value?.kit),
    vehicle: computed(() => job.value?.vehicle),
    survey: computed(() => job.value?.survey),
    choices: computed(() => job.value?.choices),
  }
  const plan = computed(() => {
    const { kit, vehicle, survey, choices } = planInputs
    return kit.value && vehicle.value && survey.value && choices.value && job.value
      ? planFor({
          ...job.value,
          kit: kit.value,
          vehicle: vehicle.value,
          survey: survey.value,
          choices: choices.value,
        })
      : null
  })
  const assessment = computed(() => (job.value ? assessJob(job.value, recordsWithTyping.value, plan.value) : null))
  /** The shelf's kits over every load case; worked out where somebody looks at it. */
  const ranking = computed(() =>
    job.value && assessment.value
      ? rankKits(job.value, shop.shelf, assessment.value.cases, assessment.value.active)
      : null,
  )
  const unsaved = computed(() => waiting.value.length > 0 || (job.value !== null && job.value !== saved.value?.job))

  async function open(id: string): Promise<void> {
    if (job.value?.id !== id) {
      job.value = saved.value = null
      stored.value = []
      undoable.value = []
      typing.value = new Map()
      notice.value = null
    }
    missing.value = false
    try {
      const fresh = await call<Stored>(`/jobs/${id}`)
      await shop.loadCatalog(fresh.job.vehicle)
      take(fresh)
      const draft = drafts.get(id)
      if (draft) {
        job.value = merge(draft.base, draft.job, fresh.job)
        void save()
      }
      waiting.value = outbox.of(id)
      void send()
    } catch (error) {
      if (error instanceof Refused && error.status === 404) missing.value = true
      else throw error
    }
  }

  function take(fresh: Stored): void {
    saved.value = { version: fresh.version, job: fresh.job }
    job.value = fresh.job
    keep(fresh.records)
  }
  /** Records only ever get more: an answer that was overtaken by a newer one takes none away. */
  function keep(fresh: readonly BayRecord[]): void {
    const known = new Map([...stored.value, ...fresh].map((r) => [r.id, r]))
    stored.value = [...known.values()].sort((a, b) => a.sequence - b.sequence)
  }

  function merge(base: Job, mine: Job, theirs: Job): Job {
    const { value, conflicts } = mergeThree(base, mine, theirs)
    if (conflicts.length)
      notice.value = `Changed elsewhere too, theirs kept: ${conflicts.join(', ')}. Type yours again if it was right.`
    return value
  }

  /** Something changed on the server, from another page or another hand. */
  async function refresh(): Promise<void> {
    const current = job.value
    const base = saved.value
    if (!current || !base || saving) return
    const fresh = await call<Stored>(`/jobs/${current.id}`).catch(() => null)
    if (!fresh || job.value?.id !== fresh.job.id) return
    const mine = job.value
    take(fresh)
    if (mine !== base.job) {
      job.value = merge(base.job, mine, fresh.job)
      void save()
    }
  }

  /**
   * Edits the plan: `change` gives a new job from the present one. Keystrokes in one field name the same `what`, and
   * are undone together.
   */
  function edit(change: (job: Job) => Job, what: string | null = null): void {
    if (!job.value) return
    const last = undoable.value.at(-1)
    if (!(what && last?.kind === 'job' && last.what === what)) push({ kind: 'job', before: job.value, what })
    put(change(job.value))
  }
  function put(next: Job): void {
    job.value = next
    void keepDraftSoon()
    void saveSoon()
  }

  /** Kept at the first edit, then ten times a second at most: a drag edits at every frame. */
  const keepDraftSoon = useThrottleFn(() => keepDraft(), DRAFT_EVERY_MS, true)
  function keepDraft(): void {
    if (job.value && saved.value && job.value !== saved.value.job)
      drafts.keep(job.value.id, { base: saved.value.job, job: job.value })
  }
  useEventListener('pagehide', keepDraft)

  let saving = false
  const saveSoon = useDebounceFn(() => save(), SAVE_AFTER_MS)
  async function save(): Promise<void> {
    if (saving || !job.value || !saved.value || job.value === saved.value.job) return
    saving = true
    const mine = job.value
    const base = saved.value
    try {
      const fresh = await call<Stored>(`/jobs/${mine.id}`, {
        method: 'PUT',
        body: mine,
        version: base.version,
        key: crypto.randomUUID(),
      })
      away.value = false
      if (job.value?.id !== mine.id) return
      saved.value = { version: fresh.version, job: mine }
      if (job.value === mine) drafts.drop(mine.id)
    } catch (error) {
      if (error instanceof Unreachable) {
        away.value = true
        setTimeout(() => void save(), RETRY_MS)
      } else if (error instanceof Refused && error.status === 412) {
        const current = error.problem.current as Stored
        saved.value = { version: current.version, job: current.job }
        keep(current.records)
        job.value = merge(base.job, job.value ?? mine, current.job)
      } else if (error instanceof Refused) {
        notice.value = error.message
        job.value = base.job
        drafts.drop(mine.id)
      } else throw error
    } finally {
      saving = false
    }
    if (!away.value && job.value && job.value !== saved.value?.job) await save()
    else if (!away.value) drafts.drop(mine.id)
  }

  /** Appends a record; a correction names the record it replaces and why. */
  function record(body: RecordBody, supersedes: RecordInput['supersedes'] = null): string {
    const key = crypto.randomUUID()
    const entry: Waiting = {
      key,
      job: job.value!.id,
      input: { body, by: preferences.person || 'shop', supersedes },
      at: new Date().toISOString(),
    }
    outbox.add(entry)
    waiting.value = [...waiting.value, entry]
    if (body.kind !== 'withdrawn') push({ kind: 'record', key })
    void send()
    return key
  }

  let sending = false
  async function send(): Promise<void> {
    if (sending) return
    sending = true
    try {
      for (let next = waiting.value[0]; next; next = waiting.value[0]) {
        try {
          const fresh = await call<BayRecord>(`/jobs/${next.job}/records`, {
            method: 'POST',
            body: next.input,
            key: next.key,
          })
          away.value = false
          keep([fresh])
        } catch (error) {
          if (error instanceof Unreachable) {
            away.value = true
            setTimeout(() => void send(), RETRY_MS)
            return
          }
          if (!(error instanceof Refused)) throw error
          notice.value = error.message
        }
        outbox.remove(next.key)
        waiting.value = waiting.value.filter((w) => w.key !== next.key)
      }
    } finally {
      sending = false
    }
  }

  function push(entry: Undoable): void {
    undoable.value = [...undoable.value, entry].slice(-UNDO_DEPTH)
  }
  /** Takes the last edit or record back; a record is withdrawn, not erased. */
  function undo(): void {
    const last = undoable.value.at(-1)
    if (!last) return
    undoable.value = undoable.value.slice(0, -1)
    if (last.kind === 'job') put(last.before)
    else record({ kind: 'withdrawn' }, { record: last.key, why: 'undone' })
  }

  /** Sets what is being typed for a reading, or clears it. */
  function type(key: string, body: RecordBody | null): void {
    const next = new Map(typing.value)
    if (body) next.set(key, body)
    else next.delete(key)
    typing.value = next
  }

  return {
    job,
    records,
    assessment,
    ranking,
    undoable,
    unsaved,
    moving,
    beat,
    away,
    missing,
    notice,
    open,
    refresh,
    edit,
    record,
    undo,
    type,
  }
})

/** The open job, for components that only stand on a page where there is one. */
export function useOpenJob() {
  const store = useJob()
  return {
    store,
    job: computed(() => store.job!),
    assessment: computed(() => store.assessment!),
  }
}
