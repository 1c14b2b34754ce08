<script setup lang="ts">
import { useSessionStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { DRIVE_MARKS, recordMaxLength, type DriveMark, type RecordOf } from '@stout-shackle/core/records'
import { driveRefused } from '@stout-shackle/core/judge'
import { driveCompared } from '@stout-shackle/core/stages'
import { DRIVE_MARK_NAMES, refusedRecordText } from '@stout-shackle/core/wording'
import { useOpenJob } from '../stores/job'
import { useSettings } from '../stores/settings'

/** The same drive with the same load, before and after: five marks by one person. Nothing waits for it. */
const props = defineProps<{ timing: 'before' | 'after' }>()
const { store, job, assessment } = useOpenJob()
const shop = useSettings()
const drives = computed(() => driveCompared(assessment.value.standing))
const mine = computed(() => drives.value?.[props.timing] ?? null)
const before = computed(() => (props.timing === 'after' ? (drives.value?.before ?? null) : null))

type Marks = Record<DriveMark, number | null>
const none = (): Marks => ({ bumps: null, sway: null, braking: null, steering: null, noise: null })
const blank = () => ({
  marks: none(),
  note: '',
  road: '',
  rides: false,
  name: '',
  words: '',
  bounces: '',
  seconds: '',
  open: false,
})
/** What is typed and not saved, for each job: a page that is loaded again has it still. */
const typed = useSessionStorage(() => `road-test ${job.value.id} ${props.timing}`, blank)
/** What was driven with before, until somebody says otherwise. */
const chosenLoad = ref<string | null>()
const load = computed({
  get: () => (chosenLoad.value === undefined ? (before.value?.body.loadCase ?? '') : (chosenLoad.value ?? '')),
  set: (id: string) => (chosenLoad.value = id || null),
})
const loads = computed(() => [{ id: '', name: 'Empty' }, ...job.value.loadCases.filter((c) => c.items.length)])
const body = computed((): RecordOf<'road-test'>['body'] => ({
  kind: 'road-test',
  timing: props.timing,
  loadCase: load.value || null,
  road: typed.value.road.trim() || (before.value?.body.road ?? ''),
  marks: { ...typed.value.marks },
  note: typed.value.note.trim(),
  second: typed.value.rides && typed.value.name.trim() ? secondOf() : null,
}))
const figure = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')))
const isIn = (v: number | null, most: number, whole: boolean) =>
  v === null || (v >= 0 && v <= most && (!whole || Number.isInteger(v)))
const secondOf = () => ({
  name: typed.value.name.trim(),
  words: typed.value.words.trim(),
  bounces: figure(typed.value.bounces),
  seconds: figure(typed.value.seconds),
})
const hinders = computed(() => {
  const refusal = driveRefused(body.value, assessment.value)
  return refusal ? refusedRecordText(refusal) : ''
})
const refused = ref('')
function save() {
  const wrong = [
    DRIVE_MARKS.every((m) => typed.value.marks[m] === null) && 'Give one mark or more, 1 is bad, 5 is good.',
    typed.value.rides && !typed.value.name.trim() && 'Who rode along: enter the name.',
    typed.value.rides && !isIn(figure(typed.value.bounces), 20, true) && 'Bounces: a whole number, 0 to 20.',
    typed.value.rides && !isIn(figure(typed.value.seconds), 60, false) && 'Seconds: 0 to 60.',
  ].find(Boolean)
  refused.value = wrong || ''
  if (wrong) return
  store.record(body.value)
  typed.value = blank()
}
const nameOfLoad = (id: string | null) => job.value.loadCases.find((c) => c.id === id)?.name ?? 'empty'
/** What the figures say of the same: how it bounces on its springs, without and with the kit. */
const bounce = computed(() =>
  (['front', 'rear'] as const).flatMap((axle) => {
    const frequency = assessment.value.active.level[axle]?.frequency
    return frequency?.without ? [{ axle, without: frequency.without, with: frequency.with }] : []
  }),
)
</script>

<template>
  <section class="card" data-card="road-test">
    <header>
      <h2>Road test, {{ timing }}</h2>
      <span class="small muted">same road, same load, one person; 1 is bad, 5 is good. You can leave it out.</span>
    </header>
    <table v-if="mine || before" class="dense">
      <thead>
        <tr>
          <th />
          <th v-for="m in DRIVE_MARKS" :key="m" class="num">{{ DRIVE_MARK_NAMES[m] }}</th>
          <th>load</th>
          <th>by</th>
        </tr>
      </thead>
      <tbody>
        <template
          v-for="[name, r] in [
            ['before', before],
            [timing, mine],
          ] as const"
          :key="name"
        >
          <tr v-if="r" :data-drive="name">
            <td>{{ name }}</td>
            <td v-for="m in DRIVE_MARKS" :key="m" class="num">{{ r.body.marks[m] ?? '–' }}</td>
            <td>{{ nameOfLoad(r.body.loadCase) }}</td>
            <td>
              {{ r.by }}, {{ shop.dateTime(r.at) }}<template v-if="r.body.note">: {{ r.body.note }}</template>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="before && mine && !drives?.comparable" class="note">
      Another load or another person: the two drives are not compared.
    </p>
    <p v-for="b in timing === 'after' ? bounce : []" :key="b.axle" class="small muted says">
      By the figures the {{ b.axle }} bounces {{ b.without.toFixed(1) }} times a second without the kit,
      {{ b.with.toFixed(1) }} with it.
    </p>
    <p v-if="hinders && !mine" class="note" data-hinders>{{ hinders }}</p>
    <el-button v-else-if="!typed.open" class="begin" @click="typed.open = true">{{
      mine ? 'Drive it again' : 'Enter the marks'
    }}</el-button>
    <form v-if="typed.open && !hinders" @submit.prevent="save">
      <label class="small"
        >Load
        <el-select v-model="load" aria-label="Load on the drive">
          <el-option v-for="c in loads" :key="c.id" :value="c.id" :label="c.name" /> </el-select
      ></label>
      <div v-for="m in DRIVE_MARKS" :key="m" class="mark">
        <span>{{ DRIVE_MARK_NAMES[m] }}</span>
        <el-segmented
          v-model="typed.marks[m]"
          :options="[1, 2, 3, 4, 5]"
          :aria-label="`${DRIVE_MARK_NAMES[m]}, 1 to 5`"
        />
      </div>
      <el-input
        v-model="typed.road"
        :maxlength="recordMaxLength('road-test', 'road')"
        :placeholder="before?.body.road || 'which road'"
        aria-label="Road"
      />
      <el-input
        v-model="typed.note"
        :maxlength="recordMaxLength('road-test', 'note')"
        placeholder="anything else"
        aria-label="Note on the drive"
      />
      <el-checkbox v-model="typed.rides" label="Somebody rode along" />
      <template v-if="typed.rides">
        <el-input v-model="typed.name" placeholder="who" aria-label="Who rode along" maxlength="60" />
        <el-input v-model="typed.words" placeholder="what they say" aria-label="What they say" maxlength="400" />
        <el-input v-model="typed.bounces" placeholder="bounces after a bump" aria-label="Bounces after a bump" />
        <el-input v-model="typed.seconds" placeholder="seconds until still" aria-label="Seconds until still" />
      </template>
      <el-button type="primary" native-type="submit">Save</el-button>
      <p v-if="refused" class="note stop" role="alert">{{ refused }}</p>
    </form>
  </section>
</template>

<style scoped>
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding: 8px 12px;
}
form .el-input,
form .el-select {
  width: 210px;
}
.mark {
  display: flex;
  align-items: center;
  gap: 8px;
}
.says,
.begin {
  margin: 6px 12px;
}
.card .note {
  margin: 6px 12px;
}
</style>
