<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { PlanStep } from '@stout-shackle/core/kit'
import { recordMaxLength } from '@stout-shackle/core/records'
import { lookWords, type StepLooks } from '@stout-shackle/core/stages'
import { useOpenJob } from '../stores/job'
import StateSign from '../fields/StateSign.vue'

/** What only an eye tells at a step: answered in one tap with Done, one by one where something is not so. */
const props = defineProps<{ step: PlanStep; done: boolean }>()
const { store, assessment } = useOpenJob()
const looks = computed(() => assessment.value.looks.find((l) => l.step.id === props.step.id)?.looks ?? [])
const missing = computed(() => looks.value.flatMap((l) => (l.seen === null ? [l.look] : [])))
/** The one that is not so, while it is said what is wrong. */
type Look = StepLooks['looks'][number]
const wrong = ref<Look['look'] | null>(null)
const wordsOf = computed(() => looks.value.find((l) => l.look === wrong.value))
const note = ref('')
watch(
  () => props.step.id,
  () => (wrong.value = null),
)
function open(look: Look['look']) {
  wrong.value = wrong.value === look ? null : look
  note.value = ''
}
function say(answered: readonly Look['look'][], seen: boolean) {
  store.record({ kind: 'looked', step: props.step.id, looks: [...answered], seen, note: seen ? '' : note.value.trim() })
  wrong.value = null
}
const sign = (seen: boolean | null) => (seen ? 'fine' : seen === false ? 'stop' : 'unknown')
</script>

<template>
  <section v-if="looks.length" class="looks" data-looks>
    <p class="small">Done means, as pictured:</p>
    <div class="list">
      <el-button
        v-for="l in looks"
        :key="l.look"
        size="large"
        :data-look="l.look"
        :data-seen="l.seen"
        :aria-expanded="wrong === l.look"
        @click="open(l.look)"
      >
        <StateSign :state="sign(l.seen)" />&nbsp;{{ lookWords(l).seen }}
      </el-button>
    </div>
    <div v-if="wrong && wordsOf" class="wrong" role="group" :aria-label="lookWords(wordsOf).seen">
      <p><b>Not so?</b> {{ lookWords(wordsOf).remedy }}</p>
      <el-input
        v-model="note"
        size="large"
        placeholder="what is wrong"
        aria-label="What is wrong"
        :maxlength="recordMaxLength('looked', 'note')"
      />
      <p class="row">
        <el-button size="large" data-action="not-so" @click="say([wrong], false)">Not so, leave it open</el-button>
        <el-button size="large" data-action="so-now" @click="say([wrong], true)">As pictured now</el-button>
      </p>
    </div>
    <el-button
      v-if="done && missing.length"
      size="large"
      type="primary"
      data-action="as-pictured"
      @click="say(missing, true)"
      >Looked at: as pictured</el-button
    >
  </section>
</template>

<style scoped>
.looks {
  background: #1d2427;
  border: 1px solid #353e42;
  border-radius: 4px;
  padding: 10px 16px;
}
.small {
  color: #aab0ae;
  font-size: 20px;
  margin: 0 0 6px;
}
.list {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.list :deep(.el-button),
.row :deep(.el-button) {
  margin: 0;
  min-height: 56px;
  font-size: 20px;
}
.wrong {
  border-left: 8px solid #e0a03f;
  padding: 8px 12px;
  margin-top: 8px;
}
.wrong p {
  margin: 0 0 8px;
}
.row {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
</style>
