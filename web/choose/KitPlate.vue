<script setup lang="ts">
import { computed } from 'vue'
import { LEVEL_TOLERANCE } from '@stout-shackle/core/kit'
import { formatNumber, formatQuantity, GRAVITY, UNITS, formatLimit } from '@stout-shackle/core/quantity'
import { kitsLeft } from '@stout-shackle/core/job'
import { levelWithDoubt, teedSway, type KitAssessment } from '@stout-shackle/core/stages'
import { bandText, cautionText, levelText, limitText, notTheMakers, obstacleText } from '@stout-shackle/core/wording'
import PlateRow from '../fields/PlateRow.vue'
import StampedPlate from '../fields/StampedPlate.vue'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import LevelSettings from './LevelSettings.vue'

/** What one kit does on this vehicle: its pressures, their limits, and what has to be said about it. */
const props = defineProps<{ assessed: KitAssessment }>()
const { job, assessment } = useOpenJob()
const preferences = usePreferences()
const shop = useShop()
void shop.loadPlatforms()
const p = (v: number) => formatNumber('pressure', v, preferences.system)
const psi = computed(() => UNITS.pressure[preferences.system].symbol)
const len = (v: number) => formatQuantity('length', v, preferences.system)
/** Where kits of this family are known to meet something on this platform. */
const clashes = computed(() => {
  const platform = shop.platforms.find((q) => q.id === job.value.vehicle.platform)
  const { family } = props.assessed.kit
  return (platform?.clashes ?? []).filter((c) => !c.families.length || c.families.includes(family))
})
const isPicked = computed(() => kitsLeft(job.value).some(({ kit }) => kit.id === props.assessed.kit.id))
const level = computed(() => {
  const { standing, cases, active } = assessment.value
  return levelWithDoubt(job.value, standing, cases, active, props.assessed)
})
const rubber = computed(() => props.assessed.rubber ?? null)
const limits = computed(() => ({
  minimum: props.assessed.minimum?.value ?? 0,
  maximum: props.assessed.maximum?.value ?? 0,
}))
/** Where the height of its bags is from. */
const HEIGHT_FROM = {
  measured: 'read on the bags',
  'bracket-space': 'bracket to bracket, less the brackets',
  instructions: 'by the instructions: measure bracket to bracket',
}
const sway = computed(() => teedSway(job.value, props.assessed, assessment.value.active))
/** N·m a degree. */
const aDegree = (v: number) => formatQuantity('torque', (v * Math.PI) / 180, preferences.system, 0)
const across = (lean: number) => len(Math.abs(Math.tan(lean)) * job.value.vehicle[props.assessed.kit.axle].track)
const open = computed(() => notTheMakers(props.assessed.kit, preferences.system))
const cautions = computed(() => assessment.value.cautions.filter((c) => c.stages.includes('choose')))
</script>

<template>
  <StampedPlate :title="`${assessed.kit.name}${isPicked ? '' : ', if picked'}: to stand level, load on`">
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
          : `No pressure without a ${assessed.kit.axle} spring rate`
      }}<template v-if="level?.band"
        >; mean {{ bandText(level, preferences.system) }} with this tape and these loads</template
      >
    </p>
    <p v-for="(o, i) in level?.obstacles ?? []" :key="i" class="note stop">
      {{ obstacleText(o, preferences.system, assessed.kit.axle) }}.
    </p>
    <template v-if="level?.mean">
      <PlateRow
        label="Before loading"
        :state="
          level.before && level.before.withinRebound !== false && level.before.withinHeightRange ? undefined : 'caution'
        "
        :says="
          level.before
            ? `same air before and after; empty it stands ${len(level.before.rise)} high${level.before.withinRebound === false ? ', more than its travel down: add air with the load on' : ''} (gas law)`
            : undefined
        "
        >{{ level.before ? `${p(level.before.left)} / ${p(level.before.right)}` : 'not possible' }}</PlateRow
      >
      <PlateRow label="Min" :says="assessed.minimum ? limitText(assessed.minimum) : undefined">{{
        formatLimit('min', 'pressure', limits.minimum, { system: preferences.system })
      }}</PlateRow>
      <PlateRow
        label="Max"
        :says="assessed.maximum ? limitText(assessed.maximum) : undefined"
        :state="Math.max(level.left!.pressure, level.right!.pressure) > limits.maximum ? 'stop' : 'fine'"
        >{{ formatLimit('max', 'pressure', limits.maximum, { system: preferences.system }) }}</PlateRow
      >
      <PlateRow
        v-if="level.emptyLift !== null"
        label="Rise empty at min pressure"
        says="both bags at min pressure against the springs (statics)"
        >{{ len(level.emptyLift) }}</PlateRow
      >
      <PlateRow
        v-if="level.jouncePressure !== null"
        label="On its bump stop, in one stroke"
        says="one fast stroke on absolute pressure, n 1.38"
        :state="level.jouncePressure > 2 * limits.maximum ? 'caution' : undefined"
        >{{ p(level.jouncePressure) }}</PlateRow
      >
      <PlateRow
        v-if="assessed.bag"
        label="Bag height, empty"
        :state="assessed.bag.rideHeightFrom === 'instructions' ? 'unknown' : undefined"
        :says="HEIGHT_FROM[assessed.bag.rideHeightFrom]"
        >{{ len(assessed.bag.rideHeight) }}</PlateRow
      >
      <PlateRow
        v-if="sway && job.air[assessed.kit.axle] === 'teed'"
        label="Air against a lean: slow, quick"
        :says="`a degree; air crosses a ${(sway.line.bore * 1000).toFixed(1)} mm bore of ${len(sway.line.length)}${sway.lineFrom === 'usual' ? ' (assumed)' : ''}, once a second and 1.5° each way is assumed; on separate lines ${aDegree(sway.sealed)} (Darcy and Weisbach, describing function)`"
        >{{ aDegree(sway.slow) }} → {{ aDegree(sway.quick) }}</PlateRow
      >
      <PlateRow
        v-if="sway && job.air[assessed.kit.axle] === 'teed' && Math.abs(sway.leanSlow) > 1e-4"
        label="Lean of this load: held, in a quick sway"
        :says="`${Math.round(100 * sway.crossed)} % of the difference has crossed over in a quick sway`"
        >{{ across(sway.leanSlow) }} → {{ across(sway.leanQuick) }}</PlateRow
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
    <template v-if="open.length">
      <p class="small apart"><StateSign state="caution" /> Not the maker's figures:</p>
      <p v-for="line in open.slice(0, 6)" :key="line" class="small line">{{ line }}</p>
      <p v-if="open.length > 6" class="small line">and {{ open.length - 6 }} more on the kit's page</p>
    </template>
    <LevelSettings :level="level" :axle="assessed.kit.axle" />
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
</template>

<style scoped>
.apart {
  color: var(--amber);
  margin-top: 6px;
}
.line {
  border-left: 1px dashed var(--amber-sign);
  padding-left: 8px;
}
</style>
