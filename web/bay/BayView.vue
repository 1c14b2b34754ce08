<script setup lang="ts">
import { useWakeLock } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { recordMaxLength, type RecordBody } from '@stout-shackle/core/job'
import { fastenerCloses, placeCloses, type FastenerState } from '@stout-shackle/core/stages'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { contradictionText, missingText, PLACE_STATES, VOIDS } from '@stout-shackle/core/wording'
import { useJobPage } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import StatusBar from '../shell/StatusBar.vue'
import PartGapsCard from '../fit/PartGapsCard.vue'
import ReadingsCard from '../fit/ReadingsCard.vue'
import BayHead from './BayHead.vue'
import FastenerCard from './FastenerCard.vue'
import OpenItemsPanel from './OpenItemsPanel.vue'
import StandsNow from './StandsNow.vue'
import { useStepWalk } from './step-walk'
import StepDrawing from './StepDrawing.vue'
import TorqueKeypad from './TorqueKeypad.vue'
import { useWrench } from './wrench'

/** One step at a time, an arm's length away, with gloves on. */
const props = defineProps<{ id: string }>()
const store = useJobPage(() => props.id)
const preferences = usePreferences()
const route = useRoute()
// The screen stays on while hands are dirty, where the browser can do that; it gives it up by itself with the page.
const wake = useWakeLock()
onMounted(() => void wake.request('screen').catch(() => undefined))

const { steps, index, current, minutes, change, following, show, back } = useStepWalk(
  computed(() => store.assessment ?? null),
  (route.query.step as string | undefined) ?? null,
)
const torques = computed<FastenerState[]>(() =>
  (store.assessment?.torques ?? []).filter((t) => t.step.id === current.value?.step.id),
)

const keypad = ref<{ fastener: FastenerState; place: number } | null>(null)
function torque(
  fastener: FastenerState,
  place: number,
  outcome: 'reading' | 'by-feel' | 'not-reached' | 'none-given',
  value: number | null,
  reading: { device: string; sequence: number } | null = null,
) {
  store.record({
    kind: 'torque',
    step: fastener.step.id,
    fastener: fastener.fastener.id,
    place,
    outcome,
    value,
    reading,
  })
  refused.value = ''
}
const { unused, wrench, putAside, takeHere } = useWrench(
  () => props.id,
  torques,
  (r, fastener, place) => torque(fastener, place, 'reading', r.value, { device: r.device, sequence: r.sequence }),
)
function typed(value: number) {
  if (keypad.value) torque(keypad.value.fastener, keypad.value.place, 'reading', value)
  keypad.value = null
}

const refused = ref('')
const skipping = ref<string | null>(null)
/** What lies over the step: the open items, or the gaps to be read. */
const over = ref<'items' | 'gaps' | null>(null)
watch(current, (now, before) => {
  if (now?.step.id === before?.step.id) return
  refused.value = ''
  skipping.value = null
  keypad.value = null
})
/** What keeps this step from being done: going on would hide it. */
function hindrance(): string | null {
  const open = torques.value.find((t) => !fastenerCloses(t))
  if (!open) return null
  const lack = open.missing.find((m) => m.flag ?? m.voided)
  if (lack && store.job && store.assessment)
    return missingText('torques', lack, { ...store.assessment, job: store.job }, preferences.system)
  const place = open.places.findIndex((p) => !placeCloses(open.fastener, p.state))
  const state = open.places[place]?.state ?? 'missing'
  return `${open.fastener.name}${open.places.length > 1 ? `, place ${place + 1}` : ''}: ${PLACE_STATES[state]}.`
}
function done() {
  const step = current.value
  if (!step) return
  refused.value = hindrance() ?? ''
  if (refused.value) return
  settle({ kind: 'step', step: step.step.id, outcome: 'done', reason: '' })
}
function skip() {
  const reason = skipping.value?.trim()
  if (!current.value) return
  if (!reason) {
    refused.value = 'Enter a reason: it stays visible to the end.'
    return
  }
  settle({ kind: 'step', step: current.value.step.id, outcome: 'skipped', reason })
}
/** Records the step and shows the one after it; which that is has to be known before the record changes the list. */
function settle(body: Extract<RecordBody, { kind: 'step' }>) {
  const next = following()
  store.record(body)
  // One that proves nothing stays on the screen, with why.
  const own = store.assessment?.steps.find((s) => s.step.id === body.step)
  show(own?.flag ? body.step : (next ?? body.step))
}
const doubt = computed(() => {
  const { flag, voided } = current.value ?? {}
  if (flag && store.assessment && store.job) return contradictionText(flag, { ...store.assessment, job: store.job })
  return voided ? VOIDS[voided.code] : ''
})
/** Torques that were taken and prove nothing, with why. */
const torqueDoubts = computed(() => {
  const { assessment, job } = store
  if (!assessment || !job) return []
  return torques.value.flatMap((t) =>
    t.missing
      .filter((m) => m.flag ?? m.voided)
      .map((m) => missingText('torques', m, { ...assessment, job }, preferences.system)),
  )
})
const gapsLeft = computed(() => store.assessment?.gaps.filter((g) => g.missing).length ?? 0)
const counts = computed(() => {
  const l = store.assessment?.openItems
  return l
    ? {
        off: l.off.filter((x) => x.open).length,
        loose: [...l.loose, ...l.opened].filter((x) => x.open).length,
        deviations: l.deviations.length,
      }
    : null
})
</script>

