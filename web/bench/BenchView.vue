<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import StampedPlate from '../fields/StampedPlate.vue'
import TextField from '../fields/TextField.vue'
import { usePreferences } from '../stores/preferences'
import { BENCH_PAGES } from '@stout-shackle/core/calculators'

/** Calculators that stand alone. Inputs live in the address, so that a sum can be sent to somebody. */
const route = useRoute()
const router = useRouter()
const preferences = usePreferences()
const calculator = computed(() => BENCH_PAGES.find((c) => c.id === route.params.calculator) ?? BENCH_PAGES[0]!)
const typed = computed(() => Object.fromEntries(Object.entries(route.query).map(([k, v]) => [k, String(v)])))
const result = computed(() => calculator.value.run(typed.value, preferences.system))
const set = (key: string, text: string) => void router.replace({ query: { ...route.query, [key]: text } })
const value = (event: Event) => (event.target as HTMLSelectElement).value
const bad = (key: string) => (!result.value.ok && result.value.key === key ? result.value.why : null)
const notes = computed(() => (result.value.ok ? result.value.rows.flatMap(([, , note]) => note ?? []) : []))
</script>

<template>
  <div class="page">
    <header>
      <h1>Bench</h1>
      <span class="small muted">each sum has its own address: copy it from the browser</span>
    </header>
    <div class="bench">
      <nav class="card list" aria-label="Calculators">
        <RouterLink
          v-for="c in BENCH_PAGES"
          :key="c.id"
          :to="{ name: 'bench', params: { calculator: c.id } }"
          :class="{ on: c === calculator }"
          >{{ c.title }}</RouterLink
        >
      </nav>
      <section class="card">
        <header>
          <h2>{{ calculator.title }}</h2>
        </header>
        <div class="inputs">
          <template v-for="input in calculator.inputs" :key="calculator.id + input.key">
            <label v-if="input.kind === 'choice'" class="stacked"
              >{{ input.label
              }}<select
                class="control"
                :value="typed[input.key] ?? input.usual"
                @change="set(input.key, value($event))"
              >
                <option v-for="choice in input.choices" :key="choice">{{ choice }}</option>
              </select></label
            >
            <TextField
              v-else
              :value="typed[input.key] ?? input.usual"
              :label="input.label"
              :problem="bad(input.key)"
              @update="(text) => set(input.key, text)"
            />
          </template>
        </div>
        <p class="small muted formula">{{ calculator.formula }}<br />Source: {{ calculator.source }}</p>
      </section>
      <StampedPlate :title="calculator.title">
        <template v-if="result.ok">
          <div v-for="[label, text] in result.rows" :key="label" class="row">
            <span class="muted">{{ label }}</span><span class="big">{{ text }}</span>
          </div>
          <p v-for="note in notes" :key="note" class="note">{{ note }}</p>
        </template>
        <p v-else class="words">Some entries can't be read yet</p>
      </StampedPlate>
    </div>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr) 372px;
  gap: 16px;
  align-items: start;
}
.list {
  display: flex;
  flex-direction: column;
  padding: 6px 0;
}
.list a {
  padding: 8px 14px;
  color: var(--ink);
  text-decoration: none;
  border-left: 4px solid transparent;
}
.list a:hover {
  background: #f3f0e8;
}
.list .on {
  border-color: var(--paint);
  font-weight: 600;
}
.inputs {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 16px;
  padding: 14px;
}
.formula {
  padding: 0 14px 14px;
}
.row {
  border-top: 1px solid #ece7db;
  padding: 8px 0;
  display: flex;
  flex-direction: column;
}
.big {
  font: 600 34px/1.1 var(--condensed);
  font-variant-numeric: tabular-nums;
}
</style>
