<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { maxLengthOf } from '@stout-shackle/core/quantity'
import { airCheckRuleSchema, shopSettingsSchema, type ShopSettings } from '@stout-shackle/core/shop'
import { failureText } from '../fields/file'
import { useDevices } from '../stores/devices'
import { useSettings } from '../stores/settings'
import WrenchesCard from './WrenchesCard.vue'

/** What the shop sets once: name, money, clock, units. */
const store = useSettings()
store.load().catch(() => undefined)
const formOf = (settings: ShopSettings): ShopSettings => ({ ...settings, airCheck: { ...settings.airCheck } })
const form = reactive<ShopSettings>(formOf(store.settings))
watch(
  () => store.settings,
  (settings) => Object.assign(form, formOf(settings)),
)
const devices = useDevices()
devices.load().catch(() => undefined)
const ZONES = Intl.supportedValuesOf('timeZone')
const problem = ref('')
const saved = ref(false)
async function save() {
  saved.value = false
  const read = shopSettingsSchema.safeParse(form)
  problem.value = read.success ? '' : read.error.issues[0]!.message
  if (!read.success) return
  try {
    await store.save(read.data)
    saved.value = true
  } catch (error) {
    problem.value = failureText(error)
  }
}
</script>

<template>
  <div class="page">
    <header>
      <h1>Shop</h1>
      <RouterLink :to="{ name: 'people' }">People, screens, backups</RouterLink>
    </header>
    <form class="card form" @submit.prevent="save">
      <label class="stacked"
        >Name<el-input v-model="form.name" :maxlength="maxLengthOf(shopSettingsSchema.shape.name)"
      /></label>
      <label class="stacked"
        >Phone, on the owner's card<el-input v-model="form.phone" type="tel" :maxlength="40"
      /></label>
      <label class="stacked">Currency<el-input v-model="form.currency" maxlength="3" placeholder="USD" /></label>
      <label class="stacked"
        >Time zone<el-select v-model="form.timeZone" filterable aria-label="Time zone"
          ><el-option v-for="z in ZONES" :key="z" :value="z" :label="z" /></el-select
      ></label>
      <label class="stacked"
        >Units of a new screen<el-select v-model="form.units" aria-label="Units of a new screen"
          ><el-option value="us" label="inches, pounds, psi; Letter paper" /><el-option
            value="metric"
            label="millimeters, kilograms, kPa; A4 paper" /></el-select
      ></label>
      <label class="stacked"
        >Air check holds for, hours<el-input-number
          v-model="form.airCheck.hours"
          :min="1"
          :max="168"
          :step="1"
          aria-label="Air check holds for, hours"
      /></label>
      <label class="stacked"
        >Source of the hours<el-input
          v-model="form.airCheck.source"
          :maxlength="maxLengthOf(airCheckRuleSchema.shape.source)"
      /></label>
      <WrenchesCard
        :wrenches="form.wrenches"
        :devices="devices.devices.filter((d) => d.kind === 'torque')"
        @change="form.wrenches = $event"
      />
      <p v-if="problem" class="note stop" role="alert">{{ problem }}</p>
      <p v-else-if="saved" class="small muted" role="status">Saved.</p>
      <el-button type="primary" native-type="submit">Save</el-button>
    </form>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  gap: 12px;
  max-width: 1040px;
  padding: 14px 16px;
  justify-items: start;
}
.form :deep(.el-input),
.form :deep(.el-select) {
  width: 420px;
}
</style>
