<script setup lang="ts">
import { computed } from 'vue'
import type { Kit } from '@stout-shackle/core/kit'
import { formatNumber, GRAVITY, inSystem, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import { airSpring } from '@stout-shackle/core/spring'
import ChartFrame from './ChartFrame.vue'
import { base, COLORS, SERIES, type ChartOption } from './option'

/** What one spring of a kit carries: a bag at several pressures over its height, a rubber over its squeeze. */
const props = defineProps<{ kit: Kit; system: UnitSystem }>()
const STEPS = 24
const SHARES = [0.25, 0.5, 1]
const len = (v: number) => inSystem('length', v, props.system)
const mass = (force: number) => inSystem('mass', force / GRAVITY, props.system)

const curves = computed(() => {
  const { bag, rubber } = props.kit
  if (rubber)
    return [
      { name: 'load', points: [[0, 0], ...rubber.squeeze.map((s, i) => [s, rubber.force[i]!])] as [number, number][] },
    ]
  if (!bag) return []
  const { area } = airSpring(bag.table)
  return SHARES.map((share) => {
    const pressure = share * bag.maximum
    const heights = Array.from({ length: STEPS + 1 }, (_, i) => area.from + ((area.to - area.from) * i) / STEPS)
    return {
      name: `${formatNumber('pressure', pressure, props.system)} ${UNITS.pressure[props.system].symbol}`,
      points: heights.map((h): [number, number] => [h, pressure * (area.value(h) ?? area.value(area.to)!)]),
    }
  })
})
const option = computed((): ChartOption => {
  const { bag } = props.kit
  const frame = base(
    `${bag ? 'height between plates' : 'squeezed by'}, ${UNITS.length[props.system].symbol}`,
    UNITS.mass[props.system].symbol,
  )
  const ends = curves.value.flatMap((c) => c.points.map(([h]) => len(h)))
  return {
    ...frame,
    grid: { ...(frame.grid as object), right: 74 },
    xAxis: {
      ...frame.xAxis,
      min: bag ? Math.floor(Math.min(...ends)) : 0,
      max: Math.ceil(Math.max(...ends)),
    },
    series: curves.value.map((c, i) => ({
      type: 'line' as const,
      name: c.name,
      data: c.points.map(([h, f]) => [len(h), mass(f)]),
      showSymbol: !bag,
      lineStyle: { width: 2.2, color: SERIES[i]!.color, type: SERIES[i]!.dash },
      itemStyle: { color: SERIES[i]!.color },
      endLabel: { show: true, formatter: '{a}', color: SERIES[i]!.color },
      ...(i === 0 && bag
        ? {
            markArea: {
              silent: true,
              itemStyle: { color: 'rgba(60,122,75,0.12)' },
              data: [[{ xAxis: len(bag.heightRange.low) }, { xAxis: len(bag.heightRange.high) }]] as [object, object][],
            },
            markLine: {
              silent: true,
              symbol: 'none',
              lineStyle: { color: COLORS.muted },
              data: [{ xAxis: len(bag.rideHeight), label: { formatter: 'ride height', fontSize: 11 } }],
            },
          }
        : {}),
    })),
  }
})
/** Every fourth drawn height is enough to read. */
const EVERY = 4
const rows = computed(() =>
  (curves.value[0]?.points ?? []).flatMap(([h], i) =>
    props.kit.bag && i % EVERY
      ? []
      : [
          [
            formatNumber('length', h, props.system),
            ...curves.value.map((c) => formatNumber('mass', c.points[i]![1] / GRAVITY, props.system)),
          ],
        ],
  ),
)
</script>

<template>
  <ChartFrame
    :option="option"
    label="What one spring carries"
    :head="[`${kit.bag ? 'height' : 'squeeze'} ${UNITS.length[system].symbol}`, ...curves.map((c) => c.name)]"
    :rows="rows"
  />
</template>
