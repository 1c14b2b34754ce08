<script setup lang="ts">
import { computed, ref } from 'vue'
import { recordMaxLength, recordLimits } from '@stout-shackle/core/records'
import { formatNumber, formatQuantity, parseQuantity, refusalText, UNITS } from '@stout-shackle/core/quantity'
import { PLACE_STATES, WRENCH_DOUBTS } from '@stout-shackle/core/wording'
import StateSign from '../fields/StateSign.vue'
import { specText } from '@stout-shackle/core/wording'
import { useSettings } from '../stores/settings'
import { usePreferences } from '../stores/preferences'
import {
  inPasses,
  mustReplace,
  nextPull,
  placeCloses,
  turnsAbout,
  type FastenerState,
} from '@stout-shackle/core/stages'

/** One fastener of the step: a numeral for each place, what it wants, and the ways to settle it. */
type Tried = 'crowfoot' | 'wobble' | 'by-hand'
const TRIED: [Tried, string][] = [
  ['crowfoot', 'Tried with a crowfoot'],
  ['wobble', 'Tried with a wobble'],
  ['by-hand', 'Tight by hand'],
]
const props = defineProps<{ state: FastenerState; open?: { from: string; kit: string } | null }>()
const emit = defineEmits<{
  type: [place: number]
  settle: [place: number, outcome: 'by-feel' | 'turned' | 'not-reached' | 'none-given', reason?: string, tried?: Tried]
  open: [reason: string, looked?: 'sound' | 'replaced']
  mistyped: [record: string]
  maker: [value: number, source: string]
  confirm: []
}>()
const preferences = usePreferences()
const shop = useSettings()
const unit = computed(() => UNITS.torque[preferences.system].symbol)
const judged = computed(() => ['target', 'ceiling', 'vehicle-maker'].includes(props.state.fastener.spec.kind))
/** How it is recorded where no wrench reading says anything of it. */
const byHand = computed(() => {
  const { kind } = props.state.fastener.spec
  return kind === 'none-given' ? 'none-given' : kind === 'turns' || kind === 'threads' ? 'turned' : 'by-feel'
})
const needsFigure = computed(
  () => props.state.fastener.spec.kind === 'vehicle-maker' && props.state.makerFigure === undefined,
)
const spec = computed(() =>
  props.state.makerFigure === undefined
    ? specText(props.state.fastener.spec, preferences.system)
    : `${formatQuantity('torque', props.state.makerFigure, preferences.system)}, vehicle maker`,
)
const color = (s: FastenerState['places'][number]['state']) =>
  s === 'missing'
    ? ''
    : s === 'within'
      ? 'fine'
      : s === 'low' || s === 'high' || s === 'wrong-unit' || s === 'needs-maker-figure'
        ? 'stop'
        : 'caution'
const sign = (s: FastenerState['places'][number]['state']) => color(s) || 'unknown'
/** What is pulled next where it is drawn down in passes. */
const guide = computed(() => (turnsAbout(props.state) ? nextPull(props.state) : null))
const passesDue = computed(() => inPasses(props.state))
const doubts = computed(() => [...new Set(props.state.places.flatMap((p) => (p.doubt ? WRENCH_DOUBTS[p.doubt] : [])))])
const figure = ref('')
const source = ref('')
const reason = ref<string | null>(null)
/** Place that the wrench cannot reach, and why; null while nobody says so. */
const unreached = ref<{ place: number; reason: string } | null>(null)
function settleUnreached(tried: Tried) {
  if (!unreached.value?.reason.trim()) return
  emit('settle', unreached.value.place, 'not-reached', unreached.value.reason.trim(), tried)
  unreached.value = null
}
/** The hardest pull over its max that nobody has answered. */
const over = computed(() => Math.max(0, ...props.state.places.map((p) => p.over?.body.value ?? 0)))
function undo(looked?: 'sound' | 'replaced') {
  if (!reason.value?.trim()) return
  emit('open', reason.value.trim(), looked)
  reason.value = null
}
const refused = ref('')
function keepFigure() {
  const parsed = parseQuantity('torque', figure.value, {
    system: preferences.system,
    ...recordLimits('maker-torque', 'value'),
  })
  refused.value = !parsed.ok ? refusalText(parsed) : source.value.trim() ? '' : 'Enter the manual and page it is from.'
  if (parsed.ok && source.value.trim()) emit('maker', parsed.value, source.value.trim())
}
</script>

