<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import type { Entry, Found, KitSummary } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import { newKey } from '../api/key'
import { failureText } from '../fields/file'
import StateSign from '../fields/StateSign.vue'
import { useSession } from '../stores/session'
import { useSettings } from '../stores/settings'
import { useShop } from '../stores/shop'

/** What a shop does first, until it is done: people, a kit, a job, a wrench. */
const emit = defineEmits<{ job: [] }>()
const shop = useShop()
const settings = useSettings()
const session = useSession()
const people = ref<number | null>(null)
const kits = ref<number | null>(null)
const failure = ref('')
const busy = ref(false)
/** Steps that somebody put aside: one person may be the whole shop. */
const aside = useLocalStorage<string[]>('first-steps-aside', [])
async function load() {
  const [who, found] = await Promise.all([
    call<Entry<unknown>[]>('/people').catch(() => null),
    call<Found<KitSummary>>('/kits?limit=1').catch(() => null),
  ])
  people.value = who?.length ?? null
  kits.value = found?.total ?? null
}
void load()
void settings.load().catch(() => undefined)
const mayWrite = computed(() => session.may('desk'))
const steps = computed(() => [
  {
    id: 'people',
    done: (people.value ?? 2) > 1,
    text: 'People: who works here, each with a password or PIN',
    to: { name: 'people' },
  },
  { id: 'kit', done: (kits.value ?? 1) > 0, text: 'A kit: typed from its paper', to: { name: 'kits' } },
  { id: 'job', done: (shop.jobs ?? []).length > 0, text: 'A job: a vehicle that came in', to: null },
  {
    id: 'wrench',
    done: settings.settings.wrenches.length > 0,
    text: 'A wrench: its range and when it was calibrated',
    to: { name: 'shop' },
  },
])
const open = computed(() => steps.value.filter((s) => !s.done && !aside.value.includes(s.id)))
const isLoaded = computed(() => people.value !== null && kits.value !== null && shop.jobs !== null)
async function samples() {
  busy.value = true
  failure.value = ''
  try {
    await call('/kits/samples', { method: 'POST', body: {}, key: newKey() })
    await load()
  } catch (error) {
    failure.value = failureText(error)
  }
  busy.value = false
}
</script>

<template>
  <section v-if="isLoaded && mayWrite && open.length" class="card first" data-first-steps>
    <header><h2>First steps</h2></header>
    <ul>
      <li v-for="s in steps" :key="s.id" :data-first="s.id" :data-done="s.done">
        <StateSign :state="s.done ? 'fine' : 'unknown'" />
        <span>{{ s.text }}</span>
        <template v-if="!s.done && !aside.includes(s.id)">
          <RouterLink v-if="s.to" :to="s.to">do it</RouterLink>
          <el-button v-else link type="primary" @click="emit('job')">New job</el-button>
          <el-button v-if="s.id === 'kit'" link type="primary" :loading="busy" @click="samples"
            >look around with sample kits</el-button
          >
          <el-button link size="small" :aria-label="`Put aside: ${s.text}`" @click="aside = [...aside, s.id]"
            >put aside</el-button
          >
        </template>
      </li>
    </ul>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
  </section>
</template>

<style scoped>
.first {
  margin-bottom: 12px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 6px 12px 10px;
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  min-height: 30px;
}
li > :first-child {
  align-self: center;
}
</style>
