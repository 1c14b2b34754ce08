<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import { closingFaults, kitSchema, type Kit, type Operation } from '@stout-shackle/core/kit'
import {
  fastenersSheet,
  operationsSheet,
  problemText,
  readFasteners,
  readOperations,
} from '@stout-shackle/core/exchange'
import { buildPlan, type PlanOutcome } from '@stout-shackle/core/plan'
import { emptySurvey, type Vehicle } from '@stout-shackle/core/vehicle'
import type { Entry, Found } from '@stout-shackle/core/contract'
import { call } from '../../api/client'
import { newKey } from '../../api/key'
import { failureText, readJsonFile, saveFile } from '../../entry/file'
import { hoursText } from '../../plan/hours'
import { blankOperation, freeId, idOf, withoutOperation, type DraftIssue } from './draft'
import FastenersCard from './FastenersCard.vue'
import OperationForm from './OperationForm.vue'
import WorkGraph from './WorkGraph.vue'

/** Instructions of a kit as they are written: steps, what comes before what, the order they give on a vehicle, what is wrong. */
const props = defineProps<{ id: string }>()
const stored = shallowRef<Entry<Kit> | null>(null)
const kit = shallowRef<Kit | null>(null)
const failure = ref('')
const saved = ref('')
const selected = ref<string | null>(null)
const vehicles = shallowRef<Vehicle[]>([])
const vehicleId = ref('')
/** Kept in this browser while it is written: a reload loses nothing. */
const draft = useLocalStorage<string>(`kit-draft:${props.id}`, '')

watch(
  () => props.id,
  async (id) => {
    try {
      const entry = await call<Entry<Kit>>(`/kits/${id}`)
      stored.value = entry
      const kept = draft.value ? kitSchema.safeParse(JSON.parse(draft.value)) : null
      kit.value = kept?.success ? kept.data : entry.document
      selected.value = kit.value.operations[0]?.id ?? null
      vehicles.value = (await call<Found<Vehicle>>('/vehicles?limit=100')).entries.map((e) => e.document)
      vehicleId.value =
        vehicles.value.find(
          (v) =>
            kit.value!.fitment.suspension.includes(v[kit.value!.axle].suspension) &&
            kit.value!.fitment.bodies.includes(v.body),
        )?.id ??
        vehicles.value[0]?.id ??
        ''
    } catch (error) {
      failure.value = failureText(error)
    }
  },
  { immediate: true },
)
const edited = computed(
  () => kit.value !== null && JSON.stringify(kit.value) !== JSON.stringify(stored.value?.document),
)
function change(next: Kit) {
  kit.value = next
  saved.value = ''
  draft.value = JSON.stringify(next)
}
const setOperation = (o: Operation) =>
  kit.value && change({ ...kit.value, operations: kit.value.operations.map((was) => (was.id === o.id ? o : was)) })
const current = computed(() => kit.value?.operations.find((o) => o.id === selected.value) ?? null)

const issues = computed((): DraftIssue[] => {
  const k = kit.value
  if (!k) return []
  const read = kitSchema.safeParse(k)
  const found = read.success
    ? closingFaults(k)
    : read.error.issues.map((i) => ({ path: i.path as (string | number)[], message: i.message }))
  return found.map(({ path, message }) => ({
    path: path.join('.'),
    message,
    operation: path[0] === 'operations' && typeof path[1] === 'number' ? (k.operations[path[1]]?.id ?? null) : null,
  }))
})
const wrong = computed(() => new Set(issues.value.flatMap((i) => i.operation ?? [])))
const titleOf = (id: string | null) => kit.value?.operations.find((o) => o.id === id)?.title ?? ''
const outcome = computed((): PlanOutcome | null => {
  const vehicle = vehicles.value.find((v) => v.id === vehicleId.value)
  if (!kit.value || !vehicle || !kitSchema.safeParse(kit.value).success) return null
  return buildPlan([{ kit: kit.value, work: 'fit' }], vehicle, emptySurvey(), { wheels: 'off' })
})

