<script setup lang="ts">
import { onMounted } from 'vue'
import { deviceSettings } from '@stout-shackle/core/contract'
import { limitsOf } from '@stout-shackle/core/quantity'
import QuantityField from '../fields/QuantityField.vue'
import StateSign from '../fields/StateSign.vue'
import { useDevices } from '../stores/devices'

/** The stand-in instruments: set what they read, pull, drop the connection. */
defineProps<{ open: boolean; dark: boolean }>()
defineEmits<{ open: []; close: [] }>()
const store = useDevices()
onMounted(() => void store.load().catch(() => undefined))
</script>

<template>
  <button v-if="!open" class="tab" @click="$emit('open')">Devices</button>
  <aside v-else class="drawer" aria-label="Devices">
    <header>
      <h2>Devices</h2>
      <button class="plain" @click="$emit('close')">close</button>
    </header>
    <p class="small muted">
      Simulated instruments that ship with the shop. A reading taken while the connection is down waits in the
      instrument.
    </p>
    <section v-for="device in store.devices" :key="device.id">
      <h3>
        <StateSign :state="device.connected ? 'fine' : 'stop'" />
        {{ device.name }} {{ device.connected ? 'connected' : 'connection down' }}
        <span v-if="device.waiting"> · {{ device.waiting }} waiting</span>
      </h3>
      <div class="row">
        <QuantityField
          :value="device.setting"
          :kind="device.kind"
          :label="`${device.name} will read`"
          v-bind="limitsOf(deviceSettings[device.kind].shape.setting)"
          :decimals="1"
          hide-label
          @commit="(v) => v !== null && store.set(device.id, v)"
        />
        <el-button type="primary" @click="store.take(device.id)">{{
          device.kind === 'torque' ? 'Pull' : 'Read'
        }}</el-button>
        <el-button @click="store.connect(device.id, !device.connected)">{{
          device.connected ? 'Drop' : 'Connect'
        }}</el-button>
      </div>
    </section>
  </aside>
</template>

<style scoped>
.tab {
  position: fixed;
  right: 0;
  top: 6px;
  z-index: 40;
  border: 1px solid #4a5256;
  border-right: 0;
  background: #232a2d;
  color: #ede8dc;
  border-radius: 4px 0 0 4px;
  padding: 4px 8px;
  font:
    500 12px 'Barlow',
    sans-serif;
  cursor: pointer;
}
.drawer {
  position: fixed;
  right: 0;
  top: 0;
  z-index: 50;
  width: 370px;
  background: #fff;
  color: var(--ink);
  border: 1px solid var(--edge);
  border-radius: 0 0 0 4px;
  padding: 12px 16px 18px;
}
header,
.row {
  display: flex;
  align-items: center;
  gap: 8px;
}
header h2 {
  margin-right: auto;
}
section {
  margin-top: 12px;
}
.row {
  margin-top: 6px;
}
</style>
