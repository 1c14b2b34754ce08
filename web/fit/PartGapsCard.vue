<script setup lang="ts">
import { computed } from 'vue'
import { kitAt } from '@stout-shackle/core/job'
import { sitsOn, standOf } from '@stout-shackle/core/kit'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { ridesAlong } from '@stout-shackle/core/stages'
import { partsAround } from '@stout-shackle/core/underbody'
import { GAP_STATES, partName } from '@stout-shackle/core/wording'
import { useOpenJob, useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import GapField from './GapField.vue'
import { gapDoubt, type ReadGap } from './room-gap'

/** Gaps of the bags to each part around them, to be read at the vehicle: in the state that it is in now. */
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const { axle } = useShownAxle()
const kit = computed(() => kitAt(job.value, axle.value)?.kit ?? null)
const rows = computed((): { gap: ReadGap; name: string }[] => {
  // In a coil there is no room around the cylinder to measure.
  if (!kit.value || standOf(kit.value).atCoil) return []
  const parts = partsAround(job.value.vehicle, job.value.survey, axle.value, sitsOn(kit.value))
  return parts
    .filter(({ kind }) => !ridesAlong(kind))
    .flatMap((part) => {
      const sides = part.side === 'center' ? (['left', 'right'] as const) : [part.side]
      return sides.map((side) => ({
        gap: { axle: axle.value, side, of: 'bag' as const, part: part.id },
        name: part.side === 'center' ? `${partName(part)}, ${side} bag` : partName(part),
      }))
    })
})
/** What was said of a reading: the state it was taken in, and whether it keeps its rule. */
function judged({ side, of, part }: ReadGap) {
  const gap = assessment.value.roomGaps.find(
    (g) => g.axle === axle.value && g.side === side && g.of === of && g.part === part,
  )
  if (!gap) return null
  const pressure = gap.pressure === null ? '' : `, ${formatQuantity('pressure', gap.pressure, preferences.system)}`
  return {
    fails: gap.fails,
    text: `${GAP_STATES[gap.state]}${pressure}${gap.fails ? `: less than ${formatQuantity('length', gap.rule!, preferences.system)}` : ''}`,
  }
}
</script>

<template>
  <section v-if="rows.length" class="card" data-card="part-gaps">
    <header>
      <h2>Bag to each part</h2>
      <span class="small muted">at its nearest, as it stands now</span>
    </header>
    <table class="dense">
      <tbody>
        <tr v-for="{ gap, name } in rows" :key="gap.side + gap.part" :data-gap="`${gap.part}:${gap.side}`">
          <td>
            {{ name }}
            <span v-if="judged(gap)" class="small said" data-said :class="{ stop: judged(gap)!.fails }">{{
              judged(gap)!.text
            }}</span>
            <span v-else-if="gapDoubt(store, gap)" class="small said doubt" data-doubt>{{ gapDoubt(store, gap) }}</span>
          </td>
          <td class="read">
            <GapField :gap="gap" :label="`Bag to ${name}`" />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
table.dense td {
  height: 56px;
  vertical-align: middle;
}
.read :deep(.field) {
  width: 130px;
  margin-left: auto;
}
.said {
  display: block;
  color: var(--muted);
}
.said.doubt {
  color: var(--amber);
}
.said.stop {
  color: var(--oxide);
}
</style>
