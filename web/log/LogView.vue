<script setup lang="ts">
import { useThrottleFn } from '@vueuse/core'
import { ref, shallowRef } from 'vue'
import type { Log, LogLine } from '@stout-shackle/core/contract'
import { recordText } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { onShopEvent } from '../stores/events'
import { usePreferences } from '../stores/preferences'
import { useSettings } from '../stores/settings'

const preferences = usePreferences()
const shop = useSettings()
const lines = shallowRef<LogLine[] | null>(null)
const failure = ref('')
const total = ref(0)
const shown = ref(100)
const MOST = 500
function more() {
  shown.value = Math.min(MOST, shown.value + 200)
  void load()
}
async function load() {
  try {
    const { total: all, entries } = await call<Log>(`/log?limit=${shown.value}`)
    lines.value = entries
    total.value = all
    failure.value = ''
  } catch (error) {
    failure.value = (error as Error).message
  }
}
void load()
const LATE_MS = 120_000
/** Where a record came other than at once: from another installation, late, or by a clock that was off. */
function howItCame({ at: time, origin }: LogLine['record']): { short: string; long: string } | null {
  if (!origin) return null
  if (origin.imported) return { short: 'imported', long: `taken in ${shop.dateTime(origin.received)}` }
  const clock = origin.clockOff ? `; clock of ${origin.tablet} was off by ${Math.round(origin.clockOff / 60)} min` : ''
  if (Date.parse(origin.received) - Date.parse(time) > LATE_MS)
    return { short: 'sent later', long: `received ${shop.dateTime(origin.received)} from ${origin.tablet}${clock}` }
  return clock ? { short: 'clock corrected', long: clock.slice(2) } : null
}
const soon = useThrottleFn(() => load(), 1000, true)
onShopEvent('record', () => void soon())
</script>

<template>
  <div class="page">
    <header>
      <h1>Log</h1>
      <span class="small muted">what was read and done, newest first; nothing is ever overwritten</span>
    </header>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    <p v-if="lines?.length === 0" class="note">Nothing recorded yet. Readings and steps of every job appear here.</p>
    <section v-if="lines?.length" class="card">
      <table class="dense">
        <thead>
          <tr>
            <th>When</th>
            <th>Job</th>
            <th>What</th>
            <th>By</th>
            <th>Correction</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in lines" :key="line.record.id" :class="{ corrected: line.corrected }">
            <td class="small">
              {{ shop.dateTime(line.record.at) }}
              <span v-if="howItCame(line.record)" class="muted" :title="howItCame(line.record)!.long">{{
                howItCame(line.record)!.short
              }}</span>
            </td>
            <td>
              <RouterLink :to="{ name: 'measure', params: { id: line.job.id } }">{{ line.job.number }}</RouterLink>
              <span class="small muted">{{ line.job.title }}</span>
            </td>
            <td class="what">{{ recordText(line.record.body, preferences.system, line.names) }}</td>
            <td>{{ line.record.by }}</td>
            <td class="small muted">
              {{ line.record.supersedes?.why ?? (line.corrected ? 'corrected later' : '') }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="total > (lines?.length ?? 0) && shown < MOST" class="more">
        <button class="plain" @click="more">show older</button>
        <span class="small muted">{{ lines?.length }} of {{ total }}</span>
      </p>
    </section>
  </div>
</template>

<style scoped>
.more {
  padding: 8px 14px;
}
td {
  height: 30px;
}
.corrected .what {
  text-decoration: line-through;
  color: var(--muted);
}
</style>
