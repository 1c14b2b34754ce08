<script setup lang="ts">
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { wrap } from 'comlink'
import { checkKit, familyOf, lacksOf, unconfirmedFigures, type Application, type Kit } from '@stout-shackle/core/kit'
import { ownOperation } from '@stout-shackle/core/plan'
import { estimateVehicle, onSide, type Vehicle } from '@stout-shackle/core/vehicle'
import { figureName, flagText, lackText, originWords, reasonText, stuckText } from '@stout-shackle/core/wording'
import type { Found } from '@stout-shackle/core/contract'
import { call } from '../../api/client'
import StateSign from '../../fields/StateSign.vue'
import { usePreferences } from '../../stores/preferences'
import { hoursText } from '@stout-shackle/core/wording'
import type { Trial, TrialWork } from './trial.worker'
import { placeName } from './place-words'
import { isKit, useWriting } from './writing'

/** What is written, tried on vehicles of the shop while it is typed; what it lacks; what of it is not the maker's. */
const emit = defineEmits<{ select: [step: string] }>()
const { paper, lines, faults, beside } = useWriting()
const preferences = usePreferences()
const vehicles = shallowRef<Vehicle[]>([])
const trials = shallowRef<Trial[]>([])
const trying = ref(false)
const opened = ref('')
const kit = computed((): Kit | null => (paper.value && isKit(paper.value) ? paper.value : null))

async function load() {
  const found = await call<Found<Vehicle>>('/vehicles?limit=100').catch(() => null)
  vehicles.value = found?.entries.map((e) => e.document) ?? []
}
void load()
const MOST = 6
/** A vehicle of a body as such usually are, by the name of a line where it is one of a list. */
function usual(body: Vehicle['body'], line?: Application): Vehicle {
  const k = kit.value
  return estimateVehicle({
    id: line?.id ?? 'usual',
    body,
    tireSize: '265/70R17',
    make: line?.make ?? 'A usual',
    model: line?.model ?? body,
    year: line?.from ?? null,
    ...(k?.axle === 'rear' ? { suspension: k.fitment.suspension[0], architecture: k.fitment.architecture[0] } : {}),
  })
}
/** Vehicles of the shop that it may be for; a usual one where the shop has none. */
const tried = computed((): Vehicle[] => {
  const k = kit.value
  if (!paper.value) return []
  if (!k) return vehicles.value.length ? vehicles.value.slice(0, 3) : [usual('pickup')]
  const own = vehicles.value.filter(
    (v) => k.fitment.suspension.includes(v[k.axle].suspension) && k.fitment.bodies.includes(v.body),
  )
  const listed = own.filter((v) => lines.value.some((l) => l.make === v.make && l.model === v.model))
  const all = [...listed, ...own.filter((v) => !listed.includes(v))].slice(0, MOST)
  if (all.length) return all
  const body = k.fitment.bodies[0]!
  return lines.value.length ? lines.value.slice(0, MOST).map((l) => usual(body, l)) : [usual(body)]
})

let worker: Worker | null = null
let timer: ReturnType<typeof setTimeout> | undefined
const PAUSE = 350
function end() {
  worker?.terminate()
  worker = null
  trying.value = false
}
async function ask() {
  end()
  if (!paper.value || faults.value.some((f) => f.path[0] !== 'lines')) return
  worker = new Worker(new URL('./trial.worker.ts', import.meta.url), { type: 'module' })
  const thread = worker
  trying.value = true
  const asked = JSON.stringify({ paper: paper.value, lines: lines.value, beside: beside.value })
  const found = await wrap<TrialWork>(worker).tryAll(asked, JSON.stringify(tried.value))
  if (thread !== worker) return
  trials.value = found
  end()
}
watch(
  [paper, lines, tried, beside],
  () => {
    clearTimeout(timer)
    timer = setTimeout(() => void ask().catch(end), PAUSE)
  },
  { immediate: true },
)
onScopeDispose(() => {
  clearTimeout(timer)
  end()
})

const fitting = computed(() => trials.value.filter((t) => !t.notFor))
const working = computed(() => fitting.value.filter((t) => t.works))
const open = computed(() => (kit.value ? unconfirmedFigures(kit.value) : []))
const lacks = computed(() => (kit.value ? lacksOf(kit.value) : []))
/** What in its figures or steps contradicts itself; of one without a step nothing is said yet. */
const flags = computed(() => (kit.value?.operations.length ? checkKit(kit.value) : []))
const wrong = computed(() =>
  faults.value.map((f) => {
    const step = f.path[0] === 'operations' ? paper.value?.operations[f.path[1] as number] : undefined
    const place = f.path[0] === 'fasteners' || !paper.value ? '' : `${placeName(paper.value, f.path)}: `
    return { text: `${place}${f.message}`, step: step?.id ?? null }
  }),
)
const MUCH = 12
</script>