<template>
  <div class="fastener">
    <p class="head">
      {{ state.fastener.name }} · {{ spec }}<span v-if="state.fastener.head"> · head {{ state.fastener.head }}</span>
    </p>
    <p v-if="state.fastener.source" class="small source">{{ state.fastener.source }}</p>
    <p v-if="open" class="source" data-unconfirmed>
      <StateSign state="caution" /> {{ open.from }}: compare with the paper of {{ open.kit }}.
      <button type="button" @click="emit('confirm')">It says so</button>
    </p>
    <p v-if="doubts.length" class="stop" data-wrench-doubt><StateSign state="caution" /> {{ doubts.join('; ') }}</p>
    <p v-if="guide" class="pass" data-pass>
      <template v-if="passesDue">Pass {{ guide.pass }} of {{ guide.passes }}: place</template
      ><template v-else>Place</template> {{ guide.place }}
      <b v-if="guide.torque !== null">to {{ formatQuantity('torque', guide.torque, preferences.system) }}</b
      >, then across
    </p>
    <form v-if="needsFigure" class="maker" @submit.prevent="keepFigure">
      <p class="stop"><StateSign state="stop" /> Look up the vehicle maker's torque before going on.</p>
      <input
        v-model="figure"
        :placeholder="`figure, ${unit}`"
        :aria-label="`Vehicle maker's torque, ${state.fastener.name}`"
      />
      <input
        v-model="source"
        placeholder="manual, page"
        aria-label="Source of the figure"
        :maxlength="recordMaxLength('maker-torque', 'source')"
      />
      <button>Save</button>
      <p v-if="refused" class="stop" role="alert">{{ refused }}</p>
    </form>
    <div v-else class="places">
      <div v-for="(place, i) in state.places" :key="i" class="place">
        <span class="small">{{ state.places.length > 1 ? `place ${i + 1}` : ' ' }}</span>
        <span class="numeral" :class="color(place.state)">
          {{
            place.value === null
              ? place.state === 'missing'
                ? place.passes
                  ? `pass ${place.passes}`
                  : '– –'
                : '✓'
              : formatNumber('torque', place.value, preferences.system)
          }}
          <span v-if="judged" class="u">{{ unit }}</span><StateSign
            v-if="place.state !== 'missing'"
            :state="sign(place.state)"
          />
        </span>
        <span class="small" :data-torque="place.state === 'missing' && judged ? 'open' : place.state"
          >{{
            place.state === 'missing'
              ? judged
                ? 'pull the wrench or type'
                : 'confirm by hand'
              : PLACE_STATES[place.state]
          }}<template v-if="place.record">
            · {{ place.record.by }}, {{ shop.dateTime(place.record.at) }}</template
          ></span
        >
        <span class="buttons">
          <template v-if="judged">
            <button @click="emit('type', i + 1)">Type</button>
            <button v-if="place.over && place.over.body.reading === null" @click="emit('mistyped', place.over.id)">
              Mistyped
            </button>
            <button
              v-else-if="!placeCloses(state.fastener, place.state)"
              @click="unreached = { place: i + 1, reason: '' }"
            >
              No reach
            </button>
          </template>
          <button v-else-if="place.state === 'missing'" @click="emit('settle', i + 1, byHand)">
            {{ byHand === 'turned' ? 'Turned' : 'Tightened' }}
          </button>
        </span>
      </div>
    </div>
    <form v-if="unreached" class="maker" @submit.prevent>
      <input
        v-model="unreached.reason"
        :placeholder="`place ${unreached.place}: why, and how it looks`"
        aria-label="Why the wrench cannot reach it"
        :maxlength="200"
      /><button v-for="[tried, label] in TRIED" :key="tried" type="button" @click="settleUnreached(tried)">
        {{ label }}
      </button>
    </form>
    <form v-if="reason !== null" class="maker" @submit.prevent="over || undo()">
      <input
        v-model="reason"
        placeholder="why it was undone"
        aria-label="Why it was undone"
        :maxlength="recordMaxLength('opened-again', 'reason')"
      /><template v-if="over">
        <button v-if="!mustReplace(state.fastener, over)" type="button" @click="undo('sound')">
          Threads and seat sound
        </button>
        <button type="button" @click="undo('replaced')">New one in</button>
      </template>
      <button v-else>Undone: torque is void</button>
    </form>
    <button v-else-if="state.places.some((p) => p.record)" class="link" @click="reason = ''">
      had to undo it again
    </button>
  </div>
</template>

<style scoped>
.pass {
  margin: 0 0 6px;
  color: #f2c24b;
}
.fastener {
  background: #1d2427;
  border: 1px solid #353e42;
  border-radius: 4px;
  padding: 14px 16px;
}
.head {
  font: 600 22px/1.2 var(--condensed);
  color: #c6cac9;
}
.places {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 14px;
}
.place {
  display: flex;
  flex-direction: column;
}
.numeral {
  font: 600 70px/1.05 var(--condensed);
  color: #8d9698;
  font-variant-numeric: tabular-nums;
}
.u {
  font-size: 24px;
  color: #aab0ae;
}
.numeral :deep(.sign) {
  width: 18px;
  height: 18px;
  margin-left: 6px;
  vertical-align: 2px;
  color: inherit;
}
.fine {
  color: #8fcf9f;
}
.stop {
  color: #f0907a;
}
.caution {
  color: #e3ac57;
}
.small {
  font-size: 18px;
  color: #aab0ae;
}
.buttons {
  display: flex;
  gap: 8px;
  margin-top: 8px;
}
button {
  min-height: 56px;
  min-width: 96px;
  border: 1px solid #4a5357;
  border-radius: 4px;
  background: #2a3236;
  color: #ede8dc;
  font: 600 20px var(--condensed);
  cursor: pointer;
}
.link {
  border: 0;
  background: none;
  min-width: 0;
  min-height: 40px;
  padding: 0;
  color: #aab0ae;
  text-decoration: underline;
  font-weight: 500;
}
.maker {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 6px;
}
.maker p {
  flex-basis: 100%;
  font-size: 20px;
}
.maker input {
  flex: 1 1 140px;
  min-height: 56px;
  border: 1px solid #4a5357;
  border-radius: 4px;
  background: #14191b;
  color: #ede8dc;
  font: 500 22px var(--condensed);
  padding: 0 12px;
}
</style>
