<script setup lang="ts">
import { computed } from 'vue'
import { formatQuantity, type UnitSystem } from '@stout-shackle/core/quantity'
import type { LineRow, LineVerdict } from '@stout-shackle/core/stages/fit/room'
import type { SpanRow } from '@stout-shackle/core/underbody'
import type { UndersidePart } from '@stout-shackle/core/vehicle'
import { HANDLING_WORDS, HELD_WORDS, LINE_VERDICTS, partName } from '@stout-shackle/core/wording'
import StateSign from '../fields/StateSign.vue'

/** Register of what bends: how it is held, what has to happen to it, what it comes near to, and whether it spans the droop. */
const props = defineProps<{
  lines: readonly LineRow[]
  spans: readonly SpanRow[]
  parts: readonly UndersidePart[]
  selected: string | null
  system: UnitSystem
}>()
const emit = defineEmits<{ select: [id: string] }>()
const len = (v: number | null) => (v === null ? '–' : v <= 0 ? 'touches' : formatQuantity('length', v, props.system))
const SIGNS: Record<LineVerdict, 'stop' | 'caution' | 'fine'> = {
  touches: 'stop',
  close: 'caution',
  hot: 'caution',
  look: 'caution',
  handled: 'fine',
  clear: 'fine',
}
const rows = computed(() =>
  props.lines.flatMap((line) => {
    const part = props.parts.find((p) => p.id === line.part)
    return part ? [{ line, part, span: props.spans.find((s) => s.part === line.part) ?? null }] : []
  }),
)
function spanText(span: SpanRow | null): string {
  if (!span) return '–'
  if (span.has === null) return `not measured, needs ${len(span.needs)}`
  return `${len(span.has)}, needs ${len(span.needs)}`
}
</script>

<template>
  <section class="card" data-card="lines">
    <header>
      <h2>Lines, hoses, cables and harness</h2>
      <span class="small muted">least gaps through the travel</span>
    </header>
    <table class="dense">
      <thead>
        <tr>
          <th>Part</th>
          <th>Held by</th>
          <th>What happens to it</th>
          <th class="num">bag</th>
          <th class="num">bracket</th>
          <th class="num">U-bolt</th>
          <th class="num">pipe</th>
          <th>Free length</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ line, part, span } in rows"
          :key="line.part"
          :class="{ on: line.part === selected }"
          :data-line="line.part"
          :data-verdict="line.verdict"
        >
          <td>
            <button type="button" class="link" @click="emit('select', line.part)">
              <StateSign :state="SIGNS[line.verdict]" :label="LINE_VERDICTS[line.verdict]" />
              {{ partName(part) }}
            </button>
            <span class="small muted block">{{ LINE_VERDICTS[line.verdict] }}</span>
          </td>
          <td>{{ part.heldBy ? HELD_WORDS[part.heldBy] : 'not looked at' }}</td>
          <td>{{ part.handling.map((h) => HANDLING_WORDS[h]).join(', ') || '–' }}</td>
          <td class="num">{{ len(line.bag) }}</td>
          <td class="num">{{ len(line.bracket) }}</td>
          <td class="num">{{ len(line.bolt) }}</td>
          <td class="num">{{ len(line.pipe) }}</td>
          <td :class="{ stop: span?.has != null && span.has < span.needs }">{{ spanText(span) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.link {
  background: none;
  border: 0;
  padding: 2px 0;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.block {
  display: block;
}
tr.on {
  background: var(--wash-amber);
}
.stop {
  color: var(--oxide);
}
</style>
