import { useDebounceFn, useThrottleFn } from '@vueuse/core'
import { ref, shallowRef } from 'vue'
import type { StoredJob } from '@stout-shackle/core/contract'
import type { BayRecord, Job } from '@stout-shackle/core/job'
import { call, Refused, Unreachable } from '../../api/client'
import { newKey } from '../../api/key'
import { drafts } from './draft'
import { mergeThree } from './merge'

const SAVE_AFTER_MS = 250
const DRAFT_EVERY_MS = 100
const RETRY_MS = 1500

/**
 * The plan of one job in this page: edited at once, saved by version, merged where somebody else changed it too.
 *
 * Every answer is applied to the job it was asked for, whichever job is on the screen when it comes.
 * @param heard takes the records that came with an answer
 */
export function planSync(id: string, heard: (records: readonly BayRecord[]) => void) {
  const job = shallowRef<Job | null>(null)
  const saved = shallowRef<Pick<StoredJob, 'version' | 'job'> | null>(null)
  const away = ref(false)
  const missing = ref(false)
  /** The last refusal or merge, for the person to read. */
  const notice = ref<string | null>(null)
  let saving = false

  const edited = () => job.value !== null && job.value !== saved.value?.job

  function take(fresh: StoredJob): void {
    saved.value = { version: fresh.version, job: fresh.job }
    job.value = fresh.job
    heard(fresh.records)
  }
  function merge(base: Job, mine: Job, theirs: Job): Job {
    const { value, conflicts } = mergeThree(base, mine, theirs)
    if (conflicts.length)
      notice.value = `Changed elsewhere too; the other change was taken: ${conflicts.join(', ')}. Type yours again if it was right.`
    return value
  }

  /**
   * Reads the job, and takes up a draft this browser kept of it.
   * @param before runs between the answer and showing the job
   */
  async function open(before: (job: Job) => Promise<void>): Promise<void> {
    missing.value = false
    keepDraft()
    try {
      const fresh = await call<StoredJob>(`/jobs/${id}`)
      await before(fresh.job)
      take(fresh)
      const draft = drafts.get(id)
      if (!draft) return
      job.value = merge(draft.base, draft.job, fresh.job)
      void save()
    } catch (error) {
      if (error instanceof Refused && error.status === 404) missing.value = true
      else throw error
    }
  }

  /** Something changed on the server, from another page or another hand. */
  async function refresh(): Promise<void> {
    const base = saved.value
    if (!job.value || !base || saving) return
    const fresh = await call<StoredJob>(`/jobs/${id}`).catch(() => null)
    // Saved while this was on its way: the answer is older than what is here.
    if (!fresh || saved.value !== base) return
    const mine = job.value
    take(fresh)
    if (mine === base.job) return
    job.value = merge(base.job, mine, fresh.job)
    void save()
  }

  function put(next: Job): void {
    job.value = next
    void keepDraftSoon()
    void saveSoon()
  }

  /** Saved in the browser at the first edit, then no more than ten times a second: a drag edits at every frame. */
  const keepDraftSoon = useThrottleFn(() => keepDraft(), DRAFT_EVERY_MS, true)
  function keepDraft(): void {
    if (job.value && saved.value && edited()) drafts.keep(id, { base: saved.value.job, job: job.value })
  }

  const saveSoon = useDebounceFn(() => save(), SAVE_AFTER_MS)
  async function save(): Promise<void> {
    if (saving || !job.value || !saved.value || !edited()) return
    saving = true
    const mine = job.value
    const base = saved.value
    try {
      const fresh = await call<StoredJob>(`/jobs/${id}`, {
        method: 'PUT',
        body: mine,
        version: base.version,
        key: newKey(),
      })
      away.value = false
      saved.value = { version: fresh.version, job: mine }
    } catch (error) {
      if (error instanceof Unreachable) {
        away.value = true
        setTimeout(() => void save(), RETRY_MS)
        return
      }
      if (!(error instanceof Refused)) throw error
      // It answered: whatever it said, it is not away.
      away.value = false
      if (error.status === 412) {
        const current = error.problem.current as StoredJob
        saved.value = { version: current.version, job: current.job }
        heard(current.records)
        job.value = merge(base.job, job.value ?? mine, current.job)
      } else {
        notice.value = error.message
        job.value = base.job
      }
    } finally {
      saving = false
    }
    if (edited()) await save()
    else drafts.drop(id)
  }

  return { job, saved, away, missing, notice, edited, open, refresh, put, keepDraft }
}
