<script setup lang="ts">
import { newKey } from '../api/key'
import { useThrottleFn } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import dayjs from 'dayjs'
import { jobExportSchema } from '@stout-shackle/core/job'
import type { LastRead } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import { failureText, readJsonFile } from '../fields/file'
import { useSettings } from '../stores/settings'
import { useShop } from '../stores/shop'
import { onShopEvent } from '../stores/events'
import { alarmText } from '@stout-shackle/core/wording'
import StateSign from '../fields/StateSign.vue'
import { usePreferences } from '../stores/preferences'
import JobCard from './JobCard.vue'
import { openRecheck } from './open-recheck'
import { keepTheDay } from './keep-the-day'

const FirstSteps = defineAsyncComponent(() => import('./FirstSteps.vue'))
const NewJobDialog = defineAsyncComponent(() => import('./NewJobDialog.vue'))
const BAYS = [1, 2, 3, 4]
const REFRESH_MS = 700

const shop = useShop()
const route = useRoute()
const router = useRouter()
const find = ref('')
const findBox = useTemplateRef<HTMLInputElement>('findBox')
const adding = ref(false)
const failure = ref<string | null>(null)
/** Of a file that was to be taken in: the list coming in later does not take it away. */
const refusedFile = ref<string | null>(null)

async function load() {
  try {
    await shop.loadJobs()
    failure.value = null
  } catch (error) {
    failure.value = (error as Error).message
  }
}
void load()
/** Jobs that changed are asked for together, a few times a second at most: a bay at work tells of every bolt. */
const changed = new Set<string>()
const refresh = useThrottleFn(
  async () => {
    const ids = [...changed]
    changed.clear()
    await Promise.all(ids.map((id) => shop.loadJob(id).catch(() => undefined)))
  },
  REFRESH_MS,
  true,
)
function heard(id: string) {
  changed.add(id)
  void refresh()
}
onShopEvent('job', ({ id }) => heard(id))
onShopEvent('record', ({ job }) => heard(job))
onShopEvent('open', () => void load())
onMounted(() => void keepTheDay())
watch(
  () => route.query.find,
  (jobId) => jobId !== undefined && void nextTick(() => findBox.value?.focus()),
  { immediate: true },
)

const settings = useSettings()
const preferences = usePreferences()
/** A plate or a phone number without what people put between its figures; an answer kept by an earlier page has none. */
const closed = (text = '') => text.replaceAll(/[^\p{L}\p{N}]/gu, '')
const found = computed(() => {
  const words = find.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (shop.jobs ?? []).filter((j) =>
    words.every((w) =>
      `${j.number} ${j.title} ${j.customer} ${j.vehicle} ${j.kit ?? ''} ${closed(j.plate)} ${closed(j.contact)} ${j.plate} ${j.contact}`
        .toLowerCase()
        .includes(w),
    ),
  )
})
const inBay = (bay: number) => found.value.filter((j) => j.bay === bay && !j.handedOver)
const yard = computed(() => found.value.filter((j) => j.bay === null || j.handedOver))

const lastRead = ref<LastRead>([])
void call<LastRead>('/pressures')
  .then((read) => (lastRead.value = read))
  .catch(() => undefined)
/** Half a day early is read too: nobody comes to the minute. */
const isRead = (job: string, due: dayjs.Dayjs) => {
  const visits = new Set([job, ...looksAt(job).map((j) => j.id)])
  return lastRead.value.some((r) => visits.has(r.job) && dayjs(r.readAt).isAfter(due.subtract(12, 'hour')))
}
/** Short visits that look again at what a job left. */
const looksAt = (job: string) => (shop.jobs ?? []).filter((j) => j.recheckOf === job)
const startFailed = ref('')
async function lookAgain(job: string) {
  try {
    await router.push({ name: 'bay-view', params: { id: await openRecheck(job) } })
  } catch (error) {
    startFailed.value = failureText(error)
  }
}
/** Bags that were read too low: whoever drives on them is called. */
const alarms = computed(() =>
  lastRead.value.flatMap(({ job: id, readAt, alarm }) => {
    const job = (shop.jobs ?? []).find((j) => j.id === id)
    return job && alarm ? { job, readAt, alarm } : []
  }),
)

/** Bags that come to their min are due so long before. */
const AHEAD_OF_MIN = 7
/** A day that the log points to is shown when it is no further off. */
const SHOWN_AHEAD = 60
const byLog = (job: (typeof found.value)[number]) =>
  lastRead.value
    .filter((r) => r.job === job.id && r.atMinOn !== null)
    .map((r) => ({
      job,
      title: `Read the bags: at their min about ${settings.date(r.atMinOn!)}`,
      day: dayjs(r.atMinOn).subtract(AHEAD_OF_MIN, 'day'),
      kind: 'min',
    }))
    .filter((f) => f.day.isBefore(dayjs().add(SHOWN_AHEAD, 'day')))
