<script setup lang="ts">
import { computed } from 'vue'
import { Delete } from '@element-plus/icons-vue'
import type { procedureField } from '@stout-shackle/core/kit'
import { UNITS } from '@stout-shackle/core/quantity'
import QuantityField from '../../fields/QuantityField.vue'
import { usePreferences } from '../../stores/preferences'
import SheetField from './SheetField.vue'
import { isKit, useWriting } from './writing'

/** What the sheet of a compressor says: current, fuse, duty, flow, and what it does by itself. */
type Place = Parameters<typeof procedureField>[0]
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
const unit = computed(() => UNITS.flow[preferences.system].symbol)
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
function setFlow(i: number, part: { pressure?: number | null; flow?: number | null }) {
  put(
    'compressor.flow',
    flow.value.map((point, k) => (k === i ? { ...point, ...part } : point)),
  )
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
        <SheetField v-for="path in ELECTRIC" :key="path" :path="path" />
      </div>
      <div class="fields">
        <SheetField v-for="path in AIR" :key="path" :path="path" />
        <el-checkbox
          :model-value="sheet.holes !== null"
          aria-label="Holes are drilled for its plate"
          @change="(on: unknown) => put('compressor.holes', on ? { count: 4, diameter: null } : null)"
          >Holes are drilled for its plate</el-checkbox
        >
        <template v-if="sheet.holes">
          <SheetField path="compressor.holes.count" />
          <SheetField path="compressor.holes.diameter" />
        </template>
      </div>
      <table class="dense flow">
        <thead>
          <tr>
            <th>Against</th>
            <th>Free air, {{ unit }}</th>
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
              <QuantityField
                :value="point.flow"
                kind="flow"
                :label="`Free air, line ${i + 1}`"
                hide-label
                hide-unit
                :min="0"
                :max="0.05"
                clearable
                @commit="(v) => setFlow(i, { flow: v })"
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
