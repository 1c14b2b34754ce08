<script setup lang="ts">
import { computed } from 'vue'
import { consentsOfStep } from '@stout-shackle/core/proof'
import { consentTo, type Unsigned } from '@stout-shackle/core/stages'
import type { PlanStep } from '@stout-shackle/core/kit'
import type { ConsentTo } from '@stout-shackle/core/records'
import { CONSENT_NAMES } from '@stout-shackle/core/wording'
import SignForm from '../hand-over/SignForm.vue'
import { useOpenJob } from '../stores/job'

/** What the owner signs for before this step is done, here or by phone. */
const props = defineProps<{ step: PlanStep }>()
const { job, assessment } = useOpenJob()
const owed = computed(() => {
  const facts = { ...assessment.value, job: job.value }
  return consentsOfStep(job.value, props.step).filter(({ to }) => consentTo(facts, to) !== 'agreed')
})
const statement =
  (to: ConsentTo) =>
  (units: 'us' | 'metric'): Unsigned => ({ kind: 'consent', to, outcome: 'agreed', units })
</script>

<template>
  <section v-for="{ to } in owed" :key="to" class="consent" :data-step-consent="to">
    <h2>{{ CONSENT_NAMES[to] }}: the owner agrees first</h2>
    <SignForm :statement="statement(to)" />
  </section>
</template>

<style scoped>
.consent {
  background: var(--plate);
  color: var(--ink);
  border-left: 4px solid var(--amber-sign);
  border-radius: 4px;
  padding: 12px 14px;
}
h2 {
  font-size: 22px;
}
</style>
