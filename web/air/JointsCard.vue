<script setup lang="ts">
import { computed, ref } from 'vue'
import { REMEDY_HOW, remediesFor } from '@stout-shackle/core/circuit'
import { REMEDY_NAMES, type Remedy } from '@stout-shackle/core/fittings'
import { recordLimits, type RecordBody } from '@stout-shackle/core/records'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { SOAP_MINUTES, type ConnectionState } from '@stout-shackle/core/stages'
import { CONNECTION_RESULTS } from '@stout-shackle/core/wording'
import QuantityField from '../fields/QuantityField.vue'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** Every place that can leak, soaped one by one; what bubbles is put right and soaped again. */
const props = defineProps<{
  connections: readonly ConnectionState[]
  /** Test pressure that the kit asks for here. */
  test: number
  /** Sentences on what does not count, and why. */
  doubts: readonly string[]
  selected: string | null
}>()
const emit = defineEmits<{ select: [id: string] }>()
const { store } = useOpenJob()
const preferences = usePreferences()

/** Pressure while soaping, as the gauge shows it. */
const typed = ref<number | null>(null)
/** How long each connection was watched: typed, never assumed. */
const minutes = ref<number | null>(null)
const watch = recordLimits('connection', 'minutes')
const refused = ref('')
type Result = Extract<RecordBody, { kind: 'connection' }>['result']
function soap(connection: string, result: Result, reason = '') {
  refused.value =
    typed.value === null
      ? 'Type the pressure the gauge shows while soaping.'
      : typeof minutes.value === 'number' && !(minutes.value >= watch.min && minutes.value <= watch.max)
        ? `Minutes watched: ${watch.min} to ${watch.max}.`
        : typeof minutes.value !== 'number' && result === 'no-bubbles'
          ? 'Type how many minutes they were watched.'
          : ''
  if (refused.value || typed.value === null) return
  store.record({
    kind: 'connection',
    connection,
    result,
    pressure: typed.value,
    minutes: typeof minutes.value === 'number' ? minutes.value : null,
    reason,
  })
}
/** The connection whose reason is being typed: it cannot be seen, or it was opened and how. */
const asking = ref<{ id: string; about: 'cannot-see' | Remedy } | null>(null)
const why = ref('')
function ask(id: string, about: 'cannot-see' | Remedy) {
  asking.value = asking.value?.id === id && asking.value.about === about ? null : { id, about }
  why.value = ''
}
function answer() {
  const question = asking.value
  if (!question) return
  const reason = why.value.trim()
  if (!reason) {
    refused.value = 'Enter a reason.'
    return
  }
  if (question.about === 'cannot-see') soap(question.id, 'cannot-see', reason)
  else store.record({ kind: 'connection-opened', connection: question.id, reason, remedy: question.about })
  if (!refused.value || question.about !== 'cannot-see') asking.value = null
}
const sign = (r: ConnectionState['result']) =>
  r === 'no-bubbles' ? 'fine' : r === 'bubbles' ? 'stop' : r === 'cannot-see' ? 'caution' : 'unknown'
const clean = computed(() => props.connections.filter((c) => c.result === 'no-bubbles').length)
</script>

<template>
  <section class="card" data-card="joints">
    <header>
      <h2>Connections, {{ connections.length }}</h2>
      <span class="small muted">{{ clean }} without bubbles · soaped at</span>
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
        v-bind="watch"
        aria-label="Minutes watched"
      />
      <span class="small muted"
        >min; {{ SOAP_MINUTES }} or more at {{ formatQuantity('pressure', test, preferences.system, 1) }}</span
      >
    </header>
    <table class="dense">
      <tbody>
        <template v-for="c in connections" :key="c.id">
          <tr :class="{ on: c.id === selected }" :data-connection="c.id" :data-result="c.result">
            <td>
              <button type="button" class="plain name" @click="emit('select', c.id)">{{ c.name }}</button>
            </td>
            <td>
              <StateSign :state="sign(c.result)" :label="CONNECTION_RESULTS[c.result]" />
              {{ CONNECTION_RESULTS[c.result] }}
            </td>
            <td>
              <span class="acts" role="group" :aria-label="c.name">
                <button
                  class="plain"
                  :aria-pressed="c.result === 'no-bubbles'"
                  :aria-label="`${c.name}: no bubbles`"
                  @click="soap(c.id, 'no-bubbles')"
                >
                  no bubbles
                </button>
                <button
                  class="plain"
                  :aria-pressed="c.result === 'bubbles'"
                  :aria-label="`${c.name}: bubbles`"
                  @click="soap(c.id, 'bubbles')"
                >
                  bubbles
                </button>
                <button class="plain" :aria-label="`${c.name}: cannot be seen`" @click="ask(c.id, 'cannot-see')">
                  can't see…
                </button>
                <button
                  v-if="c.reading"
                  class="plain muted"
                  :aria-label="`${c.name}: opened again`"
                  @click="ask(c.id, remediesFor(c)[0]!)"
                >
                  {{ c.result === 'bubbles' ? 'put right…' : 'opened again…' }}
                </button>
              </span>
            </td>
          </tr>
          <tr v-if="asking?.id === c.id" class="asking">
            <td colspan="3">
              <form @submit.prevent="answer">
                <select
                  v-if="asking.about !== 'cannot-see'"
                  v-model="asking.about"
                  class="control"
                  aria-label="What was done"
                >
                  <option v-for="r in remediesFor(c)" :key="r" :value="r">{{ REMEDY_NAMES[r] }}</option>
                </select>
                <input
                  v-model="why"
                  class="control why"
                  :placeholder="asking.about === 'cannot-see' ? 'what is in the way' : 'why'"
                  aria-label="Reason"
                />
                <el-button native-type="submit" type="primary" size="small">Save</el-button>
                <span v-if="asking.about !== 'cannot-see'" class="small muted">{{ REMEDY_HOW[asking.about] }}</span>
              </form>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
    <p v-for="text in doubts" :key="text" class="note" data-doubt>{{ text }}</p>
  </section>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 12px;
}
.acts [aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
  border-bottom: 2px solid var(--paint);
}
.asking form {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 8px;
}
.why {
  flex: 1 1 160px;
}
.minutes {
  width: 64px;
}
.card .note {
  margin: 8px 12px 12px;
}
tr.on td {
  background: #fbf3dd;
}
header :deep(.field) {
  width: 96px;
}
</style>
