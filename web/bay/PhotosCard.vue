<script setup lang="ts">
import { onSide } from '@stout-shackle/core/vehicle'
import { computed } from 'vue'
import { ofKind } from '@stout-shackle/core/records'
import { useOpenJob } from '../stores/job'
import { useSettings } from '../stores/settings'
import { photoAddress } from './photo'

/** Photos of the job, each with its step, who took it and when. */
const { assessment } = useOpenJob()
const settings = useSettings()
const photos = computed(() => ofKind(assessment.value.standing, 'photo'))
const titleOf = (id: string | null) => {
  const step = assessment.value.steps.find((s) => s.step.id === id)?.step
  return step ? onSide(step.title, step.side) : 'the vehicle'
}
</script>

<template>
  <section v-if="photos.length" class="card" data-photos>
    <header><h2>Photos</h2></header>
    <div class="list">
      <figure v-for="p in photos" :key="p.id">
        <a :href="photoAddress(p.body.image)" target="_blank" rel="noopener"
          ><img
            :src="photoAddress(p.body.image)"
            :alt="`${p.body.caption || titleOf(p.body.step)}, by ${p.by}`"
            loading="lazy"
        /></a>
        <figcaption class="small">
          {{ p.body.caption || titleOf(p.body.step) }}<br /><span class="muted"
            >{{ p.by }}, {{ settings.dateTime(p.at) }}</span
          >
        </figcaption>
      </figure>
    </div>
  </section>
</template>

<style scoped>
.list {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding: 10px 14px;
}
figure {
  margin: 0;
  width: 150px;
}
img {
  width: 150px;
  height: 110px;
  object-fit: cover;
  border: 1px solid var(--edge);
}
</style>
