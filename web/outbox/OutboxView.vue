<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { recordText } from '@stout-shackle/core/wording'
import { usePreferences } from '../stores/preferences'
import { useSettings } from '../stores/settings'
import { useShop } from '../stores/shop'
import { useJob } from '../stores/job'
import { useUnsent } from '../stores/job/unsent'
import { STAGE_OF_RECORD } from './stage-of-record'

/** What was entered on this screen and is not with the server: what, since when, why, and what can be done. */
const { outbox } = useUnsent()
const jobs = useJob()
const shop = useShop()
const settings = useSettings()
const preferences = usePreferences()
onMounted(() => void shop.loadJobs().catch(() => undefined))
const NAMELESS = { step: null, fastener: null, place: null }
const numberOf = (id: string) => shop.jobs?.find((j) => j.id === id)?.number ?? ''
const rows = computed(() =>
  outbox.waiting.map((w) => ({
    ...w,
    number: numberOf(w.job),
    what: recordText(w.input.body, preferences.system, NAMELESS),
    to: { name: STAGE_OF_RECORD[w.input.body.kind], params: { id: w.job } },
  })),
)
</script>

<template>
  <div class="page">
    <header>
      <h1>Waiting to be sent</h1>
      <span class="small muted">what was entered on this screen and the server does not have yet</span>
    </header>
    <p v-if="!rows.length && !jobs.unsavedPlans.length" class="note">Nothing waits: the server has everything.</p>
    <section v-if="jobs.unsavedPlans.length" class="card">
      <header><h2>Plans</h2></header>
      <table class="dense">
        <tbody>
          <tr v-for="plan in jobs.unsavedPlans" :key="plan.id" :data-code="plan.refused ? 'refused' : 'waiting'">
            <td>
              <RouterLink :to="{ name: 'measure', params: { id: plan.id } }">{{ plan.number }}</RouterLink>
              {{ plan.title }}
            </td>
            <td class="small muted">{{ plan.by }}</td>
            <td>
              <span v-if="plan.refused" class="refused">{{ plan.refused.why }}</span>
              <span v-else-if="plan.conflicts"
                >changed here and elsewhere: open the job and pick ({{ plan.conflicts }})</span
              >
              <span v-else class="muted">waiting for the server</span>
            </td>
            <td class="acts">
              <button v-if="plan.refused" class="plain" @click="jobs.sendAgain(plan.id)">send again</button>
              <button v-if="plan.refused" class="plain" @click="jobs.giveUp(plan.id)">give it up</button>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="rows.length" class="card">
      <header><h2>Records</h2></header>
      <table class="dense">
        <thead>
          <tr>
            <th>Since</th>
            <th>Job</th>
            <th>What</th>
            <th>By</th>
            <th>Why it waits</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.key" :data-code="row.refused ? 'refused' : 'waiting'" :data-row="row.key">
            <td class="small">{{ settings.dateTime(row.at) }}</td>
            <td>
              <RouterLink :to="row.to">{{ row.number || 'job' }}</RouterLink>
            </td>
            <td>{{ row.what }}</td>
            <td class="small muted">{{ row.signer?.name ?? '' }}</td>
            <td>
              <span v-if="row.refused" class="refused">{{ row.refused.why }}</span>
              <span v-else class="muted">waiting for the server</span>
            </td>
            <td class="acts">
              <template v-if="row.refused">
                <RouterLink :to="row.to">edit on its page</RouterLink>
                <button class="plain" @click="outbox.sendAgain(row.key)">send again</button>
                <button class="plain" @click="outbox.remove(row.key)">remove</button>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.card {
  margin-bottom: 14px;
}
.refused {
  color: var(--oxide);
}
.acts {
  white-space: nowrap;
  text-align: right;
}
.acts > * {
  margin-left: 10px;
}
</style>
