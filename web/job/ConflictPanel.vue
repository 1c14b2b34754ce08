<script setup lang="ts">
import { computed } from 'vue'
import { formatValue } from './field-value'
import { useJob } from '../stores/job'

/** What two people changed at once, both values, until one is picked; and why the server did not take the plan. */
const store = useJob()
const leftOut = computed(() => store.conflicts.filter((c) => c.why))
const both = computed(() => store.conflicts.filter((c) => !c.why))
</script>

<template>
  <section v-if="store.conflicts.length || store.refused" class="note stop conflicts" role="alert">
    <p v-if="store.refused" data-code="plan-refused">
      <strong>Not saved:</strong> {{ store.refused.why }} What you entered is still here.
      <button class="plain" @click="store.sendAgain(store.job!.id)">send again</button>
      <button class="plain" @click="store.giveUp(store.job!.id)">give it up</button>
    </p>
    <template v-if="leftOut.length">
      <p>
        <strong>Left out, the rest is saved.</strong> Once work has begun, the desk changes what the vehicle is called.
      </p>
      <ul>
        <li v-for="c in leftOut" :key="c.path" data-code="left-out" :data-row="c.path">
          <code>{{ c.path }}</code>
          <button class="plain" @click="store.pick(c.path, 'theirs')">leave it: {{ formatValue(c.theirs) }}</button>
          <button class="plain" @click="store.pick(c.path, 'mine')">send yours again: {{ formatValue(c.mine) }}</button>
        </li>
      </ul>
    </template>
    <template v-if="both.length">
      <p><strong>Changed here and elsewhere at once.</strong> Theirs is in the plan until you pick.</p>
      <ul>
        <li v-for="c in both" :key="c.path" data-code="conflict" :data-row="c.path">
          <code>{{ c.path }}</code>
          <button class="plain" @click="store.pick(c.path, 'mine')">yours: {{ formatValue(c.mine) }}</button>
          <button class="plain" @click="store.pick(c.path, 'theirs')">theirs: {{ formatValue(c.theirs) }}</button>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.conflicts {
  margin: 8px 18px 0;
}
p {
  margin: 0 0 4px;
}
ul {
  margin: 0;
  padding-left: 18px;
}
li > * {
  margin-right: 12px;
}
</style>
