<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { kitAt } from '@stout-shackle/core/job'
import { ofKind } from '@stout-shackle/core/records'
import type { AxleEnd } from '@stout-shackle/core/vehicle'
import { benchParts, lookAlikes, type BenchPart } from '@stout-shackle/core/kit'
import { partsHere } from '@stout-shackle/core/proof'
import { formatQuantity } from '@stout-shackle/core/quantity'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** The box laid out before anything is lifted: each part to size on its side, counted, what looks alike told apart. */
const props = defineProps<{ axle: AxleEnd }>()
const { store, job, assessment } = useOpenJob()
const preferences = usePreferences()
const jobKit = computed(() => kitAt(job.value, props.axle))
const parts = computed(() =>
  jobKit.value ? benchParts(partsHere(jobKit.value, job.value), jobKit.value.kit.mounting) : [],
)
/** Bolts lie among the rest and are not counted one by one. */
const counted = computed(() => parts.value.filter((p) => !p.key.startsWith('bolt ')))
const alike = computed(() => lookAlikes(parts.value))
const len = (v: number) => formatQuantity('length', v, preferences.system)
const sizeOf = (p: BenchPart) =>
  p.thread
    ? `${p.thread}${p.length === null ? '' : ` × ${len(p.length)}`}`
    : p.length !== null && p.width !== null
      ? `${len(p.length)} × ${len(p.width)}`
      : ''
const TOLD = {
  thread: 'by their thread',
  length: 'by their length',
  width: 'by their width',
  number: 'by their number',
}
const tell = ({ parts: [a, b], by }: (typeof alike.value)[number]) => {
  const mark = (p: BenchPart) => (by === 'number' ? p.number : sizeOf(p))
  return `${a.name} (${mark(a)}) and ${b.name} (${mark(b)}): told apart ${TOLD[by]}.`
}
/** How many of each were counted last. */
const has = computed(() => {
  const found = new Map<string, number>()
  for (const r of ofKind(assessment.value.standing, 'parts-counted'))
    if (r.body.axle === props.axle) for (const c of r.body.counts) found.set(c.part, c.has)
  return found
})
const typed = reactive<Record<string, string>>({})
const refused = ref('')
function record() {
  const counts = counted.value.map((p) => ({
    part: p.key,
    has: Number(typed[p.key] ?? has.value.get(p.key) ?? NaN),
    p,
  }))
  const wrong = counts.find((c) => !Number.isInteger(c.has) || c.has < 0 || c.has > 99)
  if (wrong) {
    refused.value = `${wrong.p.name}: enter how many lie there, 0 to 99.`
    return
  }
  const short = counts.filter((c) => c.has < c.p.count)
  refused.value = short.length
    ? `Missing: ${short.map((c) => `${c.p.count - c.has} × ${c.p.name}`).join(', ')}. Recorded, and the step stays open.`
    : ''
  store.record({
    kind: 'parts-counted',
    axle: props.axle,
    counts: counts.map(({ part, has: n }) => ({ part, has: n })),
  })
}
/** All there but for what was typed otherwise: one tap. */
function all() {
  for (const p of counted.value) typed[p.key] ||= String(p.count)
  record()
}

/** Parts in three rows, left, both, right, all to one scale: drawn in millimeters. */
const ROWS = ['left', null, 'right'] as const
const GAP = 12
const BELOW = 44
const mm = (meters: number) => 1000 * meters
const rows = computed(() => {
  const laid = ROWS.map((side) => {
    let x = 0
    const all = parts.value
      .filter((p) => p.side === side && p.length !== null && p.width !== null)
      .map((p) => {
        const column = x
        x += mm(p.length!) + GAP
        return { p, x: column, wide: mm(p.length!), high: mm(p.width!) }
      })
    return { side, all, wide: x, high: Math.max(20, ...all.map((o) => o.high)) }
  }).filter((r) => r.all.length)
  let y = 0
  return laid.map((r) => {
    const row = y
    y += r.high + BELOW
    return { ...r, y: row }
  })
})
const wide = computed(() => Math.max(100, ...rows.value.map((r) => r.wide)))
const high = computed(() => rows.value.reduce((sum, r) => sum + r.high + BELOW, 0))
const numberOf = (p: BenchPart) => parts.value.indexOf(p) + 1
</script>