/** Follow-ups of what was handed over and what the logs point to, soonest first, until a week past their day. */
const due = computed(() =>
  (shop.jobs ?? [])
    .flatMap((job) => [
      ...(job.handedOver
        ? job.followUps
            .map((f) => ({
              job,
              title: f.title,
              day: dayjs(job.handedOver).add(f.days, 'day'),
              byPressure: f.byPressure,
              kind: 'follow-up',
            }))
            .filter((f) => (f.byPressure ? !isRead(job.id, f.day) : !looksAt(job.id).some((j) => j.handedOver)))
        : []),
      ...byLog(job),
    ])
    .filter((f) => f.day.isAfter(dayjs().subtract(7, 'day')))
    .sort((a, b) => a.day.valueOf() - b.day.valueOf()),
)

async function takeFile(event: Event) {
  const file = await readJsonFile(event, jobExportSchema)
  if (!file) return
  refusedFile.value = file.ok ? null : file.why
  if (!file.ok) return
  try {
    const body = { method: 'POST', body: file.value, key: newKey() } as const
    const { job } = await call<{ job: { id: string } }>('/jobs/import', body)
    await router.push({ name: 'measure', params: { id: job.id } })
  } catch (error) {
    refusedFile.value = failureText(error)
  }
}
</script>

<template>
  <div class="page">
    <header>
      <h1>Bays</h1>
      <input
        ref="findBox"
        v-model="find"
        class="control find"
        placeholder="Find a job: name, plate, phone  /"
        aria-label="Find a job"
      />
      <label class="file"
        >Import a job file<input type="file" accept=".json,application/json" @change="takeFile"
      /></label>
      <el-button type="primary" @click="adding = true">New job</el-button>
    </header>
    <p v-for="text in [failure, refusedFile, startFailed].filter(Boolean)" :key="text!" class="note stop" role="alert">
      {{ text }}
    </p>
    <p v-for="d in shop.damaged" :key="d.id" class="note stop" data-code="damaged">
      Job {{ d.number }} cannot be read: {{ d.problem }}. Its data is still stored; put a backup back, or ask for help.
    </p>
    <FirstSteps @job="adding = true" />
    <p v-if="shop.jobs === null && !failure" class="muted" role="status">Loading jobs…</p>
    <p v-else-if="shop.jobs?.length === 0" class="note">
      No jobs yet. Take one in with "New job": who brings it, which vehicle, the complaint.
    </p>
    <div class="bays">
      <section v-for="bay in BAYS" :key="bay" class="bay">
        <h2>Bay {{ bay }}</h2>
        <JobCard v-for="job in inBay(bay)" :key="job.id" :job="job" />
        <p v-if="!inBay(bay).length" class="empty muted">free</p>
      </section>
    </div>
    <div class="below">
      <section>
        <h2>In the yard and handed over</h2>
        <div class="yard"><JobCard v-for="job in yard" :key="job.id" :job="job" /></div>
      </section>
      <section>
        <h2>Due back</h2>
        <div class="card">
          <table class="dense">
            <tbody>
              <tr
                v-for="{ job, readAt, alarm } in alarms"
                :key="`alarm ${job.id}`"
                data-due="alarm"
                :data-code="alarm.code"
              >
                <td class="num day">{{ settings.date(readAt) }}</td>
                <td class="alarm">
                  <StateSign state="stop" />
                  {{ alarmText(alarm, preferences.system) }}
                </td>
                <td>
                  <RouterLink :to="{ name: 'hand-over', params: { id: job.id } }">{{ job.number }}</RouterLink>{{ ' '
                  }}<span class="small muted">{{ job.customer }} {{ job.contact }}</span>
                </td>
              </tr>
              <tr v-for="f in due" :key="f.job.id + f.title" :data-due="f.kind">
                <td class="num day">{{ settings.date(f.day.toISOString()) }}</td>
                <td>{{ f.title }}<span v-if="f.day.isBefore(dayjs(), 'day')" class="late"> · was due</span></td>
                <td>
                  <RouterLink :to="{ name: 'hand-over', params: { id: f.job.id } }">{{ f.job.number }}</RouterLink>{{
                    ' '
                  }}<span class="small muted">{{ f.job.customer }}</span>
                  <el-button v-if="f.kind === 'follow-up'" size="small" @click="lookAgain(f.job.id)"
                    >Check now</el-button
                  >
                </td>
              </tr>
              <tr v-if="!due.length">
                <td class="muted">Follow-ups of handed-over vehicles stand here.</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
    </div>
    <NewJobDialog v-if="adding" @close="adding = false" />
  </div>
</template>

<style scoped>
.bays {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 14px;
}
.bay {
  display: flex;
  flex-direction: column;
  gap: 10px;
  border-top: 4px solid var(--ink);
  padding-top: 8px;
  min-height: 250px;
}
.empty {
  border: 1px dashed var(--edge);
  border-radius: 4px;
  text-align: center;
  padding: 46px 0;
}
.below {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
  margin-top: 24px;
  border-top: 1px solid var(--edge);
  padding-top: 12px;
}
.below h2 {
  margin-bottom: 8px;
}
.yard {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
}
.day {
  width: 70px;
  text-align: left;
}
.alarm {
  color: var(--oxide);
}
.late {
  color: var(--amber);
}
@media (width < 1000px) {
  .bays {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
