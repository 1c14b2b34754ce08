<script setup lang="ts">
import { computed, ref } from 'vue'
import { parseTicket } from '@stout-shackle/core/exchange'
import { recordMaxLength, recordLimits, ofKind } from '@stout-shackle/core/records'
import { formatQuantity, POUND, UNITS } from '@stout-shackle/core/quantity'
import QuantityField from '../fields/QuantityField.vue'
import TextField from '../fields/TextField.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** A weigh ticket, pasted or typed: what a scale says of the empty or the loaded vehicle. */
const emit = defineEmits<{ close: [] }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const load = ref<'empty' | 'loaded'>('loaded')
const words = ref('')
const name = ref('')
/** A truck scale's division (common practice). */
const tolerance = ref(20 * POUND)
const read = computed(() => parseTicket(words.value, preferences.system))
const mass = (v: number) => formatQuantity('mass', v, preferences.system)
const example = computed(() => `Steer axle 4,120\nDrive axle 5,880\nTrailer axle 3,900`)
const earlier = computed(() =>
  ofKind(assessment.value.standing, 'scale-ticket').filter(
    ({ body }) => body.load === 'empty' || body.loadCase === job.value.activeCase,
  ),
)
function keep() {
  if (!read.value.ok) return
  const loadCase = load.value === 'loaded' ? job.value.activeCase : null
  const before = earlier.value.findLast(({ body }) => body.load === load.value)
  store.record(
    {
      kind: 'scale-ticket',
      load: load.value,
      loadCase,
      ...read.value.ticket,
      tolerance: tolerance.value,
      ticket: name.value.trim(),
    },
    before ? { record: before.id, why: 'another ticket' } : null,
  )
  emit('close')
}
const withdraw = (record: string) => store.record({ kind: 'withdrawn' }, { record, why: 'not this vehicle' })
</script>

<template>
  <el-dialog model-value title="Weigh ticket" width="560" @close="emit('close')">
    <p class="muted small">
      A line for each axle with its weight at the end; a line without a unit is in
      {{ UNITS.mass[preferences.system].symbol }}. A scale beats a list.
    </p>
    <div class="form">
      <label class="stacked wide"
        >Ticket, pasted or typed<textarea v-model="words" rows="5" :placeholder="example" spellcheck="false" />
      </label>
      <label class="stacked"
        >The vehicle was<select v-model="load" class="control">
          <option value="loaded">loaded: {{ assessment.active.loadCase.name }}</option>
          <option value="empty">empty</option>
        </select></label
      >
      <QuantityField
        :value="tolerance"
        kind="mass"
        label="Scale, ±"
        v-bind="recordLimits('scale-ticket', 'tolerance')"
        @update="(v) => v !== null && (tolerance = v)"
      />
      <TextField
        class="wide"
        :value="name"
        label="Ticket's number, scale, day"
        :maxlength="recordMaxLength('scale-ticket', 'ticket')"
        @update="(t) => (name = t)"
      />
    </div>
    <p v-if="words.trim() && !read.ok" class="note stop" role="alert">{{ read.why }}</p>
    <p v-else-if="read.ok" class="note">
      Front {{ mass(read.ticket.front) }}, rear {{ mass(read.ticket.rear)
      }}<template v-if="read.ticket.trailer !== null">, trailer {{ mass(read.ticket.trailer) }}</template>
    </p>
    <p v-for="t in earlier" :key="t.id" class="small earlier">
      {{ t.body.load }}: {{ mass(t.body.front) }} front, {{ mass(t.body.rear) }} rear ± {{ mass(t.body.tolerance) }}
      {{ t.body.ticket }}
      <button class="plain" @click="withdraw(t.id)">undo</button>
    </p>
    <template #footer>
      <el-button @click="emit('close')">Cancel</el-button>
      <el-button type="primary" :disabled="!read.ok" @click="keep">Save ticket</el-button>
    </template>
  </el-dialog>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 14px;
  margin: 10px 0;
}
.wide {
  grid-column: 1 / -1;
}
textarea {
  font: inherit;
  border: 1px solid var(--edge);
  border-radius: 4px;
  padding: 6px 8px;
  resize: vertical;
}
.earlier {
  margin-top: 6px;
}
</style>
