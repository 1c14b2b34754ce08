<script setup lang="ts">
/** The answer: a stamped plate with rivets. Head in large numerals, then rows, then what has to be said. */
defineProps<{ title: string }>()
</script>

<template>
  <section class="plate" :aria-label="title">
    <i class="rivet tl" /><i class="rivet tr" /><i class="rivet bl" /><i class="rivet br" />
    <h3>{{ title }}</h3>
    <slot />
  </section>
</template>

<style scoped>
.plate {
  position: relative;
  contain: layout style;
  background: var(--plate);
  border: 1px solid var(--edge);
  border-radius: 4px;
  padding: 20px 18px 18px;
}
.rivet {
  position: absolute;
  width: 7px;
  height: 7px;
  border-radius: 50%;
  background: #ded9cb;
  border: 1px solid #c3bdad;
}
.tl,
.tr {
  top: 7px;
}
.bl,
.br {
  bottom: 7px;
}
.tl,
.bl {
  left: 7px;
}
.tr,
.br {
  right: 7px;
}
.plate :deep(.figures) {
  display: flex;
  align-items: baseline;
  gap: 18px;
  margin: 2px 0 4px;
}
.plate :deep(.figure) {
  font: 600 54px/1 var(--condensed);
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.plate :deep(.figure .unit) {
  font:
    400 15px/1 'Barlow',
    sans-serif;
  color: var(--muted);
  margin-left: 5px;
}
.plate :deep(.words) {
  font: 600 30px/1.1 var(--condensed);
  margin: 4px 0 6px;
}
.plate :deep(.note) {
  margin-top: 10px;
}
</style>
