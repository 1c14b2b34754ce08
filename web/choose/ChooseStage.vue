<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Kit } from '@stout-shackle/core/kit'
import type { Job, KitAssessment } from '@stout-shackle/core/job'
import { formatNumber, formatQuantity, UNITS } from '@stout-shackle/core/quantity'
import {
  FAMILY_NAMES,
  bandText,
  cautionText,
  levelText,
  limitText,
  obstacleText,
  RATING_NAMES,
  VERDICT_NAMES,
} from '@stout-shackle/core/wording'
import { LEVEL_TOLERANCE } from '@stout-shackle/core/kit'
import PercentField from '../entry/PercentField.vue'
import PlateRow from '../entry/PlateRow.vue'
import QuantityField from '../entry/QuantityField.vue'
import StampedPlate from '../entry/StampedPlate.vue'
import StateSign from '../entry/StateSign.vue'
import StageColumns from '../job/StageColumns.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import KitReasons from './KitReasons.vue'

const PressureChart = defineAsyncComponent(() => import('../charts/PressureChart.vue'))
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const shown = ref<string | null>(null)
const p = (v: number) => formatNumber('pressure', v, preferences.system)
const psi = computed(() => UNITS.pressure[preferences.system].symbol)
const len = (v: number) => formatQuantity('length', v, preferences.system)
const overload = computed(() => assessment.value.active.ratings.exceeded[0] ?? null)
const SIGN = {
  fits: 'fine',
  'fits-with-parts': 'caution',
  'needs-answer': 'unknown',
  'does-not-fit': 'stop',
} as const

const pick = (kit: Kit | null) => store.edit((j) => ({ ...j, kit }))
const canPick = (a: KitAssessment) => !overload.value && a.verdict !== 'does-not-fit'
const air = (value: Job['air']) => store.edit((j) => ({ ...j, air: value }))
const frame = (value: Job['frame']) => store.edit((j) => ({ ...j, frame: value }))
const target = (kind: string) =>
  store.edit((j) => ({
    ...j,
    target: kind === 'recover' ? { kind, share: 0.8 } : { kind: kind as 'unladen-height' | 'unladen-rake' },
  }))
/** The kit on the plate: the one opened, else the picked one, else the best that fits. */
const picked = computed(() => {
  const { kits, picked: chosen } = assessment.value
  const opened = kits.find((k) => k.kit.id === shown.value)
  return opened ?? chosen ?? kits.find((k) => k.verdict !== 'does-not-fit') ?? null
})
const isPicked = computed(() => picked.value?.kit.id === job.value.kit?.id)
const level = computed(() => picked.value?.level ?? null)
const pressures = (a: KitAssessment) => {
  const l = a.level
  if (!l?.left || !l.right || l.code === 'nothing-to-lift' || l.code === 'out-of-window') return '–'
  return Math.abs(l.left.pressure - l.right.pressure) < 3000
    ? p(l.left.pressure)
    : `${p(l.left.pressure)} / ${p(l.right.pressure)}`
}
const cautions = computed(() => assessment.value.cautions.filter((c) => c.stages.includes('choose')))
const CONDITIONS = [
  { key: 'driveAltitude', kind: 'length', label: 'Driven at, above the sea', min: -500, max: 5000 },
  { key: 'fillTemperature', kind: 'temperature', label: 'Filled at', min: 233.15, max: 333.15 },
  { key: 'driveTemperature', kind: 'temperature', label: 'Driven at', min: 233.15, max: 333.15 },
] as const
/** Height difference over the track that a teed line would leave. */
const teedLean = computed(() => (level.value?.leanTeed ? Math.abs(level.value.leanTeed) * job.value.vehicle.track : 0))
</script>

