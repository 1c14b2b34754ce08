<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import {
  freeId,
  idOf,
  PLAIN_OPERATION,
  PROCEDURE_KINDS,
  type Procedure,
  type ProcedureKind,
} from '@stout-shackle/core/kit'
import { PROCEDURE_NAMES } from '@stout-shackle/core/wording'
import type { Entry, Found } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import { newKey } from '../api/key'
import { failureText } from '../fields/file'
import { useShop } from '../stores/shop'

/** Instructions that are no kit's: of vehicles, the shop itself, accessories and second jobs. */
const router = useRouter()
const shop = useShop()
void shop.loadPlatforms()
const entries = shallowRef<Entry<Procedure>[]>([])
const failure = ref('')
const loading = ref(true)
const kind = ref<ProcedureKind>('vehicle')
const name = ref('')
const source = ref('')
const platform = ref('')
async function load() {
  try {
    entries.value = (await call<Found<Procedure>>('/procedures')).entries
  } catch (error) {
    failure.value = failureText(error)
  }
  loading.value = false
}
void load()
const platformNames = (ids: readonly string[]) =>
  ids.map((id) => shop.platforms.find((p) => p.id === id)?.name ?? id).join(', ') || 'any'
async function add() {
  failure.value =
    !name.value.trim() || !source.value.trim()
      ? 'Enter a name, and the paper and page its figures come from.'
      : kind.value === 'vehicle' && !platform.value
        ? 'Choose the platform it is for.'
        : ''
  if (failure.value) return
  const procedure: Procedure = {
    id: freeId(
      idOf(name.value),
      entries.value.map((e) => e.document.id),
    ),
    kind: kind.value,
    name: name.value.trim(),
    source: source.value.trim(),
    axle: null,
    compressor: null,
    turns: [],
    platforms: kind.value === 'vehicle' ? [platform.value] : [],
    when: [],
    use: kind.value === 'vehicle' ? 'where-named' : 'always',
    parts: [],
    fasteners: [],
    operations: [
      { ...PLAIN_OPERATION, id: 'new-step', title: 'New step', phase: 'remove', steps: ['Say what is done.'] },
    ],
  }
  try {
    const { document } = await call<Entry<Procedure>>('/procedures', { method: 'POST', body: procedure, key: newKey() })
    await router.push({ name: 'procedure', params: { id: document.id } })
  } catch (error) {
    failure.value = failureText(error)
  }
}
</script>

<template>
  <form class="card new" @submit.prevent="add">
    <label
      >Kind
      <select v-model="kind" class="control">
        <option v-for="k in PROCEDURE_KINDS" :key="k" :value="k">{{ PROCEDURE_NAMES[k] }}</option>
      </select></label
    >
    <label>Name <input v-model="name" class="control" maxlength="240" /></label>
    <label>Source of its figures <input v-model="source" class="control" maxlength="240" /></label>
    <label v-if="kind === 'vehicle'"
      >Platform
      <select v-model="platform" class="control">
        <option value="">choose</option>
        <option v-for="p in shop.platforms" :key="p.id" :value="p.id">{{ p.make }} {{ p.name }}</option>
      </select></label
    >
    <button class="plain">Write a procedure</button>
    <p v-if="failure" class="stop" role="alert">{{ failure }}</p>
  </form>
  <p v-if="loading" class="muted" role="status">Loading procedures…</p>
  <section v-else class="card">
    <table class="dense">
      <thead>
        <tr>
          <th>Name</th>
          <th>Kind</th>
          <th>Axle</th>
          <th>Platforms</th>
          <th class="num">Steps</th>
          <th class="num">Fasteners</th>
          <th>Source</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ document: p } in entries" :key="p.id">
          <td>
            <RouterLink :to="{ name: 'procedure', params: { id: p.id } }">{{ p.name }}</RouterLink>
          </td>
          <td>{{ PROCEDURE_NAMES[p.kind] }}</td>
          <td>{{ p.axle ?? 'whole vehicle' }}</td>
          <td>{{ platformNames(p.platforms) }}</td>
          <td class="num">{{ p.operations.length }}</td>
          <td class="num">{{ p.fasteners.length }}</td>
          <td class="small muted">{{ p.source }}</td>
        </tr>
        <tr v-if="!entries.length">
          <td colspan="7" class="muted">None written yet.</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: end;
  padding: 10px 14px;
  margin-bottom: 10px;
}
label {
  display: grid;
  gap: 2px;
}
.stop {
  color: var(--oxide);
  margin: 0;
}
</style>