<template>
  <aside class="trial" aria-label="Tried while it is typed">
    <section class="card" data-trial>
      <header>
        <h2 v-if="wrong.length" class="stop">{{ wrong.length }} to put right</h2>
        <h2 v-else-if="!paper?.operations.length">No step yet</h2>
        <h2 v-else-if="!trials.length">Not tried yet</h2>
        <h2 v-else-if="!fitting.length" class="stop">For none of the vehicles here</h2>
        <h2 v-else :class="working.length === fitting.length ? 'fine' : 'stop'">
          Works on {{ working.length }} of {{ fitting.length }}
        </h2>
        <span v-if="trying" class="small muted" role="status">trying…</span>
      </header>
      <ul v-if="wrong.length" class="small list" data-faults>
        <li v-for="w in wrong.slice(0, MUCH)" :key="w.text">
          {{ w.text }}
          <el-button v-if="w.step" link type="primary" size="small" @click="emit('select', w.step)">open it</el-button>
        </li>
      </ul>
      <template v-else>
        <div v-for="t in trials" :key="t.vehicle" class="small vehicle">
          <template v-if="t.notFor">
            <StateSign state="unknown" /> {{ t.name }}: not for it.
            {{ t.notFor.reason ? reasonText(t.notFor.reason, preferences.system) : 'Not on its list' }}
          </template>
          <template v-else-if="t.works">
            <el-button
              link
              type="primary"
              size="small"
              :aria-expanded="opened === t.vehicle"
              @click="opened = opened === t.vehicle ? '' : t.vehicle"
              >{{ t.name }}</el-button
            >
            <strong>{{ hoursText(t.works.minutes) }}</strong>, {{ t.works.supportChanges }} changes of support,
            {{ t.works.wheelChanges }} of wheels
            <ol v-if="opened === t.vehicle" class="order">
              <li v-for="s in t.works.order" :key="s.id" :class="s.kind">
                <el-button
                  v-if="paper && ownOperation(paper, s.id)"
                  link
                  size="small"
                  @click="emit('select', ownOperation(paper, s.id)!)"
                  >{{ onSide(s.title, s.side) }}</el-button
                >
                <template v-else>{{ onSide(s.title, s.side) }}</template>
              </li>
            </ol>
          </template>
          <p v-else-if="t.stuck" class="note stop" :data-stuck="t.stuck.rule">
            {{ t.name }}: {{ stuckText(t.stuck, (id) => t.titles[id] ?? id) }}
          </p>
        </div>
      </template>
      <ul v-if="flags.length" class="small list" data-flags>
        <li v-for="f in flags" :key="f.code + f.about">
          <StateSign state="caution" /> {{ flagText(f, preferences.system) }}
        </li>
      </ul>
    </section>
    <section v-if="kit" class="card" data-missing>
      <header><h2>Before a vehicle leaves with it</h2></header>
      <ul class="small list">
        <li v-for="f in lacks.slice(0, MUCH)" :key="f.path"><StateSign state="caution" /> {{ lackText(f) }}</li>
        <li v-if="lacks.length > MUCH">and {{ lacks.length - MUCH }} more</li>
        <li v-if="!lacks.length"><StateSign state="fine" /> pressures, torques and fitment are confirmed</li>
      </ul>
    </section>
    <section v-if="kit && open.length" class="card" data-open>
      <header><h2>Not the maker's</h2></header>
      <ul class="small list">
        <li v-for="f in open.slice(0, MUCH)" :key="f.path">
          <span class="dashed">{{ figureName(f) }}</span> {{ originWords(f.origin) }}
        </li>
        <li v-if="open.length > MUCH">and {{ open.length - MUCH }} more</li>
      </ul>
      <p v-if="familyOf(kit).air" class="small muted list">
        Answers stay wider until a tape proves them. Area and volume keep no vehicle in the shop.
      </p>
    </section>
  </aside>
</template>

<style scoped>
.trial {
  display: grid;
  gap: 10px;
  align-content: start;
}
.fine {
  color: var(--moss);
}
.stop {
  color: var(--oxide);
}
.list,
.vehicle {
  margin: 0;
  padding: 6px 12px;
  list-style: none;
}
.order {
  margin: 4px 0;
  padding-left: 22px;
}
.order .state {
  color: var(--muted);
}
.dashed {
  border: 1px dashed var(--amber-sign);
  background: #fffaf0;
  padding: 0 5px;
}
.list li {
  padding: 2px 0;
}
</style>
