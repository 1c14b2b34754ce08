<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import type { LogLine } from '@stout-shackle/core/contract'
import { recordText } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { onShopEvent } from '../stores/events'
import { usePreferences } from '../stores/preferences'
import { useSettings } from '../stores/settings'

const preferences = usePreferences()
const shop = useSettings()
const lines = shallowRef<LogLine[] | null>(null)
const failure = ref('')
async function load() {
  try {
    lines.value = await call<LogLine[]>('/log')
    failure.value = ''
  } catch (error) {
    failure.value = (error as Error).message
  }
}
void load()
onShopEvent('record', () => void load())
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
            <td class="small">{{ shop.dateTime(line.record.at) }}</td>
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
    </section>
  </div>
</template>

<style scoped>
td {
  height: 30px;
}
.corrected .what {
  text-decoration: line-through;
  color: var(--muted);
}
</style>
