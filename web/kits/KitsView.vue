<script setup lang="ts">
import { computed, ref } from 'vue'
import { kitSchema } from '@stout-shackle/core/kit'
import { formatNumber, formatQuantity, UNITS } from '@stout-shackle/core/quantity'
import { bagTable } from '@stout-shackle/core/spring'
import { FAMILY_NAMES, plain } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { failureText, readJsonFile } from '../entry/file'
import { specText } from '../plan/spec'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'

const shop = useShop()
const preferences = usePreferences()
void shop.loadKits()
const find = ref('')
const shown = ref<string | null>(null)
const failure = ref('')
const found = computed(() =>
  shop.kits
    .map((k) => k.document)
    .filter((k) =>
      `${k.maker} ${k.name} ${k.number} ${FAMILY_NAMES[k.family]}`.toLowerCase().includes(find.value.toLowerCase()),
    ),
)
const kit = computed(() => found.value.find((k) => k.id === shown.value) ?? found.value[0] ?? null)
const table = computed(() => kit.value && bagTable(kit.value.bag.table))
const p = (v: number) => formatNumber('pressure', v, preferences.system)
const len = (v: number) => formatQuantity('length', v, preferences.system)
const psi = computed(() => UNITS.pressure[preferences.system].symbol)

async function takeFile(event: Event) {
  const file = await readJsonFile(event, kitSchema)
  if (!file) return
  failure.value = file.ok ? '' : file.why
  if (!file.ok) return
  try {
    await call('/kits', { method: 'POST', body: file.value, key: crypto.randomUUID() })
    await shop.loadKits()
    shown.value = file.value.id
  } catch (error) {
    failure.value = failureText(error)
  }
}
</script>

<template>
  <div class="page">
    <header>
      <h1>Kits</h1>
      <input v-model="find" class="control find" placeholder="Find a kit" aria-label="Find a kit" />
      <label class="file">Add a kit file<input type="file" accept=".json,application/json" @change="takeFile" /></label>
    </header>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    <p v-if="!shop.kits.length" class="note">
      The catalogue is empty. Add a kit as a JSON file; its fields are described in /api/openapi.json.
    </p>
    <div v-else class="columns">
      <section class="card">
        <table class="dense">
          <thead>
            <tr>
              <th>Kit</th>
              <th>Family</th>
              <th class="num">{{ psi }}</th>
              <th class="num">price</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="k in found" :key="k.id" :class="{ on: k === kit }">
              <td>
                <button class="plain" @click="shown = k.id">{{ k.name }}</button>
                <span class="small muted">{{ k.maker }}, {{ k.number }}</span>
              </td>
              <td>{{ FAMILY_NAMES[k.family] }}</td>
              <td class="num">{{ p(k.bag.minimum) }}–{{ p(k.bag.maximum) }}</td>
              <td class="num">{{ k.price }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section v-if="kit" class="card detail">
        <h2>{{ kit.maker }} {{ kit.name }}</h2>
        <p class="muted">
          {{ kit.number }} · {{ FAMILY_NAMES[kit.family] }} ·
          {{ kit.drilling ? 'needs drilling' : 'no drilling' }}
        </p>
        <p>
          For {{ kit.fitment.suspension.join(' or ') }} springs, {{ kit.fitment.bodies.map(plain).join(', ') }},
          {{ kit.fitment.rearWheels.join(' or ') }} rear wheels. Jounce bumper
          {{ kit.fitment.bumpers.map(plain).join(', ') }}.
        </p>
        <p>
          Bag at {{ len(kit.bag.rideHeight) }} at ride height, window {{ len(kit.bag.window.low) }} to
          {{ len(kit.bag.window.high) }}, {{ len(kit.bag.maximumDiameter) }} across at most.
        </p>
        <table class="dense">
          <thead>
            <tr>
              <th class="num">height</th>
              <th class="num">area cm²</th>
              <th class="num">volume l</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(h, i) in table!.heights" :key="h">
              <td class="num">{{ len(h) }}</td>
              <td class="num">{{ (table!.areas[i]! * 1e4).toFixed(0) }}</td>
              <td class="num">{{ (table!.volumes[i]! * 1e3).toFixed(2) }}</td>
            </tr>
          </tbody>
        </table>
        <h3>Fasteners</h3>
        <p v-for="f in kit.fasteners" :key="f.id" class="small">
          {{ f.count }} × {{ f.name }}: {{ specText(f.spec, preferences.system) }}
        </p>
        <h3>Operations</h3>
        <p class="small">{{ kit.operations.map((o) => o.title).join(' · ') }}</p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.detail {
  padding: 14px 16px;
  display: grid;
  gap: 8px;
}
.detail td,
.detail th {
  height: 26px;
}
.on td {
  background: #e9f0f0;
}
</style>
