<script setup lang="ts">
import dayjs from 'dayjs'
import { computed } from 'vue'
import { formatQuantity, inSystem, UNITS, type Pascals, type UnitSystem } from '@stout-shackle/core/quantity'
import { REFERENCE, type LineLog } from '@stout-shackle/core/stages/pressure-log'
import ChartFrame from '../charts/ChartFrame.vue'
import { base, COLORS, SERIES, type ChartOption } from '../charts/option'

/** Pressures over time by line: as read, and as they would be at one temperature, with the trend and the min. */
const props = defineProps<{ lines: readonly LineLog[]; minimum: Pascals; system: UnitSystem }>()

const DAY = 86_400_000
const psi = (v: number) => inSystem('pressure', v, props.system)
const nameOf = (l: LineLog) => l.side ?? 'both bags'
const first = computed(() => Math.min(...props.lines.flatMap((l) => l.readings.map((r) => Date.parse(r.readAt)))))
const dayOf = (time: string | number) => ((typeof time === 'number' ? time : Date.parse(time)) - first.value) / DAY
const last = computed(() => Math.max(1, ...props.lines.flatMap((l) => l.readings.map((r) => dayOf(r.readAt)))))
/** As far ahead as was watched, or to the day of the min where that is nearer. */
const ahead = computed(() =>
  Math.max(
    last.value * 1.05,
    ...props.lines.flatMap((l) =>
      l.trend?.day != null && l.trend.code === 'falling'
        ? [Math.min(2 * last.value, l.trend.day - first.value / DAY)]
        : [],
    ),
  ),
)
const option = computed((): ChartOption => {
  const frame = base('days', UNITS.pressure[props.system].symbol)
  return {
    ...frame,
    legend: { top: 0, right: 8, itemWidth: 18, textStyle: { fontFamily: 'Barlow' } },
    xAxis: { ...frame.xAxis, min: 0, max: Math.ceil(ahead.value) },
    series: props.lines.flatMap((l, i) => {
      const { color, dash } = SERIES[i % SERIES.length]!
      const now = l.readings.slice(l.since).find((r) => r.temperature !== null)
      const trend =
        l.trend?.slope != null && now
          ? [dayOf(now.readAt), ahead.value].map((d) => {
              const days = l.readings.slice(l.since).flatMap((r) => (r.temperature === null ? [] : [dayOf(r.readAt)]))
              const mean = days.reduce((a, b) => a + b, 0) / days.length
              const log = l.trend!.referred.reduce((a, b) => a + Math.log(b), 0) / l.trend!.referred.length
              return [d, psi(Math.exp(log + l.trend!.slope! * (d - mean)))]
            })
          : []
      return [
        {
          type: 'scatter' as const,
          name: `${nameOf(l)}, as read`,
          symbol: i === 0 ? 'circle' : 'rect',
          symbolSize: 8,
          itemStyle: { color: '#fff', borderColor: color, borderWidth: 2 },
          data: l.readings.map((r) => [dayOf(r.readAt), psi(r.pressure)]),
        },
        {
          type: 'scatter' as const,
          name: `${nameOf(l)}, at ${formatQuantity('temperature', REFERENCE, props.system)}`,
          symbol: i === 0 ? 'circle' : 'rect',
          symbolSize: 8,
          itemStyle: { color },
          data: l.readings.flatMap((r, n) => (l.referred[n] === null ? [] : [[dayOf(r.readAt), psi(l.referred[n]!)]])),
        },
        {
          type: 'line' as const,
          name: `${nameOf(l)}, trend`,
          showSymbol: false,
          silent: true,
          itemStyle: { color },
          lineStyle: { color, type: dash, width: 2 },
          data: trend,
          ...(i === 0
            ? {
                markLine: {
                  silent: true,
                  symbol: 'none',
                  label: { formatter: 'min', position: 'insideStartTop' as const },
                  lineStyle: { color: COLORS.oxide, type: 'solid' as const },
                  data: [{ yAxis: psi(props.minimum) }],
                },
              }
            : {}),
        },
      ]
    }),
  }
})
const p = (v: number | null) => (v === null ? '–' : formatQuantity('pressure', v, props.system, 1))
const rows = computed(() =>
  props.lines.flatMap((l) =>
    l.readings.map((r, n) => [
      dayjs(r.readAt).format('MMM D, YYYY'),
      nameOf(l),
      p(r.pressure),
      p(l.referred[n] ?? null),
    ]),
  ),
)
</script>

<template>
  <ChartFrame
    :option="option"
    label="Pressures over time"
    :head="['Read', 'Line', 'Gauge', 'At one temperature']"
    :rows="rows"
  />
</template>
