<script setup lang="ts">
import { PROCEDURE_KINDS, type Procedure } from '@stout-shackle/core/kit'
import { conditionsText, parseConditions } from '@stout-shackle/core/exchange'
import { PROCEDURE_NAMES } from '@stout-shackle/core/wording'
import { ref, watch } from 'vue'
import { useShop } from '../../stores/shop'
import { countedLines } from './counted-lines'

/** What a procedure is of, where its figures come from, and which vehicles it is for. */
const props = defineProps<{ procedure: Procedure }>()
const emit = defineEmits<{ change: [procedure: Procedure] }>()
const shop = useShop()
void shop.loadPlatforms()
const set = (part: Partial<Procedure>) => emit('change', { ...props.procedure, ...part })
const text = (event: Event) => (event.target as HTMLInputElement).value
const when = ref('')
const whenWrong = ref('')
watch(
  () => props.procedure.when,
  (now) => (when.value = conditionsText(now)),
  { immediate: true },
)
function setWhen() {
  const read = parseConditions(when.value)
  whenWrong.value = read.ok ? '' : read.why
  if (read.ok) set({ when: read.value })
}
const toggled = (id: string, isOn: boolean) =>
  set({ platforms: isOn ? [...props.procedure.platforms, id] : props.procedure.platforms.filter((p) => p !== id) })
/** As it is typed: a line that can't be read stays to be mended. */
const parts = ref('')
watch(
  () => props.procedure.parts,
  (now) => (parts.value = now.map((p) => `${p.count} x ${p.name}`).join('\n')),
  { immediate: true },
)
const partsWrong = ref('')
function setParts() {
  const read = countedLines(parts.value)
  partsWrong.value = read.ok ? '' : read.why
  if (!read.ok) return
  set({
    parts: read.lines.map(({ name, count }) => {
      const known = props.procedure.parts.find((p) => p.name === name)
      return { number: '', circuit: null, thread: null, length: null, width: null, ...known, name, count }
    }),
  })
}
</script>

<template>
  <section class="card" data-procedure>
    <header><h3>What it is</h3></header>
    <div class="grid">
      <label class="wide"
        >Name
        <input
          class="control"
          :value="procedure.name"
          aria-label="Name of the procedure"
          maxlength="240"
          @change="set({ name: text($event) })"
      /></label>
      <label class="wide"
        >Source of its figures
        <input
          class="control"
          :value="procedure.source"
          aria-label="Source of its figures"
          maxlength="240"
          @change="set({ source: text($event) })"
      /></label>
      <label
        >Kind
        <select
          class="control"
          :value="procedure.kind"
          aria-label="Kind"
          @change="set({ kind: text($event) as Procedure['kind'] })"
        >
          <option v-for="k in PROCEDURE_KINDS" :key="k" :value="k">{{ PROCEDURE_NAMES[k] }}</option>
        </select></label
      >
      <label
        >Axle
        <select
          class="control"
          :value="procedure.axle ?? ''"
          aria-label="Axle"
          @change="set({ axle: (text($event) || null) as Procedure['axle'] })"
        >
          <option value="">whole vehicle</option>
          <option value="rear">rear</option>
          <option value="front">front</option>
        </select></label
      >
      <label
        >Done
        <select
          class="control"
          :value="procedure.use"
          aria-label="When it is done"
          @change="set({ use: text($event) as Procedure['use'] })"
        >
          <option value="always">on each job that has it</option>
          <option value="where-named">only where other instructions name it</option>
        </select></label
      >
      <label
        >Only when
        <input v-model="when" class="control" aria-label="Only when, of the procedure" @change="setWhen" />
      </label>
      <fieldset class="wide">
        <legend>Platforms{{ procedure.kind === 'vehicle' ? '' : ' (none: any)' }}</legend>
        <label v-for="p in shop.platforms" :key="p.id" class="check"
          ><input
            type="checkbox"
            :checked="procedure.platforms.includes(p.id)"
            @change="toggled(p.id, ($event.target as HTMLInputElement).checked)"
          />
          {{ p.make }} {{ p.name }}</label
        >
      </fieldset>
      <label class="wide"
        >Parts, a line each ("2 x Shock absorber")
        <textarea v-model="parts" class="control" rows="3" aria-label="Parts" @change="setParts" />
      </label>
    </div>
    <p v-for="why in [whenWrong, partsWrong].filter(Boolean)" :key="why" class="note stop" role="alert">{{ why }}</p>
  </section>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px 12px;
  padding: 10px 14px;
  font-size: 13px;
}
.wide {
  grid-column: span 2;
}
label {
  display: grid;
  gap: 2px;
  color: var(--muted);
}
.check {
  display: flex;
  gap: 6px;
  color: var(--ink);
}
fieldset {
  border: 1px solid var(--edge);
  border-radius: 4px;
  max-height: 110px;
  overflow: auto;
}
textarea.control {
  height: auto;
  padding: 6px 8px;
  font: inherit;
}
</style>
