<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { recordMaxLength, recordLimits } from '@stout-shackle/core/job'
import type { OpenItem } from '@stout-shackle/core/stages'
import { formatQuantity } from '@stout-shackle/core/quantity'
import QuantityField from '../entry/QuantityField.vue'
import StateSign from '../entry/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** What has to come out even before the vehicle leaves. Filled by the steps; only what no step knows is typed. */
const { store, assessment } = useOpenJob()
const preferences = usePreferences()
const openItems = computed(() => assessment.value.openItems)
const title = (id: string | null) => assessment.value.steps.find((s) => s.step.id === id)?.step.title ?? 'by hand'
const groups = computed((): [string, OpenItem[]][] =>
  openItems.value
    ? [
        ['Off and on again', openItems.value.off],
        ['Loose on purpose', openItems.value.loose],
        ['Opened again', openItems.value.opened],
      ]
    : [],
)
/** One figure for a fastener serves both sides. */
const makers = computed(() => {
  const owed = assessment.value.torques.filter((t) => t.fastener.spec.kind === 'vehicle-maker')
  return [...new Map(owed.map((t) => [t.fastener.id, t])).values()]
})
const maker = reactive<Record<string, { value: number | null; source: string }>>({})
const draft = (id: string) => (maker[id] ??= { value: null, source: '' })
const why = ref<string | null>(null)
function keepMaker(id: string) {
  const { value, source } = draft(id)
  why.value =
    value === null
      ? 'Type the figure first.'
      : source.trim()
        ? null
        : 'Enter where the figure is from. Name the manual and page.'
  if (value === null || why.value) return
  store.record({ kind: 'maker-torque', fastener: id, value, source: source.trim() })
}
const deviation = reactive({ what: '', why: '', agreedBy: '' })
function depart() {
  if (!deviation.what.trim() || !deviation.why.trim() || !deviation.agreedBy.trim()) {
    why.value = 'A deviation needs what, why and who agreed.'
    return
  }
  why.value = null
  store.record({
    kind: 'deviation',
    what: deviation.what.trim(),
    why: deviation.why.trim(),
    agreedBy: deviation.agreedBy.trim(),
  })
  Object.assign(deviation, { what: '', why: '', agreedBy: '' })
}
const part = ref('')
function takeOff() {
  if (!part.value.trim()) return
  store.record({ kind: 'off', part: part.value.trim() })
  part.value = ''
}
</script>

<template>
  <section v-if="openItems" class="card openItems">
    <header><h2>Open items</h2></header>
    <div v-for="[name, lines] in groups" :key="name" class="open-items">
      <h3>{{ name }}</h3>
      <p v-if="!lines.length" class="small muted">no lines yet</p>
      <p v-for="(line, i) in lines" :key="i" class="line small">
        <StateSign :state="line.open ? 'caution' : 'fine'" :label="line.open ? 'open' : 'closed'" />
        {{ line.what }}{{ line.side ? `, ${line.side}` : '' }}
        <span v-if="line.open && line.closedBy" class="muted">· closed by "{{ title(line.closedBy) }}"</span>
        <button
          v-if="line.open && !line.closedBy"
          class="plain"
          @click="store.record({ kind: 'on-again', part: line.what })"
        >
          back on
        </button>
      </p>
      <form v-if="name === 'Off and on again'" class="add" @submit.prevent="takeOff">
        <input
          v-model="part"
          class="control"
          placeholder="something else came off"
          aria-label="Part taken off"
          :maxlength="recordMaxLength('off', 'part')"
        /><button class="plain">save</button>
      </form>
    </div>
    <div class="open-items">
      <h3>Factory fasteners, vehicle maker's torque</h3>
      <p v-if="!makers.length" class="small muted">none disturbed</p>
      <div v-for="m in makers" :key="m.fastener.id" class="small maker">
        <StateSign :state="m.makerFigure === undefined ? 'stop' : 'fine'" />
        <span>{{ m.fastener.name }}</span>
        <strong v-if="m.makerFigure !== undefined">{{
          formatQuantity('torque', m.makerFigure, preferences.system, 0)
        }}</strong>
        <form v-else class="add" @submit.prevent="keepMaker(m.fastener.id)">
          <QuantityField
            :value="draft(m.fastener.id).value"
            kind="torque"
            :label="`Vehicle maker's torque, ${m.fastener.name}`"
            hide-label
            v-bind="recordLimits('maker-torque', 'value')"
            @update="(v) => (draft(m.fastener.id).value = v)"
            @next="keepMaker(m.fastener.id)"
          />
          <input
            v-model="draft(m.fastener.id).source"
            class="control"
            placeholder="source, page"
            :aria-label="`Source of the torque, ${m.fastener.name}`"
            :maxlength="recordMaxLength('maker-torque', 'source')"
          />
          <button class="plain">save</button>
        </form>
      </div>
    </div>
    <div class="open-items">
      <h3>Deviations</h3>
      <p v-for="(d, i) in openItems.deviations" :key="i" class="small">
        {{ d.what }}: {{ d.why }} <span class="muted">(agreed {{ d.agreedBy }}, noted by {{ d.by }})</span>
      </p>
      <form class="add" @submit.prevent="depart">
        <input
          v-model="deviation.what"
          class="control"
          placeholder="what was done differently"
          aria-label="What was done differently"
          :maxlength="recordMaxLength('deviation', 'what')"
        />
        <input
          v-model="deviation.why"
          class="control"
          placeholder="why"
          aria-label="Why"
          :maxlength="recordMaxLength('deviation', 'why')"
        />
        <input
          v-model="deviation.agreedBy"
          class="control"
          placeholder="who agreed"
          aria-label="Who agreed"
          :maxlength="recordMaxLength('deviation', 'agreedBy')"
        />
        <button class="plain">save</button>
      </form>
    </div>
    <p v-if="why" class="note stop" role="alert">{{ why }}</p>
  </section>
</template>

<style scoped>
.open-items {
  padding: 6px 12px;
  border-bottom: 1px solid #ece7db;
}
.line,
.maker {
  padding: 2px 0;
}
.maker {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin-top: 3px;
}
.add input {
  flex: 1 1 90px;
  min-width: 80px;
}
</style>
