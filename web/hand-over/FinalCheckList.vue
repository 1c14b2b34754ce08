<script setup lang="ts">
import { computed, ref } from 'vue'
import { consentsNeeded, consentTo, type Unsigned } from '@stout-shackle/core/stages'
import type { FinalCheckId, ConsentTo, WaiverId } from '@stout-shackle/core/records'
import type { FinalCheckReport } from '@stout-shackle/core/judge'
import { CONSENT_NAMES, FINAL_CHECK_NAMES, missingText, NEVER_APPLIES, WAIVER_NAMES } from '@stout-shackle/core/wording'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import ProofChain from './ProofChain.vue'
import SignForm from './SignForm.vue'
import WaiverForm from './WaiverForm.vue'

/** Each check is proved, does not apply, or is signed for by the customer. Nobody closes one by saying so. */
const { job, assessment } = useOpenJob()
const preferences = usePreferences()
const WORDS: Record<FinalCheckReport['state'], string> = {
  done: 'proved',
  open: 'open',
  'not-applicable': 'does not apply',
  waived: 'signed for',
}
const sign = (g: FinalCheckReport) =>
  g.state === 'done' ? 'fine' : g.state === 'open' ? (g.waivable ? 'unknown' : 'stop') : 'caution'
const open = ref<{ check: FinalCheckId; what: 'chain' | 'waiver' } | null>(null)
const toggle = (check: FinalCheckId, what: 'chain' | 'waiver') =>
  (open.value = open.value?.check === check && open.value.what === what ? null : { check, what })
const FEW = 3
const lacks = (g: FinalCheckReport) =>
  g.missing.map((m) => missingText(g.check, m, { ...assessment.value, job: job.value }, preferences.system))
const facts = computed(() => ({ ...assessment.value, job: job.value }))
const consents = computed(() => consentsNeeded(job.value).map((to) => ({ to, state: consentTo(facts.value, to) })))
const consent =
  (to: ConsentTo, outcome: 'agreed' | 'refused') =>
  (units: 'us' | 'metric'): Unsigned => ({ kind: 'consent', to, outcome, units })
/** Loads that are over a rating: the customer signs not to drive them. */
const overloads = computed(() =>
  assessment.value.stops.flatMap((s) => {
    const found = s.code === 'overload-unsigned' ? job.value.loadCases.find((c) => c.name === s.about) : undefined
    return found ? [found] : []
  }),
)
</script>

<template>
  <section class="card">
    <header><h2>Final checks</h2></header>
    <div v-for="c in consents" :key="c.to" class="check" :data-consent="c.to">
      <StateSign :state="c.state === 'agreed' ? 'fine' : 'stop'" />
      <span class="name">{{ CONSENT_NAMES[c.to] }}: the customer agrees, in writing, before it is done</span>
      <span class="small" :class="{ done: c.state === 'agreed' }">{{
        c.state === 'agreed' ? 'signed' : c.state === 'refused' ? 'refused' : 'open'
      }}</span>
      <span />
      <SignForm v-if="c.state !== 'agreed'" class="below" :statement="consent(c.to, 'agreed')" />
    </div>
    <div v-for="c in overloads" :key="c.id" class="check" data-overload>
      <StateSign state="caution" />
      <span class="name">"{{ c.name }}" is over a rating: the customer signs not to drive it</span>
      <span class="small">open</span>
      <span />
      <WaiverForm class="below" about="overload" :load-case="c.id" />
    </div>
    <div v-for="g in assessment.finalChecks" :key="g.check" class="check" :data-check="g.check" :data-state="g.state">
      <StateSign :state="sign(g)" :label="WORDS[g.state]" />
      <span class="name"
        >{{ FINAL_CHECK_NAMES[g.check] }}<span v-if="g.never" class="small muted">: {{ NEVER_APPLIES[g.never] }}</span
        ><span v-else-if="g.waiver" class="small muted"
          >: {{ WAIVER_NAMES[g.waiver.body.about] }}, {{ g.waiver.body.because }}, signed by
          {{ g.waiver.body.signedBy }}</span
        ></span
      >
      <span class="small" :class="g.state">{{ WORDS[g.state] }}</span>
      <span class="act small">
        <button
          v-if="g.evidence().length"
          class="plain"
          :aria-expanded="open?.check === g.check && open.what === 'chain'"
          :aria-label="`what proves it: ${FINAL_CHECK_NAMES[g.check]}`"
          @click="toggle(g.check, 'chain')"
        >
          what proves it
        </button>
        <template v-if="g.state === 'open'">
          <RouterLink v-if="g.stage !== 'hand-over'" :to="{ name: g.stage, params: { id: job.id } }">do it</RouterLink>
          <button
            v-if="g.waivable"
            class="plain"
            :aria-label="`sign for it: ${FINAL_CHECK_NAMES[g.check]}`"
            @click="toggle(g.check, 'waiver')"
          >
            sign for it
          </button>
        </template>
      </span>
      <ul v-if="g.state === 'open' && lacks(g).length" class="below small lacks">
        <li v-for="text in lacks(g).slice(0, FEW)" :key="text">{{ text }}</li>
        <li v-if="lacks(g).length > FEW" class="muted">and {{ lacks(g).length - FEW }} more</li>
      </ul>
      <WaiverForm
        v-if="open?.check === g.check && open.what === 'waiver' && g.waivable"
        class="below"
        :about="g.check as WaiverId"
        @signed="open = null"
      />
      <ProofChain v-if="open?.check === g.check && open.what === 'chain'" class="below" :check="g" />
    </div>
  </section>
</template>

<style scoped>
.check {
  display: grid;
  grid-template-columns: 12px 1fr 100px 210px;
  gap: 2px 10px;
  align-items: center;
  min-height: 34px;
  padding: 2px 12px;
  border-bottom: 1px solid #ece7db;
}
.act {
  display: flex;
  gap: 12px;
  justify-content: flex-end;
}
.done {
  color: var(--moss);
}
.below {
  grid-column: 2 / -1;
}
.lacks {
  margin: 0 0 4px;
  padding-left: 16px;
}
</style>
