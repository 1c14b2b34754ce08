<script setup lang="ts">
import { onSide } from '@stout-shackle/core/vehicle'
import { useNow, useWakeLock } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { figureHash, originOf } from '@stout-shackle/core/kit'
import { recordMaxLength, type RecordBody } from '@stout-shackle/core/records'
import { AS_IT_STANDS, ownFastener } from '@stout-shackle/core/plan'
import {
  asksForSeat,
  atSteps,
  countsOf,
  isFullPull,
  minutesAt,
  nextOpen,
  isTravelRun,
  passNow,
  type FastenerState,
} from '@stout-shackle/core/stages'
import { formatQuantity } from '@stout-shackle/core/quantity'
import {
  contradictionText,
  hindranceText,
  missingText,
  originWords,
  PAUSE_REASONS,
  preparedText,
  SKIP_REASONS,
  VOIDS,
} from '@stout-shackle/core/wording'
import { useSession } from '../stores/session'
import { useJobPage } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import StatusBar from '../shell/StatusBar.vue'
import BayHead from './BayHead.vue'
import FastenerCard from './FastenerCard.vue'
import { useStepRecord } from './step-record'
import { useStepWalk } from './step-walk'
import BayPicture from './BayPicture.vue'
import BaySheet from './BaySheet.vue'
import HandCard from '../hand/HandCard.vue'
import { useHand } from '../hand/use-hand'
import LinesHere from './LinesHere.vue'
import MoveClear from './MoveClear.vue'
import StepAsks from './StepAsks.vue'
import StepChecks from './StepChecks.vue'
import StepConsent from './StepConsent.vue'
import StepLooks from './StepLooks.vue'
import StepPhotos from './StepPhotos.vue'
import { photoAddress } from './photo'
import TorqueKeypad from './TorqueKeypad.vue'
import { asRecorded, useOwnWrench } from './own-wrench'
import { useWrench } from './wrench'

/** One step at a time, an arm's length away, with gloves on. */
const props = defineProps<{ id: string }>()
const store = useJobPage(() => props.id)
const preferences = usePreferences()
const session = useSession()
const route = useRoute()
// The screen stays on while hands are dirty, where the browser can do that; it gives it up by itself with the page.
const wake = useWakeLock()
onMounted(() => void wake.request('screen').catch(() => undefined))

const { steps, index, current, minutes, change, following, show, back } = useStepWalk(
  computed(() => store.assessment ?? null),
  (route.query.step as string | undefined) ?? null,
)
const {
  rows,
  restAs,
  waits,
  lines,
  line: lineHere,
} = useHand(
  computed(() => store.job),
  computed(() => store.assessment),
  computed(() => current.value?.step ?? null),
  computed(() => preferences.system),
)
const torques = computed<FastenerState[]>(() =>
  (store.assessment?.torques ?? []).filter((t) => t.step.id === current.value?.step.id),
)

const { own: ownWrench, ofDevice } = useOwnWrench()
type Torque = Extract<RecordBody, { kind: 'torque' }>
/** What was said of a pull beside its torque. */
const said = (more: Pick<Torque, 'pass' | 'wrench' | 'reason' | 'tried'>): typeof more =>
  Object.fromEntries(Object.entries(more).filter(([, v]) => v))
