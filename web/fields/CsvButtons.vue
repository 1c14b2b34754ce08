<script setup lang="ts">
import { ref } from 'vue'
import { problemText, type Problem } from '@stout-shackle/core/exchange'
import { saveFile } from './file'

/** Takes a file out and in again; what is wrong with one is shown with its row and column, and nothing of it is taken. */
const props = defineProps<{
  /** What is in the file, for the buttons: "loads". */
  what: string
  fileName: string
  write: () => string
  /** Takes the text in; the problems it has, or what happened in a sentence. */
  read: (text: string) => Problem[] | string
}>()
const problems = ref<Problem[]>([])
const done = ref('')
/** More than this tells nobody anything new. */
const SHOWN = 6

const out = () => saveFile(props.fileName, 'text/csv;charset=utf-8', props.write())
async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  const outcome = props.read(await file.text())
  input.value = ''
  problems.value = typeof outcome === 'string' ? [] : outcome
  done.value = typeof outcome === 'string' ? outcome : ''
}
</script>

<template>
  <span class="csv">
    <button class="plain small" @click="out">{{ what }} out, CSV</button>
    <label class="file small">{{ what }} in<input type="file" accept=".csv,text/csv" @change="take" /></label>
    <span v-if="done" class="small muted" role="status">{{ done }}</span>
    <span v-if="problems.length" class="note stop why" role="alert">
      Nothing was taken in.
      <span v-for="(p, i) in problems.slice(0, SHOWN)" :key="i" class="line">{{ problemText(p) }}</span>
      <span v-if="problems.length > SHOWN" class="line">and {{ problems.length - SHOWN }} more</span>
      <button class="plain" @click="problems = []">close</button>
    </span>
  </span>
</template>

<style scoped>
.csv {
  position: relative;
  display: inline-flex;
  gap: 10px;
  align-items: center;
}
.why {
  position: absolute;
  top: 100%;
  right: 0;
  z-index: 5;
  width: 420px;
  border: 1px solid var(--oxide);
}
.line {
  display: block;
}
</style>
