<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import {
  closingFaults,
  freeId,
  ownId,
  kitSchema,
  isForPlatform,
  procedureFaults,
  procedureSchema,
  type Kit,
  type Operation,
  type Procedure,
} from '@stout-shackle/core/kit'
import {
  fastenersSheet,
  operationsSheet,
  problemText,
  readFasteners,
  readOperations,
} from '@stout-shackle/core/exchange'
import { schemaText } from '@stout-shackle/core/quantity'
import { buildPlan, type PlanOutcome } from '@stout-shackle/core/plan'
import { onSide, emptySurvey, type Vehicle } from '@stout-shackle/core/vehicle'
import type { Entry, Found, KitSummary } from '@stout-shackle/core/contract'
import { call } from '../../api/client'
import { newKey } from '../../api/key'
import { failureText, readJsonFile, saveFile } from '../../fields/file'
import { hoursText } from '../../plan/hours'
import { blankOperation, withoutOperation, type DraftIssue } from './draft'
import FastenersCard from './FastenersCard.vue'
import OperationForm from './OperationForm.vue'
import ProcedureCard from './ProcedureCard.vue'
import { picturesAside, picturesWithin } from './pictures'
import WorkGraph from './WorkGraph.vue'

/**
 * Instructions as they are written, a kit's or a procedure's: steps, what comes before what, the order they give on a vehicle, what is
 * wrong.
 */
const props = defineProps<{ id: string; of: 'kits' | 'procedures' }>()
const isKit = (d: Kit | Procedure): d is Kit => 'family' in d
const schema = computed(() => (props.of === 'kits' ? kitSchema : procedureSchema))
const stored = shallowRef<Entry<Kit | Procedure> | null>(null)
const kit = shallowRef<Kit | Procedure | null>(null)
/** With which kit the order of a procedure is shown; empty for none. */
const withKit = ref('')
const kits = shallowRef<Entry<KitSummary>[]>([])
const besideKit = shallowRef<Kit | null>(null)
watch(withKit, async (id) => {
  besideKit.value = null
  if (!id) return
  try {
    const { document } = await call<Entry<Kit>>(`/kits/${id}`)
    // Another one may have been chosen by now.
    if (withKit.value === id) besideKit.value = document
  } catch (error) {
    failure.value = failureText(error)
  }
})
const failure = ref('')
const saved = ref('')
const selected = ref<string | null>(null)
const vehicles = shallowRef<Vehicle[]>([])
const vehicleId = ref('')
/** Kept in this browser while it is written: a reload loses nothing. */
const draft = useLocalStorage<string>(`${props.of === 'kits' ? 'kit' : 'procedure'}-draft:${props.id}`, '')

watch(
  () => props.id,
  async (id) => {
    try {
      const entry = await call<Entry<Kit | Procedure>>(`/${props.of}/${id}`)
      stored.value = entry
      const parsed = draft.value ? schema.value.safeParse(JSON.parse(draft.value)) : null
      kit.value = parsed?.success ? parsed.data : entry.document
      selected.value = kit.value.operations[0]?.id ?? null
      vehicles.value = (await call<Found<Vehicle>>('/vehicles?limit=100')).entries.map((e) => e.document)
      const current = kit.value
      vehicleId.value = (vehicles.value.find((v) => isFor(current, v)) ?? vehicles.value[0])?.id ?? ''
      if (!isKit(current)) kits.value = (await call<Found<KitSummary>>('/kits?limit=200')).entries
    } catch (error) {
      failure.value = failureText(error)
    }
  },
  { immediate: true },
)
const isFor = (d: Kit | Procedure, v: Vehicle): boolean =>
  isKit(d)
    ? d.fitment.suspension.includes(v[d.axle].suspension) && d.fitment.bodies.includes(v.body)
    : isForPlatform(d, v.platform)
const edited = computed(
  () => kit.value !== null && JSON.stringify(kit.value) !== JSON.stringify(stored.value?.document),
)
function change(next: Kit | Procedure) {
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
  const read = schema.value.safeParse(k)
  const found = read.success
    ? (isKit(k) ? closingFaults : procedureFaults)(k)
    : read.error.issues.map((i) => {
        const path = i.path as (string | number)[]
        // At an operation its title stands before it: here the field of it.
        const field = path[0] === 'operations' ? `${path.slice(2).join(' ')} ` : ''
        return { path, message: `${field}${schemaText(i)}` }
      })
  return found.map(({ path, message }) => ({
    path: path.join('.'),
    message,
    operation: path[0] === 'operations' && typeof path[1] === 'number' ? (k.operations[path[1]]?.id ?? null) : null,
  }))
})
const wrong = computed(() => new Set(issues.value.flatMap((i) => i.operation ?? [])))
const titleOf = (id: string | null) => {
  const found = kit.value?.operations.find((o) => o.id === id)
  return found ? found.title || found.id : ''
}
const outcome = computed((): PlanOutcome | null => {
  const vehicle = vehicles.value.find((v) => v.id === vehicleId.value)
  const current = kit.value
  if (!current || !vehicle || !schema.value.safeParse(current).success) return null
  if (isKit(current)) return buildPlan([{ kit: current, work: 'fit' }], vehicle, emptySurvey(), { wheels: 'off' })
  const beside = besideKit.value ? [{ kit: besideKit.value, work: 'fit' as const }] : []
  // By itself it is shown whole, on whatever vehicle is looked at.
  const alone = { ...current, platforms: [], use: 'always' as const }
  return buildPlan(beside, vehicle, emptySurvey(), { wheels: 'off' }, { procedures: [beside.length ? current : alone] })
})

