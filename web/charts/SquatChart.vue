<script setup lang="ts">
import { computed } from 'vue'
import { type Job } from '@stout-shackle/core/job'
import { squatCurve } from '@stout-shackle/core/stages'
import type { Assessment } from '@stout-shackle/core/judge'
import { formatNumber, inSystem, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import ChartFrame from './ChartFrame.vue'
import { APART, bars, base, COLORS, pointLabel, type ChartOption } from './option'

/** Squat against load: the springs' curve, what was measured with its plus-and-minus, and where the stop is. */
const props = defineProps<{ job: Job; assessment: Assessment; system: UnitSystem }>()

const mass = (v: number) => inSystem('mass', v, props.system)
const length = (v: number) => inSystem('length', v, props.system)
const points = computed(() =>
  props.assessment.springs.rear.points.filter((p) => p.loadCase !== null || p.way === 'unloading'),
)
const name = (p: (typeof points.value)[number]) =>
  p.loadCase === null ? 'Unloaded again' : (props.job.loadCases.find((c) => c.id === p.loadCase)?.name ?? p.loadCase)
const maxGain = computed(() => 1.2 * Math.max(100, ...props.assessment.cases.map((c) => c.weights.rear)))
const curve = computed(() => squatCurve(props.assessment.active, maxGain.value))
const option = computed((): ChartOption => {
  const frame = base(
    `rear axle gains, ${UNITS.mass[props.system].symbol}`,
    `squat over the springs, ${UNITS.length[props.system].symbol}`,
  )
  return {
    ...frame,
    // Room between the axis's name and the names of points near no squat.
    grid: { left: 52, right: 18, top: 44, bottom: 40 },
    yAxis: {
      ...frame.yAxis,
      inverse: true,
      nameLocation: 'start',
      nameGap: 30,
      nameTextStyle: { align: 'left', color: COLORS.ink },
    },
    xAxis: { ...frame.xAxis, axisLine: { onZero: false }, nameLocation: 'middle' },
    series: [
      {
        type: 'line',
        data: curve.value.map((c) => [mass(c.gain), length(c.squat)]),
        showSymbol: false,
        silent: true,
        lineStyle: { color: COLORS.petrol, width: 2.5 },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: COLORS.oxide, type: 'dashed' },
          label: { formatter: '{b}', position: 'insideStartTop', color: COLORS.oxide },
          data: props.job.vehicle.rear.stages.map((s) => ({
            name: s.kind === 'bump-stop' ? 'on its bump stop' : 'helper leaves touch',
            yAxis: length(s.at),
          })),
        },
      },
      bars(points.value.map((p) => [mass(p.gain), length(p.squat), mass(p.gainTolerance ?? 0), length(p.tolerance)])),
      {
        type: 'scatter',
        labelLayout: APART,
        symbolSize: 9,
        itemStyle: { color: COLORS.paint, borderColor: COLORS.ink, borderWidth: 1.2 },
        data: points.value.map((p) => ({
          name: name(p),
          value: [mass(p.gain), length(p.squat)],
          itemStyle: p.excluded ? { color: '#fff' } : undefined,
          label: pointLabel(p.gain / maxGain.value, false),
        })),
      },
    ],
  }
})
</script>

<template>
  <ChartFrame
    :option="option"
    label="Squat against load"
    :head="[
      'Measured',
      `rear gains ${UNITS.mass[system].symbol}`,
      `± ${UNITS.mass[system].symbol}`,
      `squat ${UNITS.length[system].symbol}`,
      `± ${UNITS.length[system].symbol}`,
    ]"
    :rows="
      points.map((p) => [
        name(p) + (p.excluded ? ', not in the rate' : ''),
        formatNumber('mass', p.gain, system),
        formatNumber('mass', p.gainTolerance ?? 0, system),
        formatNumber('length', p.squat, system),
        formatNumber('length', p.tolerance, system),
      ])
    "
  />
</template>
