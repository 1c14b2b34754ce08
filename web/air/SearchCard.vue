<script setup lang="ts">
import { computed, ref } from 'vue'
import { suspectName, tubeName, type LeakTest } from '@stout-shackle/core/circuit'
import type { Circuit } from '@stout-shackle/core/fittings'
import { recordLimits } from '@stout-shackle/core/records'
import type { LeakHunt, AirCheckState } from '@stout-shackle/core/stages'
import QuantityField from '../fields/QuantityField.vue'
import { useOpenJob } from '../stores/job'

/** It loses air: the next best test, and the order of suspicion after each answer. */
const props = defineProps<{ hunt: LeakHunt; check: AirCheckState; circuit: Circuit }>()
const emit = defineEmits<{ select: [id: string] }>()
const { store } = useOpenJob()

const SHOWN = 6
const order = computed(() => props.hunt.order.slice(0, SHOWN))
const found = computed(() => {
  const last = props.hunt.answers.findLast((a) => a.found && a.test.kind === 'soap')?.test
  const suspect = last?.kind === 'soap' ? props.hunt.search.suspects.find((s) => s.id === last.suspect) : undefined
  return suspect ? suspectName(props.circuit, suspect) : null
})
function ask(test: LeakTest): { title: string; how: string; yes: string; no: string } {
  switch (test.kind) {
    case 'soap': {
      const suspect = props.hunt.search.suspects.find((s) => s.id === test.suspect)!
      const name = suspectName(props.circuit, suspect)
      return {
        title: `Soap: ${name}`,
        how: 'At the test pressure, and watch it.',
        yes: 'bubbles',
        no: 'no bubbles',
      }
    }
    case 'listen':
      return {
        title: 'Listen along the lines',
        how: 'Compressor and engine off, ear or a length of hose along every line.',
        yes: 'heard it',
        no: 'nothing',
      }
    case 'close-off': {
      const tube = props.circuit.tubes.find((t) => t.id === test.tube)!
      return {
        title: `Close off: ${tubeName(props.circuit, tube)}`,
        how: `Air out, pull the bag's end of it and plug it, air in again, and watch the gauge ${Math.round(test.minutes)} min.`,
        yes: 'still falls',
        no: 'holds',
      }
    }
  }
}
const next = computed(() => (props.hunt.next ? { test: props.hunt.next, ...ask(props.hunt.next) } : null))
/** As the gauge shows it while soaping, and how long it was watched: typed, never taken over from the plan. */
const gauge = ref<number | null>(null)
const watched = ref('')
const refused = ref('')
function answer(test: LeakTest, yes: boolean) {
  const minutes = watched.value.trim() === '' ? NaN : Number(watched.value.replace(',', '.'))
  refused.value = ''
  if (test.kind === 'soap') {
    if (gauge.value === null) refused.value = 'Type the pressure the gauge shows while soaping.'
    else if (!yes && !(minutes > 0 && minutes <= 240)) refused.value = 'Type how many minutes it was watched.'
    if (refused.value || gauge.value === null) return
    emit('select', test.suspect)
    store.record({
      kind: 'connection',
      connection: test.suspect,
      result: yes ? 'bubbles' : 'no-bubbles',
      pressure: gauge.value,
      minutes: minutes > 0 && minutes <= 240 ? minutes : null,
      reason: '',
    })
    watched.value = ''
    return
  }
  store.record({
    kind: 'leak-test',
    axle: props.check.axle,
    side: props.check.side,
    test: test.kind,
    tube: test.kind === 'close-off' ? test.tube : null,
    found: yes,
  })
}
const percent = (p: number) => `${Math.round(100 * p)} %`
</script>

<template>
  <div data-card="search">
    <h4>Where to look</h4>
    <table class="dense">
      <tbody>
        <tr v-for="s in order" :key="s.suspect.id" :data-suspect="s.suspect.id">
          <td>
            <button type="button" class="plain name" @click="emit('select', s.suspect.id)">
              {{ suspectName(circuit, s.suspect) }}
            </button>
          </td>
          <td class="num">{{ percent(s.probability) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="found" class="note stop" data-found>Bubbles: {{ found }}. Put it right, then soap it again.</p>
    <div v-else-if="next" class="note next" :data-next="next.test.id">
      <strong>{{ next.title }}</strong> · {{ next.test.minutes < 1 ? '30 s' : `${Math.round(next.test.minutes)} min` }}
      <p class="small">{{ next.how }}</p>
      <span v-if="next.test.kind === 'soap'" class="acts">
        <QuantityField
          :value="gauge"
          kind="pressure"
          label="Gauge, soaping here"
          v-bind="recordLimits('connection', 'pressure')"
          @update="(v) => (gauge = v)"
        />
        <label class="small muted"
          >watched, min<input
            v-model="watched"
            class="control few"
            inputmode="decimal"
            aria-label="Minutes watched here"
        /></label>
      </span>
      <p v-if="refused" class="stop small" role="alert">{{ refused }}</p>
      <span class="acts">
        <el-button size="small" @click="answer(next.test, true)">{{ next.yes }}</el-button>
        <el-button size="small" @click="answer(next.test, false)">{{ next.no }}</el-button>
      </span>
    </div>
    <p class="small muted">
      By how often each kind leaks, from memory and from what this shop found, and what it takes to look.
    </p>
  </div>
</template>

<style scoped>
h4 {
  margin: 10px 0 2px;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 6px;
}
.few {
  width: 64px;
}
.stop {
  color: var(--oxide);
}
.next {
  border-left: 3px solid var(--amber-sign);
}
</style>
