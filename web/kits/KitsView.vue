<script setup lang="ts">
import { newKey } from '../api/key'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { KitSummary } from '@stout-shackle/core/contract'
import { kitSchema } from '@stout-shackle/core/kit'
import { formatNumber, UNITS } from '@stout-shackle/core/quantity'
import { FAMILY_NAMES } from '@stout-shackle/core/wording'
import { call } from '../api/client'
import { failureText, readJsonFile } from '../fields/file'
import { useSettings } from '../stores/settings'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import NewKitForm from './NewKitForm.vue'

/** The catalog, found by words as they are typed. */
const shop = useShop()
const router = useRouter()
const preferences = usePreferences()
const settings = useSettings()
const find = ref('')
const writing = ref(false)
const failure = ref('')
const FIND_AFTER_MS = 80
const search = useDebounceFn(() => shop.loadKits(find.value), FIND_AFTER_MS)
void shop.loadKits()
void shop.loadStock()
const stockOf = computed(() => new Map(shop.stock.map((s) => [s.item.kit, s])))
const p = (v: number) => formatNumber('pressure', v, preferences.system)
const psi = computed(() => UNITS.pressure[preferences.system].symbol)
const pressures = ({ minimum, maximum }: KitSummary) =>
  minimum !== null && maximum !== null ? `${p(minimum)}–${p(maximum)}` : 'no air'

async function takeFile(event: Event) {
  const file = await readJsonFile(event, kitSchema)
  if (!file) return
  failure.value = file.ok ? '' : file.why
  if (!file.ok) return
  try {
    await call('/kits', { method: 'POST', body: file.value, key: newKey() })
    await router.push({ name: 'kit', params: { id: file.value.id } })
  } catch (error) {
    failure.value = failureText(error)
  }
}
</script>

<template>
  <div>
    <NewKitForm v-model="writing" :kits="shop.kits" />
    <div class="tools">
      <input
        v-model="find"
        class="control find"
        placeholder="Find a kit: maker, number, name, family"
        aria-label="Find a kit"
        @input="search"
      />
      <el-button type="primary" @click="writing = true">New kit</el-button>
      <span class="small muted">{{
        shop.totals.kits > shop.kits.length
          ? `the first ${shop.kits.length} of ${shop.totals.kits}`
          : `${shop.totals.kits} kits`
      }}</span>
      <label class="file">Add a kit file<input type="file" accept=".json,application/json" @change="takeFile" /></label>
    </div>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    <p v-if="!shop.kits.length && !find" class="note">
      The catalog is empty. New kit types one from its paper; a whole table of kits comes in under Files in and out.
    </p>
    <p v-else-if="!shop.kits.length" class="note">No kit has all of "{{ find }}" in maker, number, name or family.</p>
    <section v-else class="card">
      <table class="dense">
        <thead>
          <tr>
            <th>Kit</th>
            <th>Maker, number</th>
            <th>Family</th>
            <th>Axle</th>
            <th class="num">{{ psi }}</th>
            <th class="num">hours</th>
            <th class="num">price</th>
            <th class="num">stock</th>
            <th class="num">free</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ document: k } in shop.kits" :key="k.id">
            <td>
              <RouterLink :to="{ name: 'kit', params: { id: k.id } }">{{ k.name }}</RouterLink>
              <span v-if="k.lacks" class="small lacks" :data-lacks="k.lacks">lacks {{ k.lacks }}</span>
            </td>
            <td class="muted">{{ k.maker }}, {{ k.number }}</td>
            <td>{{ FAMILY_NAMES[k.family] }}</td>
            <td>{{ k.axle }}</td>
            <td class="num">{{ pressures(k) }}</td>
            <td class="num">{{ (k.minutes.low / 60).toFixed(1) }}–{{ (k.minutes.high / 60).toFixed(1) }}</td>
            <td class="num">{{ settings.money(k.price) }}</td>
            <td class="num">{{ stockOf.get(k.id)?.item.onHand ?? '–' }}</td>
            <td class="num" :class="{ none: (stockOf.get(k.id)?.free ?? 1) <= 0 }">
              {{ stockOf.get(k.id)?.free ?? '–' }}
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  align-items: center;
  gap: 14px;
  margin-bottom: 10px;
}
.find {
  width: 330px;
}
.file {
  margin-left: auto;
}
.lacks {
  margin-left: 8px;
  padding: 0 5px;
  color: var(--amber);
  border: 1px dashed var(--amber-sign);
}
.none {
  color: var(--oxide);
}
</style>
