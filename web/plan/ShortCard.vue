<script setup lang="ts">
import { computed, onScopeDispose, shallowRef, watch } from 'vue'
import { wrap } from 'comlink'
import type { StockLine } from '@stout-shackle/core/contract'
import { shortOf, type ShortRow } from '@stout-shackle/core/stages/hand'
import { formatRun } from '@stout-shackle/core/quantity'
import { shortText } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import type { HandWork } from '../hand/hand.worker'
import StateSign from '../fields/StateSign.vue'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** What this job needs beyond the box, from every stage, with what the shop has of it and which steps cannot begin. */
const { job, assessment } = useOpenJob()
const preferences = usePreferences()
const known = computed(() => ({
  job: job.value,
  active: assessment.value.active,
  steps: assessment.value.steps.map((s) => s.step),
  torques: assessment.value.torques,
  standing: assessment.value.standing.filter((r) => r.body.kind === 'parts-counted'),
}))
const found = shallowRef<{ rows: ShortRow[]; over: { name: string; count: number }[] } | null>(null)
/** What is known at once; lines come once they were worked out beside the page. */
const rows = computed(() => found.value?.rows ?? shortOf(known.value, false))
const over = computed(() => found.value?.over ?? [])
let worker: Worker | null = null
function end() {
  worker?.terminate()
  worker = null
}
const asked = computed(() => {
  const { vehicle, survey, kits, circuit, air, supply, procedures } = job.value
  const figures = assessment.value.torques.map((t) => t.makerFigure ?? null)
  return JSON.stringify([vehicle, survey, kits, circuit, air, supply, procedures, figures, known.value.standing.length])
})
async function work() {
  end()
  found.value = null
  if (typeof Worker === 'undefined') return
  worker = new Worker(new URL('../hand/hand.worker.ts', import.meta.url), { type: 'module' })
  const thread = worker
  worker.onerror = end
  const answer = await wrap<HandWork>(worker).short(JSON.stringify(known.value))
  if (thread !== worker) return
  found.value = answer
  end()
}
watch(asked, () => void work().catch(end), { immediate: true })
onScopeDispose(end)

const stock = shallowRef<StockLine[]>([])
void call<StockLine[]>('/stock')
  .then((lines) => (stock.value = lines))
  .catch(() => undefined)
/** A length is told up to its step; what is there is told down. */
const ROUNDED = 0.0127
/** What the shop has free of it; empty for what it does not keep. */
function stockText(row: ShortRow): string {
  const name = 'name' in row ? row.name.toLowerCase() : row.is
  const line =
    row.is === 'part' && row.item
      ? stock.value.find((s) => s.item.id === row.item)
      : stock.value.find((s) => s.item.kit === null && s.item.name.toLowerCase().includes(name))
  if (!line) return ''
  return line.item.unit === 'm' ? formatRun(Math.max(0, line.free - ROUNDED), preferences.system) : String(line.free)
}
const numbers = (row: ShortRow) =>
  row.steps.map((id) => assessment.value.steps.findIndex((s) => s.step.id === id) + 1).filter((n) => n > 0)
</script>

<template>
  <section class="card" data-card="short">
    <header>
      <h2>Needed beyond the box</h2>
      <span v-if="!found" class="small muted" role="status">lines are being worked out</span>
    </header>
    <p v-if="found && !rows.length" class="none"><StateSign state="fine" /> Nothing: the box has it all.</p>
    <ul v-else>
      <li v-for="(row, i) in rows" :key="i" :data-short="row.is">
        <StateSign :state="row.steps.length ? 'caution' : 'unknown'" /> {{ shortText(row, preferences.system) }}
        <span v-if="stockText(row)" class="small muted">· {{ stockText(row) }} in stock</span>
        <strong v-if="numbers(row).length" class="small" data-waits
          >step {{ numbers(row).join(', ') }} cannot begin without it</strong
        >
      </li>
    </ul>
    <p v-if="over.length" class="small muted none" data-over>
      Stays over: {{ over.map((o) => `${o.count} × ${o.name}`).join(', ') }}. Anything more that is left: look for where
      it belongs.
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 4px 12px 8px;
}
li {
  padding: 2px 0;
}
li strong {
  color: var(--amber);
  margin-left: 6px;
}
.none {
  margin: 6px 12px;
}
</style>
