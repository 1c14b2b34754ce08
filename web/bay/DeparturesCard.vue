<script setup lang="ts">
import { useSessionStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { recordMaxLength } from '@stout-shackle/core/records'
import { deviationCaption, type Departure } from '@stout-shackle/core/stages'
import { DEPARTURE_WORDS } from '@stout-shackle/core/wording'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { useSession } from '../stores/session'
import StepPhotos from './StepPhotos.vue'

/** Where the work leaves its instructions: one question each, answered by a tap. */
const { store, job, assessment } = useOpenJob()
const session = useSession()
const departures = computed(() => assessment.value.departures)
const name = ({ kind, about }: Departure) => `${DEPARTURE_WORDS[kind].name}: ${about.join('; ')}`
/** What is typed and not saved, for each job: a page that is loaded again has it still. */
const typed = useSessionStorage<Record<string, string>>(() => `departures ${job.value.id}`, {})
const agreed = useSessionStorage<Record<string, string>>(() => `departures agreed ${job.value.id}`, {})
const refused = ref('')
function answer(d: Departure, why: string) {
  const who = d.alters ? (agreed.value[d.kind] ?? '').trim() : (session.person?.name ?? 'the shop')
  refused.value = !why.trim()
    ? 'Enter a reason.'
    : who
      ? ''
      : 'Enter who of the customer agreed: the vehicle is changed.'
  if (refused.value) return
  store.record({
    kind: 'deviation',
    what: name(d).slice(0, recordMaxLength('deviation', 'what')),
    why: why.trim(),
    agreedBy: who,
    answers: { kind: 'departure', departure: d.kind },
  })
}
</script>

<template>
  <section v-if="departures.length" class="card" data-card="departures">
    <header>
      <h2>Not as the instructions have it</h2>
      <span class="small muted">why, once a job; it is printed</span>
    </header>
    <div v-for="d in departures" :key="d.kind" class="one" :data-departure="d.kind" :data-answered="d.answer !== null">
      <p>
        <StateSign :state="d.answer && d.shown ? 'fine' : 'caution'" />
        <strong>{{ DEPARTURE_WORDS[d.kind].name }}</strong>
        <span class="small muted">{{ d.about.join('; ') }}</span>
      </p>
      <p v-if="d.answer" class="small">
        {{ d.answer.body.why }} <span class="muted">({{ d.answer.by }})</span>
        <StepPhotos v-if="d.alters" :step="null" :caption="deviationCaption(d.answer.body.what)" plain />
      </p>
      <form v-else @submit.prevent="answer(d, typed[d.kind] ?? '')">
        <el-input
          v-if="d.alters"
          v-model="agreed[d.kind]"
          placeholder="who of the customer agreed"
          :aria-label="`Who agreed: ${DEPARTURE_WORDS[d.kind].name}`"
          :maxlength="recordMaxLength('deviation', 'agreedBy')"
        />
        <el-button v-for="r in DEPARTURE_WORDS[d.kind].reasons" :key="r" class="chip" @click="answer(d, r)">{{
          r
        }}</el-button>
        <el-input
          v-model="typed[d.kind]"
          placeholder="another reason"
          :aria-label="`Reason: ${DEPARTURE_WORDS[d.kind].name}`"
          :maxlength="recordMaxLength('deviation', 'why')"
        />
        <el-button native-type="submit">Save</el-button>
      </form>
    </div>
    <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
  </section>
</template>

<style scoped>
.one {
  padding: 6px 12px;
  border-bottom: 1px solid var(--edge);
}
.one p {
  margin: 2px 0;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
form .el-input {
  width: 210px;
}
.chip {
  margin: 0;
  min-height: 44px;
}
.card .note {
  margin: 6px 12px;
}
</style>
