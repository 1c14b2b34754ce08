<script setup lang="ts">
import type { HandText } from '@stout-shackle/core/wording'

/** This vehicle's figures at a step: what to cut, where it runs, which bracket and bolt. */
defineProps<{
  rows: readonly HandText[]
  /** The side that the rest is as. */
  restAs: string | null
  /** Lines are being worked out. */
  waits: boolean
}>()
</script>

<template>
  <section v-if="rows.length || restAs || waits" class="hand" data-hand>
    <p v-if="waits" class="small" role="status">Working out the lines…</p>
    <dl v-if="rows.length">
      <div v-for="(row, i) in rows" :key="i" :data-row="row.label">
        <dt>{{ row.label }}</dt>
        <dd>
          <b :class="{ cut: row.label === 'cut' }">{{ row.figure }}</b>
          <span v-if="row.note">{{ row.note }}</span>
        </dd>
      </div>
    </dl>
    <p v-if="restAs" class="small" data-rest>{{ rows.length ? 'Otherwise as' : 'As' }} on the {{ restAs }}.</p>
  </section>
</template>

<style scoped>
.hand {
  background: #1d2427;
  border: 1px solid #353e42;
  border-radius: 4px;
}
dl {
  margin: 0;
}
dl > div {
  display: grid;
  grid-template-columns: 100px 1fr;
  gap: 12px;
  align-items: baseline;
  padding: 8px 16px;
  border-top: 1px solid #353e42;
}
dl > div:first-child {
  border-top: 0;
}
dt {
  color: #aab0ae;
  font-size: 20px;
}
dd {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 14px;
}
b {
  font: 600 26px var(--condensed);
}
b.cut {
  color: #8fcf9f;
  font-size: 44px;
}
span {
  color: #c6cac9;
  font-size: 20px;
}
.small {
  color: #aab0ae;
  font-size: 20px;
  margin: 0;
  padding: 8px 16px;
}
</style>
