<script setup lang="ts">
import { computed, reactive } from 'vue'
import { useOpenJob } from '../stores/job'

/** Copies of kits and instructions on the job that differ from the catalog, and nobody has said why. */
const { store, job } = useOpenJob()
const open = computed(() => [
  ...job.value.kits.flatMap(({ kit, altered }) => (altered && !altered.why ? [{ id: kit.id, name: kit.name }] : [])),
  ...job.value.procedures.flatMap(({ procedure, altered }) =>
    altered && !altered.why ? [{ id: procedure.id, name: procedure.name }] : [],
  ),
])
const why = reactive<Record<string, string>>({})
function say(id: string) {
  const said = { why: why[id]!.trim(), by: '', at: '' }
  store.edit((j) => ({
    ...j,
    kits: j.kits.map((k) => (k.kit.id === id && k.altered ? { ...k, altered: said } : k)),
    procedures: j.procedures.map((p) => (p.procedure.id === id && p.altered ? { ...p, altered: said } : p)),
  }))
}
</script>

<template>
  <section v-for="copy in open" :key="copy.id" class="card altered" data-altered>
    <h2>{{ copy.name }} differs from the catalog on this job</h2>
    <form class="row" @submit.prevent="say(copy.id)">
      <el-input
        v-model="why[copy.id]"
        :maxlength="400"
        :aria-label="`Why ${copy.name} differs on this job`"
        placeholder="Why, for example: the maker's letter of May 3"
      />
      <el-button native-type="submit" :disabled="!why[copy.id]?.trim()">Save as a deviation</el-button>
    </form>
  </section>
</template>

<style scoped>
.altered {
  border-left: 4px solid var(--amber-sign);
}
.row {
  display: flex;
  gap: 8px;
}
</style>
