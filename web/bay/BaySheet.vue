<script setup lang="ts">
import type { PlanStep } from '@stout-shackle/core/kit'
import PartGapsCard from '../fit/PartGapsCard.vue'
import ReadingsCard from '../fit/ReadingsCard.vue'
import AddStep from './AddStep.vue'
import DeparturesCard from './DeparturesCard.vue'
import OpenItemsPanel from './OpenItemsPanel.vue'
import PhotosCard from './PhotosCard.vue'
import StandsNow from './StandsNow.vue'

/** What lies over a step: the open items, the gaps to be read, or a step to be added. */
defineProps<{ shows: 'items' | 'gaps' | 'add'; step: PlanStep }>()
const emit = defineEmits<{ close: [] }>()
const TITLES = { items: 'On this vehicle', gaps: 'Gaps', add: 'Add a step' }
</script>

<template>
  <!-- A tap beside it is no reason to lose what is half typed. -->
  <el-dialog
    model-value
    :title="TITLES[shows]"
    width="min(760px, 94vw)"
    top="5vh"
    :close-on-click-modal="false"
    @close="emit('close')"
  >
    <div class="sheet">
      <template v-if="shows === 'items'"><StandsNow /><DeparturesCard /><OpenItemsPanel /><PhotosCard /></template>
      <AddStep v-else-if="shows === 'add'" :key="step.id" :current="step" @added="emit('close')" />
      <template v-else><StandsNow /><ReadingsCard /><PartGapsCard /></template>
    </div>
  </el-dialog>
</template>

<style scoped>
.sheet {
  max-height: 80vh;
  overflow: auto;
  color: var(--ink);
  font-size: 18px;
}
/* What is typed here is typed with gloves on. */
.sheet :deep(.field .box) {
  height: 44px;
  align-items: center;
}
.sheet > :deep(p) {
  padding: 8px 12px;
}
</style>
