<script setup lang="ts">
import { computed, ref } from 'vue'
import { formatNumber, UNITS } from '@stout-shackle/core/quantity'
import type { Vehicle } from '@stout-shackle/core/vehicle'
import { BODY_NAMES } from '@stout-shackle/core/wording'
import { usePreferences } from '../stores/preferences'
import { useShop } from '../stores/shop'
import VehicleForm from './VehicleForm.vue'

const shop = useShop()
const preferences = usePreferences()
void shop.loadVehicles()
/** Id of the vehicle being changed, or `new`. */
const editing = ref<string | null>(null)
const edited = computed(() => shop.vehicles.find((v) => v.document.id === editing.value) ?? null)
const unit = (kind: 'length' | 'mass' | 'rate') => UNITS[kind][preferences.system].symbol
const show = (kind: 'length' | 'mass' | 'rate', v: number | null) =>
  v === null ? '–' : formatNumber(kind, v, preferences.system)
async function keep(vehicle: Vehicle) {
  await shop.keepVehicle(vehicle, edited.value?.version)
  editing.value = null
}
</script>

<template>
  <div class="page">
    <header>
      <h1>Vehicles</h1>
      <el-button type="primary" @click="editing = 'new'">New vehicle</el-button>
    </header>
    <VehicleForm
      v-if="editing"
      :key="editing"
      :vehicle="edited?.document ?? null"
      :keep="keep"
      @cancel="editing = null"
    />
    <p v-if="!shop.vehicles.length" class="note">
      No vehicles yet. Add the first one, or take in a job that brings its own.
    </p>
    <div v-else class="card list">
      <table class="dense">
        <thead>
          <tr>
            <th>Vehicle</th>
            <th>Body</th>
            <th>Rear</th>
            <th>Tyre</th>
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
              <strong>{{ v.make }} {{ v.model }}</strong> <span class="muted">{{ v.year }}</span>
            </td>
            <td>{{ BODY_NAMES[v.body] }}</td>
            <td>{{ v.suspension }}, {{ v.rearWheels }}</td>
            <td>{{ v.tyreSize }}</td>
            <td class="num">{{ show('length', v.wheelbase) }}</td>
            <td class="num">{{ show('mass', v.curbFront) }}</td>
            <td class="num">{{ show('mass', v.curbRear) }}</td>
            <td class="num">{{ show('mass', v.ratings.rearAxle) }}</td>
            <td class="num">{{ show('rate', v.rearWheelRate) }}</td>
            <td><button class="plain" @click="editing = v.id">change</button></td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="small muted below">
      A job keeps the vehicle as it was when it came in; a change here is for the next job.
    </p>
  </div>
</template>

<style scoped>
.list {
  margin-top: 12px;
}
.below {
  margin-top: 8px;
}
</style>
