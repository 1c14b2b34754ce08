<script setup lang="ts">
import { computed, ref } from 'vue'
import { recordMaxLength, type RecordOf } from '@stout-shackle/core/records'
import { AXLES, type AxleEnd } from '@stout-shackle/core/vehicle'
import { situationText, SUPPORT_NAMES } from '@stout-shackle/core/wording'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** How the vehicle stands by what was recorded, and what to say where that is not so, or a bracket was moved. */
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const now = computed(() => situationText(assessment.value.proof.now, job.value, preferences.system))

type Moved = RecordOf<'moved'>['body']
const down = (settled: boolean): Moved => ({ kind: 'moved', support: 'on-wheels', wheels: 'on', axle: null, settled })
const up = (support: Moved['support'], axle: AxleEnd, wheels: 'on' | 'off'): Moved => ({
  kind: 'moved',
  support,
  wheels,
  axle,
  settled: false,
})
const STANDS = [
  { name: 'on its wheels, rolled a length and bounced', body: down(true) },
  { name: 'on its wheels, not settled', body: down(false) },
  ...AXLES.flatMap((axle) =>
    (['axle-hanging', 'axle-raised', 'frame-raised'] as const).flatMap((support) =>
      (['on', 'off'] as const).map((wheels) => ({
        name: `${axle} end: ${SUPPORT_NAMES[support]}, wheels ${wheels}`,
        body: up(support, axle, wheels),
      })),
    ),
  ),
]
const stands = ref(-1)
function say() {
  const chosen = STANDS[stands.value]
  if (chosen) store.record(chosen.body)
  stands.value = -1
}
const axle = ref<AxleEnd>('rear')
const reason = ref('')
function moved() {
  if (!reason.value.trim()) return
  store.record({ kind: 'bracket-moved', axle: axle.value, side: null, reason: reason.value.trim() })
  reason.value = ''
}
</script>

<template>
  <section class="card">
    <header>
      <h2>How it stands</h2>
      <span class="small muted" data-stands>{{ now }}</span>
    </header>
    <div class="rows small">
      <label
        >It stands another way
        <select v-model.number="stands" class="control" aria-label="It stands another way" @change="say">
          <option :value="-1">as recorded</option>
          <option v-for="(s, i) in STANDS" :key="s.name" :value="i">{{ s.name }}</option>
        </select></label
      >
      <form @submit.prevent="moved">
        <label
          >A bracket was moved at the
          <select v-model="axle" class="control" aria-label="Axle of the moved bracket">
            <option v-for="a in AXLES" :key="a" :value="a">{{ a }}</option>
          </select></label
        >
        <input
          v-model="reason"
          class="control"
          placeholder="why"
          aria-label="Why the bracket was moved"
          :maxlength="recordMaxLength('bracket-moved', 'reason')"
        />
        <button class="plain">save</button>
      </form>
    </div>
  </section>
</template>

<style scoped>
.rows {
  display: grid;
  gap: 6px;
  padding: 6px 12px 10px;
}
form {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
