<script setup lang="ts">
import { useNow, useSessionStorage } from '@vueuse/core'
import dayjs from 'dayjs'
import timezone from 'dayjs/plugin/timezone'
import utc from 'dayjs/plugin/utc'
import { computed, ref, watch } from 'vue'
import { pressureReadingSchema, type KeptReading, type PressureReading } from '@stout-shackle/core/records'
import { formatQuantity, limitsOf } from '@stout-shackle/core/quantity'
import type { KitAssessment } from '@stout-shackle/core/stages'
import { pressureLog, pressuresFromCsv, pressuresToCsv, type LineLog } from '@stout-shackle/core/stages/pressure-log'
import { TREND_TEXT } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { newKey } from '../api/key'
import CsvButtons from '../fields/CsvButtons.vue'
import { failureText } from '../fields/file'
import QuantityField from '../fields/QuantityField.vue'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useSession } from '../stores/session'
import { useSettings } from '../stores/settings'
import PressureLogChart from './PressureLogChart.vue'

dayjs.extend(utc)
dayjs.extend(timezone)

/** What the bags were read at since: by side, with weather taken out, and the day the min is reached. */
const props = defineProps<{ chosen: KitAssessment }>()
const { job } = useOpenJob()
const preferences = usePreferences()
const shop = useSettings()
const session = useSession()

const readingsHere = ref<KeptReading[]>([])
const failure = ref('')
const shownFor = ref('')
async function load() {
  const jobId = job.value.id
  try {
    const read = await call<KeptReading[]>(`/jobs/${jobId}/pressures`)
    // Another job may be open by now.
    if (jobId !== job.value.id) return
    readingsHere.value = read
    shownFor.value = jobId
    failure.value = ''
  } catch (error) {
    if (jobId === job.value.id) failure.value = failureText(error)
  }
}
watch(
  () => job.value.id,
  () => {
    readingsHere.value = []
    void load()
  },
  { immediate: true },
)
const { axle } = props.chosen.kit
const lines = computed((): LineLog[] =>
  pressureLog(
    readingsHere.value.filter((r) => r.axle === axle),
    { [axle]: props.chosen.minimum?.value },
    job.value.altitude,
    Date.now(),
  ),
)
const teed = computed(() => job.value.air[axle] === 'teed')

const onClock = (time: Date) => dayjs(time).tz(shop.settings.timeZone).format('YYYY-MM-DDTHH:mm')
interface Entry {
  side: 'left' | 'right'
  pressure: number | null
  temperature: number | null
  filledTo: number | null
  tolerance: number | null
  /** As typed; empty for now. */
  when: string
  load: '' | 'empty' | 'loaded'
  source: 'shop' | 'owner'
  readBy: string
  /** What was sent and had no answer: sent again it is the same reading, and not a second one. */
  sent: { key: string; reading: PressureReading } | null
}
const blank = (): Entry => ({
  side: 'left',
  pressure: null,
  temperature: null,
  filledTo: null,
  tolerance: null,
  when: '',
  load: '',
  source: 'owner',
  readBy: '',
  sent: null,
})
/** What is typed and not saved, for each job: a page that is loaded again has it still. */
const entry = useSessionStorage(() => `pressure-log ${job.value.id} ${axle}`, blank)
const now = useNow({ interval: 10_000 })
/** Now by the shop's clock, until somebody types when. */
const when = computed({ get: () => entry.value.when || onClock(now.value), set: (v) => (entry.value.when = v) })
const refused = ref('')
const saving = ref(false)
const p = (v: number) => formatQuantity('pressure', v, preferences.system, 1)

