<script setup lang="ts">
import { computed, ref } from 'vue'
import { kitSchema, kitWith } from '@stout-shackle/core/kit'
import { bagTable, type BagData } from '@stout-shackle/core/spring'
import { GRAVITY, INCH, POUND, PSI, schemaText } from '@stout-shackle/core/quantity'
import { usePreferences } from '../../stores/preferences'
import { isKit, useWriting } from './writing'

/** A table of loads as some papers print it: pressures along the top, a row for each height. Pasted or typed as it stands. */
const { paper, changeKit } = useWriting()
const preferences = usePreferences()
const isUs = computed(() => preferences.system === 'us')
const text = ref('')
const why = ref('')
const unit = computed(() =>
  isUs.value ? 'heights in in, pressures in psi, loads in lb' : 'heights in mm, pressures in kPa, loads in kg',
)
const example = computed(() =>
  isUs.value
    ? '20  40  60  80\n5.0  560 1120 1680 2240\n6.0  500 1000 1500 2000\n7.0  430 860 1290 1720'
    : '140 280 420\n130  255 510 760\n150  230 460 680\n180  195 390 585',
)
const numbers = (line: string) =>
  line
    .trim()
    .split(/[\s;,|]+/)
    .filter(Boolean)
    .map(Number)

function take() {
  why.value = ''
  const k = paper.value
  if (!k || !isKit(k) || !k.bag) return
  const [head, ...rows] = text.value
    .split('\n')
    .filter((l) => l.trim())
    .map(numbers)
  const wrong = rows.findIndex((r) => r.length !== (head?.length ?? 0) + 1 || r.some((n) => !Number.isFinite(n)))
  if (!head?.length || head.some((n) => !Number.isFinite(n)) || rows.length < 3 || wrong >= 0) {
    why.value =
      wrong >= 0
        ? `Row ${wrong + 2} needs a height and ${head?.length ?? 0} loads.`
        : 'Type pressures in the first line, then three heights or more with their loads.'
    return
  }
  const [length, pressure, load] = isUs.value ? [INCH, PSI, POUND * GRAVITY] : [0.001, 1000, GRAVITY]
  const heights = rows.map((r) => r[0]! * length)
  const ride = Math.min(Math.max(k.bag.rideHeight, Math.min(...heights)), Math.max(...heights))
  const volume = volumeAt(k.bag.table, ride)
  const data: BagData = {
    heights,
    pressures: head.map((p) => p * pressure),
    loads: rows.map((r) => r.slice(1).map((f) => f * load)),
    volumeAt: { height: ride, volume },
  }
  const next = kitWith(k, 'bag.table', data)
  const read = kitSchema.shape.bag.safeParse(next.bag)
  if (!read.success) {
    why.value = schemaText(read.error.issues[0]!)
    return
  }
  changeKit(() => next)
  text.value = ''
}
/** No paper has a volume: it goes on with the one that is usual. */
function volumeAt(data: BagData, height: number): number {
  const { heights, volumes } = bagTable(data)
  const i = heights.reduce((best, h, j) => (Math.abs(h - height) < Math.abs(heights[best]! - height) ? j : best), 0)
  return volumes[i]!
}
</script>

<template>
  <div class="loads">
    <label class="small" for="bag-loads">Loads against height, as the paper prints them: {{ unit }}</label>
    <el-input id="bag-loads" v-model="text" type="textarea" :rows="4" :placeholder="example" />
    <el-button size="small" :disabled="!text.trim()" @click="take">Use this table</el-button>
    <p v-if="why" class="why small" role="alert">{{ why }}</p>
  </div>
</template>

<style scoped>
.loads {
  display: grid;
  gap: 6px;
  justify-items: start;
  max-width: 480px;
}
.why {
  color: var(--oxide);
}
</style>
