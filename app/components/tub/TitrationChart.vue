<script setup lang="ts">
import { LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import { formatMass, formatNumber } from '#core/basics/units'
import { NEUTRAL } from '#core/plan/tub'
import type { CurvePoint } from '#core/plan/tub'

use([LineChart, ScatterChart, GridComponent, MarkAreaComponent, MarkLineComponent, CanvasRenderer])

/** pH of the tub against what is put in: where it stands, where it is neutral, what a strip read. */
const props = defineProps<{ curve: CurvePoint[], now: CurvePoint, read: number | null, name: string }>()
const canvas = useTemplateRef<HTMLElement>('canvas')
const spoken = computed(() => {
  const neutral = props.curve.find(p => p.pH >= NEUTRAL.aim)
  const end = neutral ? `neutral at about ${formatMass(neutral.grams)}` : 'never neutral'
  return `pH against grams of ${props.name.toLowerCase()}: ${formatNumber(props.now.pH, 1)} at ${formatMass(props.now.grams)}, ${end}`
})

function option() {
  const { colour, font, axis } = chartTheme()
  return {
    animation: false,
    grid: { left: 48, right: 24, top: 26, bottom: 46 },
    xAxis: {
      type: 'value',
      min: 0,
      max: props.curve.at(-1)!.grams,
      name: `g of ${props.name.toLowerCase()}`,
      nameLocation: 'middle',
      nameGap: 28,
      ...axis,
    },
    yAxis: { type: 'value', min: 0, max: 14, interval: 2, name: 'pH', nameGap: 10, ...axis },
    series: [
      {
        type: 'line',
        silent: true,
        showSymbol: false,
        lineStyle: { color: colour('--glass'), width: 3 },
        data: props.curve.map(p => [p.grams, p.pH]),
        markArea: {
          silent: true,
          itemStyle: { color: colour('--glass-deep'), opacity: 0.6 },
          label: { show: true, position: 'insideTopRight', color: colour('--text'), ...font, fontSize: 13 },
          data: [[{ name: 'neutral', yAxis: NEUTRAL.from }, { yAxis: NEUTRAL.to }]],
        },
      },
      {
        type: 'scatter',
        silent: true,
        symbolSize: 16,
        itemStyle: { color: colour('--frost'), borderColor: colour('--ground'), borderWidth: 2 },
        label: {
          show: true, position: 'right', formatter: props.read === null ? 'now, estimated' : 'now, as read',
          color: colour('--text'), ...font, fontSize: 13,
        },
        data: [[props.now.grams, props.read ?? props.now.pH]],
      },
    ],
  }
}
useChart(canvas, option, () => [props.curve, props.now, props.read])
</script>

<template>
  <div ref="canvas" class="chart" role="img" :aria-label="spoken" />
</template>

<style scoped>
.chart { width: 100%; height: 320px; }
</style>
