<script setup lang="ts">
import { computed } from 'vue'
import { useOpenJob } from '../stores/job'

/** What is on the vehicle now: readings with a load prove something only while that load is on. */
const { store, job, assessment } = useOpenJob()
const EMPTY = 'nothing'
const now = computed(() => {
  const { load } = assessment.value.proof.now
  return load ? (load.loadCase ?? EMPTY) : ''
})
const say = (value: string) => store.record({ kind: 'load-on', loadCase: value === EMPTY ? null : value })
</script>

<template>
  <label class="on-it small"
    >On it now
    <select
      class="control"
      aria-label="On it now"
      :value="now"
      @change="say(($event.target as HTMLSelectElement).value)"
    >
      <option v-if="!now" value="" disabled>not said yet</option>
      <option :value="EMPTY">nothing: empty</option>
      <option v-for="c in job.loadCases" :key="c.id" :value="c.id">{{ c.name }}</option>
    </select>
  </label>
</template>

<style scoped>
.on-it {
  display: flex;
  align-items: center;
  gap: 6px;
  white-space: nowrap;
}
select {
  max-width: 190px;
}
</style>
