<script setup lang="ts">
import { computed } from 'vue'
import { Delete } from '@element-plus/icons-vue'
import { procedureField } from '@stout-shackle/core/kit'
import QuantityField from '../../fields/QuantityField.vue'
import SchemaField from '../../fields/SchemaField.vue'
import { usePreferences } from '../../stores/preferences'
import { isKit, useWriting } from './writing'

/** What the sheet of a compressor says: current, fuse, duty, flow, and what it does by itself. */
type Place = Parameters<typeof procedureField>[0]
/** One cubic foot a minute, m³/s (NIST SP 811), and one liter a minute. */
const FLOW_UNITS = {
  us: { symbol: 'cu ft/min', factor: 0.3048 ** 3 / 60 },
  metric: { symbol: 'l/min', factor: 1 / 60_000 },
}
/** Nothing is typed yet: each figure says what it should be. */
const BLANK = {
  flow: [
    { pressure: 0, flow: null },
    { pressure: null, flow: null },
  ],
  current: { idle: null, full: null },
  cutOut: null,
  duty: null,
  hose: null,
  harness: null,
  fuse: null,
  trigger: null,
  channels: null,
  presets: null,
  fillsItself: false,
  serviceValve: false,
  holes: null,
}
const { paper, put, faults } = useWriting()
const preferences = usePreferences()
const sheet = computed(() => (paper.value && !isKit(paper.value) ? paper.value.compressor : null))
const unit = computed(() => FLOW_UNITS[preferences.system])
const valueAt = (path: Place): unknown =>
  path.split('.').reduce<unknown>((tree, key) => (tree as Record<string, unknown> | null)?.[key] ?? null, paper.value)
const problemAt = (path: string) => faults.value.find((f) => f.path.join('.') === path)?.message ?? null
const ELECTRIC: readonly Place[] = [
  'compressor.current.idle',
  'compressor.current.full',
  'compressor.fuse',
  'compressor.trigger',
  'compressor.duty',
  'compressor.harness',
]
const AIR: readonly Place[] = [
  'compressor.cutOut',
  'compressor.hose',
  'compressor.channels',
  'compressor.presets',
  'compressor.fillsItself',
  'compressor.serviceValve',
]
const flow = computed(() => sheet.value?.flow ?? [])
/** Three figures: what a sheet prints. */
const shownFlow = (v: number | null) => (v === null ? '' : String(Number((v / unit.value.factor).toPrecision(4))))
function setFlow(i: number, part: { pressure?: number | null; flow?: number | null }) {
  put(
    'compressor.flow',
    flow.value.map((point, k) => (k === i ? { ...point, ...part } : point)),
  )
}
function typeFlow(i: number, text: string) {
  const typed = Number(text.replace(',', '.'))
  setFlow(i, { flow: text.trim() && Number.isFinite(typed) && typed >= 0 ? typed * unit.value.factor : null })
}
const flowProblem = computed(
  () => faults.value.find((f) => f.path[0] === 'compressor' && f.path[1] === 'flow')?.message ?? null,
)
</script>

<template>
  <section id="part-sheet" class="card" data-part="sheet">
    <header>
      <h2>Compressor</h2>
      <el-checkbox
        :model-value="sheet !== null"
        aria-label="It is a compressor"
        @change="(on: unknown) => put('compressor', on ? BLANK : null)"
        >It is a compressor</el-checkbox
      >
    </header>
    <template v-if="sheet">
      <div class="fields">
        <SchemaField
          v-for="path in ELECTRIC"
          :key="path"
          :field="procedureField(path)"
          :value="valueAt(path)"
          :problem="problemAt(path)"
          @change="(v) => put(path, v)"
        />
      </div>
      <div class="fields">
        <SchemaField
          v-for="path in AIR"
          :key="path"
          :field="procedureField(path)"
          :value="valueAt(path)"
          :problem="problemAt(path)"
          @change="(v) => put(path, v)"
        />
        <el-checkbox
          :model-value="sheet.holes !== null"
          aria-label="Holes are drilled for its plate"
          @change="(on: unknown) => put('compressor.holes', on ? { count: 4, diameter: null } : null)"
          >Holes are drilled for its plate</el-checkbox
        >
        <template v-if="sheet.holes">
          <SchemaField
            v-for="path in ['compressor.holes.count', 'compressor.holes.diameter'] as const"
            :key="path"
            :field="procedureField(path)"
            :value="valueAt(path)"
            :problem="problemAt(path)"
            @change="(v) => put(path, v)"
          />
        </template>
      </div>
      <table class="dense flow">
        <thead>
          <tr>
            <th>Against</th>
            <th>Free air, {{ unit.symbol }}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="(point, i) in flow" :key="i">
            <td>
              <QuantityField
                :value="point.pressure"
                kind="pressure"
                :label="`Against, line ${i + 1}`"
                hide-label
                :min="0"
                :max="1_500_000"
                clearable
                @commit="(v) => setFlow(i, { pressure: v })"
              />
            </td>
            <td>
              <el-input
                :model-value="shownFlow(point.flow)"
                :aria-label="`Free air, line ${i + 1}`"
                inputmode="decimal"
                @change="(v: string) => typeFlow(i, v)"
              />
            </td>
            <td>
              <el-button
                v-if="flow.length > 2"
                :icon="Delete"
                text
                :aria-label="`Remove line ${i + 1}`"
                @click="
                  put(
                    'compressor.flow',
                    flow.filter((_, k) => k !== i),
                  )
                "
              />
            </td>
          </tr>
        </tbody>
      </table>
      <p class="foot">
        <el-button
          v-if="flow.length < 12"
          size="small"
          @click="put('compressor.flow', [...flow, { pressure: null, flow: null }])"
          >Another line</el-button
        >
        <span v-if="flowProblem" class="small why" role="alert">{{ flowProblem }}</span>
      </p>
    </template>
  </section>
</template>

<style scoped>
.flow {
  width: 340px;
}
.foot {
  display: flex;
  gap: 10px;
  align-items: baseline;
  margin: 0;
  padding: 6px 12px;
}
.why {
  color: var(--oxide);
}
</style>
