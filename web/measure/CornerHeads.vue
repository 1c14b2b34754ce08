<script setup lang="ts">
import { CORNERS } from '@stout-shackle/core/vehicle'
import { CORNER_NAMES } from '@stout-shackle/core/wording'
</script>

<template>
  <div class="corners">
    <span /><span v-for="c in CORNERS" :key="c" class="small muted">{{ CORNER_NAMES[c] }}</span>
    <span class="small muted">Bags at</span>
  </div>
</template>
