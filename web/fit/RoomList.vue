<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity, type UnitSystem } from '@stout-shackle/core/quantity'
import { GAP_STATES, partName, ROOM_VERDICTS } from '@stout-shackle/core/wording'
import type { AxleEnd } from '@stout-shackle/core/vehicle'
import type { MeasuredGap, RoomRow, RoomVerdict } from '@stout-shackle/core/stages/fit/room'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import GapField from './GapField.vue'
import { gapDoubt, type ReadGap } from './room-gap'
import { signOf } from './room-sign'

/** Gaps of one side, the least over its rule first, with what was read of each. */
const props = defineProps<{
  rows: readonly RoomRow[]
  measured: readonly MeasuredGap[]
  axle: AxleEnd
  selected: string | null
  system: UnitSystem
}>()
const emit = defineEmits<{ show: [row: RoomRow] }>()
const { store } = useOpenJob()

const says = (v: RoomVerdict) => ROOM_VERDICTS[v]
const len = (v: number) => formatQuantity('length', v, props.system)
const gapOf = ({ side, of, part }: RoomRow): ReadGap => ({ axle: props.axle, side, of, part })
const byRow = computed(() => new Map(props.measured.map((m) => [`${m.gap.of}:${m.gap.part}:${m.gap.side}`, m])))
const of = (row: RoomRow) => byRow.value.get(`${row.of}:${row.part}:${row.side}`)
/** A reading that is not where it was drawn says that something else is not either. */
function doubt(row: RoomRow): string {
  const reading = of(row)
  if (!reading) return gapDoubt(store, gapOf(row))
  const state = `${GAP_STATES[reading.gap.state]}${reading.gap.pressure === null ? '' : `, at ${formatQuantity('pressure', reading.gap.pressure, props.system)}`}`
  if (reading.gap.fails) return `${state}: less than ${len(reading.gap.rule!)}`
  if (reading.differs === null) return reading.drawn === null ? '' : `${state}: as drawn`
  return `${state}: ${len(Math.abs(reading.differs))} ${reading.differs < 0 ? 'less' : 'more'} than drawn: brackets changed over, a tilted plate, or a part that is elsewhere`
}
</script>

<template>
  <table class="dense">
    <thead>
      <tr>
        <th>Least gap through the travel</th>
        <th class="num">empty</th>
        <th class="num">loaded</th>
        <th class="num">least</th>
        <th class="num">read</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="row in rows"
        :key="`${row.of}:${row.part}:${row.side}`"
        :class="{ on: row.part === selected }"
        :data-row="`${row.of}:${row.part}`"
        :data-verdict="row.verdict"
      >
        <td>
          <button type="button" class="link" :title="says(row.verdict)" @click="emit('show', row)">
            <StateSign :state="signOf(row.verdict)" :label="says(row.verdict)" />
            {{ partName(row) }}{{ row.of === 'plate' ? ' to plate' : '' }}
          </button>
          <span
            v-if="doubt(row)"
            class="small doubt"
            :class="{ stop: of(row)?.gap.fails }"
            :data-differs="of(row)?.differs != null"
            >{{ doubt(row) }}</span
          >
        </td>
        <td class="num">{{ len(row.standing) }}</td>
        <td class="num">{{ row.loaded === null ? '–' : len(row.loaded) }}</td>
        <td class="num" :class="signOf(row.verdict)">
          {{ row.verdict === 'touches' ? 'touches' : len(row.least) }}
        </td>
        <td class="read">
          <GapField
            :gap="gapOf(row)"
            :label="`${row.of === 'bag' ? 'Bag' : 'Plate'} to ${partName(row)}, ${row.side}, as read`"
            hide-unit
          />
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.link {
  background: none;
  border: 0;
  padding: 2px 0;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.read :deep(.field) {
  width: 64px;
  min-width: 0;
  margin-left: auto;
}
.doubt {
  display: block;
  color: var(--muted);
}
.doubt[data-differs='true'] {
  color: var(--amber);
}
tr.on {
  background: var(--wash-amber);
}
.stop,
.doubt.stop {
  color: var(--oxide);
}
.caution {
  color: var(--amber);
}
</style>
