import { useDebounceFn, useThrottleFn } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import type { StoredJob } from '@stout-shackle/core/contract'
import { VEHICLE_NAMES, type Job } from '@stout-shackle/core/job'
import type { BayRecord } from '@stout-shackle/core/records'
import { call, Refused, Unreachable } from '../../api/client'
import { newKey } from '../../api/key'
import { untilAnswered } from '../../api/retry'
import type { Conflict, Draft, Refusal, Signer } from '../../offline-store'
import { drafts } from './draft'
import { mergeThree, putAt } from '../merge'
import { withServersOwn } from './servers-own'

const SAVE_AFTER_MS = 250
const DRAFT_EVERY_MS = 100

/**
 * The plan of one job in this page: edited at once, saved by version, merged where somebody else changed it too.
 *
 * Every answer is applied to the job it was asked for, whichever job is on the screen when it comes.
 * @param heard takes the records that came with an answer
 * @param signer who is at the screen
 */
// eslint-disable-next-line max-lines-per-function -- what is typed, what was sent and what came back share their state
export function planSync(id: string, heard: (records: readonly BayRecord[]) => void, signer: () => Signer | null) {
  const job = shallowRef<Job | null>(null)
  const saved = shallowRef<Pick<StoredJob, 'version' | 'job'> | null>(null)
  const missing = ref(false)
  /** The server is away and this screen never had the job. */
  const unavailable = ref(false)
  /** Both sides changed these: theirs stands until somebody picks. */
  const conflicts = shallowRef<readonly Conflict[]>([])
  /** Why the server did not take the plan as it is here; what is here stays. */
  const refused = shallowRef<Refusal | null>(null)
  /** Who made the edits that are not saved yet. */
  const editor = shallowRef<Signer | null>(null)
  let saving = false
  const trying = untilAnswered()

  const edited = computed(() => job.value !== null && job.value !== saved.value?.job)

  function take(stored: StoredJob): void {
    saved.value = { version: stored.version, job: stored.job }
    job.value = stored.job
    heard(stored.records)
  }
  function merge(base: Job, mine: Job, theirs: Job): Job {
    const merged = mergeThree(base, mine, theirs)
    const paths = new Set(merged.conflicts.map((c) => c.path))
    conflicts.value = [...conflicts.value.filter((c) => !paths.has(c.path)), ...merged.conflicts]
    return merged.value
  }

  /**
   * Reads the job, and takes up a draft this browser kept of it.
   * @param before runs between the answer and showing the job
   */
  async function open(before: (job: Job) => Promise<void>): Promise<void> {
    missing.value = false
    unavailable.value = false
    keepDraft()
    const draft = await drafts.get(id)
    try {
      const storedHere = await call<StoredJob>(`/jobs/${id}`)
      await before(storedHere.job)
      // An answer this screen kept may be older than what it has seen since.
      if (saved.value && saved.value.version > storedHere.version) return heard(storedHere.records)
      if (edited.value && saved.value) {
        const [base, mine] = [saved.value.job, job.value!]
        take(storedHere)
        job.value = merge(base, mine, storedHere.job)
      } else if (draft) {
        take(storedHere)
        resume(draft, storedHere)
      } else take(storedHere)
      if (edited.value) void save()
    } catch (error) {
      if (error instanceof Refused && error.status === 404) missing.value = true
      else if (error instanceof Unreachable && draft) {
        saved.value = { version: draft.version, job: draft.base }
        resume(draft, saved.value)
        void save()
      } else if (error instanceof Unreachable) unavailable.value = true
      else if (!(error instanceof Refused)) throw error
    }
  }
  function resume(draft: Draft, onto: Pick<StoredJob, 'job'>): void {
    conflicts.value = draft.conflicts
    editor.value = draft.signer
    job.value = merge(draft.base, draft.job, onto.job)
  }
  /** Takes up a draft whose job nobody has opened, so that it is sent all the same. */
  function takeUp(draft: Draft): void {
    saved.value = { version: draft.version, job: draft.base }
    resume(draft, saved.value)
    void save()
  }

  /** Something changed on the server, from another page or another hand. */
  async function refresh(): Promise<void> {
    const base = saved.value
    if (!job.value || !base) return
    // A save that waits for the server is woken; its answer brings what changed.
    if (saving) return trying.wake()
    const storedFound = await call<StoredJob>(`/jobs/${id}`).catch(() => null)
    // Saved while this was on its way, or kept from before: the answer is older than what is here.
    if (!storedFound || saved.value !== base || storedFound.version < base.version) return
    const mine = job.value
    take(storedFound)
    if (mine === base.job) return
    job.value = merge(base.job, mine, storedFound.job)
    void save()
  }

  function put(next: Job): void {
    job.value = next
    refused.value = null
    editor.value = signer()
    void keepDraftSoon()
    void saveSoon()
    // What waits for the server is not what is here any more.
    trying.wake()
  }
  /** One side of a conflict is picked; nothing is lost before. */
  function pick(path: string, side: 'mine' | 'theirs'): void {
    const conflict = conflicts.value.find((c) => c.path === path)
    if (!conflict || !job.value) return
    conflicts.value = conflicts.value.filter((c) => c !== conflict)
    if (side === 'mine') put(putAt(job.value, path, conflict.mine))
    else if (edited.value || conflicts.value.length) keepDraft()
    else void drafts.drop(id)
  }

  /** Saved in the browser at the first edit, then no more than ten times a second: a drag edits at every frame. */
  let drafted = false
  const keepDraftSoon = useThrottleFn(() => keepDraft(), DRAFT_EVERY_MS, true)
  function keepDraft(): void {
    if (!job.value || !saved.value) return
    if (!edited.value && !conflicts.value.length) {
      // Undone before it was sent: what was kept of it must not come back with the next page.
      if (drafted) void drafts.drop(id)
      drafted = false
      return
    }
    drafted = true
    void drafts.keep({
      id,
      base: saved.value.job,
      version: saved.value.version,
      job: job.value,
      at: new Date().toISOString(),
      signer: editor.value,
      conflicts: [...conflicts.value],
    })
  }

  const saveSoon = useDebounceFn(() => save(), SAVE_AFTER_MS)
  /** Sends the plan until the server has it as it is here, or says why not. */
  async function save(): Promise<void> {
    if (saving || refused.value) return
    saving = true
    try {
      while (edited.value && !refused.value) await saveOnce()
    } finally {
      saving = false
    }
    if (!edited.value && !conflicts.value.length) await drafts.drop(id)
    else keepDraft()
  }
  async function saveOnce(): Promise<void> {
    const [mine, base] = [job.value!, saved.value!]
    const credential = editor.value ?? signer()
    const key = newKey()
    try {
      const answer = await trying.run(() => {
        // Typed on meanwhile: what goes out is what is here now.
        if (job.value !== mine) throw new Superseded()
        const write = { method: 'PUT', body: mine, version: base.version, key, signer: credential?.token } as const
        return call<StoredJob>(`/jobs/${id}`, write)
      })
      // The server says since when things are what they are; what a person typed is not exchanged under the hand.
      const mergedHere = withServersOwn(mine, answer.job)
      saved.value = { version: answer.version, job: mergedHere }
      job.value = job.value === mine ? mergedHere : withServersOwn(job.value!, answer.job)
      heard(answer.records)
    } catch (why) {
      if (why instanceof Superseded) return
      if (!(why instanceof Refused)) throw why
      if (why.status === 412) {
        const current = why.problem.current as StoredJob
        saved.value = { version: current.version, job: current.job }
        heard(current.records)
        job.value = merge(base.job, job.value ?? mine, current.job)
        keepDraft()
      } else if (!leaveOut(why, base.job)) refused.value = { status: why.status, why: why.message }
    }
  }
  /**
   * What is another person's to change goes back to what it was, kept beside as what was typed; the rest of the plan is sent.
   * @returns whether all that was refused is of that kind
   */
  function leaveOut(why: Refused, base: Job): boolean {
    const names = why.fields.flatMap((f) => {
      const name = VEHICLE_NAMES.find((n) => f.code === 'needs-desk' && f.field === `vehicle.${n}`)
      return name ? { name, why: f.message } : []
    })
    if (!names.length || names.length < why.fields.length) return false
    const mine = job.value!
    for (const { name, why: message } of names) {
      const path = `vehicle.${name}`
      const there = conflicts.value.filter((c) => c.path !== path)
      conflicts.value = [...there, { path, mine: mine.vehicle[name], theirs: base.vehicle[name], why: message }]
      job.value = putAt(job.value!, path, base.vehicle[name])
    }
    keepDraft()
    return true
  }
  /** Tries again what was refused: somebody signed in, or it was put right elsewhere. */
  function sendAgain(): void {
    if (refused.value?.status === 401 && (editor.value === null || editor.value.id === signer()?.id))
      editor.value = signer()
    refused.value = null
    if (saving) trying.wake()
    else void save()
  }
  /** Gives up what is here and is not saved. */
  function giveUp(): void {
    if (saved.value) job.value = saved.value.job
    refused.value = null
    conflicts.value = []
    void drafts.drop(id)
  }

  return {
    job,
    saved,
    missing,
    unavailable,
    conflicts,
    refused,
    editor,
    edited,
    open,
    takeUp,
    refresh,
    put,
    pick,
    keepDraft,
    sendAgain,
    giveUp,
  }
}

class Superseded extends Error {}
