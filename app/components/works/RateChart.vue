<script setup lang="ts">
import { CustomChart, ScatterChart } from 'echarts/charts'
import { GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import type { Rate } from '#core/bench/works'

use([CustomChart, ScatterChart, GridComponent, CanvasRenderer])

/** How often each kind came out good: its share, and how far chance alone could have moved it. */
const props = defineProps<{ rows: { name: string, rate: Rate }[] }>()
const canvas = useTemplateRef<HTMLElement>('canvas')
const shown = computed(() => props.rows.filter(r => r.rate.interval !== null))
const ROW_PX = 46
const height = computed(() => `${shown.value.length * ROW_PX + 60}px`)
const spoken = computed(() => `Share of good pieces of ${shown.value.length} kinds, with intervals; the table below has the numbers.`)

interface Api { value: (of: number) => number, coord: (at: [number, number]) => [number, number] }

function option() {
  const { colour, font, axis, text } = chartTheme()
  const TINTS = { worse: '--alarm', better: '--glass' }
  const tint = ({ verdict }: Rate) => colour(verdict === null ? '--muted' : TINTS[verdict])
  const line = (row: Rate, api: Api) => {
    const [[left, y], [right]] = [api.coord([api.value(0), api.value(2)]), api.coord([api.value(1), api.value(2)])]
    return { type: 'line', shape: { x1: left, y1: y, x2: right, y2: y }, style: { stroke: tint(row), lineWidth: 7, opacity: 0.55 } }
  }
  return {
    animation: false,
    grid: { left: 8, right: 110, top: 8, bottom: 40, containLabel: true },
    xAxis: {
      type: 'value',
      min: 0,
      max: 1,
      interval: 0.25,
      name: 'came out good',
      nameLocation: 'middle',
      nameGap: 26,
      ...axis,
      axisLabel: { ...text, formatter: (v: number) => `${Math.round(v * 100)} %` },
    },
    yAxis: {
      type: 'category',
      inverse: true,
      data: shown.value.map(r => r.name),
      ...axis,
      axisLabel: { ...text, color: colour('--text'), width: 220, overflow: 'truncate' },
    },
    series: [
      {
        type: 'custom',
        silent: true,
        encode: { x: [0, 1], y: 2 },
        data: shown.value.map(({ rate }, i) => [...rate.interval!, i]),
        renderItem: (at: { dataIndex: number }, api: Api) => line(shown.value[at.dataIndex]!.rate, api),
      },
      {
        type: 'scatter',
        silent: true,
        symbolSize: 15,
        data: shown.value.map(({ rate }, i) => ({ value: [rate.share!, i], itemStyle: { color: tint(rate) } })),
      },
      {
        // The number stands at the right edge, clear of every interval.
        type: 'scatter',
        silent: true,
        symbolSize: 0,
        data: shown.value.map(({ rate }, i) => ({
          value: [1, i],
          label: {
            show: true,
            position: 'right',
            distance: 14,
            formatter: `${Math.round(rate.share! * 100)} % of ${rate.pieces}`,
            color: colour('--text'),
            ...font,
            fontSize: 15,
          },
        })),
      },
    ],
  }
}
useChart(canvas, option, () => props.rows)
</script>

<template>
  <div ref="canvas" role="img" :aria-label="spoken" :style="{ height }" />
</template>
