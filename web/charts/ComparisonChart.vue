<script setup lang="ts">
import { computed } from 'vue'
import { type Job } from '@stout-shackle/core/job'
import { pressureCurve } from '@stout-shackle/core/stages'
import type { Assessment } from '@stout-shackle/core/judge'
import type { Kit } from '@stout-shackle/core/kit'
import { formatNumber, inSystem, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import ChartFrame from './ChartFrame.vue'
import { base, SERIES, type ChartOption } from './option'

/** Pressure against load of several kits, one over the other; dash and color tell them apart. */
const props = defineProps<{ job: Job; assessment: Assessment; kits: readonly Kit[]; system: UnitSystem }>()
const mass = (v: number) => inSystem('mass', v, props.system)
const psi = (v: number) => inSystem('pressure', v, props.system)
const gains = computed(() => props.assessment.cases.map((c) => c.weights.rear))
const maxGain = computed(() => 1.25 * Math.max(100, ...gains.value))
const lines = computed(() =>
  props.kits
    .filter((k) => k.bag)
    .map((kit) => ({ kit, curve: pressureCurve(props.job, kit, props.assessment.active, maxGain.value) })),
)
const option = computed((): ChartOption => {
  const frame = base(`rear axle gains, ${UNITS.mass[props.system].symbol}`, UNITS.pressure[props.system].symbol)
  return {
    ...frame,
    grid: { ...(frame.grid as object), right: 120 },
    series: [
      ...lines.value.map(({ kit, curve }, i) => ({
        type: 'line' as const,
        name: kit.name,
        data: curve.map((c) => [mass(c.gain), psi(c.mean)]),
        showSymbol: false,
        lineStyle: { width: 2.5, color: SERIES[i]!.color, type: SERIES[i]!.dash },
        itemStyle: { color: SERIES[i]!.color },
        endLabel: { show: true, formatter: '{a}', color: SERIES[i]!.color, width: 110, overflow: 'truncate' as const },
        labelLayout: { moveOverlap: 'shiftY' as const },
        markLine: i
          ? undefined
          : {
              silent: true,
              symbol: 'none',
              lineStyle: { color: '#d8d2c4', type: 'solid' as const },
              data: props.assessment.cases.map((c) => ({
                xAxis: mass(c.weights.rear),
                label: { formatter: c.loadCase.name, fontSize: 11, position: 'insideEndTop' as const, rotate: 90 },
              })),
            },
      })),
    ],
  }
})
/** Rows of the table: a quarter of the drawn loads is enough to read. */
const EVERY = 4
const rows = computed(() =>
  (lines.value[0]?.curve ?? []).flatMap((c, i) =>
    i % EVERY
      ? []
      : [
          [
            formatNumber('mass', c.gain, props.system),
            ...lines.value.map(({ curve }) => {
              const point = curve.find((p) => Math.abs(p.gain - c.gain) < 1e-6)
              return point ? formatNumber('pressure', point.mean, props.system) : '–'
            }),
          ],
        ],
  ),
)
</script>

<template>
  <ChartFrame
    :option="option"
    label="Pressure against load, kits over each other"
    :head="[`rear gains ${UNITS.mass[system].symbol}`, ...lines.map((l) => l.kit.name)]"
    :rows="rows"
  />
</template>
