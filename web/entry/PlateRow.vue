<script setup lang="ts">
import StateSign from './StateSign.vue'

/** One line of a plate: what, how much, and who says so when asked. */
defineProps<{ label: string; state?: 'stop' | 'caution' | 'fine' | 'unknown'; says?: string }>()
</script>

<template>
  <div class="row">
    <span class="what">
      <StateSign v-if="state" :state="state" />
      {{ label }}
      <details v-if="says" class="says">
        <summary>says who?</summary>
        <span>{{ says }}</span>
      </details>
    </span>
    <span class="num" :class="state"><slot /></span>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
  padding: 6px 0;
  border-top: 1px solid #ece7db;
}
.what {
  min-width: 0;
}
.says {
  display: inline;
  font-size: 12px;
  color: var(--muted);
}
.says summary {
  display: inline;
  cursor: pointer;
  text-decoration: underline dotted;
  list-style: none;
  margin-left: 4px;
}
.says span {
  display: block;
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