<template>
  <StageColumns>
    <template #work>
      <p v-if="overload" class="note stop" role="alert">
        <strong>No kit may be sold for this load.</strong> The {{ RATING_NAMES[overload.id] }} is
        {{ formatQuantity('mass', -overload.left!, preferences.system) }} over. What would help: take that much off or
        move it <RouterLink :to="{ name: 'load', params: { id: job.id } }">on Load</RouterLink>. Which kits would fit is
        shown for when it is.
      </p>
      <section class="card">
        <table class="dense kits">
          <thead>
            <tr>
              <th>Kit</th>
              <th>Family</th>
              <th class="num">{{ psi }} for "{{ assessment.active.loadCase.name }}"</th>
              <th class="num">window</th>
              <th class="num">hours</th>
              <th class="num">price</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <template v-for="a in assessment.kits" :key="a.kit.id">
              <tr :class="{ picked: job.kit?.id === a.kit.id }">
                <td>
                  <button
                    class="plain kit"
                    :aria-expanded="shown === a.kit.id"
                    @click="shown = shown === a.kit.id ? null : a.kit.id"
                  >
                    <StateSign :state="SIGN[a.verdict]" /> {{ a.kit.name }}
                    <span class="muted small">{{ VERDICT_NAMES[a.verdict] }}</span>
                  </button>
                </td>
                <td>{{ FAMILY_NAMES[a.kit.family] }}</td>
                <td class="num">{{ pressures(a) }}</td>
                <td class="num">{{ p(a.minimum.value) }}–{{ p(a.maximum.value) }}</td>
                <td class="num">
                  {{ (a.kit.minutes.low / 60).toFixed(1) }}–{{ (a.kit.minutes.high / 60).toFixed(1) }}
                </td>
                <td class="num">{{ a.kit.price }}</td>
                <td class="act">
                  <button v-if="job.kit?.id === a.kit.id" class="plain" @click="pick(null)">put back</button>
                  <button
                    v-else
                    class="plain"
                    :disabled="!canPick(a)"
                    :aria-label="`Pick ${a.kit.name}`"
                    @click="pick(a.kit)"
                  >
                    pick
                  </button>
                </td>
              </tr>
              <tr v-if="shown === a.kit.id || job.kit?.id === a.kit.id" class="why">
                <td colspan="7"><KitReasons :assessed="a" /></td>
              </tr>
            </template>
          </tbody>
        </table>
        <p v-if="!assessment.kits.length" class="note">The catalogue is empty: add kits under Kits first.</p>
      </section>
      <section v-if="picked" class="card">
        <header>
          <h2>{{ picked.kit.name }}: pressure against load</h2>
        </header>
        <PressureChart
          :job="job"
          :assessment="assessment"
          :kit="picked.kit"
          :minimum="picked.minimum.value"
          :maximum="picked.maximum.value"
          :system="preferences.system"
        />
      </section>
    </template>
    <template #plate>
      <StampedPlate
        v-if="picked"
        :title="`${picked.kit.name}${isPicked ? '' : ', if picked'}: to stand level, load on`"
      >
        <div
          v-if="level?.left && level.right && level.code !== 'out-of-window' && level.code !== 'nothing-to-lift'"
          class="figures"
        >
          <span class="figure"
            >{{ p(level.left.pressure) }}<span class="unit">{{ psi }} left</span></span
          >
          <span class="figure">{{ p(level.right.pressure) }}<span class="unit">right</span></span>
        </div>
        <p class="small">
          <StateSign :state="level?.code === 'level' ? 'fine' : level ? 'caution' : 'unknown'" />
          {{
            level
              ? levelText(level, picked.minimum.value, picked.maximum.value, preferences.system)
              : 'No pressure without a rear spring rate'
          }}<template v-if="level?.band"
            >; mean {{ bandText(level, preferences.system) }} with this tape and these loads</template
          >
        </p>
        <p v-for="(o, i) in level?.obstacles ?? []" :key="i" class="note stop">
          {{ obstacleText(o, preferences.system) }}.
        </p>
        <template v-if="level?.mean">
          <PlateRow
            label="Before loading"
            :state="
              level.before && level.before.withinRebound !== false && level.before.withinWindow ? undefined : 'caution'
            "
            :says="
              level.before
                ? `same air before and after; empty it then stands ${len(level.before.rise)} high${level.before.withinRebound === false ? ', more than its travel down: add air with the load on' : ''} (gas law)`
                : undefined
            "
            >{{ level.before ? `${p(level.before.left)} / ${p(level.before.right)}` : 'not possible' }}</PlateRow
          >
          <PlateRow label="Least" :says="limitText(picked.minimum)">{{ p(picked.minimum.value) }}</PlateRow>
          <PlateRow
            label="Most"
            :says="limitText(picked.maximum)"
            :state="Math.max(level.left!.pressure, level.right!.pressure) > picked.maximum.value ? 'stop' : 'fine'"
            >{{ p(picked.maximum.value) }}</PlateRow
          >
          <PlateRow
            v-if="level.emptyLift !== null"
            label="Empty, at the least, it stands high by"
            says="two bags at their least pressure against the springs (statics)"
            >{{ len(level.emptyLift) }}</PlateRow
          >
          <PlateRow
            v-if="level.jouncePressure !== null"
            label="On its stop, in one stroke"
            says="one fast stroke on absolute pressure, n 1.38"
            :state="level.jouncePressure > 2 * picked.maximum.value ? 'caution' : undefined"
            >{{ p(level.jouncePressure) }}</PlateRow
          >
          <PlateRow v-if="level.sensitivity" :label="`The last ${len(LEVEL_TOLERANCE)} costs`"
            >{{ p(Math.abs(level.sensitivity) * LEVEL_TOLERANCE) }} {{ psi }}</PlateRow
          >
          <PlateRow
            v-if="level.frequency"
            label="Body frequency, loaded"
            says="one mass on its springs; more support is a stiffer ride (Gillespie)"
            >{{ level.frequency.without ? `${level.frequency.without.toFixed(2)} → ` : ''
            }}{{ level.frequency.with.toFixed(2) }} Hz</PlateRow
          >
        </template>
        <div class="choices">
          <label
            >Level means<select
              class="control"
              :value="job.target.kind"
              @change="target(($event.target as HTMLSelectElement).value)"
            >
              <option value="unladen-height">unladen rear height</option>
              <option value="unladen-rake">unladen rake</option>
              <option value="recover">part of the squat back</option>
            </select></label
          >
          <PercentField
            v-if="job.target.kind === 'recover'"
            :value="job.target.share"
            label="of it back"
            :least="10"
            @update="(v) => v !== null && store.edit((j) => ({ ...j, target: { kind: 'recover', share: v } }))"
          />
          <label
            >Air lines<select
              class="control"
              :value="job.air"
              @change="air(($event.target as HTMLSelectElement).value as Job['air'])"
            >
              <option value="independent">independent</option>
              <option value="teed">teed</option>
            </select></label
          >
          <label
            >Off-centre load<select
              class="control"
              :value="job.frame"
              @change="frame(($event.target as HTMLSelectElement).value as Job['frame'])"
            >
              <option value="rigid">rigid: axles share the lean</option>
              <option value="twisting">twisting: each its own part</option>
            </select></label
          >
        </div>
        <p v-if="teedLean > LEVEL_TOLERANCE && job.air === 'teed'" class="note">
          Teed, this load leaves {{ len(teedLean) }} of lean: independent lines can take it out.
        </p>
        <details class="elsewhere">
          <summary class="small">Filled here, driven elsewhere</summary>
          <div class="choices">
            <QuantityField
              :value="job.altitude"
              kind="length"
              label="Filled at, above the sea"
              signed
              :min="-500"
              :max="5000"
              @commit="(v) => v !== null && store.edit((j) => ({ ...j, altitude: v }))"
            />
            <QuantityField
              v-for="c in CONDITIONS"
              :key="c.key"
              :value="job.conditions[c.key]"
              :kind="c.kind"
              :label="c.label"
              signed
              clearable
              :min="c.min"
              :max="c.max"
              @commit="(v) => store.edit((j) => ({ ...j, conditions: { ...j.conditions, [c.key]: v } }))"
            />
          </div>
          <p v-if="level?.driving" class="small">
            There it reads {{ p(level.driving.left) }} / {{ p(level.driving.right) }} {{ psi }} and the rear moves
            {{ len(level.driving.rise) }}.
          </p>
        </details>
        <template v-if="isPicked">
          <p v-for="caution in cautions" :key="caution.code" class="note">
            {{ cautionText(caution, preferences.system) }}
          </p>
        </template>
        <p v-else class="note">Pressure to spare is not capacity to spare: ratings decide, on Load.</p>
      </StampedPlate>
      <StampedPlate v-else title="Nothing fits">
        <p class="words">No kit of the catalogue fits this vehicle as it stands</p>
        <p class="muted">Open a kit's name to see what stands in the way.</p>
      </StampedPlate>
    </template>
  </StageColumns>
</template>

<style scoped>
.kit {
  color: var(--ink);
}
.picked td {
  background: #e9f0f0;
}
.why td {
  background: #fcfbf8;
}
.act {
  text-align: right;
}
.elsewhere {
  margin-top: 8px;
}
.choices {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 10px;
  margin-top: 10px;
}
.choices label {
  display: flex;
  flex-direction: column;
  font-size: 12px;
  color: var(--muted);
}
</style>