/** @returns why they were not taken; empty where they were */
async function send(readings: PressureReading[], key: string) {
  const jobId = job.value.id
  saving.value = true
  try {
    const added = await call<KeptReading[]>(`/jobs/${jobId}/pressures`, {
      method: 'POST',
      key,
      body: { readings },
    })
    const known = new Set(added.map((r) => r.id))
    if (jobId === job.value.id) readingsHere.value = [...readingsHere.value.filter((r) => !known.has(r.id)), ...added]
    return ''
  } catch (error) {
    return failureText(error)
  } finally {
    saving.value = false
  }
}
// eslint-disable-next-line complexity -- one refusal after the other, each at its field
async function save() {
  const typed = entry.value
  const time = typed.when ? dayjs.tz(typed.when, shop.settings.timeZone) : dayjs()
  refused.value =
    typed.pressure === null
      ? 'Enter the pressure the gauge showed.'
      : !time.isValid()
        ? 'Enter when it was read.'
        : time.isAfter(dayjs().add(5, 'minute'))
          ? 'Read in the future? Check the date and time.'
          : !typed.readBy.trim() && typed.source === 'owner'
            ? 'Enter who read it.'
            : ''
  if (refused.value || typed.pressure === null) return
  const reading: PressureReading = {
    axle,
    side: teed.value ? null : typed.side,
    pressure: typed.pressure,
    temperature: typed.temperature,
    altitude: null,
    readAt: time.toISOString(),
    load: typed.load || null,
    source: typed.source,
    readBy: typed.readBy.trim() || session.person?.name || 'the shop',
    tolerance: typed.tolerance,
    filledTo: typed.filledTo,
  }
  typed.sent = isSame(typed.sent?.reading ?? null, reading, typed.when === '') ? typed.sent : { key: newKey(), reading }
  refused.value = await send([typed.sent!.reading], typed.sent!.key)
  if (refused.value) return
  // Typed on meanwhile, or another job is open: what was sent is done with all the same.
  Object.assign(typed, { pressure: null, filledTo: null, when: '', sent: null })
}
/** A reading of now that is sent again within so many minutes is the same one. */
const SAME_WITHIN = 10
/** Whether a reading is the one that was sent before. */
function isSame(before: PressureReading | null, reading: PressureReading, isNow: boolean): boolean {
  if (!before) return false
  const near = isNow && Math.abs(dayjs(reading.readAt).diff(before.readAt, 'minute')) < SAME_WITHIN
  return JSON.stringify(near ? { ...before, readAt: reading.readAt } : before) === JSON.stringify(reading)
}
const taking = ref<string | null>(null)
const why = ref('')
async function withdraw(id: string) {
  if (!why.value.trim()) {
    refused.value = 'Enter a reason.'
    return
  }
  try {
    const gone = await call<KeptReading>(`/jobs/${job.value.id}/pressures/${id}/withdraw`, {
      method: 'POST',
      key: newKey(),
      body: { why: why.value.trim() },
    })
    readingsHere.value = readingsHere.value.map((r) => (r.id === id ? gone : r))
    taking.value = null
    why.value = ''
    refused.value = ''
  } catch (error) {
    refused.value = failureText(error)
  }
}
function takeCsv(text: string) {
  const read = pressuresFromCsv(text, readingsHere.value)
  if (!read.ok) return read.problems
  if (!read.value.length) return 'Nothing in it is new.'
  void send(read.value, newKey()).then((failed) => (refused.value = failed))
  return `${read.value.length} readings taken in.`
}
const day = (time: string) => shop.dateTime(time)
const newest = computed(() =>
  lines.value.flatMap((l) => l.readings).toSorted((a, b) => Date.parse(b.readAt) - Date.parse(a.readAt)),
)
const limits = limitsOf(pressureReadingSchema.shape.pressure)
const warmth = limitsOf(pressureReadingSchema.shape.temperature)
const doubt = limitsOf(pressureReadingSchema.shape.tolerance)
const dueText = (l: LineLog) => {
  if (!l.due) return ''
  const dateIn = (days: number | null) =>
    days === null ? 'no telling' : dayjs().add(days, 'day').format('MMM D, YYYY')
  return `Down to the min about ${dateIn(l.due.days)} (${dateIn(l.due.low)} to ${dateIn(l.due.high)})`
}
</script>

