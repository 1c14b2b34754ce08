<script setup lang="ts">
import { useWriting } from './writing'

/** Asked once where a paper tells sides by who sits there. */
const { driver } = useWriting()
const SIDES = [
  { value: 'left', label: 'left' },
  { value: 'right', label: 'right' },
]
</script>

<template>
  <p class="driver">
    The paper tells sides by the driver. The driver sits
    <el-segmented v-model="driver" :options="SIDES" aria-label="On which side the driver sits" />
  </p>
</template>

<style scoped>
.driver {
  display: flex;
  gap: 8px;
  align-items: center;
  margin: 8px 0;
}
</style>
