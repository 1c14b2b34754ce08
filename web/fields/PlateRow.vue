<script setup lang="ts">
import SourceNote from './SourceNote.vue'
import StateSign from './StateSign.vue'

/** One line of a plate: what, how much, and where it is from when asked. */
defineProps<{ label: string; state?: 'stop' | 'caution' | 'fine' | 'unknown'; says?: string }>()
</script>

<template>
  <div class="row" :data-state="state">
    <span class="what">
      <StateSign v-if="state" :state="state" />
      {{ label }}
      <SourceNote v-if="says">{{ says }}</SourceNote>
    </span>
    <span class="num" :class="state"><slot /></span>
    <span v-if="$slots.below" class="below small"><slot name="below" /></span>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: baseline;
  gap: 0 12px;
  padding: 4px 0;
  border-top: 1px solid #ece7db;
}
.what {
  flex: 1 1 0;
  min-width: 0;
}
.below {
  flex-basis: 100%;
}
.stop {
  color: var(--oxide);
}
.caution {
  color: var(--amber);
}
.fine {
  color: var(--moss);
}
</style>
