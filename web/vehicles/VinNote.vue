<script setup lang="ts">
import { computed } from 'vue'
import { checkVin, vinHints } from '@stout-shackle/core/vehicle'

/** What a VIN says of itself: a warning where it disagrees, and hints that answer nothing. */
const props = defineProps<{ vin: string | null }>()
const VIN_NOTES = {
  ok: 'Check digit agrees.',
  length: 'A VIN has 17 characters: saved as typed, check it.',
  letters: 'A VIN has no I, O or Q: look again.',
  'check-digit': 'Check digit does not agree: mistyped, or a vehicle from outside North America.',
}
const vin = computed(() => props.vin?.trim().toUpperCase() ?? '')
const check = computed(() => (vin.value ? checkVin(vin.value) : null))
const hints = computed(() => (check.value ? vinHints(vin.value) : null))
</script>

<template>
  <span v-if="check" class="small" :data-vin="check"
    >{{ VIN_NOTES[check]
    }}<template v-if="hints">
      Hints: model year {{ hints.years.join(' or ') }}, plant {{ hints.plant }}.</template
    ></span
  >
</template>
