<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import {
  FAMILIES,
  FAMILY_TABLE,
  freeId,
  idOf,
  kitCopied,
  kitField,
  typicalKit,
  type Kit,
  type KitFamily,
} from '@stout-shackle/core/kit'
import { FAMILY_NAMES } from '@stout-shackle/core/wording'
import type { AxleEnd } from '@stout-shackle/core/vehicle'
import type { Entry, KitSummary } from '@stout-shackle/core/contract'
import { call, Refused } from '../api/client'
import { newKey } from '../api/key'
import { failureText } from '../fields/file'
import SchemaField from '../fields/SchemaField.vue'

/** A kit of which there is only its paper: what it is called, its family and its axle. All else is typed on its page. */
const props = defineProps<{ kits: readonly Entry<KitSummary>[] }>()
const shown = defineModel<boolean>({ required: true })
const router = useRouter()
const maker = ref('')
const number = ref('')
const name = ref('')
const family = ref<KitFamily | null>(null)
const axle = ref<AxleEnd>('rear')
/** Another kit whose figures it begins with, each marked as that one's; empty for none. */
const from = ref('')
const refused = ref('')
const FAMILY_LINES: Record<KitFamily, string> = {
  bellows: 'one or two folds, between axle and frame',
  sleeve: 'slim, rolls down over its foot',
  'in-coil': 'a cylinder inside the coil',
  'coil-replacement': 'takes the place of the coil',
  rubber: 'hollow rubber, no air',
}
const missing = computed(() =>
  [
    !maker.value.trim() && 'maker',
    !number.value.trim() && 'number',
    !name.value.trim() && 'name',
    !family.value && !from.value && 'family',
  ].filter(Boolean),
)
async function add() {
  refused.value = missing.value.length ? `Enter ${missing.value.join(', ')}.` : ''
  if (refused.value) return
  const named = { maker: maker.value.trim(), number: number.value.trim(), name: name.value.trim() }
  const id = idOf(`${named.maker} ${named.name}`)
  try {
    const base = from.value ? (await call<Entry<Kit>>(`/kits/${from.value}`)).document : null
    const made = (free: string): Kit =>
      base
        ? kitCopied(base, { id: free, ...named })
        : typicalKit({ id: free, ...named, family: family.value!, axle: axle.value })
    await router.push({ name: 'kit-work', params: { id: await firstFree(id, made) } })
    shown.value = false
  } catch (error) {
    refused.value = failureText(error)
  }
}
/** Two kits of one maker may have one name: the next id that is free. */
async function firstFree(wanted: string, made: (id: string) => Kit): Promise<string> {
  const taken: string[] = []
  for (;;) {
    const id = freeId(wanted, taken)
    try {
      return (await call<Entry<Kit>>('/kits', { method: 'POST', body: made(id), key: newKey() })).document.id
    } catch (error) {
      if (!(error instanceof Refused) || error.status !== 409 || taken.length > 20) throw error
      taken.push(id)
    }
  }
}
</script>

<template>
  <el-dialog v-model="shown" title="New kit" width="640px" align-center>
    <form class="new" @submit.prevent="add">
      <div class="names">
        <SchemaField :field="kitField('maker')" :value="maker" @change="(v) => (maker = v as string)" />
        <SchemaField :field="kitField('number')" :value="number" @change="(v) => (number = v as string)" />
        <SchemaField :field="kitField('name')" :value="name" @change="(v) => (name = v as string)" />
      </div>
      <fieldset class="families" :disabled="from !== ''">
        <legend class="small muted">Family</legend>
        <label v-for="f in FAMILIES" :key="f" :class="{ chosen: family === f }">
          <input v-model="family" type="radio" name="family" :value="f" class="visually-hidden" />
          <svg viewBox="-26 -6 52 66" width="52" height="66" aria-hidden="true">
            <line x1="-22" x2="22" y1="0" y2="0" />
            <line x1="-22" x2="22" y1="54" y2="54" />
            <path :d="FAMILY_TABLE[f].outline(0, 2, 50)" />
          </svg>
          <strong>{{ FAMILY_NAMES[f] }}</strong>
          <span class="small muted">{{ FAMILY_LINES[f] }}</span>
        </label>
      </fieldset>
      <SchemaField v-if="!from" :field="kitField('axle')" :value="axle" @change="(v) => (axle = v as AxleEnd)" />
      <label v-if="props.kits.length" class="small muted copy"
        >Begin as a copy of
        <el-select
          v-model="from"
          filterable
          clearable
          value-on-clear=""
          placeholder="no copy"
          aria-label="Begin as a copy of"
        >
          <el-option
            v-for="k in props.kits"
            :key="k.document.id"
            :value="k.document.id"
            :label="`${k.document.maker} ${k.document.name}`"
          />
        </el-select>
        <span v-if="from">Every figure of it is marked as copied until it is confirmed.</span>
      </label>
      <p v-if="refused" class="stop" role="alert">{{ refused }}</p>
      <div class="acts">
        <el-button @click="shown = false">Cancel</el-button>
        <el-button type="primary" native-type="submit">Type its paper</el-button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.new {
  display: grid;
  gap: 12px;
}
.names {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 10px;
}
.families {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  gap: 8px;
}
.families label {
  display: grid;
  justify-items: center;
  text-align: center;
  gap: 2px;
  padding: 8px 4px;
  border: 1px solid var(--edge);
  border-radius: 4px;
  cursor: pointer;
  background: var(--plate);
}
.families label:focus-within {
  outline: 2px solid var(--petrol);
}
.families .chosen {
  border-color: var(--petrol);
  background: #e9f0f0;
}
path {
  fill: var(--sand);
  stroke: var(--ink);
}
line {
  stroke: var(--ink);
  stroke-width: 3;
}
.copy {
  display: grid;
  max-width: 320px;
}
.stop {
  color: var(--oxide);
}
.acts {
  display: flex;
  justify-content: end;
  gap: 8px;
}
</style>
