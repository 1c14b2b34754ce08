<script setup lang="ts">
import { computed, ref } from 'vue'
import { formatNumber, formatQuantity, limitQuantity, UNITS } from '@stout-shackle/core/quantity'
import { recordLimits } from '@stout-shackle/core/job'
import { SOAP_MINUTES, testPressureOf } from '@stout-shackle/core/stages'
import { airCheckText, missingText } from '@stout-shackle/core/wording'
import NeedsKit from '../entry/NeedsKit.vue'
import PlateRow from '../entry/PlateRow.vue'
import QuantityField from '../entry/QuantityField.vue'
import StampedPlate from '../entry/StampedPlate.vue'
import StateSign from '../entry/StateSign.vue'
import StageColumns from '../job/StageColumns.vue'
import AxleSwitch from '../entry/AxleSwitch.vue'
import { useOpenJob, useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import AirCheckForm from './AirCheckForm.vue'

const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const { axle, axles, chosen, show } = useShownAxle()
const connections = computed(() => assessment.value.air.connections.filter((c) => c.axle === axle.value))
const check = computed(() => assessment.value.air.checks.find((c) => c.axle === axle.value) ?? null)
const rows = computed(() =>
  [...new Set(connections.value.map((j) => j.name))].map((name) => ({
    name,
    sides: connections.value.filter((j) => j.name === name),
  })),
)
/** Pressure while soaping, as the gauge shows it. */
const typed = ref<number | null>(null)
const test = computed(() => (chosen.value ? testPressureOf(chosen.value) : 0))
const max = computed(() => chosen.value?.maximum?.value ?? null)
/** How long each connection was watched: typed, never assumed. */
const minutes = ref<number | null>(null)
const refused = ref('')
function soap(connection: string, result: 'no-bubbles' | 'bubbles') {
  refused.value =
    typed.value === null
      ? 'Type the pressure the gauge shows while soaping.'
      : minutes.value === null && result === 'no-bubbles'
        ? 'Type how many minutes they were watched.'
        : ''
  if (refused.value || typed.value === null) return
  store.record({ kind: 'connection', connection, result, pressure: typed.value, minutes: minutes.value })
}
const opening = ref<string | null>(null)
const why = ref('')
function opened(connection: string) {
  if (why.value.trim()) store.record({ kind: 'connection-opened', connection, reason: why.value.trim() })
  opening.value = null
  why.value = ''
}
const named = computed(() => ({ ...assessment.value, job: job.value }))
const doubts = computed(() =>
  connections.value.flatMap((c) =>
    c.reading && c.missing && c.result === 'missing'
      ? [missingText('soap', c.missing, named.value, preferences.system)]
      : [],
  ),
)
const checkDoubt = computed(() =>
  check.value?.missing &&
  check.value.start &&
  !['not-done', 'no-end', 'too-early', 'leaks'].includes(check.value.missing.code)
    ? missingText('air-check', check.value.missing, named.value, preferences.system)
    : '',
)
const clean = computed(() => connections.value.filter((j) => j.result === 'no-bubbles').length)
const bubbling = computed(() => connections.value.filter((j) => j.result === 'bubbles'))
const sign = (r: string) => (r === 'no-bubbles' ? 'fine' : r === 'bubbles' ? 'stop' : 'unknown')
const p = (v: number) => formatQuantity('pressure', v, preferences.system, 1)
const HEAD = { holds: 'Holds', leaks: 'Leaks', 'too-early': 'Too early to say', gained: 'Readings disagree' }
</script>

<template>
  <NeedsKit v-if="!job.kits.length" :job="job.id" what="Which connections to soap and at what pressure" />
  <p v-else-if="!connections.length && !check" class="note">
    Rubber helpers hold no air: nothing to soap, no air check, no pressure to set.
  </p>
  <StageColumns v-else>
    <template #work>
      <section class="card">
        <header>
          <AxleSwitch :axles="axles" :axle="axle" @show="show" />
          <h2>Soap every connection</h2>
          <span class="small muted">at</span>
          <QuantityField
            :value="typed"
            kind="pressure"
            label="Pressure while soaping"
            hide-label
            v-bind="recordLimits('connection', 'pressure')"
            @update="(v) => (typed = v)"
          />
          <span class="small muted">watched</span>
          <input
            v-model.number="minutes"
            class="control minutes"
            type="number"
            min="0"
            max="240"
            aria-label="Minutes watched"
          />
          <span class="small muted">min; {{ SOAP_MINUTES }} or more at {{ p(test) }}</span>
        </header>
        <table class="dense">
          <thead>
            <tr>
              <th>Connection</th>
              <th>Left</th>
              <th>Right</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.name">
              <td>
                <strong>{{ row.name }}</strong>
              </td>
              <td v-for="j in row.sides" :key="j.id">
                <span class="connection" role="group" :aria-label="`${j.name}, ${j.side}`">
                  <StateSign
                    :state="sign(j.result)"
                    :label="j.result === 'missing' ? 'not soaped' : j.result.replace('-', ' ')"
                  />
                  <button
                    class="plain"
                    :class="{ on: j.result === 'no-bubbles' }"
                    :aria-pressed="j.result === 'no-bubbles'"
                    :aria-label="`${j.name}, ${j.side}: no bubbles`"
                    @click="soap(j.id, 'no-bubbles')"
                  >
                    no bubbles
                  </button>
                  <button
                    class="plain"
                    :class="{ on: j.result === 'bubbles' }"
                    :aria-pressed="j.result === 'bubbles'"
                    :aria-label="`${j.name}, ${j.side}: bubbles`"
                    @click="soap(j.id, 'bubbles')"
                  >
                    bubbles
                  </button>
                  <button
                    v-if="j.reading"
                    class="plain muted"
                    :aria-label="`${j.name}, ${j.side}: opened again`"
                    @click="opening = opening === j.id ? null : j.id"
                  >
                    opened again…
                  </button>
                </span>
                <form v-if="opening === j.id" class="opening" @submit.prevent="opened(j.id)">
                  <input v-model="why" class="control" placeholder="why" aria-label="Why it was opened" />
                  <button class="plain">save</button>
                </form>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
        <p v-for="text in doubts" :key="text" class="note" data-doubt>{{ text }}</p>
        <p v-if="bubbling.length" class="note" data-code="bubbles">
          A tube connection that bubbles: air off, cut square again, push home, tug. A thread that bubbles: a little
          further in, within its turn limit. Then soap again.
        </p>
      </section>
      <section class="card">
        <header>
          <h2>24 h air check</h2>
          <span class="small muted">best with the axle hanging, or with heights measured at both ends</span>
        </header>
        <AirCheckForm :key="`start-${axle}`" end="start" title="Start" :axle="axle" />
        <p v-if="checkDoubt" class="note" data-doubt>{{ checkDoubt }}</p>
        <AirCheckForm :key="`end-${axle}`" end="end" title="End" :axle="axle" />
      </section>
    </template>
    <template #plate>
      <StampedPlate :title="check?.verdict ? HEAD[check.verdict.code] : '24 h air check'">
        <template v-if="check?.verdict">
          <p class="muted">Lost, temperature taken out</p>
          <div class="figures">
            <span class="figure"
              >{{ formatNumber('pressure', Math.max(0, check.verdict.lost), preferences.system, 1)
              }}<span class="unit">{{ UNITS.pressure[preferences.system].symbol }}</span></span
            >
          </div>
          <p :data-air="check.verdict.code">
            <StateSign
              :state="check.verdict.code === 'holds' ? 'fine' : check.verdict.code === 'too-early' ? 'unknown' : 'stop'"
            />
            {{ airCheckText(check.verdict, preferences.system) }}
          </p>
          <PlateRow label="Should read now" says="same air at the other temperature, in absolute figures (ideal gas)">{{
            p(check.verdict.expected)
          }}</PlateRow>
          <PlateRow label="Read">{{ p(check.end!.pressure) }}</PlateRow>
          <PlateRow label="Allowed loss in 24 h" says="7 psi from 60, in proportion (common practice)">{{
            p(check.verdict.allowed)
          }}</PlateRow>
        </template>
        <p v-else class="words">
          {{
            check?.outOfOrder
              ? 'The end was read before the start'
              : check?.start
                ? 'Started: read again after 24 h'
                : clean === connections.length
                  ? 'No bubbles: start the air check'
                  : `${connections.length - clean} connections to soap`
          }}
        </p>
        <PlateRow
          label="No bubbles at"
          :state="clean === connections.length ? 'fine' : bubbling.length ? 'stop' : 'unknown'"
          >{{ clean }} of {{ connections.length }}</PlateRow
        >
        <PlateRow label="Test pressure" says="for the test only; it is not the maximum and not the setting (kit)">{{
          p(test)
        }}</PlateRow>
        <PlateRow label="Max" says="in this vehicle, for this kit">{{
          max === null ? '–' : limitQuantity('max', 'pressure', max, preferences.system)
        }}</PlateRow>
        <p class="note">
          Small steps: a bag is tiny against a tire and fills in seconds. Never inflate hard while the axle hangs free.
        </p>
      </StampedPlate>
    </template>
  </StageColumns>
</template>

<style scoped>
.connection {
  display: flex;
  align-items: center;
  gap: 12px;
}
.connection .on {
  color: var(--ink);
  font-weight: 600;
  border-bottom: 2px solid var(--paint);
}
.card .note {
  margin: 8px 12px 12px;
}
.minutes {
  width: 64px;
}
.opening {
  display: flex;
  gap: 6px;
}
header :deep(.field) {
  width: 96px;
}
</style>
