import type { BarSeriesOption, CustomSeriesOption, LineSeriesOption, ScatterSeriesOption } from 'echarts/charts'
import type { GridComponentOption, LegendComponentOption, TooltipComponentOption } from 'echarts/components'
import type { ComposeOption } from 'echarts/core'

export type ChartOption = ComposeOption<
  | BarSeriesOption
  | CustomSeriesOption
  | LineSeriesOption
  | ScatterSeriesOption
  | GridComponentOption
  | LegendComponentOption
  | TooltipComponentOption
>

export const COLORS = {
  ink: '#20262A',
  petrol: '#0E5A63',
  paint: '#F2B61B',
  moss: '#3C7A4B',
  oxide: '#A5402D',
  sand: '#C9C2B2',
  muted: '#596166',
}

/** Several curves on one chart: told apart by dash as well as by color. */
export const SERIES: readonly { color: string; dash: 'solid' | 'dashed' | 'dotted' | number[] }[] = [
  { color: '#0E5A63', dash: 'solid' },
  { color: '#A5402D', dash: 'dashed' },
  { color: '#B97709', dash: 'dotted' },
  { color: '#596166', dash: [10, 4, 2, 4] },
]

/**
 * A point's name, clear of the curve it sits on and of the chart's edge.
 * @param share how far along the axis the point is
 * @param rises whether the curve goes up on the screen from left to right
 */
export function pointLabel(share: number, rises: boolean) {
  const right = share < 0.55
  return {
    show: true,
    formatter: '{b}',
    // From the symbol's upper left corner: an offset would be lost where names are moved apart.
    position: [right ? 14 : -6, right === rises ? 8 : -16] as [number, number],
    align: right ? ('left' as const) : ('right' as const),
    fontSize: 12,
    color: COLORS.ink,
  }
}

/** Names of points that lie close together are moved apart, never left out. */
export const APART = { moveOverlap: 'shiftY' as const }

/** What every chart of the shop shares. */
export const base = (xName: string, yName: string): ChartOption => ({
  animation: false,
  textStyle: { fontFamily: 'Barlow' },
  grid: { left: 52, right: 18, top: 26, bottom: 40 },
  tooltip: { trigger: 'item' },
  xAxis: {
    type: 'value',
    name: xName,
    nameLocation: 'middle',
    nameGap: 24,
    splitLine: { show: false },
    nameTextStyle: { color: COLORS.ink },
  },
  yAxis: { type: 'value', name: yName, nameTextStyle: { color: COLORS.ink } },
})

/** Plus-and-minus bars on both sides of points: x, y, half-widths. */
export const bars = (data: readonly [number, number, number, number][]): CustomSeriesOption => ({
  type: 'custom',
  silent: true,
  data: data,
  renderItem: (_, api) => {
    const [x, y, dx, dy] = [0, 1, 2, 3].map((i) => Number(api.value(i))) as [number, number, number, number]
    const [left, right] = [api.coord([x - dx, y]), api.coord([x + dx, y])]
    const [low, high] = [api.coord([x, y - dy]), api.coord([x, y + dy])]
    const line = (a: number[], b: number[]) => ({
      type: 'line' as const,
      shape: { x1: a[0]!, y1: a[1]!, x2: b[0]!, y2: b[1]! },
      style: { stroke: COLORS.ink, lineWidth: 1.4 },
    })
    return { type: 'group', children: [line(left, right), line(low, high)] }
  },
})
