<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import type { ProvedArea } from '@stout-shackle/core/contract'
import { airSpring } from '@stout-shackle/core/spring'
import {
  areaOf,
  familyOf,
  isConfirmed,
  kitConfirmed,
  kitWith,
  originOf,
  withOrigin,
  withProvedArea,
  withTypical,
  type Kit,
} from '@stout-shackle/core/kit'
import { originWords } from '@stout-shackle/core/wording'
import { INCH } from '@stout-shackle/core/quantity'
import { usePreferences } from '../../stores/preferences'
import { call } from '../../api/client'
import { useSession } from '../../stores/session'
import BagTable from './BagTable.vue'
import KitField from './KitField.vue'
import PartCard from './PartCard.vue'
import { isKit, useWriting } from './writing'

/** Pressures, and the bag as far as the paper tells of it. */
const { paper, changeKit } = useWriting()
const preferences = usePreferences()
const session = useSession()
const kit = computed((): Kit | null => (paper.value && isKit(paper.value) ? paper.value : null))
const bag = computed(() => kit.value?.bag ?? null)
const table = computed(() => (kit.value?.bag ? originOf(kit.value, 'bag.table') : null))
/** An area with how far off it may be, in the shop's units. */
function areaText(at: number, band: number): string {
  const isUs = preferences.system === 'us'
  const [value, unit] = isUs ? [at / INCH ** 2, 'in²'] : [at * 1e4, 'cm²']
  const digits = isUs ? 1 : 0
  return `${value.toFixed(digits)}${band ? ` ± ${(band * value).toFixed(digits)}` : ''} ${unit}`
}
/** Area at ride height, as far as it is known. */
const area = computed(() =>
  bag.value && table.value
    ? areaText(airSpring(bag.value.table).area.value(bag.value.rideHeight) ?? 0, table.value.band)
    : '',
)
const asksGap = computed(() => kit.value !== null && familyOf(kit.value).asksCoil)
const GAP = { threshold: INCH, wideMaximum: 0 }
/** A lower max at a wide coil gap: there or not. */
const setGap = (on: boolean) =>
  changeKit((k) =>
    kitWith(k, 'bag.coilGap', on ? { ...GAP, wideMaximum: Math.max(100_000, 0.7 * (k.bag?.maximum ?? 0)) } : null),
  )
/** What jobs that have left proved of the area, offered to the kit with how many. */
const proved = shallowRef<ProvedArea[]>([])
watch(
  () => kit.value?.id,
  async (id) => {
    proved.value = id ? await call<ProvedArea[]>(`/kits/${id}/proved`).catch(() => []) : []
  },
  { immediate: true },
)
const offered = computed(() => areaOf(proved.value))
const isOffered = computed(
  () =>
    offered.value !== null &&
    table.value !== null &&
    table.value.from !== 'paper' &&
    table.value.jobs !== proved.value.length,
)
const takeProved = () => changeKit((k) => withProvedArea(k, proved.value, session.person?.name ?? ''))
const typicalAgain = () =>
  changeKit((k) => withTypical(withOrigin(k, ['bag.table'], { from: 'typical', of: '', band: 0.3, jobs: 0, by: '' })))
</script>

<template>
  <PartCard part="pressure">
    <div v-if="bag" class="fields">
      <KitField path="bag.minimum" />
      <KitField path="bag.maximum" />
      <KitField path="testPressure" />
      <KitField path="bag.margin" />
      <KitField path="bag.maximumDiameter" />
      <KitField path="bag.rideHeight" />
      <KitField path="bag.heightRange.low" />
      <KitField path="bag.heightRange.high" />
      <KitField path="bag.innerBumpStop" />
      <span v-if="asksGap" class="wide">
        <el-checkbox :model-value="bag.coilGap !== null" @change="(on: unknown) => setGap(on === true)"
          >Lower max where the coils stand wide apart</el-checkbox
        >
        <template v-if="bag.coilGap">
          <KitField path="bag.coilGap.threshold" />
          <KitField path="bag.coilGap.wideMaximum" />
        </template>
      </span>
    </div>
    <div v-else class="fields">
      <KitField path="rubber.max" />
      <KitField path="rubber.gap" />
      <KitField path="rubber.spacing" />
    </div>
    <div v-if="kit && bag && table" class="table" :class="{ open: !isConfirmed(table) }">
      <strong>Area at ride height {{ area }}</strong>
      <span class="small">{{ originWords(table) }}.</span>
      <span v-if="table.from === 'typical'" class="small muted"
        >No sheet has a bag's area. The pressure that levels a truck in the shop tells it; until then answers are
        wider.</span
      >
      <span v-else-if="!isConfirmed(table)" class="small">
        <el-button link type="primary" size="small" @click="changeKit((k) => kitConfirmed(k, ['bag.table']))"
          >confirm</el-button
        >
        <el-button link type="primary" size="small" @click="typicalAgain">use what is typical</el-button>
      </span>
    </div>
    <p v-if="isOffered && offered" class="small table" data-proved>
      {{ proved.length === 1 ? 'One job' : `${proved.length} jobs` }} proved it level in the shop: area
      {{ areaText(offered.area, offered.band) }}.
      <el-button link type="primary" size="small" @click="takeProved">use it</el-button>
    </p>
    <el-collapse v-if="bag" class="more">
      <el-collapse-item title="More of the bag: brackets, capacity, a table of loads" name="more">
        <div class="fields">
          <KitField path="bag.bracketStack" />
          <KitField path="bag.spacing" />
          <KitField path="bag.motionRatio" />
          <KitField path="bag.listedPairCapacity" />
          <KitField path="bag.pressureNote" />
        </div>
        <BagTable />
      </el-collapse-item>
    </el-collapse>
  </PartCard>
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 10px;
}
.table {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
  margin: 0 12px 8px;
  padding: 6px 8px;
  border-radius: 4px;
}
.open {
  border: 1px dashed var(--amber-sign);
  background: #fffaf0;
}
.more {
  padding: 0 12px;
}
</style>
