<script setup lang="ts">
import { computed } from 'vue'
import { figuresOf, isConfirmed, originOf, type Kit } from '@stout-shackle/core/kit'
import { originWords } from '@stout-shackle/core/wording'

/** Where figures of a kit are from, where it is not the maker's paper; dashed while nobody has confirmed them. */
const props = defineProps<{ kit: Kit; paths: readonly string[] }>()
/** Of those that the kit has: a place that its paper leaves empty has no origin. */
const origins = computed(() =>
  figuresOf(props.kit)
    .filter(({ path }) => props.paths.includes(path))
    .map(({ path }) => originOf(props.kit, path)),
)
const open = computed(() => origins.value.filter((origin) => !isConfirmed(origin)))
const words = computed(() => {
  const shown = open.value.length ? open.value : origins.value.filter(({ from }) => from !== 'paper')
  return [...new Set(shown.map(originWords))].join('; ')
})
const state = computed(() => (open.value.length ? 'open' : 'stood-for'))
</script>

<template>
  <span v-if="words" class="small origin" :class="state" :data-origin="state">{{ words }}</span>
</template>

<style scoped>
.origin {
  margin-left: 6px;
  padding: 0 5px;
  color: var(--muted);
}
.open {
  color: var(--amber);
  border: 1px dashed var(--amber-sign);
  background: #fffaf0;
}
</style>
