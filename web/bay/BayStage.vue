<script setup lang="ts">
import { onSide } from '@stout-shackle/core/vehicle'
import { computed, ref } from 'vue'
import { fastenerCloses, type StepReport } from '@stout-shackle/core/stages'
import { contradictionText, hindranceText, SUPPORT_NAMES, VOIDS } from '@stout-shackle/core/wording'
import NeedsKit from '../fields/NeedsKit.vue'
import PlateRow from '../fields/PlateRow.vue'
import StampedPlate from '../fields/StampedPlate.vue'
import StateSign from '../fields/StateSign.vue'
import StageColumns from '../job/StageColumns.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import DeparturesCard from './DeparturesCard.vue'
import OpenItemsPanel from './OpenItemsPanel.vue'
import PhotosCard from './PhotosCard.vue'
import { useStepRecord } from './step-record'
import StandsNow from './StandsNow.vue'

const { job, assessment } = useOpenJob()
const steps = computed(() => assessment.value.steps)
/** Both ends are worked on: each step says which. */
const both = computed(() => new Set(steps.value.flatMap((s) => s.step.axle ?? [])).size > 1)
const left = computed(() => steps.value.filter((s) => s.outcome === 'open'))
const minutes = computed(() => Math.round(left.value.reduce((sum, s) => sum + s.step.minutes, 0)))
const skipped = computed(() => steps.value.filter((s) => s.outcome === 'skipped'))
const next = computed(() => left.value[0] ?? null)
const torquesDone = computed(() => assessment.value.torques.filter(fastenerCloses).length)
/** Why the last record of a step proves nothing. */
function doubtOf({ flag, voided }: StepReport): string {
  if (flag) return contradictionText(flag, { ...assessment.value, job: job.value })
  return voided ? VOIDS[voided.code] : ''
}
const preferences = usePreferences()
const taking = useStepRecord()
const refused = ref('')
/** A step that was done is put on record from the list, under the same conditions as in the bay. */
function doneHere({ step }: StepReport) {
  const found = taking.hindrance(step)
  refused.value = found ? hindranceText(found, { ...assessment.value, job: job.value }, preferences.system) : ''
  if (!found) taking.record({ kind: 'step', step: step.id, outcome: 'done', reason: '' })
}
const sign = (outcome: string) => (outcome === 'done' ? 'fine' : outcome === 'skipped' ? 'caution' : 'unknown')
</script>

<template>
  <NeedsKit v-if="!job.kits.length" :job="job.id" what="What to do in the bay" />
  <StageColumns v-else>
    <template #work>
      <section class="card">
        <header>
          <h2>Steps</h2>
          <RouterLink :to="{ name: 'bay-view', params: { id: job.id } }"
            ><el-button type="primary">Open the bay view <b>&nbsp;b</b></el-button></RouterLink
          >
        </header>
        <table class="dense">
          <tbody>
            <tr v-for="(s, i) in steps" :key="s.step.id" :class="{ next: s === next }">
              <td class="num n">{{ i + 1 }}</td>
              <td><StateSign :state="sign(s.outcome)" :label="s.outcome" /></td>
              <td>
                <RouterLink :to="{ name: 'bay-view', params: { id: job.id }, query: { step: s.step.id } }">{{
                  s.step.title
                }}</RouterLink><span v-if="s.outcome === 'skipped'" class="small"> · skipped: {{ s.reason }}</span
                ><span v-if="doubtOf(s)" class="small doubt" data-doubt> · proves nothing: {{ doubtOf(s) }}</span>
              </td>
              <td>{{ [both ? s.step.axle : null, s.step.side].filter(Boolean).join(' ') }}</td>
              <td class="small muted">{{ SUPPORT_NAMES[s.step.state.support] }}</td>
              <td class="small muted">{{ s.by ?? '' }}</td>
              <td>
                <el-button v-if="s === next" size="small" data-action="done-here" @click="doneHere(s)">{{
                  taking.unseenAt(s.step.id).length ? 'Done, as pictured' : 'Done'
                }}</el-button>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
      </section>
    </template>
    <template #plate>
      <StampedPlate title="In the bay">
        <template v-if="next">
          <p class="muted">Next</p>
          <p class="words">{{ onSide(next.step.title, next.step.side) }}</p>
        </template>
        <p v-else class="words">Every step is done or skipped with a reason</p>
        <PlateRow label="Steps left" :data-steps-open="left.length">{{ left.length }} of {{ steps.length }}</PlateRow>
        <PlateRow label="Minutes left">{{ minutes }}</PlateRow>
        <PlateRow label="Torques done" :state="torquesDone === assessment.torques.length ? 'fine' : 'unknown'"
          >{{ torquesDone }} of {{ assessment.torques.length }}</PlateRow
        >
        <PlateRow v-if="skipped.length" label="Skipped with a reason" state="caution">{{ skipped.length }}</PlateRow>
        <p class="note">
          Never under a vehicle that only a jack holds. Rated stands, level solid floor, wheels chocked.
        </p>
      </StampedPlate>
      <StandsNow />
      <DeparturesCard :key="job.id" />
      <OpenItemsPanel />
      <PhotosCard />
    </template>
  </StageColumns>
</template>

<style scoped>
td {
  height: 31px;
}
.n {
  width: 34px;
  color: var(--muted);
}
.next td {
  background: #fdf6e0;
}
a {
  text-decoration: none;
}
a:hover {
  text-decoration: underline;
}
.doubt {
  color: var(--amber);
}
</style>
