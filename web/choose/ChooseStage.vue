<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Kit } from '@stout-shackle/core/kit'
import { LEVEL_TOLERANCE, modelKey } from '@stout-shackle/core/kit'
import type { Job } from '@stout-shackle/core/job'
import { formatNumber, formatQuantity, GRAVITY, UNITS } from '@stout-shackle/core/quantity'
import { bandText, cautionText, levelText, limitText, noSaleText, obstacleText } from '@stout-shackle/core/wording'
import PercentField from '../entry/PercentField.vue'
import PlateRow from '../entry/PlateRow.vue'
import QuantityField from '../entry/QuantityField.vue'
import StampedPlate from '../entry/StampedPlate.vue'
import StateSign from '../entry/StateSign.vue'
import StageColumns from '../job/StageColumns.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import NextQuestion from './NextQuestion.vue'
import OrderCard from './OrderCard.vue'
import OthersCard from './OthersCard.vue'
import PreferenceForm from './PreferenceForm.vue'
import RankingTable from './RankingTable.vue'
import WaysCard from './WaysCard.vue'
import SideBySide from './SideBySide.vue'

const PressureChart = defineAsyncComponent(() => import('../charts/PressureChart.vue'))
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const shop = useShop()
void shop.loadStock()
void shop.loadPlatforms()
/** Id of the kit whose reasons are open. */
const shown = ref<string | null>(null)
/** Ids of the kits set side by side. */
const compared = ref<string[]>([])
const p = (v: number) => formatNumber('pressure', v, preferences.system)
const psi = computed(() => UNITS.pressure[preferences.system].symbol)
const len = (v: number) => formatQuantity('length', v, preferences.system)
const noSale = computed(() => store.ranking?.noSale ?? [])
const ranked = computed(() => [...(store.ranking?.fitting ?? []), ...(store.ranking?.undecided ?? [])])
const beside = computed(() => ranked.value.filter((r) => compared.value.includes(r.assessed.kit.id)))
const compare = (id: string) =>
  (compared.value = compared.value.includes(id) ? compared.value.filter((c) => c !== id) : [...compared.value, id])

/** A kit is picked as it is now, with the rules and the lines of its list that it was judged by. */
function pick(kit: Kit | null) {
  const { rules, applications } = shop.catalog
  store.edit((j) => ({
    ...j,
    kit,
    decided: kit && {
      rules,
      applications: applications.filter((a) => a.kit === kit.id && modelKey(a) === modelKey(j.vehicle)),
      at: new Date().toISOString(),
    },
  }))
}
const air = (value: Job['air']) => store.edit((j) => ({ ...j, air: value }))
const frame = (value: Job['frame']) => store.edit((j) => ({ ...j, frame: value }))
const target = (kind: string) =>
  store.edit((j) => ({
    ...j,
    target: kind === 'recover' ? { kind, share: 0.8 } : { kind: kind as 'empty-height' | 'empty-rake' },
  }))
/** The kit on the plate: the one opened, else the picked one, else the best that fits. */
const picked = computed(() => {
  const opened = ranked.value.find((r) => r.assessed.kit.id === shown.value)?.assessed
  return opened ?? assessment.value.chosen ?? ranked.value[0]?.assessed ?? null
})
/** Where kits of this family are known to meet something on this platform. */
const clashes = computed(() => {
  const platform = shop.platforms.find((q) => q.id === job.value.vehicle.platform)
  const family = picked.value?.kit.family
  return (platform?.clashes ?? []).filter((c) => !c.families.length || (family && c.families.includes(family)))
})
const isPicked = computed(() => picked.value?.kit.id === job.value.kit?.id)
const level = computed(() => picked.value?.level ?? null)
const rubber = computed(() => picked.value?.rubber ?? null)
const limits = computed(() => ({
  minimum: picked.value?.minimum?.value ?? 0,
  maximum: picked.value?.maximum?.value ?? 0,
}))
const cautions = computed(() => assessment.value.cautions.filter((c) => c.stages.includes('choose')))
const CONDITIONS = [
  { key: 'driveAltitude', kind: 'altitude', label: 'Driven at, above the sea', min: -500, max: 5000 },
  { key: 'fillTemperature', kind: 'temperature', label: 'Filled at', min: 233.15, max: 333.15 },
  { key: 'driveTemperature', kind: 'temperature', label: 'Driven at', min: 233.15, max: 333.15 },
] as const
/** Height difference over the track that a teed line would leave. */
const teedLean = computed(() => (level.value?.leanTeed ? Math.abs(level.value.leanTeed) * job.value.vehicle.track : 0))
</script>

