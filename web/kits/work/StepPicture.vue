<script setup lang="ts">
import { ref } from 'vue'
import type { Operation } from '@stout-shackle/core/kit'
import type { KeptPicture } from '@stout-shackle/core/contract'
import { call } from '../../api/client'
import { newKey } from '../../api/key'
import { photoAddress, picked } from '../../bay/photo'
import { failureText } from '../../fields/file'

/** What a step shows of itself: a drawing of one's own, or a photo of the paper. */
defineProps<{ picture: Operation['picture'] }>()
const emit = defineEmits<{ change: [picture: Operation['picture']] }>()
const working = ref(false)
const refused = ref('')
async function take(event: Event) {
  refused.value = ''
  const small = await picked(event, () => (working.value = true))
  try {
    if (small?.ok) {
      const body = { image: small.base64 }
      const { image } = await call<KeptPicture>('/photos', { method: 'POST', body, key: newKey() })
      emit('change', { image, caption: '' })
    } else if (small) refused.value = small.why
  } catch (error) {
    refused.value = failureText(error)
  }
  working.value = false
}
</script>

<template>
  <div class="picture" data-step-picture>
    <template v-if="picture">
      <img :src="photoAddress(picture.image)" :alt="picture.caption || 'Picture of the step'" />
      <label
        >Caption
        <input
          class="control"
          maxlength="200"
          :value="picture.caption"
          aria-label="Caption of the picture"
          @change="emit('change', { ...picture, caption: ($event.target as HTMLInputElement).value.trim() })"
      /></label>
      <button type="button" class="plain" @click="emit('change', null)">Take the picture out</button>
    </template>
    <label
      >{{ working ? 'Shrinking…' : picture ? 'Another picture' : 'Picture' }}
      <input type="file" accept="image/*" aria-label="Picture of the step" @change="take"
    /></label>
    <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
  </div>
</template>

<style scoped>
.picture {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
}
img {
  width: 160px;
  height: 110px;
  object-fit: contain;
  border: 1px solid var(--edge);
}
label {
  display: grid;
  gap: 2px;
  color: var(--muted);
}
</style>
