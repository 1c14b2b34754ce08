<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { formatNumber, UNITS } from '@stout-shackle/core/quantity'
import type { Axle, Vehicle } from '@stout-shackle/core/vehicle'
import { BODY_NAMES, plain, usualText, vehicleName } from '@stout-shackle/core/wording'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import LibraryVehicle from './LibraryVehicle.vue'

const shop = useShop()
const preferences = usePreferences()
void shop.loadVehicles()
void shop.loadPlatforms()
const find = ref('')
const FIND_AFTER_MS = 80
const search = useDebounceFn(() => shop.loadVehicles(find.value), FIND_AFTER_MS)
const platform = (id: string | null) => shop.platforms.find((p) => p.id === id) ?? null
const trims = (id: string) => shop.vehicles.filter((v) => v.document.platform === id).length
/** Id of the vehicle being changed, or `new`. */
const editing = ref<string | null>(null)
const edited = computed(() => shop.vehicles.find((v) => v.document.id === editing.value) ?? null)
const axleText = ({ suspension, architecture }: Axle) =>
  `${plain(suspension)}${architecture === 'independent' ? ', independent' : ''}`
const unit = (kind: 'length' | 'mass' | 'rate') => UNITS[kind][preferences.system].symbol
const show = (kind: 'length' | 'mass' | 'rate', v: number | null) =>
  v === null ? '–' : formatNumber(kind, v, preferences.system)
async function save(vehicle: Vehicle) {
  await shop.saveVehicle(vehicle, edited.value?.version)
  editing.value = null
}
</script>

<template>
  <div class="page">
    <header>
      <h1>Vehicles</h1>
      <input
        v-model="find"
        class="control find"
        placeholder="Find a vehicle: make, model, year, trim"
        aria-label="Find a vehicle"
        @input="search"
      />
      <span class="small muted">{{
        shop.totals.vehicles > shop.vehicles.length
          ? `the first ${shop.vehicles.length} of ${shop.totals.vehicles}`
          : `${shop.totals.vehicles} vehicles`
      }}</span>
      <el-button type="primary" @click="editing = 'new'">New vehicle</el-button>
    </header>
    <LibraryVehicle
      v-if="editing"
      :key="editing"
      :vehicle="edited?.document ?? null"
      :save="save"
      @cancel="editing = null"
    />
    <p v-if="!shop.vehicles.length && find" class="note">No vehicle has all of "{{ find }}".</p>
    <p v-else-if="!shop.vehicles.length" class="note">
      No vehicles yet. Add the first one, or take in a job that brings its own.
    </p>
    <div v-else class="card list">
      <table class="dense">
        <thead>
          <tr>
            <th>Vehicle</th>
            <th>Platform</th>
            <th>Body</th>
            <th>Front</th>
            <th>Rear</th>
            <th>Tire</th>
            <th class="num">wheelbase {{ unit('length') }}</th>
            <th class="num">front empty {{ unit('mass') }}</th>
            <th class="num">rear empty {{ unit('mass') }}</th>
            <th class="num">rear rating {{ unit('mass') }}</th>
            <th class="num">rear rate a side {{ unit('rate') }}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ document: v } in shop.vehicles" :key="v.id">
            <td>
              <strong>{{ vehicleName({ ...v, year: null }) }}</strong> {{ v.trim }}
              <span class="muted">{{ v.year }}</span>
            </td>
            <td class="muted">{{ platform(v.platform)?.name ?? '–' }}</td>
            <td>{{ BODY_NAMES[v.body] }}{{ v.bed && v.bed !== 'none' ? `, ${v.bed} bed` : '' }}</td>
            <td>{{ axleText(v.front) }}</td>
            <td>{{ axleText(v.rear) }}, {{ v.rear.wheels }}</td>
            <td>{{ v.rear.tireSize }}</td>
            <td class="num">{{ show('length', v.wheelbase) }}</td>
            <td class="num">{{ show('mass', v.front.curb) }}</td>
            <td class="num">{{ show('mass', v.rear.curb) }}</td>
            <td class="num">{{ show('mass', v.rear.rating) }}</td>
            <td class="num">{{ show('rate', v.rear.wheelRate) }}</td>
            <td><button class="plain" @click="editing = v.id">change</button></td>
          </tr>
        </tbody>
      </table>
    </div>
    <section v-if="shop.platforms.length" class="card list">
      <table class="dense">
        <thead>
          <tr>
            <th>Platform</th>
            <th class="num">trims shown</th>
            <th>Usually found</th>
            <th>Known to clash</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in shop.platforms" :key="p.id">
            <td>
              <strong>{{ p.make }} {{ p.name }}</strong> <span class="muted">{{ p.from }}–{{ p.to }}</span>
            </td>
            <td class="num">{{ trims(p.id) }}</td>
            <td class="small">{{ usualText(p, preferences.system) }}</td>
            <td class="small">
              <p v-for="c in p.clashes" :key="c.what">
                {{ c.what }}: {{ c.where }} <span class="muted">({{ c.source }})</span>
              </p>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <p class="small muted below">
      A job keeps the vehicle as it was when it came in; a change here is for the next job.
    </p>
  </div>
</template>

<style scoped>
.list {
  margin-top: 12px;
}
.find {
  width: 280px;
}
td p {
  margin: 0;
}
.below {
  margin-top: 8px;
}
</style>