<template>
  <StageColumns>
    <template #work>
      <div v-if="noSale.length" class="note stop" role="alert">
        <strong>No kit can be sold for this vehicle yet.</strong>
        <ul class="why-not">
          <li v-for="(n, i) in noSale" :key="i">{{ noSaleText(n, preferences.system) }}</li>
        </ul>
        Which kits would fit is shown for when that is put right.
      </div>
      <NextQuestion />
      <RankingTable
        v-model:shown="shown"
        :blocked="noSale.length > 0"
        :compared="compared"
        @pick="pick"
        @compare="compare"
      />
      <SideBySide v-if="beside.length > 1" :kits="beside" @drop="compare" />
      <p v-else-if="ranked.length > 1" class="small muted">Check up to four kits to compare them side by side.</p>
      <OrderCard />
      <PreferenceForm />
      <WaysCard v-if="picked" :assessed="picked" />
      <section v-if="picked?.minimum && picked.maximum && beside.length < 2" class="card">
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
      <OthersCard />
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
        <template v-if="rubber">
          <div class="figures">
            <span class="figure"
              >{{ Math.round(100 * rubber.recovered) }}<span class="unit">% of the squat taken out</span></span
            >
          </div>
          <PlateRow label="Squat left" says="springs and rubbers together (statics)">{{ len(rubber.with) }}</PlateRow>
          <PlateRow
            label="One rubber carries"
            :state="rubber.overloaded ? 'stop' : 'fine'"
            says="the more loaded side, against its maker's max"
            >{{ formatQuantity('mass', rubber.force / GRAVITY, preferences.system) }}</PlateRow
          >
          <PlateRow label="Body frequency, loaded" says="one mass on its springs (Gillespie)"
            >{{ rubber.frequency.without.toFixed(2) }} → {{ rubber.frequency.with.toFixed(2) }} Hz</PlateRow
          >
        </template>
        <p v-else class="small">
          <StateSign :state="level?.code === 'level' ? 'fine' : level ? 'caution' : 'unknown'" />
          {{
            level
              ? levelText(level, limits.minimum, limits.maximum, preferences.system)
              : `No pressure without a ${picked.kit.axle} spring rate`
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
              level.before && level.before.withinRebound !== false && level.before.withinHeightRange
                ? undefined
                : 'caution'
            "
            :says="
              level.before
                ? `same air before and after; empty it stands ${len(level.before.rise)} high${level.before.withinRebound === false ? ', more than its travel down: add air with the load on' : ''} (gas law)`
                : undefined
            "
            >{{ level.before ? `${p(level.before.left)} / ${p(level.before.right)}` : 'not possible' }}</PlateRow
          >
          <PlateRow label="Min" :says="picked.minimum ? limitText(picked.minimum) : undefined">{{
            p(limits.minimum)
          }}</PlateRow>
          <PlateRow
            label="Max"
            :says="picked.maximum ? limitText(picked.maximum) : undefined"
            :state="Math.max(level.left!.pressure, level.right!.pressure) > limits.maximum ? 'stop' : 'fine'"
            >{{ p(limits.maximum) }}</PlateRow
          >
          <PlateRow
            v-if="level.emptyLift !== null"
            label="Rise empty at min pressure"
            says="both bags at min pressure against the springs (statics)"
            >{{ len(level.emptyLift) }}</PlateRow
          >
          <PlateRow
            v-if="level.jouncePressure !== null"
            label="On its stop, in one stroke"
            says="one fast stroke on absolute pressure, n 1.38"
            :state="level.jouncePressure > 2 * limits.maximum ? 'caution' : undefined"
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
              <option value="empty-height">empty rear height</option>
              <option value="empty-rake">empty rake</option>
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
              <option value="separate">separate lines</option>
              <option value="teed">teed</option>
            </select></label
          >
          <label
            >Off-center load<select
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
          Teed, this load leaves {{ len(teedLean) }} of lean: separate lines can take it out.
        </p>
        <details class="elsewhere">
          <summary class="small">Filled here, driven elsewhere</summary>
          <div class="choices">
            <QuantityField
              :value="job.altitude"
              kind="altitude"
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
        <p v-for="c in clashes" :key="c.what" class="note">
          Known on this platform: {{ c.what }}, {{ c.where }} ({{ c.source }}).
        </p>
        <template v-if="isPicked">
          <p v-for="caution in cautions" :key="caution.code" class="note">
            {{ cautionText(caution, preferences.system) }}
          </p>
        </template>
        <p v-else class="note">Pressure to spare is not capacity to spare: ratings decide, on Load.</p>
      </StampedPlate>
      <StampedPlate v-else title="Nothing fits">
        <p class="words">No kit of the catalog fits this vehicle</p>
        <p class="muted">"Does not fit" lists what is in the way of each kit and what would change it.</p>
      </StampedPlate>
    </template>
  </StageColumns>
</template>

<style scoped>
.why-not {
  margin: 4px 0;
  padding-left: 20px;
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
