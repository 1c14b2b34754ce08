<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import type { Unsent } from '@stout-shackle/core/contract'
import { ofKind, recordMaxLength } from '@stout-shackle/core/records'
import { canTakeBack } from '@stout-shackle/core/judge'
import { AXLES } from '@stout-shackle/core/vehicle'
import { followUpsOf, loadSettings, namesTorquedAgain, placesAfter, recoveredShare } from '@stout-shackle/core/stages'
import { formatNumber, formatQuantity, UNITS } from '@stout-shackle/core/quantity'
import { beforeText, correctionText, offText, settingText, stopText } from '@stout-shackle/core/wording'
import dayjs from 'dayjs'
import { useRouter } from 'vue-router'
import { newKey } from '../api/key'
import { failureText } from '../fields/file'
import { call } from '../api/client'
import { reach } from '../api/reach'
import PlateRow from '../fields/PlateRow.vue'
import LoadOnSelect from '../fields/LoadOnSelect.vue'
import StampedPlate from '../fields/StampedPlate.vue'
import StateSign from '../fields/StateSign.vue'
import StageColumns from '../job/StageColumns.vue'
import CornerHeads from '../measure/CornerHeads.vue'
import HeightGrid from '../measure/HeightGrid.vue'
import { onShopEvent } from '../stores/events'
import { openRecheck } from '../bays/open-recheck'
import BagPressures from './BagPressures.vue'
import { useOpenJob, useShownAxle } from '../stores/job'
import { usePreferences } from '../stores/preferences'
import { useSettings } from '../stores/settings'
import RoadTestCard from '../drive/RoadTestCard.vue'
import FinalCheckList from './FinalCheckList.vue'

const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const router = useRouter()
const shop = useSettings()
const psi = computed(() => UNITS.pressure[preferences.system].symbol)
const p = (v: number) => formatNumber('pressure', v, preferences.system)
const len = (v: number) => formatQuantity('length', v, preferences.system)
const { chosen } = useShownAxle()
const offs = computed(() =>
  assessment.value.asLeft.map((row) => ({ within: row.within, text: offText(row, job.value, preferences.system) })),
)
/** Read as it was before the work: once an axle, or at every corner. */
const single = computed(() =>
  assessment.value.chosen.some(
    ({ kit }) => placesAfter(assessment.value.standing, job.value.mark, kit.axle).length === 1,
  ),
)
const recovered = computed(() => recoveredShare(assessment.value.active.heights))
const settings = computed(() =>
  chosen.value ? loadSettings(assessment.value.cases, chosen.value, assessment.value.asLeft) : [],
)
/** What was found in the shop corrects what was computed, here and for the other loads. */
const found = computed(() =>
  AXLES.flatMap((axle) => {
    const correction = assessment.value.corrections[axle]
    return correction ? correctionText(axle, correction, job.value, preferences.system) : []
  }),
)
const to = ref('')
const refused = ref('')
function handOver() {
  refused.value = reach.away
    ? 'A vehicle is handed over with the server in sight: other screens may hold work it does not know.'
    : to.value.trim()
      ? ''
      : 'Enter who takes it.'
  if (!refused.value) store.record({ kind: 'handed-over', to: to.value.trim() })
}
/** Screens that may hold work nobody has seen: they are looked for before a vehicle leaves. */
const unsent = shallowRef<Unsent>([])
async function lookForUnsent() {
  unsent.value = await call<Unsent>(`/jobs/${job.value.id}/unsent`).catch(() => [])
}
void lookForUnsent()
onShopEvent('open', () => void lookForUnsent())
onShopEvent('record', () => void lookForUnsent())
const paper = (name: string) => `/api/jobs/${job.value.id}/${name}`
/** The vehicle comes back for another job: one that begins with how it left. */
async function returnVisit() {
  refused.value = ''
  try {
    const { job: next } = await call<{ job: { id: string } }>(`/jobs/${job.value.id}/return-visit`, {
      method: 'POST',
      key: newKey(),
      body: { day: dayjs().format('YYYY-MM-DD') },
    })
    await router.push({ name: 'measure', params: { id: next.id } })
  } catch (error) {
    refused.value = failureText(error)
  }
}
/** What of this job is looked at again: what it promises, and nothing else. */
const owes = computed(() => followUpsOf({ job: job.value, torques: assessment.value.torques }).length > 0)
const names = computed(() => namesTorquedAgain({ job: job.value, torques: assessment.value.torques }))
async function lookAgain() {
  refused.value = ''
  try {
    await router.push({ name: 'bay-view', params: { id: await openRecheck(job.value.id) } })
  } catch (error) {
    refused.value = failureText(error)
  }
}
/** What the card says of the lamps; to check until somebody says that they are aimed. */
const aim = computed(() => ofKind(assessment.value.standing, 'lamp-aim').at(-1)?.body.outcome ?? 'to-check')
const setAim = (outcome: unknown) =>
  store.record({ kind: 'lamp-aim', outcome: outcome === 'checked' ? 'checked' : 'to-check' })
