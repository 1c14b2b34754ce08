<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  FACT_NAMES,
  FAMILIES,
  isTaped,
  SURVEY_KEYS,
  VEHICLE_FACTS,
  type RuleTest,
  type VehicleFact,
} from '@stout-shackle/core/kit'
import { ARCHITECTURES, BEDS, BODIES, SUSPENSIONS, type SurveyKey } from '@stout-shackle/core/vehicle'
import { FAMILY_NAMES, plain, testText } from '@stout-shackle/core/wording'
import QuantityField from '../fields/QuantityField.vue'
import { SURVEY_ASKS } from '../measure/asks'
import { usePreferences } from '../stores/preferences'

/** The tests of a rule: all must hold. One is added by saying what is looked at, and what it has to be. */
const props = defineProps<{ tests: readonly RuleTest[] }>()
const emit = defineEmits<{ update: [tests: RuleTest[]] }>()
const preferences = usePreferences()
const VEHICLE_WORDS: Partial<Record<VehicleFact, readonly string[]>> = {
  body: BODIES,
  suspension: SUSPENSIONS,
  architecture: ARCHITECTURES,
  linkRatio: ['known', 'unknown'],
  wheels: ['single', 'dual'],
  drive: ['rear', 'front', 'all'],
  bed: BEDS,
}
const about = ref('survey:runningBoards')
const how = ref<'over' | 'under'>('over')
const value = ref('yes')
const length = ref<number | null>(null)
const taped = computed(() => about.value.startsWith('survey:') && isTaped(about.value.slice(7) as SurveyKey))
const words = computed((): readonly string[] => {
  const [kind, key] = about.value.split(':') as [string, string]
  if (kind === 'kit') return FAMILIES
  if (kind === 'vehicle') return VEHICLE_WORDS[key as VehicleFact] ?? []
  return SURVEY_ASKS.find((a) => a.key === key)?.words ?? ['yes', 'no']
})
function look(field: string) {
  about.value = field
  value.value = words.value[0] ?? ''
}
const answerOf = (kind: string, v: string) => (kind === 'survey' && (v === 'yes' || v === 'no') ? v === 'yes' : v)
function add() {
  const [kind, key] = about.value.split(':') as [string, string]
  // Tests that a rule already has say whether it is about the vehicle at all: a new one goes before the one that decides.
  const test: RuleTest | null = taped.value
    ? length.value === null
      ? null
      : how.value === 'over'
        ? { survey: key as SurveyKey, over: length.value }
        : { survey: key as SurveyKey, under: length.value }
    : !value.value.trim()
      ? null
      : kind === 'kit'
        ? { kit: 'family', is: [value.value] }
        : kind === 'vehicle'
          ? { vehicle: key as VehicleFact, is: [value.value] }
          : { survey: key as SurveyKey, is: [answerOf(kind, value.value)] }
  if (test) emit('update', [...props.tests.slice(0, -1), test, ...props.tests.slice(-1)])
}
const drop = (i: number) =>
  emit(
    'update',
    props.tests.filter((_, index) => index !== i),
  )
</script>

<template>
  <div class="tests">
    <span v-for="(t, i) in tests" :key="i" class="test">
      {{ testText(t, preferences.system) }}
      <button
        v-if="tests.length > 1"
        class="plain"
        :aria-label="`Take out: ${testText(t, preferences.system)}`"
        @click="drop(i)"
      >
        ×
      </button>
    </span>
    <span class="add">
      and
      <select
        class="control"
        :value="about"
        aria-label="What is looked at"
        @change="look(($event.target as HTMLSelectElement).value)"
      >
        <optgroup label="survey">
          <option v-for="k in SURVEY_KEYS" :key="k" :value="`survey:${k}`">{{ FACT_NAMES[k] }}</option>
        </optgroup>
        <optgroup label="vehicle">
          <option v-for="k in VEHICLE_FACTS" :key="k" :value="`vehicle:${k}`">{{ FACT_NAMES[k] }}</option>
        </optgroup>
        <optgroup label="kit"><option value="kit:family">family of the kit</option></optgroup>
      </select>
      <template v-if="taped">
        <select v-model="how" class="control" aria-label="Over or under">
          <option value="over">over</option>
          <option value="under">under</option>
        </select>
        <QuantityField
          :value="length"
          kind="length"
          label="Length it is compared with"
          hide-label
          clearable
          :min="0"
          :max="0.6"
          @commit="(v) => (length = v)"
        />
      </template>
      <select v-else-if="words.length" v-model="value" class="control" aria-label="What it has to be">
        <option v-for="w in words" :key="w" :value="w">
          {{ FAMILY_NAMES[w as keyof typeof FAMILY_NAMES] ?? plain(w) }}
        </option>
      </select>
      <input v-else v-model="value" class="control" aria-label="What it has to be" />
      <button class="plain" @click="add">add this test</button>
    </span>
  </div>
</template>

<style scoped>
.tests {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  margin-bottom: 8px;
}
.test {
  background: var(--sand);
  border-radius: 4px;
  padding: 2px 8px;
}
.add {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
</style>
