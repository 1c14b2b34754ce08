<script setup lang="ts">
import { newKey } from '../api/key'
import { computed, ref } from 'vue'
import type { StockItem } from '@stout-shackle/core/kit'
import { call } from '../api/client'
import { failureText } from '../fields/file'
import StateSign from '../fields/StateSign.vue'
import { useShop } from '../stores/shop'

/** Kits and spare parts in stock: how many, for which jobs, and what to order. */
const shop = useShop()
void shop.loadStock()
const onlyOrder = ref(false)
const failure = ref('')
const rows = computed(() =>
  shop.stock
    .filter((s) => !onlyOrder.value || s.order > 0)
    .sort((a, b) => Number(a.item.kit !== null) - Number(b.item.kit !== null) || (a.item.name < b.item.name ? -1 : 1)),
)
const toOrder = computed(() => shop.stock.filter((s) => s.order > 0))
const FIELDS = { onHand: 'in stock', reorderAt: 'order at', reorderTo: 'up to' } as const
async function set(item: StockItem, version: number, field: keyof typeof FIELDS, event: Event) {
  const box = event.target as HTMLInputElement
  const value = Number(box.value.replace(',', '.'))
  failure.value = ''
  if (box.value.trim() === '' || !Number.isFinite(value)) {
    failure.value = `${item.name}, ${FIELDS[field]}: type a number; it stays ${item[field]}.`
    box.value = String(item[field])
    return
  }
  try {
    const body = { ...item, [field]: value }
    await call(`/stock/${item.id}`, { method: 'PUT', body, version, key: newKey() })
  } catch (error) {
    failure.value = `${item.name}: ${failureText(error)}`
    box.value = String(item[field])
  }
  await shop.loadStock()
}
</script>

<template>
  <div>
    <div class="tools">
      <label><input v-model="onlyOrder" type="checkbox" /> only what to order</label>
      <span class="muted">{{
        toOrder.length ? `${toOrder.length} of ${shop.stock.length} to order` : 'nothing to order'
      }}</span>
    </div>
    <p v-if="failure" class="note stop" role="alert">{{ failure }}</p>
    <p v-if="!shop.stock.length" class="note">
      Nothing is listed in stock yet. Take a table of it in under Files in and out.
    </p>
    <section v-else class="card">
      <table class="dense">
        <thead>
          <tr>
            <th>Item</th>
            <th class="num">in stock</th>
            <th>reserved by</th>
            <th class="num">free</th>
            <th class="num">order at</th>
            <th class="num">up to</th>
            <th class="num">order now</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in rows" :key="s.item.id">
            <td>
              <RouterLink v-if="s.item.kit" :to="{ name: 'kit', params: { id: s.item.kit } }">{{
                s.item.name
              }}</RouterLink>
              <template v-else>{{ s.item.name }}</template>
            </td>
            <td class="num">
              <input
                class="control"
                inputmode="decimal"
                :value="s.item.onHand"
                :aria-label="`${s.item.name}, in stock`"
                @change="set(s.item, s.version, 'onHand', $event)"
              />
              <span class="unit">{{ s.item.unit === 'm' ? 'm' : '' }}</span>
            </td>
            <td>{{ s.reserved.map((r) => `${r.job}: ${r.count}`).join(', ') }}</td>
            <td class="num">
              <StateSign v-if="s.free < 0" state="stop" label="more reserved than in stock" /> {{ s.free }}
            </td>
            <td class="num">
              <input
                class="control"
                inputmode="decimal"
                :value="s.item.reorderAt"
                :aria-label="`${s.item.name}, order at`"
                @change="set(s.item, s.version, 'reorderAt', $event)"
              />
            </td>
            <td class="num">
              <input
                class="control"
                inputmode="decimal"
                :value="s.item.reorderTo"
                :aria-label="`${s.item.name}, up to`"
                @change="set(s.item, s.version, 'reorderTo', $event)"
              />
            </td>
            <td class="num">
              <strong v-if="s.order > 0">{{ s.order }}{{ s.item.unit === 'm' ? ' m' : '' }}</strong>
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
  gap: 16px;
  margin-bottom: 10px;
}
td .control {
  width: 64px;
  text-align: right;
}
.unit {
  display: inline-block;
  width: 12px;
  font-size: 12px;
}
</style>
