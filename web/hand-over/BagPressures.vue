<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { isTwoOnOneLine } from '@stout-shackle/core/job'
import { ofKind, recordLimits } from '@stout-shackle/core/records'
import { counts } from '@stout-shackle/core/proof'
import { formatLimit, UNITS } from '@stout-shackle/core/quantity'
import { airRefusals, contradictionText, VOIDS } from '@stout-shackle/core/wording'
import AxleSwitch from '../fields/AxleSwitch.vue'
import QuantityField from '../fields/QuantityField.vue'
import { useOpenJob, useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** Pressures of an axle's bags as a gauge reads them: first of all, for heights say how it stands at these. */
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const { axle, axles, chosen, show } = useShownAxle()
const limits = computed(() => {
  const { minimum, maximum } = chosen.value ?? {}
  return minimum && maximum ? { minimum, maximum } : null
})
const readings = computed(() =>
  ofKind(assessment.value.standing, 'bag-pressure').filter((r) => r.body.axle === axle.value),
)
const set = computed(() => readings.value.findLast((r) => counts(assessment.value.proof, r)) ?? null)
const doubt = computed(() => {
  const last = readings.value.at(-1)
  const evidence = !set.value && last ? assessment.value.proof.evidence.get(last.id) : undefined
  if (evidence?.flag) return contradictionText(evidence.flag, { ...assessment.value, job: job.value })
  return evidence?.voided ? VOIDS[evidence.voided.code] : ''
})
const typing = ref<{ left: number | null; right: number | null }>({ left: null, right: null })
const twoOnOne = ref(false)
watch(axle, () => (typing.value = { left: null, right: null }))
/** Both sides are read anew each time: what one was before is not what it is now. */
function read(side: 'left' | 'right', value: number | null) {
  typing.value = { ...typing.value, [side]: value }
  const { left, right } = typing.value
  if (left === null || right === null) return
  twoOnOne.value = isTwoOnOneLine(job.value, axle.value, left, right)
  if (twoOnOne.value) return
  store.record({ kind: 'bag-pressure', axle: axle.value, left, right })
  typing.value = { left: null, right: null }
}
/** Nobody said what is on it: other air is taken for another height under the same load. */
const unsaid = computed(() => !assessment.value.proof.now.load?.said)
const begun = computed(() => typing.value.left !== null || typing.value.right !== null)
/** Once one side is typed the other one is blank: it is read again, not taken over. */
const shown = (side: 'left' | 'right') => (begun.value ? typing.value[side] : (set.value?.body[side] ?? null))
/** Only one side typed so far: the other has to be read as well. */
const half = computed(() => (typing.value.left === null) !== (typing.value.right === null))
</script>

<template>
  <div v-if="limits" class="pressures">
    <strong>Bags as set</strong>
    <AxleSwitch :axles="axles" :axle="axle" @show="show" />
    <QuantityField
      :value="shown('left')"
      kind="pressure"
      label="left"
      v-bind="recordLimits('bag-pressure', 'left')"
      @commit="(v) => read('left', v)"
    />
    <QuantityField
      :value="shown('right')"
      kind="pressure"
      label="right"
      v-bind="recordLimits('bag-pressure', 'right')"
      @commit="(v) => read('right', v)"
    />
    <span class="small muted"
      >min {{ formatLimit('min', 'pressure', limits.minimum.value, { system: preferences.system }) }}, max
      {{ formatLimit('max', 'pressure', limits.maximum.value, { system: preferences.system }) }}
      {{ UNITS.pressure[preferences.system].symbol }}</span
    >
    <el-button v-if="unsaid" size="small" @click="store.record({ kind: 'load-on', loadCase: null })"
      >Nothing on it now</el-button
    >
    <span v-if="half" class="small doubt">Read the other side as well.</span>
    <span v-else-if="doubt" class="small doubt">These prove nothing: {{ doubt }}. Read them again.</span>
    <p v-if="twoOnOne" class="note stop" role="alert">{{ airRefusals['one-pressure'](axle) }}</p>
  </div>
</template>

<style scoped>
.pressures {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 6px 14px;
  padding: 6px 12px 8px;
  border-bottom: 1px solid #ece7db;
}
.pressures :deep(.field) {
  flex-direction: row;
  align-items: center;
  gap: 6px;
}
.doubt {
  color: var(--amber);
}
</style>
