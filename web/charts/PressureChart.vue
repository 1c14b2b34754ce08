<script setup lang="ts">
import { computed } from 'vue'
import { type Job } from '@stout-shackle/core/job'
import { fitKits, kitsUnder, pressureCurve } from '@stout-shackle/core/stages'
import type { Assessment } from '@stout-shackle/core/judge'
import type { Kit } from '@stout-shackle/core/kit'
import { formatNumber, inSystem, UNITS, type Pascals, type UnitSystem } from '@stout-shackle/core/quantity'
import ChartFrame from './ChartFrame.vue'
import { APART, base, COLORS, pointLabel, type ChartOption } from './option'

/** Pressure against what the rear axle gains, with the kit's window and the job's load cases on it. */
const props = defineProps<{
  job: Job
  assessment: Assessment
  kit: Kit
  minimum: Pascals
  maximum: Pascals
  system: UnitSystem
}>()

const mass = (v: number) => inSystem('mass', v, props.system)
const psi = (v: number) => inSystem('pressure', v, props.system)
const cases = computed(() =>
  props.assessment.cases.flatMap((c) => {
    const { axle } = props.kit
    const level = fitKits(props.job, c, kitsUnder(props.job, props.kit)).level[axle]
    return level?.mean != null
      ? [{ name: c.loadCase.name, gain: c.weights.rear, mean: level.mean, band: level.band! }]
      : []
  }),
)
const maxGain = computed(() => 1.25 * Math.max(100, ...cases.value.map((c) => c.gain)))
const curve = computed(() => pressureCurve(props.job, props.kit, props.assessment.active, maxGain.value))
const option = computed((): ChartOption => {
  const line = (of: (c: (typeof curve.value)[number]) => number, style: object) => ({
    type: 'line' as const,
    data: curve.value.map((c) => [mass(c.gain), psi(of(c))]),
    showSymbol: false,
    silent: true,
    lineStyle: style,
  })
  const frame = base(`rear axle gains, ${UNITS.mass[props.system].symbol}`, UNITS.pressure[props.system].symbol)
  const step = props.system === 'us' ? 20 : 100
  const dashed = { color: COLORS.petrol, width: 1, type: 'dashed' as const }
  return {
    ...frame,
    yAxis: { ...frame.yAxis, max: step * Math.ceil((psi(props.maximum) * 1.02) / step) },
    series: [
      {
        ...line((c) => c.mean, { color: COLORS.petrol, width: 2.5 }),
        markArea: {
          silent: true,
          itemStyle: { color: 'rgba(60,122,75,0.12)' },
          data: [[{ yAxis: psi(props.minimum) }, { yAxis: psi(props.maximum) }]],
        },
      },
      line((c) => c.low, dashed),
      line((c) => c.high, dashed),
      {
        type: 'scatter',
        labelLayout: APART,
        symbolSize: 12,
        itemStyle: { color: COLORS.paint, borderColor: COLORS.ink, borderWidth: 1.2 },
        data: cases.value.map((c) => ({
          name: c.name,
          value: [mass(c.gain), psi(c.mean)],
          // Low points have the axis under them.
          label: pointLabel(c.gain / maxGain.value, c.mean > 0.15 * props.maximum),
        })),
      },
    ],
  }
})
const number = (v: number) => formatNumber('pressure', v, props.system)
</script>

<template>
  <ChartFrame
    :option="option"
    label="Pressure against load"
    :head="[
      'Load case',
      `rear gains ${UNITS.mass[system].symbol}`,
      `mean ${UNITS.pressure[system].symbol}`,
      'lowest',
      'highest',
    ]"
    :rows="
      cases.map((c) => [
        c.name,
        formatNumber('mass', c.gain, system),
        number(c.mean),
        number(c.band.low),
        number(c.band.high),
      ])
    "
  />
</template>
