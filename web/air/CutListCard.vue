<script setup lang="ts">
import { computed } from 'vue'
import { tubeName } from '@stout-shackle/core/circuit'
import type { Circuit } from '@stout-shackle/core/fittings'
import { formatRun } from '@stout-shackle/core/quantity'
import { cuttingOf, type LaidLine } from '@stout-shackle/core/stages/air/lines'
import { useOpenJob } from '../stores/job'
import QuantityField from '../fields/QuantityField.vue'
import { usePreferences } from '../stores/preferences'

/** What is cut from the coils in the boxes, in which order, and what has to be bought. */
const props = defineProps<{ circuit: Circuit; laid: readonly LaidLine[] }>()
const emit = defineEmits<{ keep: [circuit: Circuit] }>()
const { job } = useOpenJob()
const preferences = usePreferences()
const cutting = computed(() => cuttingOf(job.value, props.circuit, props.laid))
const pieces = computed(() => cutting.value.pieces)
const pieceOf = (line: string) => pieces.value.find((p) => p.line === line)
const coiled = (line: string) => pieceOf(line)?.coiled ?? 0
const tubeOf = (line: string) => props.circuit.tubes.find((t) => t.id === line)
/** What a line was cut to, once it was. */
const setCut = (line: string, cut: number | null) =>
  emit('keep', {
    ...props.circuit,
    tubes: props.circuit.tubes.map((t) => {
      if (t.id !== line) return t
      const { cut: _was, ...rest } = t
      return cut === null ? rest : { ...rest, cut }
    }),
  })
const list = computed(() => cutting.value.list)
const len = (v: number) => formatRun(v, preferences.system)
/** Less of a coil has no room for its figure in the bar: the list under it has it. */
const WIDE = 0.22
const WIDE_LEFT = 0.28
/** What is left is told down, not up. */
const leftOf = (v: number) => len(Math.max(0, v - 0.0127))
const nameOf = (id: string) => {
  const tube = props.circuit.tubes.find((t) => t.id === id)
  return tube ? tubeName(props.circuit, tube) : id
}
</script>

<template>
  <section v-if="list" class="card" data-card="cut-list">
    <header>
      <h2>Cut list</h2>
      <span class="small muted">slack for the travel and a loop for repair are in it</span>
    </header>
    <div class="body">
      <template v-for="(coil, i) in list.coils" :key="i">
        <div class="bar" role="img" :aria-label="`Coil of ${len(coil.length)}`">
          <span
            v-for="(p, n) in coil.pieces"
            :key="p.line"
            :style="{ flexGrow: p.length }"
            :class="n % 2 ? 'second' : 'first'"
            :title="nameOf(p.line)"
            >{{ p.length / coil.length > WIDE ? `${n + 1} · ${len(p.length)}` : n + 1 }}</span
          >
          <span :style="{ flexGrow: coil.left }" class="left">{{
            coil.left / coil.length > WIDE_LEFT ? `${leftOf(coil.left)} left` : ''
          }}</span>
        </div>
        <div v-for="(p, n) in coil.pieces" :key="p.line" class="small piece">
          <span
            ><b>{{ n + 1 }}</b> {{ nameOf(p.line) }}, {{ len(p.length)
            }}<span v-if="coiled(p.line)" data-coiled
              >, {{ len(coiled(p.line)) }} of it coiled{{
                pieceOf(p.line)?.later ? ' for the compressor later' : ': its sheet asks for more'
              }}</span
            ></span
          >
          <QuantityField
            :value="tubeOf(p.line)?.cut ?? null"
            kind="length"
            label="cut to"
            :of="nameOf(p.line)"
            :min="0.02"
            :max="20"
            clearable
            @commit="(v) => setCut(p.line, v)"
          />
        </div>
      </template>
      <p v-for="(coil, i) in list.coils" :key="`left${i}`" class="small">
        {{ leftOf(coil.left) }} left of {{ leftOf(coil.length) }}
      </p>
      <p v-if="list.half" class="small" :data-half="list.half.reaches">
        {{
          list.half.reaches
            ? 'Half and half reaches both.'
            : `Half and half would leave the longer one ${len(list.half.short)} short: cut it first.`
        }}
      </p>
      <p v-for="p in list.buy" :key="p.line" class="note" data-buy>
        Buy {{ len(p.length) }} of tube for the {{ nameOf(p.line) }}:
        {{ list.coils.length ? 'the coil does not reach' : 'there is none in the box' }}.
      </p>
    </div>
  </section>
</template>

<style scoped>
.piece {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
}
.piece :deep(.field) {
  width: 96px;
  flex: none;
}
.body {
  padding: 8px 12px;
}
.bar {
  display: flex;
  height: 28px;
  margin-bottom: 4px;
}
.bar span {
  flex-basis: 0;
  min-width: 0;
  overflow: hidden;
  white-space: nowrap;
  padding: 4px 6px;
  font: 600 13px var(--condensed);
  color: #fff;
  border-right: 1px solid #fff;
}
.first {
  background: #0e5a63;
}
.second {
  background: #2c747d;
}
.bar .left {
  background: #e2dccd;
  color: var(--ink);
}
</style>
