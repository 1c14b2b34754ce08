<script setup lang="ts">
import { computed, ref } from 'vue'
import { ofKind } from '@stout-shackle/core/records'
import { useOpenJob } from '../stores/job'
import { picked } from './photo'

/** Photos of a step, and the way to one more: a camera where there is one, else a file. */
const props = withDefaults(defineProps<{ step: string | null; caption?: string; plain?: boolean }>(), { caption: '' })
const { store, assessment } = useOpenJob()
const photos = computed(() =>
  ofKind(assessment.value.standing, 'photo').filter(
    (r) => r.body.step === props.step && (!props.caption || r.body.caption === props.caption),
  ),
)
const working = ref(false)
const refused = ref('')
async function take(event: Event) {
  // The step may be another one when it is ready: it belongs to the one it was taken at.
  const { step: stepId, caption } = props
  const job = store.job?.id
  refused.value = ''
  const found = await picked(event, () => (working.value = true))
  working.value = false
  if (!found) return
  if (!found.ok) refused.value = found.why
  else if (job) store.recordOn(job, { kind: 'photo', step: stepId, caption, image: found.base64 })
}
</script>

<template>
  <div class="photos">
    <label class="take" :class="{ working, plain }">
      {{ working ? 'Shrinking…' : photos.length ? `Photo · ${photos.length}` : 'Photo' }}
      <input
        type="file"
        accept="image/*"
        capture="environment"
        :aria-label="caption ? `Photo: ${caption}` : 'Take a photo'"
        @change="take"
      />
    </label>
    <p v-if="refused" class="refused" role="alert">{{ refused }}</p>
  </div>
</template>

<style scoped>
.photos {
  display: contents;
}
.take {
  position: relative;
  display: grid;
  place-items: center;
  min-height: 72px;
  background: #1d2427;
  color: #ede8dc;
  border: 2px solid #59646a;
  border-radius: 4px;
  font: 600 28px/1.1 var(--condensed);
  cursor: pointer;
}
.take.plain {
  display: inline-grid;
  min-height: 28px;
  padding: 0 8px;
  background: none;
  border: 1px solid var(--edge);
  color: var(--petrol);
  font: 600 13px var(--condensed);
}
.take:focus-within {
  outline: 3px solid #f2c24b;
}
input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.refused {
  position: fixed;
  left: 26px;
  right: 26px;
  bottom: 110px;
  background: #43211a;
  border-left: 8px solid #e0775f;
  padding: 12px 16px;
}
</style>
