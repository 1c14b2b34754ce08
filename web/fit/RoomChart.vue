<script setup lang="ts">
import { computed } from 'vue'
import { bagBody, heaveLimits, type Pose } from '@stout-shackle/core/clearance'
import { formatNumber, inSystem, UNITS, type UnitSystem } from '@stout-shackle/core/quantity'
import { gapIn, girthAt, type RoomRow, type Scene, type ScenePressure } from '@stout-shackle/core/stages/fit/room'
import { partName } from '@stout-shackle/core/wording'
import ChartFrame from '../charts/ChartFrame.vue'
import { base, COLORS, SERIES, type ChartOption } from '../charts/option'

/** Gaps of one side's bag while the axle goes from full droop to full jounce, at the roll that is looked at. */
const props = defineProps<{
  scene: Scene
  rows: readonly RoomRow[]
  roll: Pose['roll']
  pressure: ScenePressure['id']
  system: UnitSystem
}>()
const STEPS = 24
const len = (v: number) => inSystem('length', v, props.system)

const heaves = computed(() => {
  const { low, high } = heaveLimits(props.scene.motion.travel, props.roll)
  return Array.from({ length: STEPS + 1 }, (_, i) => low + ((high - low) * i) / STEPS)
})
const curves = computed(() => {
  const girth = girthAt(props.scene, props.pressure)
  return props.rows
    .filter((r) => r.of === 'bag' && r.rule === 'moving')
    .slice(0, SERIES.length)
    .map((row) => {
      const { lower, upper } = props.scene.bags[row.side]
      const bag = bagBody(lower, upper, girth)
      const { bodies } = props.scene.obstacles.find((o) => o.id === row.part)!
      return {
        name: partName(row),
        gaps: heaves.value.map((heave) => gapIn(bag, bodies, props.scene.motion, { heave, roll: props.roll })),
      }
    })
})
const option = computed((): ChartOption => {
  const unit = UNITS.length[props.system].symbol
  const frame = base(`gap, ${unit}, from full droop to full jounce`, '')
  return {
    ...frame,
    legend: { top: 0, itemHeight: 8, itemWidth: 18, itemGap: 8, textStyle: { color: COLORS.ink, fontSize: 11 } },
    grid: { left: 34, right: 12, top: 44, bottom: 34 },
    series: curves.value.map(({ name, gaps }, i) => ({
      type: 'line' as const,
      name,
      showSymbol: false,
      data: gaps.map((g, k) => [len(heaves.value[k]!), len(g)]),
      lineStyle: { color: SERIES[i]!.color, type: SERIES[i]!.dash, width: 2 },
      itemStyle: { color: SERIES[i]!.color },
      ...(i
        ? {}
        : {
            markLine: {
              silent: true,
              symbol: 'none',
              label: { formatter: '{b}', position: 'insideStartTop' as const, color: COLORS.muted, fontSize: 11 },
              lineStyle: { color: COLORS.oxide, type: 'dashed' as const },
              data: [
                { name: 'margin', yAxis: len(props.scene.margin) },
                {
                  name: 'ride height',
                  xAxis: 0,
                  lineStyle: { color: COLORS.muted, type: 'dotted' as const },
                  label: { rotate: 0, position: 'end' as const, distance: 2 },
                },
              ],
            },
          }),
    })),
  }
})
const every = computed(() => heaves.value.flatMap((h, i) => (i % 4 === 0 ? [{ h, i }] : [])))
const number = (v: number) => formatNumber('length', v, props.system)
</script>

<template>
  <ChartFrame
    :option="option"
    label="Gap through the travel"
    :head="[`axle, ${UNITS.length[system].symbol}`, ...curves.map((c) => c.name)]"
    :rows="every.map(({ h, i }) => [number(h), ...curves.map((c) => number(c.gaps[i]!))])"
  />
</template>
