<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import type { Application, Kit } from '@stout-shackle/core/kit'
import type { Entry, Found, KitSummary } from '@stout-shackle/core/contract'
import {
  blankBook,
  bookProblemText,
  kitsNamed,
  readKitBook,
  writeKitBook,
  type BookSheet,
  type KitBook,
} from '@stout-shackle/core/exchange'
import { call, Refused } from '../api/client'
import { failureText, saveFile } from '../fields/file'
import { usePreferences } from '../stores/preferences'
import { readWorkbook, workbookOf } from './workbook'

/** A maker's kits as one workbook, out and in: kits, boxes, bolts, steps and vehicles, a sheet each. */
const emit = defineEmits<{ read: [name: string, book: KitBook] }>()
const preferences = usePreferences()
const makers = shallowRef<{ name: string; kits: string[] }[]>([])
const maker = ref('')
const busy = ref('')
const failure = ref('')
const wrong = shallowRef<string[]>([])
const MOST = 500
void call<Found<KitSummary>>(`/kits?limit=${MOST}`).then(
  ({ entries }) => {
    const names = [...new Set(entries.map((e) => e.document.maker))].sort((a, b) => a.localeCompare(b))
    makers.value = names.map((name) => ({
      name,
      kits: entries.flatMap(({ document: d }) => (d.maker === name ? d.id : [])),
    }))
  },
  () => undefined,
)
const chosen = computed(() => makers.value.find((m) => m.name === maker.value) ?? null)

/** Kits of the catalog with their lines; those that are not there are left out. */
async function fromCatalog(ids: readonly string[]): Promise<KitBook> {
  const missing = (error: unknown) => {
    if (error instanceof Refused && error.status === 404) return null
    throw error
  }
  const found = await Promise.all(
    ids.map(async (id) => {
      const entry = await call<Entry<Kit>>(`/kits/${encodeURIComponent(id)}`).catch(missing)
      return (
        entry && {
          kit: entry.document,
          lines: await call<Application[]>(`/kits/${encodeURIComponent(id)}/applications`),
        }
      )
    }),
  )
  return { kits: found.flatMap((f) => f?.kit ?? []), lines: found.flatMap((f) => f?.lines ?? []) }
}
async function attempt(what: string, work: () => Promise<void>) {
  busy.value = what
  failure.value = ''
  wrong.value = []
  try {
    await work()
  } catch (error) {
    failure.value = failureText(error)
  }
  busy.value = ''
}
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
const save = async (name: string, sheets: BookSheet[]) => saveFile(name, XLSX, await workbookOf(sheets))
const send = () =>
  attempt('out', async () => {
    if (!chosen.value) return
    const book = await fromCatalog(chosen.value.kits)
    await save(`${chosen.value.name} kits.xlsx`, writeKitBook(book, preferences.system))
  })
const blank = () => attempt('out', () => save('kits to fill in.xlsx', blankBook(preferences.system)))
const SHOWN = 40
async function take(file: File) {
  await attempt('in', async () => {
    const sheets = await readWorkbook(file).catch(() => null)
    if (!sheets) {
      failure.value = `${file.name} is not a workbook: save it as xlsx.`
      return
    }
    const read = readKitBook(sheets, await fromCatalog([...new Set(kitsNamed(sheets))]), preferences.system)
    if (read.ok) emit('read', file.name, read.value)
    else wrong.value = read.problems.map(bookProblemText)
  })
}
</script>

<template>
  <section class="card book" data-book>
    <header><h2>Kits as a workbook</h2></header>
    <div class="body">
      <el-select v-model="maker" filterable placeholder="Maker" aria-label="Maker of the workbook">
        <el-option v-for="m in makers" :key="m.name" :value="m.name" :label="`${m.name} (${m.kits.length})`" />
      </el-select>
      <div>
        <el-button :disabled="!chosen" :loading="busy === 'out'" @click="send">Send out</el-button>
        <el-button link type="primary" @click="blank">Blank, to fill in</el-button>
      </div>
      <el-upload
        :auto-upload="false"
        :show-file-list="false"
        accept=".xlsx"
        :on-change="(f: { raw?: File }) => f.raw && take(f.raw)"
      >
        <span class="el-button" :class="{ 'is-loading': busy === 'in' }">Take a workbook in</span>
      </el-upload>
      <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
      <div v-if="wrong.length" role="alert" data-wrong>
        <p class="small why">{{ wrong.length }} to put right, nothing is taken in yet:</p>
        <ul class="small">
          <li v-for="w in wrong.slice(0, SHOWN)" :key="w">{{ w }}</li>
          <li v-if="wrong.length > SHOWN">and {{ wrong.length - SHOWN }} more</li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.body {
  display: grid;
  gap: 8px;
  padding: 4px 12px 12px;
}
.why {
  color: var(--oxide);
  margin: 0;
}
ul {
  margin: 0;
  padding-left: 18px;
}
</style>