<template>
  <div class="bay">
    <template v-if="store.job && current">
      <BayHead
        :id="id"
        :title="store.job.title"
        :what="`${store.job.vehicle.model}${store.job.bay ? ` · Bay ${store.job.bay}` : ''}`"
        :steps="steps"
        :index="index"
        :minutes="minutes"
        :change="change"
        :wrench="wrench"
        @take-wrench="takeHere"
      />
      <StatusBar class="bars" />
      <p v-if="store.assessment?.handedOver" class="doubt" :role="store.turnedAway ? 'alert' : undefined" data-closed>
        Handed over: this visit is closed{{ store.turnedAway ? ', and that was not taken' : '' }}. Open a return visit
        on Hand over.
      </p>
      <p v-if="current.step.trap" class="trap">
        <svg viewBox="0 0 12 12" aria-hidden="true"><path d="M6 .8 11.6 11H.4z" /></svg>
        {{ current.step.trap }}
      </p>
      <h1>
        <span v-if="current.step.side" class="side">{{ current.step.side.toUpperCase() }}</span>
        {{ current.step.title }}
      </h1>
      <p v-if="doubt" class="doubt" data-doubt>Recorded, and it proves nothing: {{ doubt }}. Do it in its turn.</p>
      <p v-if="current.outcome !== 'open'" class="already">
        {{ current.outcome === 'done' ? `Done by ${current.by}` : `Skipped by ${current.by}: ${current.reason}` }}
      </p>
      <div class="body">
        <div class="do">
          <section>
            <h2>Do</h2>
            <ol>
              <li v-for="line in current.step.steps" :key="line">{{ line }}</li>
            </ol>
            <p v-if="current.step.caution" class="caution">{{ current.step.caution }}</p>
          </section>
          <section>
            <StepDrawing
              :step="current.step"
              :vehicle="store.job.vehicle"
              :survey="store.job.survey"
              :kits="store.job.kits"
            />
          </section>
        </div>
        <div class="right">
          <div class="fasteners">
            <FastenerCard
              v-for="t in torques"
              :key="t.step.id + t.fastener.id"
              :state="t"
              @type="(place) => (keypad = { fastener: t, place })"
              @settle="(place, outcome) => torque(t, place, outcome, null)"
              @open="
                (reason) => store.record({ kind: 'opened-again', step: t.step.id, fastener: t.fastener.id, reason })
              "
              @maker="(value, source) => store.record({ kind: 'maker-torque', fastener: t.fastener.id, value, source })"
            />
          </div>
          <p v-for="text in torqueDoubts" :key="text" class="doubt" data-doubt>{{ text }}</p>
          <p v-for="r in unused" :key="r.sequence" class="unused">
            The wrench read {{ formatQuantity('torque', r.value, preferences.system) }}, and nothing here waits for it.
            <button @click="putAside(r)">Put aside</button>
          </p>
          <div v-if="counts" class="open-counts">
            <button @click="over = 'items'">
              <b>{{ counts.off }}</b>off, to go back on
            </button>
            <button @click="over = 'items'">
              <b>{{ counts.loose }}</b>loose, to be tightened
            </button>
            <button @click="over = 'items'">
              <b>{{ counts.deviations }}</b>deviations
            </button>
            <button data-action="gaps" @click="over = 'gaps'">
              <b>{{ gapsLeft }}</b>gaps to read
            </button>
          </div>
        </div>
      </div>
      <div class="gap" />
      <p v-if="refused" class="refused" role="alert">{{ refused }}</p>
      <form v-if="skipping !== null" class="skip" @submit.prevent="skip">
        <input
          v-model="skipping"
          placeholder="why it is not done"
          aria-label="Why this step is not done"
          :maxlength="recordMaxLength('step', 'reason')"
        />
        <button type="button" @click="skipping = null">Cancel</button>
        <button class="stop">Skip with reason</button>
      </form>
      <footer v-else>
        <button :disabled="index === 0" @click="back">Back</button>
        <button @click="skipping = ''">Can't, because…</button>
        <button class="go" @click="done">
          {{ index + 1 === steps.length ? 'Done, last' : 'Done, next' }}
        </button>
      </footer>
      <TorqueKeypad
        v-if="keypad"
        :title="`${keypad.fastener.fastener.name}, place ${keypad.place}`"
        @reading="typed"
        @close="keypad = null"
      />
      <div v-if="over" class="veil" @click.self="over = null" @keydown.esc="over = null">
        <div class="sheet">
          <button class="close" @click="over = null">Close</button>
          <template v-if="over === 'items'"><StandsNow /><OpenItemsPanel /></template>
          <template v-else><StandsNow /><ReadingsCard /><PartGapsCard /></template>
        </div>
      </div>
    </template>
    <p v-else-if="store.missing" class="empty">No such job here. <RouterLink to="/">Back to the bays</RouterLink></p>
    <p v-else-if="store.job" class="empty">
      No kit is picked, so there is no work yet.
      <RouterLink :to="{ name: 'choose', params: { id } }">Choose a kit</RouterLink>
    </p>
    <p v-else class="empty" role="status">Loading the job…</p>
  </div>
