<script setup lang="ts">
import { computed, ref } from 'vue'
import { recordLimits } from '@stout-shackle/core/records'
import { formatQuantity, isAbove, limitQuantity, parseQuantity, refusalText, UNITS } from '@stout-shackle/core/quantity'
import { isUnderRange } from '@stout-shackle/core/torque'
import { usePreferences } from '../stores/preferences'
import { useOwnWrench } from './own-wrench'

/** Large keys for a torque read off a wrench without a radio; the unit is always chosen, never assumed. */
defineProps<{ title: string }>()
const emit = defineEmits<{ reading: [newtonMeters: number]; close: [] }>()
const preferences = usePreferences()
const units = [UNITS.torque.us.symbol, UNITS.torque.metric.symbol, 'lb-in']
const unit = ref(UNITS.torque[preferences.system].symbol)
const digits = ref('')
const { wrenches, own: ownWrench, take } = useOwnWrench()
const today = new Date().toISOString().slice(0, 10)
/** What is doubtful about the wrench in use; empty where nothing is. */
const doubt = computed(() => {
  const w = ownWrench.value
  if (!w) return ''
  if (today > w.due) return `Calibration was due ${w.due}.`
  const value = parsed.value.ok ? parsed.value.value : null
  return value !== null && isUnderRange(value, w.high)
    ? `Under a fifth of its ${formatQuantity('torque', w.high, preferences.system)}: take a smaller wrench.`
    : ''
})
const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', '⌫']
const parsed = computed(() => parseQuantity('torque', `${digits.value} ${unit.value}`, recordLimits('torque', 'value')))
const refused = ref('')
function press(key: string) {
  refused.value = ''
  digits.value = key === '⌫' ? digits.value.slice(0, -1) : (digits.value + key).slice(0, 7)
}
function enter() {
  if (parsed.value.ok && ownWrench.value && isAbove(parsed.value.value, ownWrench.value.high))
    refused.value = `This wrench reads to ${limitQuantity('max', 'torque', ownWrench.value.high, preferences.system)}.`
  else if (parsed.value.ok) emit('reading', parsed.value.value)
  else refused.value = digits.value ? refusalText(parsed.value) : 'Type what the wrench showed.'
}
function key(event: KeyboardEvent) {
  if (/^[\d.]$/.test(event.key)) press(event.key)
  else if (event.key === 'Backspace') press('⌫')
  else if (event.key === 'Enter') enter()
  else if (event.key === 'Escape') emit('close')
  else return
  event.preventDefault()
}
const vFocus = { mounted: (element: HTMLElement) => element.focus() }
</script>

<template>
  <div class="pad" role="dialog" :aria-label="title">
    <h3>{{ title }}</h3>
    <div v-focus class="shown" tabindex="0" role="textbox" aria-label="Torque read" @keydown="key">
      {{ digits || '–' }} <span>{{ unit }}</span>
    </div>
    <div class="units" role="group" aria-label="Unit">
      <button v-for="u in units" :key="u" :class="{ on: u === unit }" :aria-pressed="u === unit" @click="unit = u">
        {{ u }}
      </button>
    </div>
    <label v-if="wrenches.length" class="wrench"
      >Wrench
      <select
        :value="ownWrench?.serial ?? ''"
        aria-label="Wrench"
        @change="take(($event.target as HTMLSelectElement).value)"
      >
        <option value="">not said</option>
        <option v-for="w in wrenches" :key="w.serial" :value="w.serial">
          {{ w.name }}, {{ w.serial }}, to {{ formatQuantity('torque', w.high, preferences.system) }}
        </option>
      </select></label
    >
    <p v-if="doubt" class="doubt" data-wrench-doubt>{{ doubt }}</p>
    <div class="keys">
      <button v-for="k in KEYS" :key="k" :aria-label="k === '⌫' ? 'erase' : k" @click="press(k)">
        {{ k }}
      </button>
    </div>
    <p v-if="refused" class="refused" role="alert">{{ refused }}</p>
    <div class="units">
      <button @click="emit('close')">Cancel</button><button class="go" @click="enter">Record</button>
    </div>
  </div>
</template>

<style scoped>
.pad {
  position: fixed;
  inset: auto 0 0;
  z-index: 30;
  margin: auto;
  max-width: 460px;
  background: #1d2427;
  border: 1px solid #3b4448;
  border-bottom: 0;
  padding: 14px;
  display: grid;
  gap: 10px;
}
.shown {
  font: 600 54px/1 var(--condensed);
  text-align: right;
}
.shown span {
  font-size: 22px;
  color: #aab0ae;
}
.keys {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
}
.units {
  display: flex;
  gap: 8px;
}
button {
  flex: 1;
  min-height: 56px;
  border: 1px solid #4a5357;
  border-radius: 4px;
  background: #2a3236;
  color: #ede8dc;
  font: 600 24px var(--condensed);
  cursor: pointer;
}
.on {
  border-color: #f2c24b;
  color: #f2c24b;
}
.go {
  background: #6fae7f;
  color: #10211a;
}
.wrench {
  display: grid;
  gap: 4px;
  font-size: 18px;
  color: #aab0ae;
}
.wrench select {
  min-height: 52px;
  background: #14191b;
  color: #ede8dc;
  border: 1px solid #4a5357;
  border-radius: 4px;
  font: 600 20px var(--condensed);
  padding: 0 8px;
}
.doubt {
  color: #e3ac57;
  font-size: 18px;
  margin: 0;
}
.refused {
  color: #f0a08c;
  font-size: 18px;
}
</style>
