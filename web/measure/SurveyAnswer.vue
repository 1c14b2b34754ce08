<script setup lang="ts">
import { computed } from 'vue'
import { plain, SURVEY_QUESTIONS } from '@stout-shackle/core/wording'
import QuantityField from '../entry/QuantityField.vue'
import { useOpenJob } from '../stores/job'
import type { SurveyAsk } from './asks'

/** Where one survey question of the open job is answered. */
const props = defineProps<{ ask: SurveyAsk }>()
const { store, job } = useOpenJob()
const YES_NO = [
  { value: true, label: 'yes' },
  { value: false, label: 'no' },
] as const
const options = computed(() => props.ask.words?.map((w) => ({ value: w, label: plain(w) })) ?? YES_NO)
const given = computed(() => job.value.survey[props.ask.key])
const set = (value: unknown) => store.edit((j) => ({ ...j, survey: { ...j.survey, [props.ask.key]: value } }))
/** Native selects speak text; the empty one is "not looked yet". */
function choose(event: Event) {
  const text = (event.target as HTMLSelectElement).value
  set(text === '' ? null : (options.value.find((o) => String(o.value) === text)?.value ?? null))
}
</script>

<template>
  <QuantityField
    v-if="ask.length"
    :value="typeof given === 'number' ? given : null"
    kind="length"
    :label="SURVEY_QUESTIONS[ask.key].ask"
    hide-label
    v-bind="ask.length"
    clearable
    @commit="set"
  />
  <select
    v-else
    class="control"
    :aria-label="SURVEY_QUESTIONS[ask.key].ask"
    :value="given === null ? '' : String(given)"
    @change="choose"
  >
    <option value="">not looked</option>
    <option v-for="o in options" :key="String(o.value)" :value="String(o.value)">{{ o.label }}</option>
  </select>
</template>
