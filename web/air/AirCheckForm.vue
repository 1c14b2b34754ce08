<script setup lang="ts">
import { useNow } from '@vueuse/core'
import dayjs from 'dayjs'
import timezone from 'dayjs/plugin/timezone'
import utc from 'dayjs/plugin/utc'
import { computed, ref, watch } from 'vue'
import { recordLimits, type RecordBody } from '@stout-shackle/core/records'
import { MARK_NAMES } from '@stout-shackle/core/wording'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { SETTLE_MINUTES, type AirCheckState } from '@stout-shackle/core/stages'
import type { CompressorPanel } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import { failureText } from '../fields/file'
import QuantityField from '../fields/QuantityField.vue'
import { useOpenJob } from '../stores/job'
import { useDevices } from '../stores/devices'
import { useSettings } from '../stores/settings'
import { usePreferences } from '../stores/preferences'
import { bagLineName, standInLine } from './line-name'

dayjs.extend(utc)
dayjs.extend(timezone)

/** One end of a pressure hold: gauge, temperature, height if it was read, when by the shop's clock. */
const props = defineProps<{ end: 'start' | 'end'; check: AirCheckState }>()
const { store, job } = useOpenJob()
const devices = useDevices()
const preferences = usePreferences()
void devices.load()

type Hold = Extract<RecordBody, { kind: 'air-check' }>
const standing = computed(() => props.check[props.end])
const pressure = ref<number | null>(null)
const temperature = ref<number | null>(null)
const height = ref<number | null>(null)
const waited = ref('')
const reading = ref<Hold['reading']>(null)
const shop = useSettings()
const onClock = (time?: string) => dayjs(time).tz(shop.settings.timeZone).format('YYYY-MM-DDTHH:mm')
const now = useNow({ interval: 10_000 })
/** Now by the shop's clock, until somebody types when. */
const typedWhen = ref('')
const when = computed({
  get: () => typedWhen.value || onClock(now.value.toISOString()),
  set: (v) => (typedWhen.value = v),
})
const refused = ref('')
const name = computed(() => `${props.check.side ? `${props.check.side}, ` : ''}${props.end} of the air check`)
const gauge = computed(
  () =>
    devices.readings
      .filter((r) => devices.devices.find((d) => d.id === r.device)?.kind === 'pressure')
      // One taken at another vehicle is none of this one's.
      .filter((r) => r.job === null || r.job === store.job?.id)
      .at(-1) ?? null,
)
function fromGauge() {
  if (!gauge.value) return
  pressure.value = gauge.value.value
  reading.value = { device: gauge.value.device, sequence: gauge.value.sequence }
  typedWhen.value = onClock(gauge.value.at)
  devices.claim(gauge.value)
}
/** Where the stand-in's gauge is on this line it fills the field by itself, its thermometer too; what was typed stays. */
const isNext = computed(() =>
  props.end === 'start' ? ['not-begun', 'void'].includes(props.check.state) : props.check.state === 'begun',
)
const mayFill = () => gauge.value !== null && isNext.value && (pressure.value === null || reading.value !== null)
watch(
  () => [gauge.value?.sequence, isNext.value],
  async () => {
    if (!mayFill()) return
    const panel = await call<CompressorPanel>('/compressor').catch(() => null)
    const line = standInLine(job.value, bagLineName(job.value, props.check.axle, props.check.side))
    if (panel?.gauge !== line || !mayFill()) return
    fromGauge()
    temperature.value ??= panel.ambient
  },
  { immediate: true },
)
/** The stand-in compressor has a thermometer. */
async function fromThermometer() {
  try {
    temperature.value = (await call<CompressorPanel>('/compressor')).ambient
  } catch (error) {
    refused.value = failureText(error)
  }
}
function typePressure(value: number | null) {
  pressure.value = value
  reading.value = null
}
/** What keeps it from being saved; empty where nothing does. */
function refusal(time: dayjs.Dayjs, minutes: number): string {
  if (pressure.value === null) return 'Enter the pressure the gauge shows.'
  if (temperature.value === null) return 'Enter the temperature of the shop: without it a cold night looks like a leak.'
  if (!time.isValid()) return 'Enter when it was read.'
  if (time.isAfter(dayjs().add(5, 'minute'))) return 'Read in the future? Check the date and time.'
  const { max } = recordLimits('air-check', 'waited')
  if (props.end === 'start' && minutes > max) return `Minutes since air went in: ${SETTLE_MINUTES} to ${max}.`
  if (props.end === 'start' && !(minutes >= SETTLE_MINUTES))
    return `Enter how long it stood since air went in: ${SETTLE_MINUTES} min or more. Air just pumped in is warm and falls as it cools.`
  const start = props.check.start
  return props.end === 'end' && start && !time.isAfter(start.readAt)
    ? 'The end was read before the start: check the date and time.'
    : ''
}
function keep() {
  const time = typedWhen.value ? dayjs.tz(typedWhen.value, shop.settings.timeZone) : dayjs()
  const minutes = waited.value.trim() === '' ? NaN : Number(waited.value.replace(',', '.'))
  refused.value = refusal(time, minutes)
  if (refused.value || pressure.value === null || temperature.value === null) return
  const body: Hold = {
    kind: 'air-check',
    axle: props.check.axle,
    side: props.check.side,
    end: props.end,
    pressure: pressure.value,
    temperature: temperature.value,
    readAt: time.toISOString(),
    reading: reading.value,
    waited: props.end === 'start' ? minutes : null,
    height: height.value,
  }
  // A reading of its own, not a correction of the one before: it was taken later, in its own state.
  store.record(body)
  pressure.value = null
  reading.value = null
  height.value = null
  waited.value = ''
  typedWhen.value = ''
}
</script>