const wrenchOf = (reading: Torque['reading']) => (reading ? ofDevice(reading.device) : ownWrench.value)
const keypad = ref<{ fastener: FastenerState; place: number } | null>(null)
// eslint-disable-next-line max-params -- a pull of a wrench as its record has it
function torque(
  fastener: FastenerState,
  place: number,
  outcome: Torque['outcome'],
  value: number | null,
  reading: { device: string; sequence: number } | null = null,
  { reason, tried }: Pick<Torque, 'reason' | 'tried'> = {},
) {
  const isEarlier = value !== null && !isFullPull(fastener, place, value)
  const pass = isEarlier ? passNow(fastener, place) : null
  const pulled = outcome === 'reading' ? wrenchOf(reading) : null
  store.record({
    kind: 'torque',
    step: fastener.step.id,
    fastener: fastener.fastener.id,
    place,
    outcome,
    value,
    reading,
    ...said({ pass: pass ?? undefined, wrench: pulled ? asRecorded(pulled) : undefined, reason, tried }),
  })
  refused.value = ''
}
/** Pulled in one go where passes were due: somebody looks at the bar, once. */
const seatAsked = computed(() => torques.value.find(asksForSeat) ?? null)
function seatSeen({ step, fastener }: FastenerState, isParallel: boolean) {
  const place = { step: step.id, fastener: fastener.id }
  store.record(
    isParallel
      ? { kind: 'seat-seen', ...place }
      : { kind: 'opened-again', ...place, reason: 'pulled in one go, and the bar does not lie parallel to its seat' },
  )
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

const RAISES = {
  touch: 'Raise the axle until they touch',
  'part-way': 'Axle part way',
  'bag-height': 'Raise the axle to bag height',
  'ride-height': 'Raise the axle to ride height',
}
const sheet = ref<HTMLElement | null>(null)
const refused = ref('')
const skipping = ref<string | null>(null)
/** What lies over the step: the open items, the gaps to be read, or a step to be added. */
const over = ref<'items' | 'gaps' | 'add' | null>(null)
watch(current, (now, before) => {
  if (now?.step.id === before?.step.id) return
  refused.value = ''
  skipping.value = null
  keypad.value = null
  resting.value = null
  // A step opens at its top, wherever the one before was left.
  sheet.value?.scrollTo({ top: 0 })
})
/** The facts of the job with the job itself, as the core asks for them; null while it is loaded. */
const facts = computed(() => (store.assessment && store.job ? { ...store.assessment, job: store.job } : null))
const nextStep = computed(() => nextOpen(steps.value, index.value))
const nextTitle = computed(() => nextStep.value && onSide(nextStep.value.title, nextStep.value.side))
/** What is laid out for the next step while this one ends: its tools, and what is torqued with them. */
const nextThings = computed(() => [
  ...(nextStep.value?.tools ?? []),
  ...new Set((nextStep.value?.torques ?? []).map((f) => f.name)),
])
const taking = useStepRecord()
/** What keeps this step from being done: going on would hide it. */
function hindrance(): string | null {
  const found = current.value && taking.hindrance(current.value.step)
  return found && facts.value && hindranceText(found, facts.value, preferences.system)
}
/** Everybody else who is at a step now. */
const others = computed(() => taking.others())
const mine = computed(
  () =>
    atSteps(store.assessment?.standing ?? []).find(
      (a) => a.name === session.person?.name && a.step === current.value?.step.id,
    ) ?? null,
)
/** How the vehicle stood before a move. */
const standsNow = computed(() => store.assessment?.proof.now.stand ?? AS_IT_STANDS)
const nowMs = useNow({ interval: 30_000 })
const spent = computed(() => mine.value && minutesAt(mine.value, nowMs.value.getTime()))
const titleOf = (id: string) => {
  const found = steps.value.find((r) => r.step.id === id)?.step
  return found ? onSide(found.title, found.side) : id
}
function begin(id: string) {
  const mine = atSteps(store.assessment?.standing ?? []).find((a) => a.name === session.person?.name)
  if (mine?.step === id && !mine.rests) return
  store.record({ kind: 'step-begun', step: id })
}
const resting = ref<string | null>(null)
function rest() {
  const reason = resting.value?.trim()
  if (!reason || !current.value) return
  store.record({ kind: 'paused', step: current.value.step.id, reason })
  resting.value = null
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
/** What an eye tells at this step and nobody has answered yet: Done answers it. */
const unseen = computed(() => (current.value ? taking.unseenAt(current.value.step.id) : []))
/** Records the step and shows the one after it; which that is has to be known before the record changes the list. */
function settle(body: Extract<RecordBody, { kind: 'step' }>) {
  const next = following(new Set(others.value.filter((o) => !o.rests).map((o) => o.step)))
  taking.record(body)
  // One that proves nothing stays on the screen, with why.
  const step = store.assessment?.steps.find((s) => s.step.id === body.step)
  const shown = step?.flag ? body.step : (next ?? body.step)
  show(shown)
  if (!step?.flag && next && session.person) begin(next)
}
const doubt = computed(() => {
  const { flag, voided } = current.value ?? {}
  if (flag && facts.value) return contradictionText(flag, facts.value)
  return voided ? VOIDS[voided.code] : ''
})
/** Torques that were taken and prove nothing, with why. */
/** The figure of a bolt that nobody has confirmed: what its torque is from, and whose paper says it. */
const figureOf = (t: FastenerState) => {
  const { axle } = t.step
  const found = axle && store.assessment?.unconfirmed.find((u) => u.axle === axle)
  const path = axle && `fasteners.${ownFastener(axle, t.fastener.id)}`
  const figure = found && found.figures.find((f) => f.path === path && f.why === 'unconfirmed')
  return figure ? { kit: found.kit, path: figure.path } : null
}
const openOf = (t: FastenerState) => {
  const figure = figureOf(t)
  return figure && { from: originWords(originOf(figure.kit, figure.path)), kit: figure.kit.name }
}
function confirmTorque(t: FastenerState) {
  const figure = figureOf(t)
  if (!figure) return
  const { kit, path } = figure
  store.record({ kind: 'kit-confirmed', axle: kit.axle, kit: kit.id, figures: [{ path, hash: figureHash(kit, path) }] })
}
const torqueDoubts = computed(() =>
  torques.value.flatMap((t) =>
    t.missing.filter((m) => m.flag ?? m.voided).map((m) => missingText('torques', m, facts.value!, preferences.system)),
  ),
)
const gapsLeft = computed(() => store.assessment?.gaps.filter((g) => g.missing).length ?? 0)
const counts = computed(() => store.assessment?.openItems && countsOf(store.assessment.openItems))
</script>

<template>
  <div ref="sheet" class="bay">
    <template v-if="store.job && current">
      <BayHead
        :id="id"
        :title="store.job.title"
        :what="`${store.job.vehicle.model}${store.job.bay ? ` · Bay ${store.job.bay}` : ''}`"
        :steps="steps"
        :index="index"
        :minutes="minutes"
        :wrench="wrench"
        :vehicle="store.job.vehicle"
        :lift="store.job.choices.lift"
        :others="others.map((o) => `${o.name}: ${titleOf(o.step)}${o.rests ? ' (rests)' : ''}`)"
        :away="store.away"
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
        <LinesHere v-if="lines && lineHere" class="picture" :lines="lines" :line="lineHere.line" />
        <BayPicture v-else class="picture" :report="current" :steps="steps" />
        <div class="right">
          <MoveClear v-if="current.step.kind === 'state'" :step="current.step" :from="standsNow" />
          <div v-if="seatAsked" class="seat" role="alert" data-seat>
            <p>{{ seatAsked.fastener.name }}: the full torque in one go. Does the bar lie parallel to its seat?</p>
            <el-button size="large" type="primary" @click="seatSeen(seatAsked, true)">Parallel, it stays</el-button>
            <el-button size="large" @click="seatSeen(seatAsked, false)"
              >Not parallel: open all, pull in passes</el-button
            >
          </div>
          <StepConsent :step="current.step" />
          <HandCard :rows="rows" :rest-as="restAs" :waits="waits" />
          <StepAsks v-if="current.step.asks.length" :step="current.step" />
          <StepChecks
            v-if="current.step.checks.length || current.step.pressure || isTravelRun(current.step)"
            :key="current.step.id"
            :step="current.step"
          />
          <div v-if="torques.length" class="fasteners">
            <FastenerCard
              v-for="t in torques"
              :key="t.step.id + t.fastener.id"
              :state="t"
              :open="openOf(t)"
              @confirm="confirmTorque(t)"
              @type="(place) => (keypad = { fastener: t, place })"
              @settle="(place, outcome, reason, tried) => torque(t, place, outcome, null, null, { reason, tried })"
              @mistyped="(record) => store.record({ kind: 'withdrawn' }, { record, why: 'typed wrong' })"
              @open="
                (reason, looked) =>
                  store.record({ kind: 'opened-again', step: t.step.id, fastener: t.fastener.id, reason, looked })
              "
              @maker="(value, source) => store.record({ kind: 'maker-torque', fastener: t.fastener.id, value, source })"
            />
          </div>
          <p v-for="text in torqueDoubts" :key="text" class="doubt" data-doubt>{{ text }}</p>
          <p v-for="r in unused" :key="r.sequence" class="unused">
            The wrench read {{ formatQuantity('torque', r.value, preferences.system) }}, and nothing here waits for it.
            <button @click="putAside(r)">Put aside</button>
          </p>
          <StepLooks :step="current.step" :done="current.outcome === 'done'" />
          <div class="cards">
            <section>
              <h2>Do</h2>
              <ol>
                <li v-if="current.step.raise">
                  {{
                    current.step.support === 'frame-raised'
                      ? 'Lower it until they touch'
                      : RAISES[current.step.raise.until]
                  }}: {{ current.step.raise.note }}
                </li>
                <li v-for="line in preparedText(current.step)" :key="line">{{ line }}</li>
                <li v-for="line in current.step.steps" :key="line">{{ line }}</li>
              </ol>
              <p v-if="current.step.tools.length" class="tools" data-tools>{{ current.step.tools.join(' · ') }}</p>
              <a
                v-if="current.step.picture"
                class="shown"
                :href="photoAddress(current.step.picture.image)"
                target="_blank"
                rel="noopener"
                data-instruction-picture
                ><img
                  :src="photoAddress(current.step.picture.image)"
                  :alt="current.step.picture.caption || current.step.title"
              /></a>
              <button class="add-step" data-action="add-step" @click="over = 'add'">Add a step…</button>
              <p v-if="current.step.caution" class="caution">{{ current.step.caution }}</p>
            </section>
            <section v-if="counts" class="open">
              <h2>Open items</h2>
              <p class="open-counts">
                <button @click="over = 'items'">
                  <b>{{ counts.off }}</b> off
                </button>
                <button @click="over = 'items'">
                  <b>{{ counts.loose }}</b> loose
                </button>
                <button @click="over = 'items'">
                  <b>{{ counts.deviations }}</b> deviations
                </button>
                <button data-action="gaps" @click="over = 'gaps'">
                  <b>{{ gapsLeft }}</b> gaps
                </button>
              </p>
              <p class="next">
                <template v-if="nextTitle">next: {{ nextTitle }}</template
                ><template v-if="nextThings.length"><br />lay out: {{ nextThings.join(' · ') }}</template
                ><template v-if="change"
                  ><br />{{ change === 1 ? 'support changes next' : `support changes in ${change} steps` }}</template
                >
              </p>
            </section>
          </div>
        </div>
      </div>
      <p v-if="refused" class="refused" role="alert">{{ refused }}</p>
      <form v-if="skipping !== null" class="skip" @submit.prevent="skip">
        <p class="chips" data-reasons>
          <el-button v-for="r in SKIP_REASONS" :key="r" size="large" @click="((skipping = r), skip())">{{
            r
          }}</el-button>
        </p>
        <input
          v-model="skipping"
          placeholder="why it is not done"
          aria-label="Why this step is not done"
          :maxlength="recordMaxLength('step', 'reason')"
        />
        <button type="button" @click="skipping = null">Cancel</button>
        <button class="stop">Skip with reason</button>
      </form>
      <form v-else-if="resting !== null" class="skip" @submit.prevent="rest">
        <p class="chips" data-reasons>
          <el-button v-for="r in PAUSE_REASONS" :key="r" size="large" @click="((resting = r), rest())">{{
            r
          }}</el-button>
        </p>
        <input
          v-model="resting"
          placeholder="why it rests"
          aria-label="Why this step rests"
          :maxlength="recordMaxLength('paused', 'reason')"
        />
        <button type="button" @click="resting = null">Cancel</button>
        <button>Pause</button>
      </form>
      <footer v-else>
        <button :disabled="index === 0" @click="back">Back</button>
        <StepPhotos :step="current.step.id" />
        <button @click="skipping = ''">Can't, because…</button>
        <button v-if="mine && !mine.rests" data-action="pause" @click="resting = ''">
          {{ spent ? `${spent} min · ` : '' }}Pause
        </button>
        <button v-else data-action="begin" :disabled="!session.person" @click="begin(current.step.id)">Start</button>
        <button class="go" @click="done">
          {{ unseen.length ? 'Done, as pictured' : index + 1 === steps.length ? 'Done, last' : 'Done, next' }}
        </button>
      </footer>
      <TorqueKeypad
        v-if="keypad"
        :title="`${keypad.fastener.fastener.name}, place ${keypad.place}`"
        @reading="typed"
        @close="keypad = null"
      />
      <BaySheet v-if="over" :shows="over" :step="current.step" @close="over = null" />
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
  padding: 14px 24px 0;
  font-size: 22px;
  /* Controls of the library in the dark of the bay. */
  --el-fill-color-blank: #14191b;
  --el-text-color-regular: #ede8dc;
  --el-text-color-placeholder: #aab0ae;
  --el-border-color: #59646a;
  --el-color-primary-light-9: #26302f;
  --el-color-primary-light-7: #8fcf9f;
}
.trap {
  margin-top: 10px;
  background: #3a2b14;
  border-left: 8px solid #e0a03f;
  padding: 10px 16px;
  font-weight: 600;
  font-size: 24px;
  line-height: 1.3;
}
.trap svg {
  width: 20px;
  fill: #e0a03f;
}
h1 {
  font-size: 40px;
  margin: 10px 0;
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
.seat {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 10px;
  padding: 12px 16px;
  border: 2px solid var(--amber-sign);
  font-size: 20px;
}
.seat p {
  margin: 0;
}
.seat :deep(.el-button) {
  margin: 0;
}
.doubt {
  color: #e3ac57;
  margin: -6px 0 10px;
}
.already {
  color: #8fcf9f;
  margin: -6px 0 10px;
}
.body {
  /* Never less than what is in it: the bar at the foot would stand over its rows. */
  flex: 1 0 auto;
  display: grid;
  grid-template-rows: minmax(300px, 1fr) auto;
  gap: 12px;
  min-height: 0;
}
.right {
  display: grid;
  gap: 12px;
  align-content: start;
  min-height: 0;
}
.cards {
  display: grid;
  grid-template-columns: 1.15fr 1fr;
  gap: 12px;
}
.cards section {
  background: #1d2427;
  border: 1px solid #353e42;
  border-radius: 4px;
  padding: 10px 16px;
}
.cards h2 {
  color: #aab0ae;
  font-size: 20px;
  margin: 0;
}
.open-counts {
  display: grid;
  grid-template-columns: repeat(4, auto);
  gap: 6px;
  margin: 4px 0;
}
.open-counts button {
  min-height: 56px;
  padding: 2px 4px;
  font:
    400 17px 'Barlow',
    sans-serif;
}
.open-counts b {
  display: block;
  font: 600 26px/1 var(--condensed);
}
.next {
  color: #c6cac9;
  font-size: 20px;
  margin: 0;
}
ol {
  margin: 6px 0 0;
  padding-left: 28px;
}
li {
  margin-bottom: 6px;
}
.shown img {
  max-width: 100%;
  max-height: 260px;
  display: block;
  margin-bottom: 8px;
  background: #fff;
}
.tools {
  margin: 6px 0;
  color: #c6cac9;
  font-size: 20px;
}
.chips {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.chips .el-button {
  min-height: 56px;
  font-size: 20px;
  margin: 0;
}
.add-step {
  min-height: 48px;
  font-size: 20px;
  padding: 0 14px;
}
.caution {
  margin-top: 10px;
  font-size: 20px;
  color: #e3ac57;
}
.fasteners {
  display: grid;
  gap: 12px;
}
@media (width >= 1100px) {
  .body {
    flex-shrink: 1;
    grid-template: 1fr / 1fr 1fr;
  }
  .right {
    overflow: auto;
  }
  .cards {
    grid-template-columns: 1fr;
  }
}
footer,
.skip {
  display: grid;
  grid-template-columns: 1fr 1fr 1.2fr 1.1fr 1.8fr;
  gap: 14px;
  position: sticky;
  bottom: 0;
  background: #14191b;
  padding: 8px 0 14px;
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
.empty a {
  color: #7fc4cd;
}
/* A phone: what is read and torqued comes first, the picture below it; Done over the full width. */
@media (width < 600px) {
  .bay {
    padding: 10px 12px 0;
  }
  h1 {
    font-size: 30px;
  }
  .body {
    grid-template: auto auto / minmax(0, 1fr);
  }
  .picture {
    order: 2;
    min-height: 240px;
  }
  .cards {
    grid-template-columns: minmax(0, 1fr);
  }
  footer {
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 8px;
  }
  footer > * {
    font-size: 18px;
    min-height: 56px;
    padding: 0 2px;
  }
  footer .go {
    grid-column: 1 / -1;
    font-size: 26px;
  }
  .skip {
    grid-template-columns: 1fr 1fr;
  }
  .skip input {
    grid-column: 1 / -1;
    min-height: 56px;
  }
}
</style>
