<script setup lang="ts">
import { computed } from 'vue'
import {
  figureAt,
  figuresOf,
  isConfirmed,
  kitConfirmed,
  kitField,
  originOf,
  type Kit,
  type Origin,
} from '@stout-shackle/core/kit'
import { originWords } from '@stout-shackle/core/wording'
import SchemaField from '../../fields/SchemaField.vue'
import { isKit, useWriting } from './writing'

/** A field of the kit with where its figure is from: dashed until somebody has read it on the paper. */
const props = defineProps<{ path: Parameters<typeof kitField>[0] }>()
const { paper, put, changeKit, valueAt, problemAt } = useWriting()
const kit = computed((): Kit | null => (paper.value && isKit(paper.value) ? paper.value : null))
const value = computed(() => valueAt(props.path))
const figure = computed(() => figureAt(props.path))
const origin = computed((): Origin | null => (kit.value ? originOf(kit.value, figure.value) : null))
/** What it is called has no origin: only what the paper gives a figure for. */
const isFigure = computed(() => kit.value !== null && figuresOf(kit.value).some((f) => f.path === figure.value))
const isOpen = computed(
  () => isFigure.value && origin.value !== null && value.value !== null && !isConfirmed(origin.value),
)
</script>

<template>
  <span class="kit-field" :class="{ open: isOpen }" :data-origin="origin?.from">
    <SchemaField :field="kitField(path)" :value="value" :problem="problemAt(path)" @change="(v) => put(path, v)" />
    <span v-if="isOpen" class="from small">
      {{ originWords(origin!) }}
      <el-button
        link
        type="primary"
        size="small"
        :aria-label="`${kitField(path).words.label}: it says so on the paper`"
        @click="changeKit((k) => kitConfirmed(k, [figure]))"
        >confirm</el-button
      >
    </span>
  </span>
</template>

<style scoped>
.kit-field {
  display: inline-flex;
  flex-direction: column;
  gap: 2px;
  padding: 4px 6px;
  border: 1px solid transparent;
  border-radius: 4px;
}
.open {
  border: 1px dashed var(--amber-sign);
  background: #fffaf0;
}
.from {
  display: flex;
  align-items: baseline;
  gap: 6px;
  color: var(--amber);
}
.from :deep(.el-button) {
  padding: 0;
  height: auto;
}
</style>
