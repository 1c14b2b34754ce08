<script setup lang="ts">
import { newKey } from '../api/key'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import type { ImportRow, ImportRun, RowChange } from '@stout-shackle/core/contract'
import { CATALOG_FILES, type CatalogFile, type KitBook, type Problem } from '@stout-shackle/core/exchange'
import { call, Refused } from '../api/client'
import { usePreferences } from '../stores/preferences'
import { failureText } from '../fields/file'
import StateSign from '../fields/StateSign.vue'
import KitWorkbook from './KitWorkbook.vue'

/** Whole catalogs in and out: a dry run first, then all or the good rows, and back again as one step. */
const KINDS: Record<CatalogFile, string> = {
  kits: 'Kits',
  applications: 'Lists of vehicles',
  vehicles: 'Vehicles',
  stock: 'Stock',
}
const CHANGES: Record<RowChange, { words: string; sign: 'fine' | 'caution' | 'unknown' | 'stop' }> = {
  new: { words: 'new', sign: 'fine' },
  changed: { words: 'would change', sign: 'caution' },
  same: { words: 'stays as it is', sign: 'unknown' },
  wrong: { words: 'wrong', sign: 'stop' },
}
const STATES: Record<ImportRun['state'], string> = {
  waiting: 'waiting its turn',
  reading: 'being read',
  checked: 'checked, nothing taken in yet',
  refused: 'refused',
  stopped: 'stopped',
  applied: 'taken in',
  undone: 'taken back',
}
const preferences = usePreferences()
const PAGE = 100
const LOOK_EVERY_MS = 300
const kind = ref<CatalogFile>('kits')
const runs = shallowRef<ImportRun[]>([])
const run = shallowRef<ImportRun | null>(null)
const shown = ref<RowChange>('wrong')
const rows = shallowRef<ImportRow[]>([])
const sending = ref(false)
const failure = ref('')

const read = computed(() =>
  run.value
    ? run.value.progress.new + run.value.progress.changed + run.value.progress.same + run.value.progress.wrong
    : 0,
)
const part = computed(() =>
  run.value?.progress.of ? Math.round((100 * run.value.progress.bytes) / run.value.progress.of) : 0,
)
const good = computed(() => (run.value ? run.value.progress.new + run.value.progress.changed : 0))

