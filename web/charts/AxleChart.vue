<script setup lang="ts">
import { computed } from 'vue'
import type { Assessment } from '@stout-shackle/core/judge'
import { formatNumber, inSystem, isAbove, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import { RATING_NAMES } from '@stout-shackle/core/wording'
import ChartFrame from './ChartFrame.vue'
import { base, COLORS, type ChartOption } from './option'

/** Axle and gross weights of every load case, beside their ratings. */
const props = defineProps<{ assessment: Assessment; system: UnitSystem }>()
const ROWS = ['gvwr', 'gawr-rear', 'gawr-front'] as const
const SHADES = [COLORS.petrol, COLORS.moss, COLORS.muted, '#8D6F2B']

const mass = (v: number) => inSystem('mass', v, props.system)
const margin = (c: Assessment['cases'][number], id: (typeof ROWS)[number]) =>
  c.ratings.margins.find((m) => m.id === id)!
const limits = computed(() => ROWS.map((id) => margin(props.assessment.active, id).limit))
const option = computed((): ChartOption => {
  const frame = base(UNITS.mass[props.system].symbol, '')
  return {
    ...frame,
    grid: { left: 118, right: 24, top: 26, bottom: 36 },
    legend: { top: 0, itemHeight: 8, textStyle: { color: COLORS.ink } },
    yAxis: { type: 'category', data: ROWS.map((id) => RATING_NAMES[id]), axisLabel: { color: COLORS.ink } },
    series: [
      ...props.assessment.cases.map((c, i) => ({
        type: 'bar' as const,
        name: c.loadCase.name,
        barMaxWidth: 12,
        itemStyle: { color: SHADES[i % SHADES.length] },
        data: ROWS.map((id) => {
          const m = margin(c, id)
          const over = m.limit !== null && isAbove(m.actual, m.limit)
          return { value: mass(m.actual), itemStyle: over ? { color: COLORS.oxide } : undefined }
        }),
      })),
      {
        type: 'scatter',
        name: 'rating',
        symbol: 'rect',
        symbolSize: [3, 34],
        itemStyle: { color: COLORS.ink },
        data: limits.value.flatMap((limit, i) => (limit === null ? [] : [[mass(limit), i]])),
      },
    ],
  }
})
const m = (v: number | null) => (v === null ? 'not looked up' : formatNumber('mass', v, props.system))
</script>

<template>
  <ChartFrame
    :option="option"
    label="Axle weights against ratings"
    :head="['', ...ROWS.map((id) => RATING_NAMES[id])]"
    :rows="[
      ...assessment.cases.map((c) => [c.loadCase.name, ...ROWS.map((id) => m(margin(c, id).actual))]),
      ['Rating', ...limits.map(m)],
    ]"
  />
</template>
