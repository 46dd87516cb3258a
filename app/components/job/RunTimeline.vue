<script setup lang="ts">
import { CustomChart } from 'echarts/charts'
import { GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import { durationTicks, formatDuration } from '#core/basics/units'
import type { RecordedRun } from '#shared/record'

use([CustomChart, GridComponent, CanvasRenderer])

/** A run step by step: as it was planned above, as it went below, on one ruler from its beginning. */
const props = defineProps<{ run: RecordedRun }>()
const canvas = useTemplateRef<HTMLElement>('canvas')

/** One step on a row. s from the beginning */
interface Bar { step: number, row: 0 | 1, from: number, to: number }
const planned = computed(() => {
  let at = 0
  return props.run.steps.map((s, step): Bar => ({ step, row: 0, from: at, to: (at += s.planned) }))
})
const since = (ms: number) => (ms - props.run.startedAt) / 1000
const actual = computed(() =>
  props.run.steps.flatMap(({ from, to }, step): Bar[] =>
    from === null || to === null ? [] : [{ step, row: 1, from: since(from), to: since(to) }],
  ),
)
const bars = computed(() => [...planned.value, ...actual.value])
const total = (of: Bar[]) => of.at(-1)?.to ?? 0
const took = (step: number) => actual.value.find(b => b.step === step)
const spoken = computed(() => {
  const words = (bars: Bar[]) => formatDuration(Math.round(total(bars)))
  return `Planned to take ${words(planned.value)}, took ${words(actual.value)}; the table below has each step.`
})
const end = computed(() => Math.max(total(planned.value), total(actual.value), 60))
const ticks = computed(() => durationTicks(end.value))

interface Api { coord: (at: [number, number]) => [number, number] }

function option() {
  const { colour, font, axis, text } = chartTheme()
  const bar = ({ step, from, to, row }: Bar, api: Api) => {
    const [[left, y], [right]] = [api.coord([from, row]), api.coord([to, row])]
    const width = Math.max(1, right - left - 1)
    const clock = props.run.steps[step]!.id === 'etch'
    return {
      type: 'group',
      children: [
        {
          type: 'rect',
          shape: { x: left, y: y - 15, width, height: 30 },
          style: { fill: colour(clock ? '--frost' : '--glass'), opacity: row ? 1 : 0.6 },
        },
        // A bar too short for its number stays without; the table has it.
        ...(width > 22
          ? [{ type: 'text', style: { text: String(step + 1), x: left + 5, y: y - 7, fill: colour('--on-frost'), ...font, fontSize: 13 } }]
          : []),
      ],
    }
  }
  return {
    animation: false,
    grid: { left: 8, right: 24, top: 6, bottom: 40, containLabel: true },
    xAxis: {
      type: 'value',
      min: 0,
      max: ticks.value.end,
      interval: ticks.value.step,
      name: 'from its beginning',
      nameLocation: 'middle',
      nameGap: 26,
      ...axis,
      axisLabel: { ...text, hideOverlap: true, formatter: (s: number) => formatDuration(s) },
    },
    yAxis: {
      type: 'category',
      inverse: true,
      data: ['planned', 'as it went'],
      ...axis,
      axisTick: { show: false },
      axisLabel: { ...text, color: colour('--text') },
    },
    series: [
      {
        type: 'custom',
        silent: true,
        clip: true,
        encode: { x: [0, 1], y: 2 },
        data: bars.value.map(({ from, to, row }) => [from, to, row]),
        renderItem: (at: { dataIndex: number }, api: Api) => bar(bars.value[at.dataIndex]!, api),
      },
    ],
  }
}
useChart(canvas, option, () => [bars.value])
</script>

<template>
  <div>
    <div
      ref="canvas"
      class="chart"
      role="img"
      :aria-label="spoken"
    />
    <details>
      <summary>Each step</summary>
      <table>
        <thead><tr><th scope="col">Step</th><th scope="col">Planned</th><th scope="col">As it went</th></tr></thead>
        <tbody>
          <tr v-for="(s, i) in run.steps" :key="s.id">
            <th scope="row">{{ i + 1 }}. {{ s.title }}</th>
            <td class="numeral">{{ formatDuration(Math.round(s.planned)) }}</td>
            <td class="numeral">
              {{ s.skipped ? 'skipped' : took(i) ? formatDuration(Math.round(took(i)!.to - took(i)!.from)) : '–' }}
            </td>
          </tr>
        </tbody>
      </table>
    </details>
  </div>
</template>

<style scoped>
.chart { width: 100%; height: 130px; }
th { text-align: left; font-weight: 400; padding: 0.25rem 1.6rem 0.25rem 0; }
td { padding-right: 1.2rem; white-space: nowrap; }
tr { border-bottom: 1px solid var(--line); }
</style>
