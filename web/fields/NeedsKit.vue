<script setup lang="ts">
/** Said where a stage needs a kit first, with the way to it. */
defineProps<{ job: string; what: string }>()
</script>

<template>
  <p class="note">
    {{ what }} follows from the kit, and none is picked yet.
    <RouterLink :to="{ name: 'choose', params: { id: job } }">Choose a kit</RouterLink>
  </p>
</template>
