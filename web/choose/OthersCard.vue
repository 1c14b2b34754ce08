<script setup lang="ts">
import { computed } from 'vue'
import { FAMILY_NAMES, changeText, levelText, reasonText } from '@stout-shackle/core/wording'
import type { KitAssessment } from '@stout-shackle/core/stages'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'

/** What does not fit: every reason of each, and what would change it; then those on whose list the vehicle is not. */
const { job, store } = useOpenJob()
const shop = useShop()
const preferences = usePreferences()
/** Whether make and model are known: kits with a list of vehicles wait for them. */
const named = computed(() => Boolean(job.value.vehicle.make && job.value.vehicle.model))
const others = computed(() => store.ranking?.others ?? [])
const stops = (a: KitAssessment) => a.fit.reasons.filter((r) => r.effect === 'no')
/** A kit that fits by rule and list and fails by its pressure under a load says so. */
const beyond = ({ level, rubber, minimum, maximum }: KitAssessment) =>
  rubber?.overloaded
    ? 'Pressed harder under a load than its maker allows'
    : level && minimum && maximum
      ? levelText(level, minimum.value, maximum.value, preferences.system)
      : 'Out of reach under one of the loads'
</script>

<template>
  <details v-if="others.length || shop.notListed.length" class="card others">
    <summary>
      <h2>Does not fit</h2>
      <span class="small muted"
        >{{ others.length }} with their reasons; {{ shop.notListed.length }} more
        {{ named ? 'do not list this model' : 'have a list of vehicles' }}</span
      >
    </summary>
    <table class="dense">
      <tbody>
        <tr v-for="a in others" :key="a.kit.id">
          <td class="name">
            <StateSign state="stop" /> {{ a.kit.name }}
            <span class="small muted">{{ FAMILY_NAMES[a.kit.family] }}</span>
          </td>
          <td>
            <p v-for="(r, i) in stops(a)" :key="r.rule + i">
              {{ reasonText(r, preferences.system) }}.
              <span v-if="r.change" class="muted">Would change it: {{ changeText(r, preferences.system) }}.</span>
            </p>
            <p v-if="!stops(a).length">{{ beyond(a) }}.</p>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="shop.notListed.length" class="note">
      <template v-if="named"
        >Not on their list: {{ shop.notListed.map((k) => k.name).join(', ') }}. Only their makers can say otherwise, in
        writing.</template
      ><template v-else
        >Have a list of vehicles; type make and model on the job sheet:
        {{ shop.notListed.map((k) => k.name).join(', ') }}.</template
      >
    </p>
  </details>
</template>

<style scoped>
summary {
  display: flex;
  align-items: baseline;
  gap: 12px;
  padding: 10px 12px;
  cursor: pointer;
}
td {
  height: auto;
  padding-block: 4px;
  vertical-align: top;
}
td p {
  margin: 0;
}
.name {
  width: 260px;
}
.note {
  margin: 8px 12px 12px;
}
</style>