<template>
  <section v-if="jobKit && parts.length" data-bench-layout>
    <h2>Lay out the box and count it</h2>
    <svg
      v-if="rows.length"
      :viewBox="`-10 -30 ${wide + 20} ${high + 24}`"
      role="img"
      aria-label="Parts to one scale, by side"
    >
      <g v-for="r in rows" :key="String(r.side)">
        <text x="0" :y="r.y - 6" class="row-name">{{ r.side ?? 'either side' }}</text>
        <g v-for="o in r.all" :key="o.p.key">
          <rect :x="o.x" :y="r.y" :width="o.wide" :height="o.high" :class="{ bolt: o.p.thread }" />
          <text :x="o.x + o.wide / 2" :y="r.y + o.high / 2 + (o.high < 20 ? o.high / 2 + 24 : 8)">
            {{ numberOf(o.p) }}
          </text>
        </g>
      </g>
    </svg>
    <ul>
      <li v-for="p in parts" :key="p.key">
        <b>{{ numberOf(p) }}</b>
        <span class="name"
          >{{ p.name }} <small>{{ [p.number, sizeOf(p)].filter(Boolean).join(' · ') }}</small></span
        >
        <template v-if="counted.includes(p)">
          <input
            v-model="typed[p.key]"
            inputmode="numeric"
            :placeholder="has.has(p.key) ? String(has.get(p.key)) : '–'"
            :aria-label="`how many ${p.name}`"
          />
          <span>of {{ p.count }}</span>
        </template>
        <span v-else class="many">{{ p.count }} in the bag</span>
      </li>
    </ul>
    <p v-for="(a, i) in alike" :key="i" class="alike" data-alike>{{ tell(a) }}</p>
    <p class="buttons">
      <button @click="all">All there</button>
      <button class="go" @click="record">Record the count</button>
    </p>
    <p v-if="refused" class="refused" role="alert">{{ refused }}</p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 24px;
  margin: 0 0 6px;
}
svg {
  width: 100%;
  max-height: 320px;
  background: #14191b;
  border: 1px solid #353e42;
}
rect {
  fill: #1b7e8b;
  stroke: #7fc4cd;
  stroke-width: 1;
}
.bolt {
  fill: #8a6a2b;
  stroke: #f2c24b;
}
text {
  font: 600 24px var(--condensed);
  fill: #ede8dc;
  text-anchor: middle;
}
.row-name {
  font-size: 20px;
  fill: #aab0ae;
  text-anchor: start;
}
ul {
  list-style: none;
  padding: 0;
  margin: 8px 0;
}
li {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 52px;
  font-size: 20px;
}
li b {
  width: 30px;
}
.name {
  flex: 1;
}
small {
  color: #aab0ae;
}
li input {
  width: 84px;
  min-height: 48px;
  background: #14191b;
  color: #ede8dc;
  border: 2px solid #59646a;
  border-radius: 4px;
  font: 600 24px var(--condensed);
  text-align: center;
}
.many {
  color: #aab0ae;
}
.alike {
  color: #f2c24b;
  font-size: 20px;
  margin: 4px 0;
}
.buttons {
  display: flex;
  gap: 12px;
}
button {
  flex: 1;
  min-height: 60px;
  background: #14191b;
  color: #ede8dc;
  border: 2px solid #59646a;
  border-radius: 4px;
  font: 600 24px var(--condensed);
}
.go {
  background: #6fae7f;
  border-color: #6fae7f;
  color: #10211a;
}
.refused {
  color: #f0a08c;
}
</style>
