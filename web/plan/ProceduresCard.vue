<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { isForPlatform, type Procedure } from '@stout-shackle/core/kit'
import { proceduresUsed } from '@stout-shackle/core/plan'
import { PROCEDURE_NAMES } from '@stout-shackle/core/wording'
import type { Entry, Found } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import { useOpenJob } from '../stores/job'

/** Instructions beside the kits' that a job's plan is made from, and those that there are for this vehicle. */
const { store, job } = useOpenJob()
const library = shallowRef<Entry<Procedure>[]>([])
const away = ref(false)
call<Found<Procedure>>('/procedures')
  .then((found) => (library.value = found.entries))
  .catch(() => (away.value = true))
const taken = computed(() => job.value.procedures)
const isOn = (id: string) => taken.value.some((p) => p.procedure.id === id)
/** Those of this vehicle's platform and of the shop that are not taken in. */
const missing = computed(() =>
  library.value.filter(
    ({ document: p }) => p.kind !== 'accessory' && !isOn(p.id) && isForPlatform(p, job.value.vehicle.platform),
  ),
)
const accessories = computed(() =>
  library.value.filter(
    ({ document: p }) => p.kind === 'accessory' && !isOn(p.id) && isForPlatform(p, job.value.vehicle.platform),
  ),
)
const used = computed(
  () =>
    new Set(
      proceduresUsed(
        job.value.kits,
        taken.value.map((p) => p.procedure),
        job.value.vehicle,
        job.value.survey,
      ).map((p) => p.id),
    ),
)
const newer = (id: string, version: number) =>
  library.value.find((e) => e.document.id === id && e.version > version) ?? null
const take = (entries: readonly Entry<Procedure>[]) =>
  store.edit((j) => ({
    ...j,
    procedures: [
      ...j.procedures.filter((p) => !entries.some((e) => e.document.id === p.procedure.id)),
      ...entries.map(({ document, version }) => ({ procedure: document, version, altered: null })),
    ],
  }))
const drop = (id: string) =>
  store.edit((j) => ({ ...j, procedures: j.procedures.filter((p) => p.procedure.id !== id) }))
const picked = ref('')
function takePicked() {
  const entry = accessories.value.find((e) => e.document.id === picked.value)
  if (entry) take([entry])
  picked.value = ''
}
</script>

<template>
  <section class="card lists" data-procedures>
    <h3>Beside the kit's instructions</h3>
    <p v-for="{ procedure: p, version } in taken" :key="p.id" class="line">
      {{ p.name }}
      <span class="small muted"
        >{{ PROCEDURE_NAMES[p.kind] }}, version {{ version
        }}{{ used.has(p.id) ? '' : ', nothing here asks for it' }}</span
      >
      <button v-if="newer(p.id, version)" class="plain" @click="take([newer(p.id, version)!])">
        take version {{ newer(p.id, version)!.version }}
      </button>
      <button class="plain" :aria-label="`leave out ${p.name}`" @click="drop(p.id)">leave out</button>
    </p>
    <p v-if="!taken.length" class="small muted">
      None: lug nuts and bolts of the vehicle have no figure until you look it up.
    </p>
    <p v-if="missing.length" class="note amber">
      For this vehicle: {{ missing.map((e) => e.document.name).join('; ') }}.
      <button class="plain" @click="take(missing)">Take {{ missing.length === 1 ? 'it' : 'them' }} in</button>
    </p>
    <form v-if="accessories.length" class="line" @submit.prevent="takePicked">
      <select v-model="picked" class="control" aria-label="Accessory or second job">
        <option value="">accessory or second job</option>
        <option v-for="e in accessories" :key="e.document.id" :value="e.document.id">{{ e.document.name }}</option>
      </select>
      <button class="plain" :disabled="!picked">Add</button>
    </form>
    <p v-if="away" class="small muted">The shop's procedures cannot be read while the server is away.</p>
  </section>
</template>

<style scoped>
.lists {
  padding: 10px 14px;
  font-size: 13px;
}
.line {
  margin: 4px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
</style>
