<script setup lang="ts">
/** Two columns of a stage: work on the left, the plate on the right. */
</script>

<template>
  <div class="columns">
    <div class="work"><slot name="work" /></div>
    <aside class="answer"><slot name="plate" /></aside>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 16px;
  align-items: start;
}
.work,
.answer {
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-width: 0;
}
.answer {
  position: sticky;
  top: 0;
}
@media (width < 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
