<script setup lang="ts">
import { ref } from 'vue'
import { kitSchema, procedureSchema } from '@stout-shackle/core/kit'
import {
  fastenersSheet,
  operationsSheet,
  problemText,
  readFasteners,
  readOperations,
} from '@stout-shackle/core/exchange'
import { failureText, readJsonFile, saveFile } from '../../fields/file'
import { picturesAside, picturesWithin } from '../work/pictures'
import { isKit, useWriting } from './writing'

/** The whole of it, its steps or its bolts as a file, out and in. */
const { paper, change, failure } = useWriting()
const shown = ref(false)
async function takeSheet(event: Event, what: 'operations' | 'fasteners') {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file || !paper.value) return
  const text = await file.text()
  input.value = ''
  const read = what === 'operations' ? readOperations(text) : readFasteners(text)
  if (!read.ok) {
    failure.value = `${file.name}: ${read.problems.slice(0, 3).map(problemText).join(' ')}`
    return
  }
  failure.value = ''
  change({ ...paper.value, [what]: read.value })
}
async function takeJson(event: Event) {
  const now = paper.value
  if (!now) return
  const schema: typeof kitSchema | typeof procedureSchema = isKit(now) ? kitSchema : procedureSchema
  const read = await readJsonFile<typeof schema>(event, schema)
  if (!read) return
  failure.value = read.ok ? '' : read.why
  if (!read.ok) return
  try {
    change({ ...read.value, id: now.id, operations: await picturesAside(read.value.operations) })
  } catch (error) {
    failure.value = failureText(error)
  }
}
/** The whole of it in one file, pictures with it. */
async function giveJson() {
  const now = paper.value
  if (!now) return
  try {
    const whole = { ...now, operations: await picturesWithin(now.operations) }
    saveFile(`${now.id}.json`, 'application/json', JSON.stringify(whole, null, 2))
  } catch (error) {
    failure.value = failureText(error)
  }
}
</script>

<template>
  <el-button @click="shown = true">Files</el-button>
  <el-dialog v-if="paper" v-model="shown" title="Files of this kit" width="460px">
    <p class="row">
      <el-button @click="giveJson">Export all, JSON</el-button>
      <el-button @click="saveFile(`${paper.id}-operations.csv`, 'text/csv', operationsSheet(paper.operations))"
        >Export steps, CSV</el-button
      >
      <el-button @click="saveFile(`${paper.id}-fasteners.csv`, 'text/csv', fastenersSheet(paper.fasteners))"
        >Export bolts, CSV</el-button
      >
    </p>
    <p class="row">
      <label>Import all, JSON <input type="file" accept=".json,application/json" @change="takeJson" /></label>
      <label
        >Import steps, CSV <input type="file" accept=".csv,text/csv" @change="takeSheet($event, 'operations')"
      /></label>
      <label
        >Import bolts, CSV <input type="file" accept=".csv,text/csv" @change="takeSheet($event, 'fasteners')"
      /></label>
    </p>
  </el-dialog>
</template>

<style scoped>
.row {
  display: grid;
  gap: 8px;
  margin-bottom: 12px;
}
</style>
