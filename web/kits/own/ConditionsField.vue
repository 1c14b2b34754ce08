<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  FACT_NAMES,
  factOf,
  factWords,
  isTaped,
  SURVEY_KEYS,
  VEHICLE_FACTS,
  wants,
  type Condition,
  type Fact,
} from '@stout-shackle/core/kit'
import { formatQuantity, INCH } from '@stout-shackle/core/quantity'
import { plain } from '@stout-shackle/core/wording'
import QuantityField from '../../fields/QuantityField.vue'
import { usePreferences } from '../../stores/preferences'

/** Conditions in the words of the survey: a question, and what it has to be answered with. */
const props = defineProps<{ conditions: readonly Condition[]; label: string }>()
const emit = defineEmits<{ change: [conditions: Condition[]] }>()
const preferences = usePreferences()
const fact = ref<Fact | ''>('')
const how = ref<'over' | 'under'>('over')
const words = ref<(string | boolean)[]>([])
const figure = ref<number | null>(null)
/** Questions of the survey and facts of the vehicle; what is a name or a year stands on the line itself. */
const FACTS: Fact[] = [...SURVEY_KEYS, ...VEHICLE_FACTS.filter((f) => factWords(f) !== null)]
const options = FACTS.map((value) => ({ value, label: FACT_NAMES[value] })).sort((a, b) =>
  a.label.localeCompare(b.label),
)
const known = computed(() => (fact.value ? factWords(fact.value) : null))
const taped = computed(() => fact.value !== '' && isTaped(fact.value))
const answers = computed(() =>
  (known.value ?? []).map((w) => ({ value: w, label: w === true ? 'yes' : w === false ? 'no' : plain(w) })),
)
const isSurvey = (f: Fact) => (SURVEY_KEYS as readonly string[]).includes(f)
function made(): Condition | null {
  const f = fact.value
  if (!f) return null
  if (taped.value) return figure.value === null ? null : ({ survey: f, [how.value]: figure.value } as Condition)
  return words.value.length ? ({ [isSurvey(f) ? 'survey' : 'vehicle']: f, is: words.value } as Condition) : null
}
function add() {
  const condition = made()
  if (!condition) return
  emit('change', [...props.conditions, condition])
  fact.value = ''
  words.value = []
  figure.value = null
}
const text = (c: Condition) => {
  const { how: verb, takes } = wants(c)
  const value =
    typeof takes === 'number'
      ? formatQuantity('length', takes, preferences.system)
      : plain(takes).replaceAll('true', 'yes').replaceAll('false', 'no')
  return `${FACT_NAMES[factOf(c)]}${verb === 'is' ? ':' : ` ${verb}`} ${value}`
}
function choose() {
  words.value = []
  figure.value = null
}
</script>

<template>
  <div class="conditions">
    <el-tag
      v-for="(c, i) in conditions"
      :key="i"
      closable
      type="info"
      @close="
        emit(
          'change',
          conditions.filter((_, k) => k !== i),
        )
      "
      >{{ text(c) }}</el-tag
    >
    <el-select
      v-model="fact"
      filterable
      size="small"
      class="fact"
      :aria-label="label"
      :placeholder="`+ ${label.toLowerCase()}…`"
      @change="choose"
    >
      <el-option v-for="o in options" :key="o.value" :value="o.value" :label="o.label" />
    </el-select>
    <template v-if="fact">
      <template v-if="taped">
        <el-segmented
          v-model="how"
          size="small"
          :options="[
            { value: 'over', label: 'over' },
            { value: 'under', label: 'under' },
          ]"
        />
        <QuantityField
          :value="figure"
          kind="length"
          label="How much"
          hide-label
          clearable
          :min="0"
          :max="40 * INCH"
          @commit="(v) => (figure = v)"
        />
      </template>
      <el-select v-else v-model="words" multiple size="small" class="fact" aria-label="Answer" placeholder="is one of">
        <el-option v-for="a in answers" :key="String(a.value)" :value="a.value" :label="a.label" />
      </el-select>
      <el-button size="small" :disabled="!made()" @click="add">Add</el-button>
    </template>
  </div>
</template>

<style scoped>
.conditions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.fact {
  width: 190px;
}
</style>