const rises = computed(() => {
  const { beforeEmpty, afterEmpty } = assessment.value.active.heights
  return (['front', 'rear'] as const).flatMap((end) => {
    const [was, is] = [beforeEmpty[end], afterEmpty[end]]
    if (was === null || is === null) return []
    const tape = end === 'rear' ? ('rearTolerance' as const) : ('frontTolerance' as const)
    const travel = job.value.vehicle[end].reboundTravel
    return [
      {
        end,
        rise: is - was,
        tolerance: Math.hypot(beforeEmpty[tape], afterEmpty[tape]),
        left: travel === null ? null : travel - (is - was),
      },
    ]
  })
})
/** By the minute: after a while it has left, and comes back on a return visit. */
const now = useNow({ interval: 30_000 })
const takeBack = computed(() => {
  const left = assessment.value.handedOver
  return left !== null && canTakeBack(left, now.value.getTime())
})
/** Handed over by mistake: taken back at once, it has not left. */
const reopen = () =>
  assessment.value.handedOver &&
  store.record({ kind: 'withdrawn' }, { record: assessment.value.handedOver.id, why: 'it has not left' })
</script>

<template>
  <StageColumns>
    <template #work>
      <section class="card">
        <header>
          <h2>As it goes out</h2>
          <LoadOnSelect />
        </header>
        <BagPressures />
        <CornerHeads :single="single" />
        <HeightGrid
          timing="after"
          load="loaded"
          :single="single"
          :title="`Loaded: ${assessment.active.loadCase.name}`"
          remark="load on, aired"
        />
        <HeightGrid timing="after" load="empty" :single="single" title="Empty" remark="load off, aired" />
        <p v-for="row in offs" :key="row.text" class="small left" :data-within="row.within">
          <StateSign :state="row.within ? 'fine' : row.within === null ? 'unknown' : 'stop'" /> {{ row.text }}
        </p>
      </section>
      <RoadTestCard :key="job.id" timing="after" />
      <FinalCheckList />
      <section v-if="chosen" class="card">
        <table class="dense">
          <thead>
            <tr>
              <th>Pressure for each load</th>
              <th class="num">left {{ psi }}</th>
              <th class="num">right {{ psi }}</th>
              <th class="num">before loading</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="s in settings" :key="s.loadCase.id">
              <td>{{ s.loadCase.name }}</td>
              <td class="num">{{ s.left === null ? '–' : p(s.left) }}</td>
              <td class="num">{{ s.right === null ? '–' : p(s.right) }}</td>
              <td class="num">{{ beforeText(s, preferences.system) }}</td>
              <td class="small">
                <StateSign v-if="s.code === 'overload' || s.code === 'rubber-overloaded'" state="stop" />
                {{ settingText(s, preferences.system) }}
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </template>
    <template #plate>
      <StampedPlate
        :data-ready="!assessment.stops.length"
        :title="assessment.handedOver ? 'Handed over' : assessment.stops.length ? 'Not road-ready' : 'Ready to go'"
      >
        <template v-if="recovered">
          <p class="muted">Rear squat recovered</p>
          <div class="figures">
            <span class="figure"
              >{{ Math.round(100 * recovered.share)
              }}<span class="unit"
                >± {{ Math.round(100 * recovered.tolerance) }} %, {{ len(Math.abs(recovered.short)) }}
                {{ recovered.short > 0 ? 'under' : 'over' }} empty</span
              ></span
            >
          </div>
        </template>
        <template v-if="assessment.handedOver">
          <p class="words">{{ shop.dateTime(assessment.handedOver.at) }}</p>
          <p>
            to {{ assessment.handedOver.body.kind === 'handed-over' ? assessment.handedOver.body.to : '' }}, by
            {{ assessment.handedOver.by }}
          </p>
          <p class="again">
            <button v-if="takeBack" class="plain small" @click="reopen">It has not left</button>
            <el-button v-if="owes" size="small" @click="lookAgain">Check after the first miles</el-button>
            <button class="plain small" @click="returnVisit">Open a return visit</button>
          </p>
          <p v-if="refused" class="refused small" role="alert">{{ refused }}</p>
        </template>
        <ul v-else-if="assessment.stops.length" class="blocks">
          <li v-for="(b, i) in assessment.stops" :key="i" :data-code="b.code">
            <StateSign state="stop" />
            <RouterLink :to="{ name: b.stage, params: { id: job.id } }">{{
              stopText(b, preferences.system)
            }}</RouterLink>
          </li>
        </ul>
        <form v-else class="go" @submit.prevent="handOver">
          <input
            v-model="to"
            class="control"
            placeholder="who drives it away"
            aria-label="Handed over to"
            :maxlength="recordMaxLength('handed-over', 'to')"
          />
          <el-button type="primary" native-type="submit">Hand over</el-button>
          <p v-if="refused" class="refused small" role="alert">{{ refused }}</p>
        </form>
        <p v-if="assessment.late.length" class="note stop" data-code="late-records">
          {{ assessment.late.length }} record(s) came in after it was handed over, from
          {{ [...new Set(assessment.late.map((r) => r.origin?.tablet))].join(', ') }}. Look at them, then hand it over
          again.
        </p>
        <p v-for="u in unsent" :key="u.tablet" class="note caution" data-code="unsent">
          {{ u.tablet }} {{ u.unsent ? `holds ${u.unsent} not sent` : 'worked on this job and is not connected' }}, last
          heard of {{ shop.dateTime(u.seenAt) }}. Bring it back to the network first.
        </p>
        <PlateRow
          v-for="r in rises"
          :key="r.end"
          :label="`${r.end === 'rear' ? 'Rear' : 'Front'}, empty, against before`"
          :state="r.left !== null && r.left < 0 ? 'stop' : undefined"
          :says="
            r.left === null
              ? 'two readings at one mark, one from the other'
              : `two readings at one mark, one from the other; ${len(Math.max(0, r.left))} of its travel down is left`
          "
          >{{ r.rise >= 0 ? '+' : '−' }}{{ len(Math.abs(r.rise)) }} ± {{ len(r.tolerance) }}</PlateRow
        >
        <p v-for="text in found" :key="text" class="note" data-found>{{ text }}</p>
        <p v-if="assessment.chosen.length && !assessment.handedOver" class="lamps">
          Headlamp aim
          <el-segmented
            :model-value="aim"
            size="small"
            :options="[
              { value: 'checked', label: 'checked' },
              { value: 'to-check', label: 'to check' },
            ]"
            aria-label="Headlamp aim"
            @update:model-value="setAim"
          />
        </p>
        <PlateRow
          label="Skipped steps"
          :state="assessment.steps.some((s) => s.outcome === 'skipped') ? 'caution' : undefined"
          >{{ assessment.steps.filter((s) => s.outcome === 'skipped').length }}</PlateRow
        >
        <PlateRow label="Deviations">{{ assessment.openItems?.deviations.length ?? 0 }}</PlateRow>
        <p class="papers">
          <a :href="`${paper('card.pdf')}?units=${preferences.system}`" target="_blank">Owner's card</a>
          <a :href="`${paper('record.pdf')}?units=${preferences.system}`" target="_blank">Work record</a>
          <a :href="`${paper('labels.pdf')}?units=${preferences.system}`" target="_blank">Labels</a>
          <a :href="paper('follow-ups.ics')">Follow-ups</a>
          <a :href="paper('export')">Job as a file</a>
        </p>
        <p class="note">
          Clearance is checked with the load on.<template v-if="names.length">
            Torque again after 100 miles: {{ names.join(', ') }}.</template
          ><template v-if="assessment.chosen.some((c) => c.minimum)">
            Read the bags after 24 h and after the first month.</template
          >
          Lamps may need aiming: local codes and a licensed technician decide.
        </p>
      </StampedPlate>
    </template>
  </StageColumns>
</template>

<style scoped>
.again {
  display: flex;
  gap: 16px;
  margin: 4px 0;
}
.left {
  padding: 3px 12px;
}
.blocks {
  list-style: none;
  padding: 0;
  margin: 6px 0;
  font-size: 13px;
  max-height: 190px;
  overflow: auto;
}
.blocks li {
  padding: 3px 0;
}
.go {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
}
.go input {
  flex: 1;
}
.refused {
  color: var(--oxide);
  flex-basis: 100%;
}
.lamps {
  display: flex;
  align-items: center;
  justify-content: space-between;
  margin: 6px 0;
}
.papers {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  padding-top: 10px;
  font-weight: 500;
}
</style>