</template>

<style scoped>
.bars {
  margin-top: 10px;
}
.bay {
  min-height: 100%;
  height: 100vh;
  overflow: auto;
  display: flex;
  flex-direction: column;
  background: #14191b;
  color: #ede8dc;
  padding: 18px 26px;
  font-size: 22px;
}
.trap {
  margin-top: 14px;
  background: #3a2b14;
  border-left: 8px solid #e0a03f;
  padding: 14px 18px;
  font-weight: 600;
  font-size: 24px;
  line-height: 1.3;
}
.trap svg {
  width: 20px;
  fill: #e0a03f;
}
h1 {
  font-size: 44px;
  margin: 16px 0 12px;
  display: flex;
  align-items: center;
  gap: 14px;
}
.side {
  background: #f2c24b;
  color: #14191b;
  font-size: 32px;
  border-radius: 4px;
  padding: 2px 14px;
}
.doubt {
  color: #e3ac57;
  margin: -6px 0 10px;
}
.already {
  color: #8fcf9f;
  margin: -6px 0 10px;
}
.do {
  display: grid;
  grid-template-columns: 1.1fr 1fr;
  gap: 16px;
}
.do section {
  background: #1d2427;
  border: 1px solid #353e42;
  border-radius: 4px;
  padding: 14px 18px;
}
.do h2 {
  color: #aab0ae;
  font-size: 22px;
}
ol {
  margin: 6px 0 0;
  padding-left: 28px;
}
li {
  margin-bottom: 6px;
}
.caution {
  margin-top: 10px;
  font-size: 20px;
  color: #e3ac57;
}
.fasteners {
  display: grid;
  gap: 12px;
  margin-top: 14px;
}
@media (width >= 1100px) {
  .body {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 16px;
  }
  .do {
    grid-template-columns: 1fr;
  }
  .fasteners {
    margin-top: 0;
  }
}
.fasteners:empty {
  margin: 0;
}
.open-counts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(160px, 1fr));
  gap: 14px;
  margin-top: 14px;
}
.open-counts button {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  text-align: left;
  padding: 10px 14px;
  font:
    400 20px 'Barlow',
    sans-serif;
}
.open-counts b {
  font: 600 30px/1.1 var(--condensed);
}
.gap {
  flex: 1;
  min-height: 14px;
}
footer,
.skip {
  display: grid;
  grid-template-columns: 1fr 1fr 2fr;
  gap: 14px;
  position: sticky;
  bottom: 0;
  background: #14191b;
  padding: 8px 0 4px;
}
.skip {
  grid-template-columns: 2fr 1fr 1fr;
}
.skip input {
  background: #1d2427;
  border: 2px solid #59646a;
  border-radius: 4px;
  color: #ede8dc;
  font: inherit;
  padding: 0 14px;
}
button {
  min-height: 72px;
  background: #1d2427;
  color: #ede8dc;
  border: 2px solid #59646a;
  border-radius: 4px;
  font: 600 28px/1.1 var(--condensed);
  cursor: pointer;
}
button:disabled {
  opacity: 0.4;
}
button:focus-visible {
  outline: 3px solid #f2c24b;
}
.go {
  background: #6fae7f;
  border-color: #6fae7f;
  color: #10211a;
}
.stop {
  border-color: #dd8a45;
  color: #f2b483;
}
.refused,
.unused {
  background: #43211a;
  border-left: 8px solid #e0775f;
  padding: 12px 16px;
  margin: 8px 0;
}
.unused {
  background: #3a2b14;
  border-color: #e0a03f;
}
.unused button {
  min-height: 56px;
  font-size: 20px;
  padding: 0 14px;
}
.veil {
  position: fixed;
  inset: 0;
  z-index: 30;
  background: rgb(0 0 0 / 0.6);
  display: grid;
  place-items: center;
}
.sheet {
  width: min(760px, 94vw);
  max-height: 90vh;
  overflow: auto;
  background: var(--bone);
  color: var(--ink);
  border-radius: 4px;
  font-size: 18px;
}
/* What is typed here is typed with gloves on. */
.sheet :deep(.field input) {
  min-height: 44px;
}
.sheet > :deep(p) {
  padding: 8px 12px;
}
.close {
  min-height: 56px;
  width: 100%;
  border-radius: 0;
}
.empty a {
  color: #7fc4cd;
}
</style>
