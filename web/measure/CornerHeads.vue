<script setup lang="ts">
import { CORNERS, type HeightPlace } from '@stout-shackle/core/vehicle'
import { CORNER_NAMES } from '@stout-shackle/core/wording'

const { single = false } = defineProps<{ single?: boolean }>()
const ONE: readonly HeightPlace[] = ['front', 'rear']
</script>

<template>
  <div class="corners" :class="{ single }">
    <span /><span v-for="c in single ? ONE : CORNERS" :key="c" class="small muted">{{ CORNER_NAMES[c] }}</span>
    <span class="small muted">Bags at</span>
  </div>
</template>
