<script setup lang="ts">
import { computed, ref } from 'vue'
import { axleDrop } from '@stout-shackle/core/spring'
import { caseRemedies, kitsUnder, pressuresToSet, standAtPressures, tonguesOf } from '@stout-shackle/core/stages'
import { formatNumber, formatQuantity, UNITS } from '@stout-shackle/core/quantity'
import {
  bandText,
  cautionText,
  BAND_SOURCE_NAMES,
  obstacleText,
  RATING_NAMES,
  RATING_SOURCES,
  remedyText,
  VIEW_NAMES,
  viewsText,
} from '@stout-shackle/core/wording'
import PlateRow from '../fields/PlateRow.vue'
import QuantityField from '../fields/QuantityField.vue'
import StampedPlate from '../fields/StampedPlate.vue'
import AxleSwitch from '../fields/AxleSwitch.vue'
import { useCalmJob, useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** What the load does: pressures, squat before and after, what is left of the tightest rating, and what has to be said. */
const { job, assessment } = useCalmJob(2)
const preferences = usePreferences()
const active = computed(() => assessment.value.active)
const { axle, axles, chosen, show } = useShownAxle()
const level = computed(() => active.value.level[axle.value])
const system = computed(() => preferences.system)
const mass = (v: number) => formatQuantity('mass', v, system.value)
const len = (v: number) => formatQuantity('length', v, system.value)
const bare = (kind: 'mass' | 'length' | 'pressure', v: number) => formatNumber(kind, v, system.value)
const unit = (kind: 'mass' | 'length' | 'pressure') => UNITS[kind][system.value].symbol
const degrees = (v: number) => `${((v * 180) / Math.PI).toFixed(1)}°`
const worst = computed(() => active.value.ratings.exceeded[0] ?? null)
const remedies = computed(() => caseRemedies(job.value, assessment.value.standing, active.value))
const here = computed(() => assessment.value.cautions.filter((c) => c.stages.includes('load')))
/** Said at its own row. */
const frontLost = computed(() => here.value.find((c) => c.code === 'front-lost') ?? null)
const cautions = computed(() => here.value.filter((c) => c.code !== 'front-lost'))
const tooHigh = computed(() => {
  const before = level.value?.before
  if (!before) return null
  return before.withinRebound === false
    ? `Empty it would stand ${len(before.rise)} high, more than its travel down: fill with the load on.`
    : before.withinHeightRange
      ? null
      : `Empty the bag would be ${len(before.bagHeight)} high, outside its height range: fill with the load on.`
})
const SETTABLE = ['level', 'one-side-below-minimum', 'below-minimum', 'above-maximum']
const settable = computed(() => level.value?.left && level.value.right && SETTABLE.includes(level.value.code))
const bandParts = computed(() =>
  (level.value?.bandParts ?? [])
    .map((d) => `${BAND_SOURCE_NAMES[d.source]} ${formatNumber('pressure', d.value, system.value, 1)}`)
    .join(', '),
)
const SQUAT_SOURCES = {
  measured: 'empty less loaded, read with the tape',
  'from-rate': "the load over the springs' rate",
  unknown: '',
}
const after = computed(() => (settable.value && level.value?.held ? level.value.held.squat : null))
/** What to set, left and right. */
const set = computed(() =>
  settable.value && chosen.value ? pressuresToSet(level.value!, chosen.value.minimum?.value ?? 0) : null,
)
/** Lean left over, as a height across the wheels. */
const lean = computed(() => {
  const l = level.value
  if (!l || l.lean === null || l.leanTeed === null) return null
  const across = (v: number) => Math.abs(Math.tan(v)) * job.value.vehicle[axle.value].track
  return { as: across(l.lean), teed: across(l.leanTeed) }
})
/** A pressure that is in, or that somebody asks about, in both bags of this axle; the others as set. */
const questionHere = ref<number | null>(null)
const askedLimits = computed(() => ({ min: 0, max: chosen.value?.maximum?.value ?? 0 }))
const leaves = computed(() => {
  const current = questionHere.value
  if (current === null || !chosen.value) return null
  const pressures = Object.fromEntries(
    assessment.value.chosen.flatMap((c) => {
      const solution = active.value.level[c.kit.axle]
      const now =
        c.kit.axle === axle.value
          ? { left: current, right: current }
          : solution && pressuresToSet(solution, c.minimum?.value ?? 0)
      return now ? [[c.kit.axle, now]] : []
    }),
  )
  const stand = standAtPressures(job.value, active.value, kitsUnder(job.value), pressures)
  return stand ? axleDrop(job.value.mark, stand[axle.value]) : undefined
})
const tail = computed(() => {
  const [now, then] = [active.value.attitude?.tail, active.value.leveled?.tail]
  const rows = [
    { label: 'Ball above the road', key: 'ball' },
    { label: 'Under the hitch', key: 'hitch' },
    { label: 'Rear bumper', key: 'bumper' },
  ] as const
  return rows.flatMap(({ label, key }) =>
    now?.[key] == null
      ? []
      : [{ label, text: then?.[key] == null ? len(now[key]) : `${bare('length', now[key])} → ${len(then[key])}` }],
  )
})
const tongues = computed(() => tonguesOf(active.value.loadCase))
const trailer = computed(() => {
  const pitch = active.value.leveled?.tail.trailerPitch ?? active.value.attitude?.tail.trailerPitch
  return pitch == null ? null : `nose ${pitch < 0 ? 'down' : 'up'} ${degrees(Math.abs(pitch))}`
})
</script>

<template>
  <StampedPlate v-if="worst" title="Over a rating">
    <div class="figures">
      <span class="figure stop"
        >{{ bare('mass', -worst.remaining!) }}<span class="unit">{{ unit('mass') }} over</span></span
      >
    </div>
    <p class="note stop">
      <strong>{{ RATING_NAMES[worst.id] }}</strong>: {{ mass(worst.actual) }} on it, {{ mass(worst.limit!) }} allowed.
      This load keeps the vehicle in the shop: springs support, they raise no rating.
    </p>
    <PlateRow
      v-for="(over, i) in active.ratings.exceeded"
      :key="over.id"
      :label="RATING_NAMES[over.id]"
      state="stop"
      :says="RATING_SOURCES[over.source]"
      >{{ mass(-over.remaining!) }} over
      <template #below>{{ remedyText(remedies[i]!, system) }}</template>
    </PlateRow>
    <PlateRow label="Rear axle">{{ mass(active.weights.rearTotal) }}</PlateRow>
    <PlateRow label="GVWR">{{ mass(active.weights.gross) }}</PlateRow>
  </StampedPlate>
  <StampedPlate v-else :title="settable ? 'With the load on, to stand level' : 'What the load does'">
    <AxleSwitch :axles="axles" :axle="axle" @show="show" />
    <div v-if="set" class="figures">
      <span class="figure"
        >{{ bare('pressure', set!.left) }}<span class="unit">{{ unit('pressure') }} left</span></span
      >
      <span class="figure">{{ bare('pressure', set!.right) }}<span class="unit">right</span></span>
    </div>
    <template v-else-if="active.squat.rear !== null">
      <p class="muted">Rear drops</p>
      <div class="figures">
        <span class="figure"
          >{{ bare('length', active.squat.rear)
          }}<span class="unit">{{ unit('length') }} ± {{ bare('length', active.squat.rearTolerance) }}</span></span
        >
      </div>
    </template>
    <p v-else class="words">Spring rate unknown</p>
    <p v-for="(o, i) in level?.obstacles ?? []" :key="i" class="note stop">{{ obstacleText(o, system, axle) }}.</p>
    <PlateRow v-if="settable" label="Mean with tolerance" :says="`${bandParts} (${unit('pressure')}; GUM)`">{{
      bandText(level!, system)
    }}</PlateRow>
    <PlateRow
      v-if="settable && level!.before"
      label="Set before loading"
      :state="tooHigh ? 'caution' : undefined"
      :says="`the same air, empty; it stands ${len(level!.before.rise)} high then, and again when unloaded without letting air out (gas law)`"
      >{{ bare('pressure', level!.before.left) }} / {{ bare('pressure', level!.before.right) }}
      <template v-if="tooHigh" #below>{{ tooHigh }}</template></PlateRow
    >
    <PlateRow
      v-if="settable && level!.driving"
      label="Pressure at driving altitude"
      :says="`the same air at the other height and warmth; the ${axle} moves ${len(level!.driving.rise)} (gas law, ICAO atmosphere)`"
      >{{ bare('pressure', level!.driving.left) }} / {{ bare('pressure', level!.driving.right) }}</PlateRow
    >
    <PlateRow
      v-if="settable && active.squat[axle] !== null"
      :label="`${axle === 'front' ? 'Front' : 'Rear'} squat, now`"
      :says="SQUAT_SOURCES[active.squat.source]"
      >{{ bare('length', active.squat[axle]!) }} ±
      {{ len(axle === 'front' ? active.squat.frontTolerance : active.squat.rearTolerance)
      }}<template v-if="after !== null"> → {{ len(after) }}</template></PlateRow
    >
    <PlateRow
      v-if="chosen?.maximum"
      label="At another pressure"
      says="both bags of this axle, steel and air in balance (statics)"
    >
      <QuantityField
        :value="questionHere"
        kind="pressure"
        label="At another pressure"
        hide-label
        v-bind="askedLimits"
        clearable
        @commit="(v) => (questionHere = v)"
      />
      <template v-if="questionHere !== null" #below>
        <span data-leaves>{{
          leaves == null
            ? 'There the bags would stand outside their table.'
            : Math.abs(leaves) < 0.0008
              ? 'It stands level.'
              : `It stands ${len(Math.abs(leaves))} ${leaves > 0 ? 'low' : 'high'}.`
        }}</span>
      </template>
    </PlateRow>
    <PlateRow
      v-if="active.ratings.tightest"
      :label="`Tightest: ${RATING_NAMES[active.ratings.tightest.id]}`"
      :state="
        active.ratings.kitExceeded.length
          ? 'stop'
          : active.ratings.tightest.remaining! < 0.05 * active.ratings.tightest.limit!
            ? 'caution'
            : 'fine'
      "
      :says="RATING_SOURCES[active.ratings.tightest.source]"
      >{{ mass(Math.abs(active.ratings.tightest.remaining!)) }}
      {{ active.ratings.kitExceeded.length ? 'over' : 'left' }}</PlateRow
    >
    <PlateRow
      label="Front axle"
      :state="active.weights.front < -10 ? 'caution' : undefined"
      says="moments about the axles; air does not change it"
      >{{ active.weights.front < 0 ? 'loses' : 'gains' }} {{ mass(Math.abs(active.weights.front)) }}
      <template v-if="frontLost" #below>{{ cautionText(frontLost, system) }}</template></PlateRow
    >
    <PlateRow
      v-if="active.attitude"
      label="Nose up"
      :says="`tires counted in; the beam lands ${len(active.attitude.beamRise)} high at 25 ft (plane geometry)`"
      >{{ degrees(active.attitude.pitch)
      }}<template v-if="active.leveled"> → {{ degrees(active.leveled.pitch) }}</template></PlateRow
    >
    <PlateRow
      v-if="lean"
      label="Lean left over"
      :says="`across the wheels, as it is plumbed; on one line it would be ${len(lean.teed)} (roll stiffness of springs, bars, bags and tires)`"
      >{{ len(lean.as) }}</PlateRow
    >
    <PlateRow
      label="Rear axle gains"
      data-row="gains"
      :says="active.weights.source === 'ticket' ? 'by the scale' : 'the list, by moments about the axles'"
      >{{ bare('mass', active.weights.rear) }} ±
      {{ mass(Math.hypot(active.weights.rearTolerance, active.estimate?.rearGain ?? 0)) }}</PlateRow
    >
    <PlateRow
      v-if="active.estimate"
      label="Not measured: axle weights ±"
      state="unknown"
      says="what estimated figures leave unsure; Measure says what to read next (GUM 5.1.3)"
      >{{ bare('mass', active.estimate.front) }} front, {{ mass(active.estimate.rear) }} rear</PlateRow
    >
    <PlateRow v-for="row in tail" :key="row.label" :label="row.label">{{ row.text }}</PlateRow>
    <PlateRow
      v-for="(t, i) in tongues"
      :key="i"
      label="Tongue carries"
      data-row="tongue"
      says="tongue weight over the whole trailer; 10 to 15 % is usual, under 10 % a trailer sways (common practice)"
      >{{ (100 * t.share).toFixed(1) }} % of {{ mass(t.trailer) }}</PlateRow
    >
    <PlateRow
      v-if="trailer"
      label="Trailer"
      says="ball against the coupler's level height, over the way to its axles"
      >{{ trailer }}</PlateRow
    >
    <p v-if="active.squat.rear === null" class="note">
      Read the loaded heights on Measure, or type the rear wheel rate with the vehicle: without either there is no squat
      and no pressure.
    </p>
    <p
      v-for="caution in cautions"
      :key="caution.code"
      class="note"
      :class="{ stop: caution.code === 'bottoms' || caution.code === 'rate-with-helper' }"
    >
      {{ cautionText(caution, system) }}
    </p>
    <p v-if="active.views" :class="active.views.agree ? 'small views' : 'note stop'">
      This load:
      <template v-for="(v, i) in active.views.views" :key="v.source"
        >{{ i ? '; ' : '' }}{{ bare('mass', v.value) }} ± {{ mass(v.tolerance) }} {{ VIEW_NAMES[v.source] }}</template
      >. {{ viewsText(active.views, system) }}
    </p>
  </StampedPlate>
  <p v-if="active.ratings.unknown.length" class="note">
    Not looked up: {{ active.ratings.unknown.map((r) => RATING_NAMES[r.id]).join(', ') }}. An unknown rating is an open
    question, not a pass.
  </p>
</template>

<style scoped>
.views {
  margin-top: 10px;
}
.figure.stop {
  color: var(--oxide);
}
</style>
