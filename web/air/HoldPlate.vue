<script setup lang="ts">
import { computed, ref } from 'vue'
import { formatNumber, formatQuantity, limitQuantity, UNITS } from '@stout-shackle/core/quantity'
import { leakHunt, type AirCheckState, type KitAssessment } from '@stout-shackle/core/stages'
import type { LeakHistory } from '@stout-shackle/core/circuit'
import type { Circuit } from '@stout-shackle/core/fittings'
import { airCheckText, lastsText } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import PlateRow from '../fields/PlateRow.vue'
import StampedPlate from '../fields/StampedPlate.vue'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import SearchCard from './SearchCard.vue'

/** Does it hold: the worst line first, what it lost a day, what that means, and where to look. */
const props = defineProps<{
  checks: readonly AirCheckState[]
  chosen: KitAssessment
  circuit: Circuit
  /** Connections without bubbles, and how many there are. */
  clean: number
  all: number
  bubbling: number
}>()
const emit = defineEmits<{ select: [id: string] }>()
const { job, assessment } = useOpenJob()
const preferences = usePreferences()
const p = (v: number) => formatQuantity('pressure', v, preferences.system, 1)

const HEAD = {
  holds: 'Holds',
  leaks: 'Loses air',
  'too-early': 'Too early to say',
  'cannot-tell': 'Cannot tell',
  gained: 'Readings disagree',
} as const
const SIGNS = {
  holds: 'fine',
  leaks: 'stop',
  'too-early': 'unknown',
  'cannot-tell': 'caution',
  gained: 'stop',
} as const
const isSoFar = (c: AirCheckState) => c.missing?.code === 'holds-so-far'
const headOf = (c: AirCheckState) => (isSoFar(c) ? 'Holds so far' : HEAD[c.verdict!.code])
const signOf = (c: AirCheckState) => (isSoFar(c) ? 'unknown' : SIGNS[c.verdict!.code])
const STATES = { begun: 'read it again later', 'not-begun': 'not begun', void: 'void: begin it again' } as const
const WORST = ['leaks', 'gained', 'cannot-tell', 'too-early', 'holds'] as const
const worst = computed(
  () =>
    props.checks
      .filter((c) => c.state === 'read')
      .toSorted((a, b) => WORST.indexOf(a.verdict!.code) - WORST.indexOf(b.verdict!.code))[0] ?? null,
)
const aDay = (c: AirCheckState) => (c.verdict!.lost * 24) / c.hours!
const hunt = computed(() =>
  worst.value && ['leaks', 'cannot-tell'].includes(worst.value.verdict!.code)
    ? leakHunt(job.value, assessment.value.standing, assessment.value.proof, {
        check: worst.value,
        history: history.value,
      })
    : null,
)
/** What this shop found leaking, by kind; without the server what is expected. */
const history = ref<LeakHistory[]>([])
void call<LeakHistory[]>('/leak-history')
  .then((read) => (history.value = read))
  .catch(() => undefined)
const sideOf = (c: AirCheckState) => c.side ?? 'both bags'
</script>

<template>
  <StampedPlate :title="worst ? headOf(worst) : 'Does it hold?'">
    <template v-if="worst">
      <div class="figures">
        <span class="figure"
          >{{ formatNumber('pressure', Math.max(0, aDay(worst)), preferences.system, 1)
          }}<span class="unit">{{ UNITS.pressure[preferences.system].symbol }} a day, {{ sideOf(worst) }}</span></span
        >
      </div>
      <p :data-air="worst.verdict!.code">
        <StateSign :state="signOf(worst)" /> {{ airCheckText(worst.verdict!, preferences.system) }}
      </p>
      <PlateRow
        label="Should read now"
        says="same air at the other temperature and volume, in absolute figures (ideal gas)"
        >{{
          worst.verdict!.expected.high - worst.verdict!.expected.low > 700
            ? `${p(worst.verdict!.expected.low)} to ${p(worst.verdict!.expected.high)}`
            : p(worst.verdict!.expected.value)
        }}</PlateRow
      >
      <PlateRow
        :label="`Allowed in ${worst.hours!.toFixed(worst.hours! < 10 ? 1 : 0)} h`"
        says="7 psi of 60 in 24 h, by its time; beyond two days 1 psi a week (common practice)"
        >{{ p(worst.verdict!.allowed) }}</PlateRow
      >
      <PlateRow
        label="Least this could show"
        says="two readings of a gauge good to 1 psi and of a thermometer good to 1 °F, and friction of the springs"
        >{{ `${p(worst.verdict!.detectable)} a day` }}</PlateRow
      >
      <PlateRow
        v-if="worst.lasts !== null"
        :label="`Down to the min`"
        says="at the fastest loss that these readings leave open"
        >{{ lastsText(worst.lasts) }}</PlateRow
      >
      <template v-for="c in checks" :key="c.side ?? 'both'">
        <PlateRow v-if="c !== worst" :label="sideOf(c)" :state="c.state === 'read' ? signOf(c) : 'unknown'">{{
          c.state === 'read' ? headOf(c).toLowerCase() : STATES[c.state]
        }}</PlateRow>
      </template>
    </template>
    <p v-else class="words">
      {{
        checks.some((c) => c.outOfOrder)
          ? 'The end was read before the start'
          : checks.some((c) => c.state === 'begun')
            ? 'Begun: read it again later'
            : clean < all
              ? `${all - clean} connection${all - clean === 1 ? '' : 's'} to soap`
              : checks.some((c) => c.state === 'void')
                ? 'Begin the air check again'
                : 'No bubbles: begin the air check'
      }}
    </p>
    <PlateRow label="No bubbles at" :state="clean === all ? 'fine' : bubbling ? 'stop' : 'unknown'"
      >{{ clean }} of {{ all }}</PlateRow
    >
    <PlateRow label="Max" says="in this vehicle, for this kit">{{
      chosen.maximum === null ? '–' : limitQuantity('max', 'pressure', chosen.maximum.value, preferences.system)
    }}</PlateRow>
    <SearchCard
      v-if="hunt && worst"
      :hunt="hunt"
      :check="worst"
      :circuit="circuit"
      @select="(id) => emit('select', id)"
    />
    <p v-else class="note">
      Small steps: a bag is tiny against a tire and fills in seconds. Never inflate hard while the axle hangs free.
    </p>
  </StampedPlate>
</template>