/** Operation of these instructions that a step of the plan is; null for one of others. */
const ownOf = (step: string): string | null => {
  const k = kit.value
  if (!k) return null
  const [name] = step.split(':')
  const begins = isKit(k) ? ['', 'front-'] : [`${k.id}-`, `front-${k.id}-`]
  return k.operations.find((o) => begins.some((b) => `${b}${o.id}` === name))?.id ?? null
}

function add() {
  if (!kit.value) return
  const id = freeId(
    'new-step',
    kit.value.operations.map((o) => o.id),
  )
  const added = { ...blankOperation(id, 'New step', 'mount'), after: selected.value ? [selected.value] : [] }
  change({ ...kit.value, operations: [...kit.value.operations, added] })
  selected.value = id
}
function edit(o: Operation) {
  const k = kit.value
  if (!k) return
  const was = k.operations.find((p) => p.id === o.id)
  // A step that is still new takes its id from its title.
  if (was && was.title !== o.title && /^new-step/.test(o.id)) {
    const id = ownId(
      o.title,
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
    stored.value = await call<Entry<Kit | Procedure>>(`/${props.of}/${props.id}`, {
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
  const read = await readJsonFile<typeof kitSchema | typeof procedureSchema>(event, schema.value)
  if (!read) return
  failure.value = read.ok ? '' : read.why
  if (!read.ok || !kit.value) return
  try {
    change({ ...read.value, id: kit.value.id, operations: await picturesAside(read.value.operations) })
  } catch (error) {
    failure.value = failureText(error)
  }
}
/** The whole of it in one file, pictures with it. */
async function giveJson() {
  const k = kit.value
  if (!k) return
  try {
    const whole = { ...k, operations: await picturesWithin(k.operations) }
    saveFile(`${k.id}.json`, 'application/json', JSON.stringify(whole, null, 2))
  } catch (error) {
    failure.value = failureText(error)
  }
}
const name = computed(() => kit.value?.id ?? 'instructions')
useEventListener('beforeunload', (event) => {
  if (edited.value && !draft.value) event.preventDefault()
})
onBeforeRouteLeave(() => {
  if (!edited.value) draft.value = ''
})
</script>

<template>
  <p v-if="failure && !kit" class="note stop" role="alert">{{ failure }}</p>
  <p v-else-if="!kit" class="muted" role="status">Loading the instructions…</p>
  <div v-else class="editor">
    <div class="top">
      <h2>{{ isKit(kit) ? `${kit.maker} ${kit.name}: instructions` : kit.name }}, version {{ stored?.version }}</h2>
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
        <ProcedureCard v-if="!isKit(kit)" :procedure="kit" @change="change" />
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
          <label v-if="kits.length" class="small with"
            >with
            <select v-model="withKit" class="control" aria-label="Kit beside it">
              <option value="">nothing else</option>
              <option v-for="k in kits" :key="k.document.id" :value="k.document.id">
                {{ k.document.maker }} {{ k.document.name }}
              </option>
            </select></label
          >
          <p v-if="outcome && !outcome.ok" class="note stop">
            Cannot be ordered: {{ outcome.stuck.map((s) => titleOf(ownOf(s)) || s).join(', ') }}.
          </p>
          <template v-else-if="outcome">
            <p class="small sum">
              {{ hoursText(outcome.plan.minutes) }}, {{ outcome.plan.supportChanges }} changes of support,
              {{ outcome.plan.wheelChanges }} of wheels{{ outcome.plan.proved ? ', the fewest there can be' : '' }}
            </p>
            <ol class="small order">
              <li v-for="s in outcome.plan.steps" :key="s.id" :class="s.kind">
                <button type="button" class="plain" :disabled="!ownOf(s.id)" @click="selected = ownOf(s.id)">
                  {{ onSide(s.title, s.side) }}
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
            <button type="button" class="plain" @click="giveJson">All as JSON</button>
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
.with {
  padding: 4px 14px;
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
