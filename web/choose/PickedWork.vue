<script setup lang="ts">
import { computed } from 'vue'
import { isBegunAt } from '@stout-shackle/core/judge'
import { kitAt, type JobKit } from '@stout-shackle/core/job'
import { useOpenJob } from '../stores/job'

/** Whether the picked kit goes on here, or came in on the vehicle, fitted by somebody else. */
const { store, job, assessment } = useOpenJob()
const jobKit = computed(() => kitAt(job.value, store.axle))
const isAsked = computed(() => jobKit.value !== null && jobKit.value.leftBy === null)
const isBegun = computed(() => isBegunAt(job.value, assessment.value.standing, store.axle))
const WORKS: { label: string; value: JobKit['work'] }[] = [
  { label: 'Fitted on this visit', value: 'fit' },
  { label: 'On it already, fitted elsewhere', value: 'keep' },
]
const work = computed({
  get: () => jobKit.value?.work ?? 'fit',
  set: (to) =>
    store.edit((j) => ({
      ...j,
      kits: j.kits.map((k) => (k.kit.id === jobKit.value?.kit.id ? { ...k, work: to } : k)),
    })),
})
</script>

<template>
  <div v-if="isAsked" class="work">
    <el-segmented v-model="work" :options="WORKS" :disabled="isBegun" aria-label="How the kit came on" />
    <p v-if="work === 'keep'">
      Soap, air check, gaps and heights are read here, and each bolt is gone over with a wrench: nobody here saw it go
      on.
    </p>
    <p v-else-if="isBegun">Work on it was begun on this visit.</p>
  </div>
</template>

<style scoped>
.work {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 0.8rem;
  align-items: center;
  margin: 0.3rem 0;
}
.work p {
  margin: 0;
  color: var(--muted);
}
</style>
