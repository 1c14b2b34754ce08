<script setup lang="ts">
import { reactive, ref } from 'vue'
import { recordMaxLength } from '@stout-shackle/core/job'
import type { FinalCheckId, FinalCheckReport } from '@stout-shackle/core/stages'
import { FINAL_CHECK_NAMES, NEVER_APPLIES } from '@stout-shackle/core/wording'
import StateSign from '../entry/StateSign.vue'
import { useOpenJob } from '../stores/job'

/** Each check is done, not applicable because, or refused by the customer in writing. */
const { store, job, assessment } = useOpenJob()
const WORDS = {
  done: 'done',
  open: 'open',
  'not-applicable': 'not applicable',
  refused: 'refused by the customer',
}
const sign = (g: FinalCheckReport) => (g.state === 'done' ? 'fine' : g.state === 'open' ? 'unknown' : 'caution')
const open = ref<FinalCheckId | null>(null)
const form = reactive<{ outcome: 'not-applicable' | 'refused'; because: string; signedBy: string }>({
  outcome: 'not-applicable',
  because: '',
  signedBy: '',
})
const why = ref('')
function say(check: FinalCheckId) {
  why.value = !form.because.trim()
    ? 'Enter a reason.'
    : form.outcome === 'refused' && !form.signedBy.trim()
      ? "A refusal carries the customer's name."
      : ''
  if (why.value) return
  store.record({
    kind: 'final-check',
    check,
    outcome: form.outcome,
    because: form.because.trim(),
    signedBy: form.signedBy.trim(),
  })
  form.outcome = 'not-applicable'
  form.because = form.signedBy = ''
  open.value = null
}
</script>

<template>
  <section class="card">
    <header><h2>Final checks</h2></header>
    <div v-for="g in assessment.finalChecks" :key="g.check" class="check">
      <StateSign :state="sign(g)" :label="WORDS[g.state]" />
      <span class="name"
        >{{ FINAL_CHECK_NAMES[g.check]
        }}<span v-if="g.because || g.never" class="small muted"
          >: {{ g.never ? NEVER_APPLIES[g.never] : g.because }}</span
        ></span
      >
      <span class="small" :class="g.state">{{ WORDS[g.state] }}</span>
      <span class="act small">
        <template v-if="g.state === 'open'">
          <RouterLink v-if="g.stage !== 'hand-over'" :to="{ name: g.stage, params: { id: job.id } }">do it</RouterLink>
          <button
            class="plain"
            :aria-label="`not done, because… ${FINAL_CHECK_NAMES[g.check]}`"
            @click="open = open === g.check ? null : g.check"
          >
            not done, because…
          </button>
        </template>
      </span>
      <form v-if="open === g.check" class="say" @submit.prevent="say(g.check)">
        <select v-model="form.outcome" class="control" aria-label="Why the check is not done">
          <option value="not-applicable">does not apply</option>
          <option value="refused">customer refuses</option>
        </select>
        <input
          v-model="form.because"
          class="control"
          placeholder="reason"
          aria-label="Reason"
          :maxlength="recordMaxLength('final-check', 'because')"
        />
        <input
          v-if="form.outcome === 'refused'"
          v-model="form.signedBy"
          class="control"
          placeholder="signed by"
          aria-label="Signed by"
          :maxlength="recordMaxLength('final-check', 'signedBy')"
        />
        <button class="plain">save</button>
        <span v-if="why" class="why" role="alert">{{ why }}</span>
      </form>
    </div>
  </section>
</template>

<style scoped>
.check {
  display: grid;
  grid-template-columns: 12px 1fr 120px 190px;
  gap: 10px;
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
.say {
  grid-column: 2 / -1;
  display: flex;
  gap: 8px;
  align-items: center;
  padding-bottom: 6px;
}
.say input {
  flex: 1;
}
.why {
  color: var(--oxide);
}
</style>
