import { useEventListener } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Job, RecordBody, RecordInput } from '@stout-shackle/core/job'
import { assessJob, planFor, rankKits } from '@stout-shackle/core/stages'
import { usePreferences } from '../preferences'
import { useShop } from '../shop'
import { openJob, type OpenJob } from './open-job'
import { useOutbox } from './outbox'

/**
 * The job on the screen, with the assessment that follows from its plan and records at every keystroke. What this page
 * holds of a job stays with that job when another one is opened.
 */
export const useJob = defineStore('job', () => {
  const preferences = usePreferences()
  const shop = useShop()
  const outbox = useOutbox()
  const jobs = new Map<string, OpenJob>()
  const current = shallowRef<OpenJob | null>(null)
  /** A weight is being dragged, and how many frames of it were drawn. */
  const moving = ref(false)
  const beat = ref(0)

  const job = computed(() => current.value?.plan.job.value ?? null)
  const records = computed(() => current.value?.records.value ?? [])

  // The plan depends on four parts of the job only: other edits do not order it anew.
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
  const assessment = computed(() =>
    job.value && current.value ? assessJob(job.value, current.value.recordsWithTyping.value, plan.value) : null,
  )
  /** The catalog's kits over every load case; worked out where somebody looks at it. */
  const ranking = computed(() =>
    job.value && assessment.value
      ? rankKits(job.value, shop.catalog, assessment.value.cases, assessment.value.active)
      : null,
  )
  const unsaved = computed(() =>
    current.value ? current.value.waiting.value.length > 0 || current.value.plan.edited() : false,
  )

  /** Shows a job: as it stands in this page if it was open before, then as the server has it. */
  async function open(id: string): Promise<void> {
    const opened = jobs.get(id) ?? openJob(id, outbox, () => preferences.person)
    jobs.set(id, opened)
    if (current.value !== opened) opened.plan.notice.value = null
    current.value = opened
    void outbox.send()
    await opened.plan.open(({ vehicle }) => shop.loadCatalog(vehicle))
  }
  useEventListener('pagehide', () => {
    for (const { plan } of jobs.values()) plan.keepDraft()
  })

  return {
    job,
    records,
    assessment,
    ranking,
    undoable: computed(() => current.value?.undoable.value ?? []),
    unsaved,
    moving,
    beat,
    away: computed(() => outbox.away || (current.value?.plan.away.value ?? false)),
    missing: computed(() => current.value?.plan.missing.value ?? false),
    notice: computed({
      get: () => current.value?.plan.notice.value ?? null,
      set: (notice) => {
        if (current.value) current.value.plan.notice.value = notice
      },
    }),
    open,
    refresh: async () => current.value?.plan.refresh(),
    edit: (change: (job: Job) => Job, what: string | null = null) => current.value?.edit(change, what),
    /** Appends a record to the job on the screen. */
    record: (body: RecordBody, supersedes: RecordInput['supersedes'] = null): string =>
      current.value!.record(body, supersedes),
    undo: () => current.value?.undo(),
    type: (key: string, body: RecordBody | null) => current.value?.type(key, body),
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
