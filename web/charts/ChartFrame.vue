<script setup lang="ts">
import { use } from 'echarts/core'
import { BarChart, CustomChart, LineChart, ScatterChart } from 'echarts/charts'
import {
  GridComponent,
  LegendComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components'
import { LabelLayout } from 'echarts/features'
import { SVGRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'
import type { ChartOption } from './option'

/** A chart with its table behind it. */
defineProps<{
  option: ChartOption
  label: string
  /** The table's head and its rows, as text. */
  head: readonly string[]
  rows: readonly (readonly string[])[]
}>()
use([
  LabelLayout,
  BarChart,
  CustomChart,
  LineChart,
  ScatterChart,
  GridComponent,
  LegendComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TooltipComponent,
  SVGRenderer,
])
</script>

<template>
  <figure>
    <VChart
      :option="option"
      :update-options="{ notMerge: true }"
      autoresize
      class="chart"
      role="img"
      :aria-label="label"
    />
    <details>
      <summary class="small">as a table</summary>
      <table class="dense">
        <thead>
          <tr>
            <th v-for="(title, i) in head" :key="title" :class="{ num: i > 0 }">{{ title }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.join()">
            <td v-for="(cell, i) in row" :key="i" :class="{ num: i > 0 }">{{ cell }}</td>
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
