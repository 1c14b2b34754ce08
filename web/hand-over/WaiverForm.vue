<script setup lang="ts">
import dayjs from 'dayjs'
import { ref } from 'vue'
import { recordMaxLength, type WaiverId } from '@stout-shackle/core/records'
import type { Unsigned } from '@stout-shackle/core/stages'
import SignForm from './SignForm.vue'

/** What the customer signs for because it was not shown in the shop: with a reason, and for the air check with a date. */
const props = defineProps<{ about: WaiverId; loadCase?: string | null }>()
const emit = defineEmits<{ signed: [] }>()
const because = ref('')
const due = ref(dayjs().add(1, 'day').format('YYYY-MM-DD'))
const statement = (units: 'us' | 'metric'): Unsigned | null =>
  because.value.trim()
    ? {
        kind: 'waiver',
        about: props.about,
        loadCase: props.loadCase ?? null,
        because: because.value.trim(),
        due: props.about === 'air-check' ? due.value : null,
        units,
      }
    : null
</script>

<template>
  <form class="waiver" @submit.prevent>
    <div class="row">
      <input
        v-model="because"
        class="control grow"
        placeholder="reason"
        aria-label="Reason"
        :maxlength="recordMaxLength('waiver', 'because')"
      />
      <label v-if="about === 'air-check'" class="small muted"
        >owner reads it on <input v-model="due" class="control" type="date" aria-label="Owner reads it on"
      /></label>
    </div>
    <SignForm :statement="statement" @signed="emit('signed')" />
  </form>
</template>

<style scoped>
.waiver {
  display: grid;
  gap: 6px;
  padding: 4px 0 8px;
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
}
.grow {
  flex: 1;
}
</style>
