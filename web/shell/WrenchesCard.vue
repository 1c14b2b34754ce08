<script setup lang="ts">
import { type Wrench, wrenchSchema } from '@stout-shackle/core/shop'
import QuantityField from '../fields/QuantityField.vue'
import { limitsOf } from '@stout-shackle/core/quantity'

/** The shop's torque wrenches: range, serial number, until when the calibration holds. */
const props = defineProps<{ wrenches: readonly Wrench[]; devices: readonly { id: string; name: string }[] }>()
const emit = defineEmits<{ change: [wrenches: Wrench[]] }>()
const text = (event: Event) => (event.target as HTMLInputElement).value
const put = (i: number, part: Partial<Wrench>) =>
  emit(
    'change',
    props.wrenches.map((w, k) => (k === i ? { ...w, ...part } : w)),
  )
const today = new Date().toISOString().slice(0, 10)
const add = () =>
  emit('change', [
    ...props.wrenches,
    { serial: '', name: 'Torque wrench', low: 20, high: 100, due: today, device: null },
  ])
</script>

<template>
  <section class="wrenches" data-wrenches>
    <h2>Torque wrenches</h2>
    <table v-if="wrenches.length" class="dense">
      <thead>
        <tr>
          <th>Name</th>
          <th>Serial</th>
          <th>From</th>
          <th>To</th>
          <th>Calibration due</th>
          <th>Sends its readings</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(w, i) in wrenches" :key="i">
          <td>
            <input
              class="control"
              :value="w.name"
              maxlength="60"
              :aria-label="`Name of wrench ${i + 1}`"
              @change="put(i, { name: text($event) })"
            />
          </td>
          <td>
            <input
              class="control short"
              :value="w.serial"
              maxlength="40"
              :aria-label="`Serial of wrench ${i + 1}`"
              @change="put(i, { serial: text($event).trim() })"
            />
          </td>
          <td v-for="end in ['low', 'high'] as const" :key="end">
            <QuantityField
              :value="w[end]"
              kind="torque"
              :label="`${end === 'low' ? 'Least' : 'Most'} of wrench ${i + 1}`"
              hide-label
              v-bind="limitsOf(wrenchSchema.shape[end])"
              @commit="(v) => v !== null && put(i, { [end]: v })"
            />
          </td>
          <td>
            <input
              class="control"
              type="date"
              :value="w.due"
              :aria-label="`Calibration of wrench ${i + 1} due`"
              @change="put(i, { due: text($event) })"
            />
            <span v-if="w.due < today" class="small overdue">overdue</span>
          </td>
          <td>
            <select
              class="control"
              :value="w.device ?? ''"
              :aria-label="`Instrument of wrench ${i + 1}`"
              @change="put(i, { device: text($event) || null })"
            >
              <option value="">typed</option>
              <option v-for="d in devices" :key="d.id" :value="d.id">{{ d.name }}</option>
            </select>
          </td>
          <td>
            <button
              type="button"
              class="plain"
              :aria-label="`Remove wrench ${i + 1}`"
              @click="
                emit(
                  'change',
                  wrenches.filter((_, k) => k !== i),
                )
              "
            >
              remove
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="small muted">None listed: readings are kept without the wrench they were pulled with.</p>
    <button type="button" class="plain" @click="add">Add a wrench</button>
  </section>
</template>

<style scoped>
.wrenches {
  width: 100%;
}
.short {
  width: 96px;
}
.overdue {
  color: var(--oxide);
}
</style>
