<script setup lang="ts">
import { LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, MarkLineComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import { bandOf, frostAt, frostError } from '#core/plan/coupon'
import type { CouponReading, CouponStep } from '#core/plan/coupon'
import { durationTicks, formatDuration } from '#core/basics/units'

use([LineChart, ScatterChart, GridComponent, MarkLineComponent, CanvasRenderer])

/** Frost over dwell: the strips as judged, the fitted curve with its 95 % band, and the best time. */
const props = defineProps<{
  steps: CouponStep[]
  reading: CouponReading
  /** s, longest of the strips that are still to be judged */
  until?: number
}>()
const canvas = useTemplateRef<HTMLElement>('canvas')

const CURVE_POINTS = 80

function option() {
  const { colour, font, text, axis } = chartTheme()
  const { step, end: longest } = durationTicks(Math.max(60, props.until ?? 0, ...props.steps.map(s => s.dwell)) * 1.1)
  const { fit, best } = props.reading
  const band = fit ? bandOf(fit) : 0
  const times = Array.from({ length: CURVE_POINTS + 1 }, (_, i) => (longest * i) / CURVE_POINTS)
  const line = (y: (t: number) => number, more: object) => ({
    type: 'line',
    showSymbol: false,
    silent: true,
    data: times.map(t => [t, Math.max(0, y(t))]),
    ...more,
  })
  const mark
    = best === null
      ? undefined
      : {
          symbol: 'none',
          silent: true,
          lineStyle: { color: colour('--text'), width: 2, type: 'solid' },
          label: { formatter: `best ${formatDuration(best)}`, color: colour('--text'), ...font, fontSize: 15 },
          data: [{ xAxis: best }],
        }
  return {
    animation: false,
    grid: { left: 46, right: 24, top: 34, bottom: 46 },
    xAxis: {
      type: 'value',
      min: 0,
      max: longest,
      interval: step,
      name: 'dwell',
      nameLocation: 'middle',
      nameGap: 28,
      ...axis,
      axisLabel: { ...text, hideOverlap: true, formatter: (s: number) => formatDuration(s) },
    },
    yAxis: { type: 'value', min: 0, max: 10, name: 'frost', nameGap: 12, ...axis },
    series: [
      ...(fit
        ? [
            line(t => frostAt(fit, t) - band * frostError(fit, t), { stack: 'band', lineStyle: { opacity: 0 } }),
            line(t => Math.min(2 * band * frostError(fit, t), 20), {
              stack: 'band',
              lineStyle: { opacity: 0 },
              areaStyle: { color: colour('--glass'), opacity: 0.22 },
            }),
            line(t => frostAt(fit, t), { lineStyle: { color: colour('--glass'), width: 2.5 }, markLine: mark }),
          ]
        : []),
      {
        type: 'scatter',
        silent: true,
        symbolSize: 13,
        itemStyle: { color: colour('--frost') },
        data: props.steps.map(s => [s.dwell, s.frost]),
      },
    ],
  }
}

useChart(canvas, option, () => [props.steps, props.reading, props.until])
</script>

<template>
  <div ref="canvas" class="chart" role="img" :aria-label="`Frost over dwell. ${reading.advice}`" />
</template>

<style scoped>
.chart { width: 100%; height: 340px; }
</style>
