import { useEventListener } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowReactive, shallowRef, watch } from 'vue'
import { type Job } from '@stout-shackle/core/job'
import { standing, type BayRecord, type RecordBody, type RecordInput } from '@stout-shackle/core/records'
import type { AxleEnd } from '@stout-shackle/core/vehicle'
import { assessJob } from '@stout-shackle/core/judge'
import { replay } from '@stout-shackle/core/proof'
import { bearsOnPlan, behindTouching, planFor, rankKits } from '@stout-shackle/core/stages'
import { reach } from '../../api/reach'
import { useSession } from '../session'
import { useShop } from '../shop'
import { drafts } from './draft'
import { openJob, type OpenJob } from './open-job'
import { useOutbox } from './outbox'
import { useUnsavedPlans, type UnsavedPlan } from './unsaved-plans'

const NO_RECORDS: readonly BayRecord[] = []

/**
 * The job on the screen, with the assessment that follows from its plan and records at every keystroke. What this page
 * holds of a job stays with that job when another one is opened.
 */
// eslint-disable-next-line max-lines-per-function -- a store is one function, by its library
export const useJob = defineStore('job', () => {
  const session = useSession()
  const shop = useShop()
  const outbox = useOutbox()
  const jobs = shallowReactive(new Map<string, OpenJob>())
  const current = shallowRef<OpenJob | null>(null)
  /** A weight is being dragged, and how many frames of it were drawn. */
  const moving = ref(false)
  const heartbeat = ref(0)

  const job = computed(() => current.value?.plan.job.value ?? null)
  const records = computed(() => current.value?.records.value ?? [])

  // The plan depends on some parts of the job only: other edits do not order it anew.
  const planInputs = {
    kits: computed(() => job.value?.kits),
    vehicle: computed(() => job.value?.vehicle),
    survey: computed(() => job.value?.survey),
    choices: computed(() => job.value?.choices),
    procedures: computed(() => job.value?.procedures),
    air: computed(() => job.value?.air),
    supply: computed(() => job.value?.supply),
    circuit: computed(() => job.value?.circuit),
    recheck: computed(() => job.value?.recheck ?? null),
  }
  /** Records that have a say in the plan; the same empty list as long as there are none. */
  const planRecords = computed(() => {
    const all = records.value
    return all.some((r) => bearsOnPlan(r.body)) ? all : NO_RECORDS
  })
  const plan = computed(() => {
    const [kits, vehicle, survey, choices, procedures, air, supply, circuit] = [
      planInputs.kits.value,
      planInputs.vehicle.value,
      planInputs.survey.value,
      planInputs.choices.value,
      planInputs.procedures.value,
      planInputs.air.value,
      planInputs.supply.value,
      planInputs.circuit.value,
    ]
    return kits && vehicle && survey && choices && procedures && air && supply && circuit !== undefined
      ? planFor(
          { kits, vehicle, survey, choices, procedures, air, supply, circuit, recheck: planInputs.recheck.value },
          planRecords.value,
        )
      : null
  })
  const assessment = computed(() =>
    job.value && current.value ? assessJob(job.value, current.value.recordsWithTyping.value, plan.value) : null,
  )
  /** What was recorded, without what is being typed: what a field shows, and what it would correct. */
  const proven = computed(() => {
    const stood = standing(records.value)
    return { standing: stood, proof: job.value ? replay(job.value, plan.value, stood) : null }
  })
  /** Whose kits are compared: those of the axle on the screen. */
  const axle = ref<AxleEnd>('rear')
  /** Kits that meet something as they would be mounted, as far as that was worked out beside the page. */
  const touching = shallowRef<ReadonlySet<string>>(new Set())
  /** The catalog's kits of that axle over every load case; worked out where somebody looks at it. */
  const ranked = computed(() =>
    job.value && assessment.value
      ? rankKits(job.value, shop.catalog, assessment.value.cases, {
          active: assessment.value.active,
          axle: axle.value,
        })
      : null,
  )
  const ranking = computed(() =>
    ranked.value && job.value ? behindTouching(ranked.value, job.value.preferences, touching.value) : null,
  )
  const unsaved = computed(() =>
    current.value ? current.value.waiting.value.length > 0 || current.value.plan.edited.value : false,
  )

  function openJobOf(id: string): OpenJob {
    const known = jobs.get(id)
    if (known) return known
    const opened = openJob(id, outbox, () => session.signer)
    jobs.set(id, opened)
    return opened
  }
  /** What a make and model can choose from is asked again as soon as they change. */
  watch(
    [() => job.value?.id, () => job.value?.vehicle.make, () => job.value?.vehicle.model],
    ([id, make, model], [was]) => {
      if (id && id === was && job.value)
        void shop.loadCatalog({ make: make ?? '', model: model ?? '' }).catch(() => undefined)
    },
  )
  /** Shows a job: as it stands in this page if it was open before, then as the server has it. */
  async function open(id: string): Promise<void> {
    const opened = openJobOf(id)
    // Another job begins at its rear, where most kits go.
    if (current.value !== opened) axle.value = 'rear'
    current.value = opened
    void outbox.send()
    await opened.plan.open(({ vehicle }) => shop.loadCatalog(vehicle).catch(() => undefined))
  }
  /** Somebody tried to change a visit that is closed. */
  const turnedAway = ref(false)
  /** A vehicle that has left is changed on its next visit; only the hand-over itself can be taken back, as a slip. */
  function mayChange(target?: string): boolean {
    const left = assessment.value?.handedOver
    turnedAway.value = !!left && target !== left.id
    return !turnedAway.value
  }
  watch(current, () => (turnedAway.value = false))
  /** Takes up what earlier pages left unsent, of every job. */
  async function resume(): Promise<void> {
    for (const draft of await drafts.all()) if (!jobs.has(draft.id)) openJobOf(draft.id).plan.takeUp(draft)
  }
  /** Plans that are edited here and not with the server, of every job. */
  const unsavedPlans = computed((): UnsavedPlan[] =>
    [...jobs.values()].flatMap(({ id, plan }) =>
      plan.job.value && (plan.edited.value || plan.conflicts.value.length > 0)
        ? [
            {
              id,
              number: plan.job.value.number,
              title: plan.job.value.title,
              refused: plan.refused.value,
              conflicts: plan.conflicts.value.length,
              by: plan.editor.value?.name ?? '',
            },
          ]
        : [],
    ),
  )
  const shown = useUnsavedPlans()
  watch(unsavedPlans, (now) => (shown.plans = now), { immediate: true, flush: 'sync' })
  /** After signing in: what was refused for that. */
  function signedIn(): void {
    for (const { plan } of jobs.values()) if (plan.refused.value?.status === 401) plan.sendAgain()
  }
  useEventListener('pagehide', () => {
    for (const { plan } of jobs.values()) plan.keepDraft()
  })

  return {
    job,
    records,
    assessment,
    kept: proven,
    ranking,
    touching,
    axle,
    undoable: computed(() => current.value?.undoable.value ?? []),
    unsaved,
    moving,
    beat: heartbeat,
    away: computed(() => reach.away),
    unsavedPlans,
    resume,
    signedIn,
    unavailable: computed(() => current.value?.plan.unavailable.value ?? false),
    missing: computed(() => current.value?.plan.missing.value ?? false),
    conflicts: computed(() => current.value?.plan.conflicts.value ?? []),
    refused: computed(() => current.value?.plan.refused.value ?? null),
    pick: (path: string, side: 'mine' | 'theirs') => current.value?.plan.pick(path, side),
    /** Sends a refused plan again, of any job. */
    sendAgain: (id: string) => jobs.get(id)?.plan.sendAgain(),
    giveUp: (id: string) => jobs.get(id)?.plan.giveUp(),
    open,
    refresh: async () => current.value?.plan.refresh(),
    edit: (change: (job: Job) => Job, what: string | null = null) => {
      if (mayChange()) current.value?.edit(change, what)
    },
    turnedAway,
    /** Appends a record to the job on the screen. */
    record: (body: RecordBody, supersedes: RecordInput['supersedes'] = null): string =>
      mayChange(supersedes?.record) ? current.value!.record(body, supersedes) : '',
    /** To a job by its id, whichever is on the screen by now. */
    recordOn: (id: string, body: RecordBody): string => openJobOf(id).record(body, null),
    undo: () => current.value?.undo(),
    type: (key: string, body: RecordBody | null, corrects: string | null = null) =>
      current.value?.type(key, body, corrects),
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
