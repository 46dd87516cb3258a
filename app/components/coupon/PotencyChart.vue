<script setup lang="ts">
import { LineChart } from 'echarts/charts'
import { GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import type { PotencyPoint } from '#core/plan/coupon'

use([LineChart, GridComponent, CanvasRenderer])

/** Rate over age, a line a bottle, each with a mark of its own and its name at its end. */
const props = defineProps<{ lots: { name: string, points: PotencyPoint[] }[] }>()
const canvas = useTemplateRef<HTMLElement>('canvas')
const MARKS = ['circle', 'rect', 'triangle', 'diamond'] as const
const STROKES = ['solid', 'dashed', 'dotted'] as const

function option() {
  const { colour, font, axis } = chartTheme()
  return {
    animation: false,
    grid: { left: 52, right: 150, top: 30, bottom: 46 },
    xAxis: { type: 'value', min: 0, name: 'days open', nameLocation: 'middle', nameGap: 28, ...axis },
    yAxis: { type: 'value', min: 0, name: 'rate, a minute', nameGap: 12, ...axis },
    series: props.lots.map((b, i) => ({
      type: 'line',
      silent: true,
      symbol: MARKS[i % MARKS.length],
      symbolSize: 11,
      lineStyle: { color: colour('--glass'), type: STROKES[i % STROKES.length], width: 2 },
      itemStyle: { color: colour('--frost') },
      endLabel: {
        show: true,
        formatter: b.name,
        color: colour('--text'),
        ...font,
        fontSize: 13,
        lineHeight: 16,
        width: 140,
        overflow: 'break',
      },
      data: [...b.points].sort((p, q) => p.age - q.age).map(p => [p.age, p.rate * 60]),
    })),
  }
}
useChart(canvas, option, () => props.lots)
</script>

<template>
  <div ref="canvas" class="chart" role="img" :aria-label="`Rate over age of ${lots.map(b => b.name).join(', ')}`" />
</template>

<style scoped>
.chart { width: 100%; height: 300px; }
</style>