function add() {
  if (!kit.value) return
  const id = freeId(
    'new-step',
    kit.value.operations.map((o) => o.id),
  )
  const own = { ...blankOperation(id, 'New step', 'mount'), after: selected.value ? [selected.value] : [] }
  change({ ...kit.value, operations: [...kit.value.operations, own] })
  selected.value = id
}
function edit(o: Operation) {
  const k = kit.value
  if (!k) return
  const was = k.operations.find((p) => p.id === o.id)
  // A step that is still new takes its id from its title.
  if (was && was.title !== o.title && /^new-step/.test(o.id)) {
    const id = freeId(
      idOf(o.title),
      k.operations.filter((p) => p !== was).map((p) => p.id),
    )
    const renamed = (list: string[]) => list.map((a) => (a === o.id ? id : a))
    change({
      ...k,
      operations: k.operations.map((p) =>
        p === was ? { ...o, id } : { ...p, after: renamed(p.after), easier: renamed(p.easier) },
      ),
    })
    selected.value = id
  } else setOperation(o)
}
function remove() {
  if (!kit.value || !selected.value) return
  const next = withoutOperation(kit.value, selected.value)
  selected.value = next.operations[0]?.id ?? null
  change(next)
}
const link = (from: string, to: string) => {
  const o = kit.value?.operations.find((p) => p.id === to)
  if (o && from !== to) setOperation({ ...o, after: [...new Set([...o.after, from])] })
}
const cut = (from: string, to: string) => {
  const o = kit.value?.operations.find((p) => p.id === to)
  if (o) setOperation({ ...o, after: o.after.filter((a) => a !== from), easier: o.easier.filter((a) => a !== from) })
}
async function save() {
  const { value: k } = kit
  if (!k || !stored.value) return
  failure.value = ''
  try {
    stored.value = await call<Entry<Kit>>(`/kits/${props.id}`, {
      method: 'PUT',
      body: k,
      version: stored.value.version,
      key: newKey(),
    })
    draft.value = ''
    saved.value = `Saved as version ${stored.value.version}. Jobs that have it keep the version they were planned by.`
  } catch (error) {
    failure.value = failureText(error)
  }
}
function undoAll() {
  if (!stored.value) return
  kit.value = stored.value.document
  draft.value = ''
}
async function takeSheet(event: Event, what: 'operations' | 'fasteners') {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file || !kit.value) return
  const text = await file.text()
  input.value = ''
  const read = what === 'operations' ? readOperations(text) : readFasteners(text)
  if (!read.ok) {
    failure.value = `${file.name}: ${read.problems.slice(0, 3).map(problemText).join(' ')}`
    return
  }
  failure.value = ''
  change({ ...kit.value, [what]: read.value })
  selected.value = kit.value.operations[0]?.id ?? null
}
async function takeJson(event: Event) {
  const read = await readJsonFile(event, kitSchema)
  if (!read) return
  failure.value = read.ok ? '' : read.why
  if (read.ok && kit.value) change({ ...read.value, id: kit.value.id })
}
const name = computed(() => kit.value?.id ?? 'kit')
useEventListener('beforeunload', (event) => {
  if (edited.value && !draft.value) event.preventDefault()
})
onBeforeRouteLeave(() => {
  if (!edited.value) draft.value = ''
})
</script>

