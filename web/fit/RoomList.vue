<script setup lang="ts">
import { formatQuantity, type UnitSystem } from '@stout-shackle/core/quantity'
import type { RoomRow, RoomVerdict } from '@stout-shackle/core/stages/fit/room'
import { partName, ROOM_VERDICTS } from '@stout-shackle/core/wording'
import StateSign from '../entry/StateSign.vue'
import { signOf } from './room-sign'

/** Gaps of one side, the least over its rule first. */
defineProps<{ rows: readonly RoomRow[]; selected: string | null; system: UnitSystem }>()
const emit = defineEmits<{ show: [row: RoomRow] }>()
const says = (v: RoomVerdict) => ROOM_VERDICTS[v]
</script>

<template>
  <table class="dense">
    <thead>
      <tr>
        <th>Least gap through the travel</th>
        <th class="num">empty</th>
        <th class="num">loaded</th>
        <th class="num">least</th>
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
        </td>
        <td class="num">{{ formatQuantity('length', row.standing, system) }}</td>
        <td class="num">{{ row.loaded === null ? '–' : formatQuantity('length', row.loaded, system) }}</td>
        <td class="num" :class="signOf(row.verdict)">
          {{ row.verdict === 'touches' ? 'touches' : formatQuantity('length', row.least, system) }}
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
tr.on {
  background: var(--wash-amber);
}
.stop {
  color: var(--oxide);
}
.caution {
  color: var(--amber);
}
</style>
