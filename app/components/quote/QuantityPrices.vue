<script setup lang="ts">
import { LineChart } from 'echarts/charts'
import { GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import type { PriceStep } from '#shared/quotes'

use([LineChart, GridComponent, CanvasRenderer])

/** What one piece costs by how many are ordered. */
const props = defineProps<{ steps: PriceStep[], ordered: number, noun: string, currency: string }>()
const canvas = useTemplateRef<HTMLElement>('canvas')

/** The dearest price is written above its point. */
const roomAbove = ({ max }: { max: number }) => Math.ceil((max * 1.25) / 5) * 5

function option() {
  const { colour, font, axis, text } = chartTheme()
  return {
    animation: false,
    grid: { left: 56, right: 30, top: 30, bottom: 46 },
    xAxis: {
      type: 'category',
      name: `${props.noun}s ordered`,
      nameLocation: 'middle',
      nameGap: 28,
      ...axis,
      data: props.steps.map(s => String(s.pieces)),
      axisLabel: text,
    },
    yAxis: { type: 'value', min: 0, max: roomAbove, name: `${props.currency} each`, ...axis },
    series: [
      {
        type: 'line',
        silent: true,
        symbol: 'circle',
        lineStyle: { color: colour('--glass'), width: 3 },
        data: props.steps.map(s => ({
          value: Number(s.each),
          symbolSize: s.pieces === props.ordered ? 15 : 8,
          itemStyle: { color: colour(s.pieces === props.ordered ? '--frost' : '--glass') },
          label: { show: true, position: 'top', formatter: s.each, color: colour('--text'), ...font, fontSize: 14 },
        })),
      },
    ],
  }
}
useChart(canvas, option, () => [props.steps, props.ordered])
</script>

<template>
  <div>
    <div ref="canvas" class="chart" role="img" aria-label="Price of one piece by how many are ordered; the table below has the numbers." />
    <details>
      <summary>As a table</summary>
      <table>
        <thead><tr><th scope="col">Pieces</th><th scope="col">One piece, {{ currency }}</th></tr></thead>
        <tbody>
          <tr v-for="s in steps" :key="s.pieces"><th scope="row">{{ s.pieces }}</th><td class="numeral">{{ s.each }}</td></tr>
        </tbody>
      </table>
    </details>
  </div>
</template>

<style scoped>
.chart { width: 100%; max-width: 40rem; height: 240px; }
th { text-align: left; padding: 0.25rem 2rem 0.25rem 0; }
td { text-align: right; }
tr { border-bottom: 1px solid var(--line); }
</style>
