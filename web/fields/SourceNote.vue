<script setup lang="ts">
/** Who stands behind a figure, when asked. */
</script>

<template>
  <details class="says">
    <summary>source</summary>
    <span><slot /></span>
  </details>
</template>

<style scoped>
.says {
  display: inline;
  font-size: 12px;
  color: var(--muted);
}
.says summary {
  display: inline;
  cursor: pointer;
  text-decoration: underline dotted;
  list-style: none;
  margin-left: 4px;
}
.says span {
  display: block;
}
</style>