<template>
  <p v-if="failure && !kit" class="note stop" role="alert">{{ failure }}</p>
  <p v-else-if="!kit" class="muted" role="status">Loading the kit…</p>
  <div v-else class="editor">
    <div class="top">
      <h2>{{ kit.maker }} {{ kit.name }}: instructions, version {{ stored?.version }}</h2>
      <span class="small" :class="edited ? 'edited' : 'muted'">{{
        edited ? 'edited, kept in this browser' : 'saved'
      }}</span>
      <button type="button" class="plain" :disabled="!edited" @click="undoAll">Cancel</button>
      <button type="button" class="plain" :disabled="!edited || issues.length > 0" @click="save">Save</button>
    </div>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    <p v-if="saved" class="note" role="status">{{ saved }}</p>
    <div class="columns">
      <div class="left">
        <section class="card">
          <header>
            <h3>What comes before what</h3>
            <button type="button" class="plain" @click="add">Add a step</button>
          </header>
          <WorkGraph
            :operations="kit.operations"
            :selected="selected"
            :wrong="wrong"
            @select="selected = $event"
            @connect="link"
            @cut="cut"
          />
        </section>
        <section v-if="current" class="card">
          <header>
            <h3>{{ current.title }}</h3>
          </header>
          <OperationForm :kit="kit" :operation="current" @change="edit" @remove="remove" />
        </section>
        <FastenersCard :kit="kit" @change="(fasteners) => kit && change({ ...kit, fasteners })" />
      </div>
      <div class="right">
        <section class="card" data-issues>
          <header>
            <h3>{{ issues.length ? `${issues.length} to put right` : 'Nothing wrong with it' }}</h3>
          </header>
          <ul class="small">
            <li v-for="i in issues.slice(0, 12)" :key="i.path + i.message">
              <button v-if="i.operation" type="button" class="plain" @click="selected = i.operation">
                {{ titleOf(i.operation) }}
              </button>
              <span v-else>{{ i.path }}</span>: {{ i.message }}
            </li>
          </ul>
        </section>
        <section class="card" data-order>
          <header>
            <h3>The order on</h3>
            <select v-model="vehicleId" class="control" aria-label="Vehicle for the order">
              <option v-for="v in vehicles" :key="v.id" :value="v.id">{{ v.make }} {{ v.model }}</option>
            </select>
          </header>
          <p v-if="outcome && !outcome.ok" class="note stop">
            Cannot be ordered: {{ outcome.stuck.map((s) => titleOf(s.split(':')[0]!) || s).join(', ') }}.
          </p>
          <template v-else-if="outcome">
            <p class="small sum">
              {{ hoursText(outcome.plan.minutes) }}, {{ outcome.plan.supportChanges }} changes of support,
              {{ outcome.plan.wheelChanges }} of wheels{{ outcome.plan.proved ? ', the fewest there can be' : '' }}
            </p>
            <ol class="small order">
              <li v-for="s in outcome.plan.steps" :key="s.id" :class="s.kind">
                <button
                  type="button"
                  class="plain"
                  :disabled="!kit.operations.some((o) => s.id.startsWith(o.id))"
                  @click="selected = s.id.split(':')[0]!"
                >
                  {{ s.title }}{{ s.side ? `, ${s.side}` : '' }}
                </button>
              </li>
            </ol>
          </template>
        </section>
        <section class="card files">
          <header><h3>Files</h3></header>
          <p class="small">
            <button
              type="button"
              class="plain"
              @click="saveFile(`${name}-operations.csv`, 'text/csv', operationsSheet(kit.operations))"
            >
              Operations as CSV
            </button>
            ·
            <button
              type="button"
              class="plain"
              @click="saveFile(`${name}-fasteners.csv`, 'text/csv', fastenersSheet(kit.fasteners))"
            >
              Fasteners as CSV
            </button>
            ·
            <button
              type="button"
              class="plain"
              @click="saveFile(`${name}.json`, 'application/json', JSON.stringify(kit, null, 2))"
            >
              All as JSON
            </button>
          </p>
          <p class="small">
            <label
              >Operations from CSV <input type="file" accept=".csv,text/csv" @change="takeSheet($event, 'operations')"
            /></label>
            <label
              >Fasteners from CSV <input type="file" accept=".csv,text/csv" @change="takeSheet($event, 'fasteners')"
            /></label>
            <label>All from JSON <input type="file" accept=".json,application/json" @change="takeJson" /></label>
          </p>
        </section>
      </div>
    </div>
  </div>
</template>

<style scoped>
.order button,
[data-issues] button {
  padding: 0;
  min-height: 0;
  text-align: left;
  font-weight: 400;
}
.order .state button {
  font-weight: 600;
}
.top {
  display: flex;
  gap: 12px;
  align-items: center;
  margin-bottom: 8px;
}
.top h2 {
  flex: 1;
}
.edited {
  color: var(--amber);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 12px;
  align-items: start;
}
.left,
.right {
  display: grid;
  gap: 12px;
}
ul,
ol {
  margin: 0;
  padding: 6px 14px 10px 30px;
}
.order {
  max-height: 420px;
  overflow: auto;
}
.order .state {
  font-weight: 600;
  color: var(--petrol);
}
.sum {
  padding: 4px 14px;
  margin: 0;
}
.files p {
  padding: 4px 14px;
  margin: 0;
}
.files label {
  display: block;
  margin: 4px 0;
}
</style>