<template>
  <section class="card" data-card="pressure-log">
    <header>
      <h2>Pressure log</h2>
      <span class="small muted">in the shop, told by the owner, or from a file; weather is taken out</span>
      <CsvButtons
        what="readings"
        :file-name="`pressures-${job.number}.csv`"
        :write="() => pressuresToCsv(readingsHere)"
        :read="takeCsv"
      />
    </header>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    <PressureLogChart
      v-if="newest.length > 1 && chosen.minimum"
      :lines="lines"
      :minimum="chosen.minimum.value"
      :system="preferences.system"
    />
    <div
      v-for="l in lines"
      :key="l.side ?? 'both'"
      class="line"
      :data-trend="l.trend?.code"
      :data-side="l.side ?? 'both'"
    >
      <p v-if="l.sudden" class="note stop" data-sudden>
        <StateSign state="stop" /> {{ l.side ?? 'Both bags' }}: {{ p(l.sudden.lost) }} gone at once, out of line with
        the readings before: look for a leak now.
      </p>
      <p v-else-if="l.trend" class="small">
        <b>{{ l.side ?? 'both bags' }}</b>: {{ TREND_TEXT[l.trend.code]
        }}<template v-if="l.trend.lossPerMonth !== null && l.trend.code !== 'rising'"
          >, {{ (100 * l.trend.lossPerMonth).toFixed(1) }} % in 30 days<template v-if="l.trend.slopeError !== null">
            (± {{ (100 * 30 * l.trend.slopeError).toFixed(1) }})</template
          ></template
        ><template v-if="l.fell">
          · fell {{ p(l.fell.gauge) }}, {{ p(Math.max(0, l.fell.weather)) }} of it weather</template
        ><template v-if="l.due"> · {{ dueText(l) }}</template>
      </p>
    </div>
    <form class="row" @submit.prevent="save">
      <label v-if="!teed" class="small muted"
        >Side<select v-model="entry.side" class="control" aria-label="Side, log">
          <option>left</option>
          <option>right</option>
        </select></label
      >
      <QuantityField
        clearable
        :value="entry.pressure"
        kind="pressure"
        label="Gauge read"
        v-bind="limits"
        :decimals="1"
        @update="(v) => (entry.pressure = v)"
      />
      <QuantityField
        clearable
        :value="entry.temperature"
        kind="temperature"
        label="Temperature then"
        v-bind="warmth"
        @update="(v) => (entry.temperature = v)"
      />
      <label class="small muted"
        >Read at<input v-model="when" class="control" type="datetime-local" aria-label="When, log"
      /></label>
      <label class="small muted"
        >Load<select v-model="entry.load" class="control" aria-label="Load, log">
          <option value="">not said</option>
          <option>empty</option>
          <option>loaded</option>
        </select></label
      >
      <label class="small muted"
        >From<select v-model="entry.source" class="control" aria-label="Source, log">
          <option value="owner">the owner</option>
          <option value="shop">the shop</option>
        </select></label
      >
      <label class="small muted"
        >Read by<input v-model="entry.readBy" class="control who" aria-label="Read by, log"
      /></label>
      <QuantityField
        clearable
        :value="entry.filledTo"
        kind="pressure"
        label="Filled to"
        v-bind="limits"
        :decimals="1"
        @update="(v) => (entry.filledTo = v)"
      />
      <QuantityField
        clearable
        :value="entry.tolerance"
        kind="pressure"
        label="Gauge off by up to"
        v-bind="doubt"
        :decimals="1"
        @update="(v) => (entry.tolerance = v)"
      />
      <el-button native-type="submit" type="primary" :loading="saving">Save</el-button>
    </form>
    <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
    <table v-if="newest.length" class="dense">
      <thead>
        <tr>
          <th>Read</th>
          <th>Line</th>
          <th class="num">Gauge</th>
          <th class="num">Temperature</th>
          <th>Load</th>
          <th>By</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in newest.slice(0, 12)" :key="r.id" :data-reading="r.id">
          <td>{{ day(r.readAt) }}</td>
          <td>{{ r.side ?? 'both' }}</td>
          <td class="num">
            {{ p(r.pressure) }}<template v-if="r.filledTo !== null"> → {{ p(r.filledTo) }}</template>
          </td>
          <td class="num">
            {{ r.temperature === null ? '–' : formatQuantity('temperature', r.temperature, preferences.system) }}
          </td>
          <td>{{ r.load ?? '–' }}</td>
          <td>{{ r.readBy }}{{ r.source === 'owner' ? ', owner' : r.source === 'file' ? ', file' : '' }}</td>
          <td>
            <button v-if="taking !== r.id" class="plain small" @click="taking = r.id">withdraw…</button>
            <form v-else class="row" @submit.prevent="withdraw(r.id)">
              <input v-model="why" class="control" placeholder="why" aria-label="Why it is withdrawn" />
              <button class="plain">save</button>
            </form>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="shownFor" class="note">
      No readings yet. The first one is due 24 h after it was set, the next after a month.
    </p>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  align-items: flex-end;
  flex-wrap: wrap;
  gap: 10px;
  padding: 8px 12px;
}
.row label {
  display: flex;
  flex-direction: column;
}
.who {
  width: 110px;
}
.line {
  padding: 2px 12px;
}
.card .note {
  margin: 6px 12px;
}
</style>
