<script setup lang="ts">
import { BarChart } from 'echarts/charts'
import { GridComponent, MarkLineComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import { DWELL_BINS } from '#shared/works'
import type { DwellBin } from '#shared/works'

use([BarChart, GridComponent, MarkLineComponent, CanvasRenderer])

/** How long pieces stood, or were blasted, against their best time. */
const props = defineProps<{ bins: DwellBin[] }>()
const canvas = useTemplateRef<HTMLElement>('canvas')
const all = computed(() => {
  const count = Math.round((DWELL_BINS.to - DWELL_BINS.from) / DWELL_BINS.width)
  return Array.from({ length: count }, (_, i) => {
    const from = Math.round((DWELL_BINS.from + i * DWELL_BINS.width) * 100) / 100
    return { from, pieces: props.bins.find(b => b.from === from)?.pieces ?? 0 }
  })
})
const percent = (share: number) => `${Math.round(share * 100)} %`

function option() {
  const { colour, font, axis, text } = chartTheme()
  return {
    animation: false,
    grid: { left: 44, right: 16, top: 26, bottom: 44 },
    xAxis: {
      type: 'category',
      name: 'time it had, of its best',
      nameLocation: 'middle',
      nameGap: 28,
      ...axis,
      data: all.value.map(b => percent(b.from)),
      axisLabel: { ...text, interval: 4 },
    },
    yAxis: { type: 'value', name: 'pieces', minInterval: 1, ...axis },
    series: [
      {
        type: 'bar',
        silent: true,
        barCategoryGap: '8%',
        itemStyle: { color: colour('--glass') },
        data: all.value.map(b => b.pieces),
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: colour('--frost'), type: 'solid', width: 2 },
          label: { formatter: 'best', color: colour('--text'), ...font, fontSize: 14 },
          data: [{ xAxis: percent(1) }],
        },
      },
    ],
  }
}
useChart(canvas, option, () => props.bins)
</script>

<template>
  <div
    ref="canvas"
    class="chart"
    role="img"
    aria-label="Pieces by how long they had against their best time; the table below has the numbers."
  />
</template>

<style scoped>
.chart { width: 100%; height: 240px; }
</style>