async function list() {
  runs.value = await call<ImportRun[]>('/imports')
}
async function attempt(work: () => Promise<void>) {
  failure.value = ''
  try {
    await work()
  } catch (error) {
    failure.value = failureText(error)
  }
}
void attempt(list)
const looking = useIntervalFn(() => void attempt(look), LOOK_EVERY_MS, { immediate: false })
async function look() {
  if (!run.value) return
  run.value = await call<ImportRun>(`/imports/${run.value.id}`)
  if (run.value.state === 'reading') return
  looking.pause()
  const { progress } = run.value
  await show(progress.wrong ? 'wrong' : progress.changed ? 'changed' : progress.new ? 'new' : 'same')
  await list()
}
async function show(change: RowChange, from = 0) {
  shown.value = change
  const next = await call<ImportRow[]>(`/imports/${run.value!.id}/rows?change=${change}&limit=${PAGE}&offset=${from}`)
  rows.value = from ? [...rows.value, ...next] : next
}
async function open(id: string) {
  run.value = await call<ImportRun>(`/imports/${id}`)
  rows.value = []
  looking.resume()
}
/** Lines of vehicles of a workbook, until its kits are taken in. */
const after = shallowRef<{ name: string; lines: KitBook['lines'] } | null>(null)
async function take(event: Event) {
  const box = event.target as HTMLInputElement
  const file = box.files?.[0]
  box.value = ''
  if (!file) return
  after.value = null
  await send(kind.value, file.name, file)
}
const asJson = (documents: readonly object[]) => new Blob([JSON.stringify(documents)], { type: 'application/json' })
/** A workbook goes the way of every file: its kits first, then the vehicles that they are listed for. */
async function takeBook(name: string, { kits, lines }: KitBook) {
  after.value = lines.length ? { name, lines } : null
  await send('kits', `${name}.json`, asJson(kits))
}
/** Its kits are in, or nothing of them is to be changed. */
const mayGoOn = computed(
  () =>
    after.value !== null &&
    (run.value?.state === 'applied' || (run.value?.state === 'checked' && !good.value && !run.value.progress.wrong)),
)
async function takeLines() {
  if (!after.value) return
  const { name, lines } = after.value
  after.value = null
  await send('applications', `${name}.json`, asJson(lines))
}
async function send(what: CatalogFile, name: string, body: Blob) {
  sending.value = true
  await attempt(async () => {
    const response = await fetch(`/api/imports?kind=${what}&name=${encodeURIComponent(name.slice(-120))}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body,
    })
    const data = (await response.json()) as ImportRun & { detail?: string }
    if (!response.ok) throw new Refused(response.status, data.detail ?? 'The server refused the file.', [], {})
    rows.value = []
    run.value = data
    looking.resume()
  })
  sending.value = false
}
const act = (what: 'apply' | 'undo', body: object = {}) =>
  attempt(async () => {
    run.value = await call<ImportRun>(`/imports/${run.value!.id}/${what}`, { method: 'POST', body, key: newKey() })
    await list()
  })
const stop = () => attempt(() => call(`/imports/${run.value!.id}/stop`, { method: 'POST', body: {} }))
/** The row stands beside it: here only where in it, and what. */
const noteText = (note: string | Problem) =>
  typeof note === 'string' ? note : `${note.column ? `${note.column}: ` : ''}${note.message}`
</script>

<template>
  <div class="files">
    <div class="left">
      <section class="card out">
        <header><h2>Send out</h2></header>
        <p class="small muted">Tables open in any spreadsheet; JSON carries everything. Both are read again.</p>
        <ul>
          <li v-for="k in CATALOG_FILES" :key="k">
            {{ KINDS[k] }}: <a :href="`/api/exports/${k}.csv`" download>CSV</a> ·
            <a :href="`/api/exports/${k}.json`" download>JSON</a> ·
            <a :href="`/api/exports/${k}.csv?blank=yes&units=${preferences.system}`" download>blank, to fill in</a>
          </li>
        </ul>
        <template v-if="runs.length">
          <header><h2>Earlier</h2></header>
          <ul>
            <li v-for="r in runs" :key="r.id" class="small">
              <button class="plain" @click="attempt(() => open(r.id))">{{ r.name }}</button> {{ KINDS[r.kind] }},
              {{ STATES[r.state] }}
            </li>
          </ul>
        </template>
      </section>
      <KitWorkbook @read="takeBook" />
    </div>
    <section class="card in">
      <header>
        <h2>Take in</h2>
        <select v-model="kind" class="control" aria-label="What the file holds">
          <option v-for="k in CATALOG_FILES" :key="k" :value="k">{{ KINDS[k] }}</option>
        </select>
        <label class="file" :class="{ busy: sending }"
          >{{ sending ? 'Sending…' : 'Choose a file: CSV, JSON or xlsx'
          }}<input type="file" accept=".csv,.json,.xlsx,text/csv,application/json" :disabled="sending" @change="take"
        /></label>
      </header>
      <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
      <p v-if="!run" class="note">
        Nothing is changed until you say so: first you see row by row what the file would change, what is wrong and
        where.
      </p>
      <template v-else>
        <p class="state" :data-state="run.state">
          <strong>{{ run.name }}</strong>: {{ KINDS[run.kind] }}, {{ STATES[run.state] }}.
          <span v-if="run.problem" class="why">{{ run.problem }}</span>
        </p>
        <div v-if="run.state === 'reading'" class="reading" role="status">
          <progress :value="part" max="100" />
          {{ read }} rows, {{ part }} %
          <button class="plain" @click="stop">stop</button>
        </div>
        <template v-else-if="run.state !== 'refused' && run.state !== 'stopped'">
          <div class="counts">
            <button
              v-for="(c, change) in CHANGES"
              :key="change"
              class="count"
              :class="{ on: shown === change }"
              :aria-pressed="shown === change"
              @click="attempt(() => show(change))"
            >
              <StateSign :state="c.sign" /> <b>{{ run.progress[change] }}</b> {{ c.words }}
            </button>
            <span class="acts">
              <template v-if="run.state === 'checked'">
                <el-button
                  v-if="!run.progress.wrong"
                  type="primary"
                  :disabled="!good"
                  @click="act('apply', { rows: 'all' })"
                  >Take in all {{ good }}</el-button
                >
                <el-button v-else type="primary" :disabled="!good" @click="act('apply', { rows: 'good' })"
                  >Take in the {{ good === 1 ? 'good row' : `${good} good rows` }}</el-button
                >
              </template>
              <el-button v-else-if="run.state === 'applied'" @click="act('undo')">Undo</el-button>
              <el-button v-if="mayGoOn" type="primary" @click="takeLines"
                >Then the {{ after!.lines.length }} vehicles of {{ after!.name }}</el-button
              >
            </span>
          </div>
          <table class="dense">
            <thead>
              <tr>
                <th class="num">row</th>
                <th>id</th>
                <th>{{ shown === 'wrong' ? 'what is wrong' : 'what it would do' }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="r in rows" :key="r.row">
                <td class="num">{{ r.row }}</td>
                <td>{{ r.id ?? '–' }}</td>
                <td class="small">
                  <p v-for="(n, i) in r.notes" :key="i">{{ noteText(n) }}</p>
                  <span v-if="!r.notes.length" class="muted">{{ CHANGES[r.change].words }}</span>
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="!rows.length" class="note">No row of this kind.</p>
          <button
            v-if="rows.length < run.progress[shown]"
            class="plain more"
            @click="attempt(() => show(shown, rows.length))"
          >
            {{ run.progress[shown] - rows.length }} more
          </button>
        </template>
      </template>
    </section>
  </div>
</template>

<style scoped>
.files {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.left {
  display: grid;
  gap: 14px;
}
.out p,
.state {
  margin: 0;
  padding: 0 12px 6px;
}
ul {
  margin: 0;
  padding: 0 12px 10px 28px;
}
.counts,
.reading {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 4px 12px 10px;
}
.count {
  border: 1px solid var(--edge);
  border-radius: 4px;
  background: #fff;
  padding: 5px 10px;
  font: inherit;
  cursor: pointer;
}
.count.on {
  border-color: var(--petrol);
  background: #e9f0f0;
}
.acts {
  margin-left: auto;
}
.why {
  color: var(--oxide);
}
progress {
  width: 220px;
  accent-color: var(--petrol);
}
td {
  height: auto;
  min-height: 30px;
  padding-block: 4px;
  vertical-align: top;
}
td p {
  margin: 0;
}
.more {
  padding: 6px 12px 10px;
}
.note {
  margin: 6px 12px 12px;
}
</style>
