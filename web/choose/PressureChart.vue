<script setup lang="ts">
import { LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, MarkAreaComponent, TooltipComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { computed } from 'vue'
import VChart from 'vue-echarts'
import { levelFor, type Assessment, type Job } from '@stout-shackle/core/job'
import type { Kit } from '@stout-shackle/core/kit'
import { formatNumber, inSystem, UNITS, type Pascals, type UnitSystem } from '@stout-shackle/core/quantity'

/** Pressure against what the rear axle gains, with the kit's window and the job's load cases on it. */
const props = defineProps<{
  job: Job
  assessment: Assessment
  kit: Kit
  minimum: Pascals
  maximum: Pascals
  system: UnitSystem
}>()
use([LineChart, ScatterChart, GridComponent, TooltipComponent, MarkAreaComponent, SVGRenderer])

const STEPS = 24
const mass = (v: number) => inSystem('mass', v, props.system)
const psi = (v: number) => inSystem('pressure', v, props.system)
const cases = computed(() =>
  props.assessment.cases.flatMap((c) => {
    const level = levelFor(props.job, props.kit, c)
    return level?.mean != null ? [{ name: c.loadCase.name, gain: c.weights.rear, mean: level.mean }] : []
  }),
)
const curve = computed(() => {
  const { active } = props.assessment
  const most = 1.25 * Math.max(100, ...cases.value.map((c) => c.gain))
  return Array.from({ length: STEPS + 1 }, (_, i) => (most * i) / STEPS).flatMap((rear) => {
    const level = levelFor(props.job, props.kit, {
      ...active,
      weights: { ...active.weights, rear, rollMoment: 0, rollMomentRear: 0 },
    })
    return level?.mean != null ? [[mass(rear), psi(Math.max(0, level.mean))]] : []
  })
})
const option = computed(() => ({
  animation: false,
  textStyle: { fontFamily: 'Barlow' },
  grid: { left: 46, right: 16, top: 14, bottom: 40 },
  tooltip: { trigger: 'item' as const },
  xAxis: {
    type: 'value' as const,
    name: `rear axle gains, ${UNITS.mass[props.system].symbol}`,
    nameLocation: 'middle' as const,
    nameGap: 24,
    splitLine: { show: false },
  },
  yAxis: {
    type: 'value' as const,
    name: UNITS.pressure[props.system].symbol,
    max: Math.ceil(psi(props.maximum) * 1.1),
  },
  series: [
    {
      type: 'line' as const,
      data: curve.value,
      showSymbol: false,
      lineStyle: { color: '#0E5A63', width: 2.5 },
      markArea: {
        silent: true,
        itemStyle: { color: 'rgba(60,122,75,0.12)' },
        data: [[{ yAxis: psi(props.minimum) }, { yAxis: psi(props.maximum) }]] as [
          { yAxis: number },
          { yAxis: number },
        ][],
      },
    },
    {
      type: 'scatter' as const,
      symbolSize: 12,
      itemStyle: { color: '#F2B61B', borderColor: '#20262A', borderWidth: 1.2 },
      data: cases.value.map((c) => ({ name: c.name, value: [mass(c.gain), psi(c.mean)] })),
      label: { show: true, formatter: '{b}', position: 'right' as const, fontSize: 12, color: '#20262A' },
    },
  ],
}))
</script>

<template>
  <figure>
    <VChart :option="option" autoresize class="chart" role="img" aria-label="Pressure against load" />
    <details>
      <summary class="small">as a table</summary>
      <table class="dense">
        <thead>
          <tr>
            <th>Load case</th>
            <th class="num">rear gains {{ UNITS.mass[system].symbol }}</th>
            <th class="num">mean {{ UNITS.pressure[system].symbol }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in cases" :key="c.name">
            <td>{{ c.name }}</td>
            <td class="num">{{ formatNumber('mass', c.gain, system) }}</td>
            <td class="num">{{ formatNumber('pressure', c.mean, system) }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  padding: 4px 12px 8px;
}
.chart {
  height: 190px;
}
</style>