<template>
  <form class="air-check" @submit.prevent="keep">
    <h3>
      {{ end === 'start' ? 'Start' : 'End' }}
      <span v-if="standing" class="kept" :class="{ void: check.state === 'void' }"
        ><template v-if="check.state === 'void'">void: </template
        >{{ formatQuantity('pressure', standing.pressure, preferences.system, 1) }} at
        {{ formatQuantity('temperature', standing.temperature, preferences.system)
        }}<template v-if="standing.height !== null">
          · {{ formatQuantity('length', standing.height, preferences.system) }}</template
        >
        · {{ shop.dateTime(standing.readAt)
        }}<template v-if="standing.reading"> · by {{ standing.reading.device }}</template></span
      >
    </h3>
    <div class="row">
      <QuantityField
        clearable
        :value="pressure"
        kind="pressure"
        :label="`Pressure, ${name}`"
        v-bind="recordLimits('air-check', 'pressure')"
        :decimals="1"
        @update="typePressure"
      />
      <QuantityField
        clearable
        :value="temperature"
        kind="temperature"
        :label="`Temperature, ${name}`"
        v-bind="recordLimits('air-check', 'temperature')"
        @update="(v) => (temperature = v)"
      />
      <QuantityField
        clearable
        :value="height"
        kind="length"
        :label="`Height, ${MARK_NAMES[job.mark]}, ${name}`"
        v-bind="recordLimits('air-check', 'height')"
        @update="(v) => (height = v)"
      />
      <label v-if="end === 'start'" class="small muted"
        >Stood, min<input
          v-model="waited"
          class="control minutes"
          inputmode="decimal"
          :aria-label="`Minutes since air went in, ${name}`"
      /></label>
      <label class="small muted"
        >Read at<input v-model="when" class="control" type="datetime-local" :aria-label="`When, ${name}`"
      /></label>
      <el-button native-type="submit" type="primary">Save</el-button>
      <button type="button" class="plain" @click="fromThermometer">read the thermometer</button>
      <button v-if="gauge" type="button" class="plain" @click="fromGauge">
        take {{ formatQuantity('pressure', gauge.value, preferences.system, 1) }} from the gauge
      </button>
    </div>
    <p v-if="refused" class="refused small" role="alert">{{ refused }}</p>
  </form>
</template>

<style scoped>
.air-check {
  padding: 6px 12px 10px;
  border-top: 1px solid #ece7db;
}
.row {
  display: flex;
  align-items: flex-end;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 4px;
}
.row label {
  display: flex;
  flex-direction: column;
}
.minutes {
  width: 72px;
}
.refused {
  color: var(--oxide);
  margin-top: 4px;
}
.kept.void {
  color: var(--muted);
}
.kept {
  font-weight: 500;
  margin-left: 8px;
}
</style>
