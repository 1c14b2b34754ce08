<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { idOf, type Kit } from '@stout-shackle/core/kit'
import type { Entry, KitSummary } from '@stout-shackle/core/contract'
import { call } from '../api/client'
import { newKey } from '../api/key'
import { failureText } from '../fields/file'

/** A kit of which there are only paper instructions: its name, and a kit whose figures it begins with. */
const props = defineProps<{ kits: readonly Entry<KitSummary>[] }>()
const router = useRouter()
const maker = ref('')
const name = ref('')
const number = ref('')
const from = ref('')
const refused = ref('')
async function add() {
  refused.value =
    !maker.value.trim() || !name.value.trim() || !number.value.trim()
      ? 'Enter maker, name and number.'
      : from.value
        ? ''
        : 'Choose the kit whose figures it begins with.'
  if (refused.value) return
  try {
    const base = (await call<Entry<Kit>>(`/kits/${from.value}`)).document
    const kit: Kit = {
      ...base,
      id: idOf(`${maker.value} ${name.value}`),
      maker: maker.value.trim(),
      name: name.value.trim(),
      number: number.value.trim(),
      methods: [],
      fasteners: [],
      operations: [],
    }
    const { document } = await call<Entry<Kit>>('/kits', { method: 'POST', body: kit, key: newKey() })
    await router.push({ name: 'kit-work', params: { id: document.id } })
  } catch (error) {
    refused.value = failureText(error)
  }
}
</script>

<template>
  <form class="card new" @submit.prevent="add">
    <label>Maker <input v-model="maker" class="control" maxlength="60" /></label>
    <label>Name <input v-model="name" class="control" maxlength="60" /></label>
    <label>Number <input v-model="number" class="control" maxlength="40" /></label>
    <label
      >Begin with the figures of
      <select v-model="from" class="control">
        <option value="">choose</option>
        <option v-for="k in props.kits" :key="k.document.id" :value="k.document.id">
          {{ k.document.maker }} {{ k.document.name }}
        </option>
      </select></label
    >
    <button class="plain">Write its instructions</button>
    <p v-if="refused" class="stop" role="alert">{{ refused }}</p>
  </form>
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
  width: 100%;
  margin: 0;
}
</style>
