<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import type { History } from '@stout-shackle/core/contract'
import { formatNumber, formatQuantity, UNITS } from '@stout-shackle/core/quantity'
import { AXLES } from '@stout-shackle/core/vehicle'
import { AXLE_NAMES, MARK_NAMES, WORK_NAMES } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { useOpenJob } from '../stores/job'
import { usePreferences } from '../stores/preferences'

/** How the vehicle left last time, and its earlier visits; nothing where this is the first. */
const { job } = useOpenJob()
const preferences = usePreferences()
const history = shallowRef<History | null>(null)
watch(
  () => job.value.history,
  async (id) => {
    const found = id ? await call<History>(`/histories/${encodeURIComponent(id)}`).catch(() => null) : null
    // Another job may be open by now.
    if (id === job.value.history) history.value = found
  },
  { immediate: true },
)
const earlier = computed(() => (history.value?.visits ?? []).filter((v) => v.job !== job.value.id && v.handedOver))
const last = computed(() => earlier.value.at(-1) ?? null)
const owner = computed(() => history.value?.owners.at(-1) ?? null)
const len = (v: number | null) => (v === null ? '–' : formatQuantity('length', v, preferences.system))
const p = (v: number) => formatNumber('pressure', v, preferences.system)
const psi = computed(() => UNITS.pressure[preferences.system].symbol)
</script>

<template>
  <section v-if="last" class="card left" data-history>
    <header>
      <h2>As it left on {{ last.day }}</h2>
      <span class="small muted"
        >visit {{ earlier.length + 1 }}{{ owner ? `, ${owner.name} since ${owner.from}` : '' }}; job {{ last.number }},
        {{ last.title }}</span
      >
    </header>
    <table class="dense">
      <thead>
        <tr>
          <th>{{ MARK_NAMES[last.mark] }}</th>
          <th class="num">empty</th>
          <th class="num">loaded</th>
          <th class="num">left / right {{ psi }}</th>
          <th>Kit</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="axle in AXLES" :key="axle">
          <td>{{ AXLE_NAMES[axle] }}</td>
          <td class="num">{{ len(last.empty[axle]) }}</td>
          <td class="num">{{ len(last.loaded[axle]) }}</td>
          <td class="num">
            {{ last.pressures[axle] ? `${p(last.pressures[axle].left)} / ${p(last.pressures[axle].right)}` : '–' }}
          </td>
          <td class="small">
            {{
              last.kits
                .filter((k) => k.axle === axle)
                .map((k) => `${k.name}, ${WORK_NAMES[k.work]}`)
                .join('; ') || '–'
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="earlier.length > 1" class="small muted">
      Before that:
      {{
        earlier
          .slice(0, -1)
          .map((v) => `${v.day}, job ${v.number}, ${v.title}`)
          .join('; ')
      }}.
    </p>
  </section>
</template>

<style scoped>
.left p {
  margin: 4px 12px 8px;
}
</style>
