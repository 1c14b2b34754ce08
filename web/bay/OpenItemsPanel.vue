<script setup lang="ts">
import { onSide } from '@stout-shackle/core/vehicle'
import { computed, reactive, ref } from 'vue'
import { recordMaxLength, recordLimits, type RecordOf } from '@stout-shackle/core/records'
import type { AxleEnd } from '@stout-shackle/core/vehicle'
import type { PartFate } from '@stout-shackle/core/kit'
import type { OpenItem, PartLine } from '@stout-shackle/core/stages'
import { FATE_NAMES, reasonText } from '@stout-shackle/core/wording'
import { formatQuantity } from '@stout-shackle/core/quantity'
import QuantityField from '../fields/QuantityField.vue'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import StepPhotos from './StepPhotos.vue'

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
type Answer = NonNullable<RecordOf<'deviation'>['body']['answers']>
const deviation = reactive({ what: '', why: '', agreedBy: '', answers: '' })
/** What a deviation can answer for: a rule of the kit that this vehicle breaks, or a step that was skipped. */
const answerable = computed(() => [
  ...assessment.value.chosen.flatMap(({ kit, fit }) =>
    fit.reasons
      .filter((r) => r.effect === 'no' && r.source === 'kit')
      .map((r) => ({
        value: JSON.stringify({ kind: 'rule', axle: kit.axle, rule: r.rule } satisfies Answer),
        name: reasonText(r, preferences.system),
      })),
  ),
  ...assessment.value.steps
    .filter((s) => s.outcome === 'skipped')
    .map((s) => ({
      value: JSON.stringify({ kind: 'step', step: s.step.id } satisfies Answer),
      name: `skipped: ${onSide(s.step.title, s.step.side)}`,
    })),
])
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
    answers: deviation.answers ? (JSON.parse(deviation.answers) as Answer) : null,
  })
  Object.assign(deviation, { what: '', why: '', agreedBy: '', answers: '' })
}
const part = ref('')
const place = ref('rear left')
const PLACES = ['', 'front left', 'front right', 'rear left', 'rear right']
const placeOf = () => {
  const [axle, side] = place.value.split(' ')
  return { axle: (axle || null) as AxleEnd | null, side: (side || null) as 'left' | 'right' | null }
}
function takeOff() {
  if (!part.value.trim()) return
  store.record({ kind: 'off', part: part.value.trim(), ...placeOf() })
  part.value = ''
}
/** What becomes of a part that does not go back: with who of the customer's agreed. */
const fate = reactive<{ key: string | null; fate: PartFate; agreedBy: string }>({
  key: null,
  fate: 'gone-owner',
  agreedBy: '',
})
const keyOf = ({ what, axle, side }: OpenItem) => `${what}:${axle}:${side}`
function settleFate({ what, axle, side }: OpenItem) {
  why.value = fate.agreedBy.trim() ? null : 'Enter who of the customer agreed.'
  if (why.value) return
  store.record({ kind: 'part-fate', part: what, axle, side, fate: fate.fate, agreedBy: fate.agreedBy.trim(), note: '' })
  Object.assign(fate, { key: null, agreedBy: '' })
}
const fateOf = (line: OpenItem) => ('fate' in line ? (line as PartLine).fate : null)
</script>

<template>
  <section v-if="openItems" class="card openItems">
    <header><h2>Open items</h2></header>
    <div v-for="[name, lines] in groups" :key="name" class="open-items">
      <h3>{{ name }}</h3>
      <p v-if="!lines.length" class="small muted">no lines yet</p>
      <p v-for="(line, i) in lines" :key="i" class="line small">
        <StateSign :state="line.open ? 'caution' : 'fine'" :label="line.open ? 'open' : 'closed'" />
        {{ line.what }}{{ line.side ? `, ${line.axle ?? ''} ${line.side}` : ''
        }}{{ fateOf(line) ? `: ${FATE_NAMES[fateOf(line)!]}` : '' }}
        <span v-if="line.open && line.closedBy" class="muted">· closed by "{{ title(line.closedBy) }}"</span>
        <button
          v-if="line.open && !line.closedBy"
          class="plain"
          @click="store.record({ kind: 'on-again', part: line.what, axle: line.axle, side: line.side })"
        >
          back on
        </button>
        <button
          v-if="line.open && name === 'Off and on again'"
          class="plain"
          :aria-label="`does not go back: ${line.what}`"
          @click="fate.key = fate.key === keyOf(line) ? null : keyOf(line)"
        >
          does not go back…
        </button>
        <span v-if="fate.key === keyOf(line)" class="add">
          <select v-model="fate.fate" class="control" aria-label="What becomes of it">
            <option v-for="(text, id) in FATE_NAMES" :key="id" :value="id">{{ text }}</option>
          </select>
          <input v-model="fate.agreedBy" class="control" placeholder="who agreed" aria-label="Who agreed to it" />
          <button class="plain" @click="settleFate(line)">save</button>
        </span>
      </p>
      <form v-if="name === 'Off and on again'" class="add" @submit.prevent="takeOff">
        <input
          v-model="part"
          class="control"
          placeholder="something else came off"
          aria-label="Part taken off"
          :maxlength="recordMaxLength('off', 'part')"
        /><select v-model="place" class="control" aria-label="Where it is">
          <option v-for="at in PLACES" :key="at" :value="at">{{ at || 'one only' }}</option></select
        ><button class="plain">save</button>
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
        <StepPhotos
          :step="null"
          :caption="`Deviation: ${d.what}`.slice(0, recordMaxLength('photo', 'caption'))"
          plain
        />
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
        <select v-if="answerable.length" v-model="deviation.answers" class="control" aria-label="What it answers for">
          <option value="">answers for nothing else</option>
          <option v-for="a in answerable" :key="a.value" :value="a.value">{{ a.name }}</option>
        </select>
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
