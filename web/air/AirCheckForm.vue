<script setup lang="ts">
import dayjs from 'dayjs'
import timezone from 'dayjs/plugin/timezone'
import utc from 'dayjs/plugin/utc'
import { computed, ref } from 'vue'
import { recordLimits, ofKind, type RecordBody } from '@stout-shackle/core/job'
import type { AxleEnd } from '@stout-shackle/core/spring'
import { formatQuantity } from '@stout-shackle/core/quantity'
import QuantityField from '../entry/QuantityField.vue'
import { useOpenJob } from '../stores/job'
import { useDevices } from '../stores/devices'
import { useSettings } from '../stores/settings'
import { usePreferences } from '../stores/preferences'

dayjs.extend(utc)
dayjs.extend(timezone)

/** One end of the air check: gauge, temperature, when by the shop's clock. */
const props = defineProps<{ end: 'start' | 'end'; title: string; axle: AxleEnd }>()
const { store, assessment } = useOpenJob()
const devices = useDevices()
const preferences = usePreferences()
void devices.load()

type Hold = Extract<RecordBody, { kind: 'air-check' }>
const standing = computed(() =>
  ofKind(assessment.value.standing, 'air-check').findLast(
    (r) => r.body.axle === props.axle && r.body.end === props.end,
  ),
)
const pressure = ref<number | null>(null)
const temperature = ref<number | null>(null)
const reading = ref<Hold['reading']>(null)
const shop = useSettings()
const onClock = (at?: string) => dayjs(at).tz(shop.settings.timeZone).format('YYYY-MM-DDTHH:mm')
const when = ref(onClock())
const refused = ref('')
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
  when.value = onClock(gauge.value.at)
  devices.claim(gauge.value)
}
function typePressure(value: number | null) {
  pressure.value = value
  reading.value = null
}
function keep() {
  const at = dayjs.tz(when.value, shop.settings.timeZone)
  refused.value =
    pressure.value === null
      ? 'Enter the pressure the gauge shows.'
      : temperature.value === null
        ? 'Enter the temperature of the shop: without it a cold night looks like a leak.'
        : !at.isValid()
          ? 'Enter when it was read.'
          : at.isAfter(dayjs().add(5, 'minute'))
            ? 'Read in the future? Check the date and time.'
            : ''
  if (refused.value || pressure.value === null || temperature.value === null) return
  const body: Hold = {
    kind: 'air-check',
    axle: props.axle,
    end: props.end,
    pressure: pressure.value,
    temperature: temperature.value,
    readAt: at.toISOString(),
    reading: reading.value,
  }
  // A reading of its own, not a correction of the one before: it was taken later, in its own state.
  store.record(body)
  pressure.value = null
  reading.value = null
}
</script>

<template>
  <form class="air-check" @submit.prevent="keep">
    <h3>{{ title }}</h3>
    <p v-if="standing" class="kept">
      {{ formatQuantity('pressure', standing.body.pressure, preferences.system, 1) }} at
      {{ formatQuantity('temperature', standing.body.temperature, preferences.system) }},
      {{ shop.dateTime(standing.body.readAt) }}, {{ standing.by
      }}<template v-if="standing.body.reading"> · by {{ standing.body.reading.device }}</template>
    </p>
    <div class="row">
      <QuantityField
        clearable
        :value="pressure"
        kind="pressure"
        :label="`Pressure, ${end} of the air check`"
        v-bind="recordLimits('air-check', 'pressure')"
        :decimals="1"
        @update="typePressure"
      />
      <QuantityField
        clearable
        :value="temperature"
        kind="temperature"
        :label="`Temperature, ${end} of the air check`"
        v-bind="recordLimits('air-check', 'temperature')"
        @update="(v) => (temperature = v)"
      />
      <label class="small muted"
        >Read at<input
          v-model="when"
          class="control"
          type="datetime-local"
          :aria-label="`When, ${end} of the air check`"
      /></label>
      <el-button native-type="submit" type="primary">Save</el-button>
      <button v-if="gauge" type="button" class="plain" @click="fromGauge">
        take {{ formatQuantity('pressure', gauge.value, preferences.system, 1) }} from the gauge
      </button>
    </div>
    <p v-if="refused" class="refused small" role="alert">{{ refused }}</p>
  </form>
</template>

<style scoped>
.air-check {
  padding: 8px 12px 12px;
  border-top: 1px solid #ece7db;
}
.row {
  display: flex;
  align-items: flex-end;
  gap: 10px;
  margin-top: 4px;
}
.row label {
  display: flex;
  flex-direction: column;
}
.refused {
  color: var(--oxide);
  margin-top: 4px;
}
.kept {
  font-weight: 500;
}
</style>
