<script setup lang="ts">
import { CustomChart, ScatterChart } from 'echarts/charts'
import { GridComponent, MarkLineComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'

use([CustomChart, ScatterChart, GridComponent, MarkLineComponent, CanvasRenderer])

/** One line of the chart. @property text what stands at its right edge @property tint a colour of the theme */
interface Row {
  name: string
  value: number
  interval: [low: number, high: number]
  text: string
  tint: string
}

/** A value for each kind, and how far chance alone could have moved it. */
const props = defineProps<{
  rows: Row[]
  /** What is measured, under the axis; how its numbers are written; where it ends. */
  axis: { name: string, format: (value: number) => string, most: number, interval: number }
  /** A line that all are held against, and what stands above it. */
  mark?: { at: number, text: string }
  /** For whoever can't see it. */
  spoken: string
}>()
const canvas = useTemplateRef<HTMLElement>('canvas')
const ROW_PX = 46
const height = computed(() => `${props.rows.length * ROW_PX + 60 + (props.mark ? 20 : 0)}px`)

interface Api { value: (of: number) => number, coord: (at: [number, number]) => [number, number] }

function option() {
  const { colour, font, axis, text } = chartTheme()
  const line = (row: Row, api: Api) => {
    const [[left, y], [right]] = [api.coord([api.value(0), api.value(2)]), api.coord([api.value(1), api.value(2)])]
    return { type: 'line', shape: { x1: left, y1: y, x2: right, y2: y }, style: { stroke: colour(row.tint), lineWidth: 7, opacity: 0.55 } }
  }
  return {
    animation: false,
    grid: { left: 8, right: 110, top: props.mark ? 28 : 8, bottom: 40, containLabel: true },
    xAxis: {
      type: 'value',
      min: 0,
      max: props.axis.most,
      interval: props.axis.interval,
      name: props.axis.name,
      nameLocation: 'middle',
      nameGap: 26,
      ...axis,
      axisLabel: { ...text, formatter: props.axis.format },
    },
    yAxis: {
      type: 'category',
      inverse: true,
      data: props.rows.map(r => r.name),
      ...axis,
      axisLabel: { ...text, color: colour('--text'), width: 220, overflow: 'truncate' },
    },
    series: [
      {
        type: 'custom',
        silent: true,
        encode: { x: [0, 1], y: 2 },
        data: props.rows.map(({ interval: [low, high] }, i) => [low, Math.min(high, props.axis.most), i]),
        renderItem: (at: { dataIndex: number }, api: Api) => line(props.rows[at.dataIndex]!, api),
      },
      {
        type: 'scatter',
        silent: true,
        symbolSize: 15,
        data: props.rows.map(({ value, tint }, i) => ({
          value: [Math.min(value, props.axis.most), i],
          itemStyle: { color: colour(tint) },
        })),
        ...(props.mark
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                lineStyle: { color: colour('--frost'), type: 'solid', width: 2 },
                // The axis runs downward: its start is above.
                label: { position: 'start', formatter: props.mark.text, color: colour('--text'), ...font, fontSize: 14 },
                data: [{ xAxis: props.mark.at }],
              },
            }
          : {}),
      },
      {
        // The number stands at the right edge, clear of every interval.
        type: 'scatter',
        silent: true,
        symbolSize: 0,
        data: props.rows.map((row, i) => ({
          value: [props.axis.most, i],
          label: {
            show: true,
            position: 'right',
            distance: 14,
            formatter: row.text,
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
