<script setup lang="ts">
import { BarChart } from 'echarts/charts'
import { GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { CanvasRenderer } from 'echarts/renderers'
import { formatDuration } from '#core/basics/units'
import { PRICE_PARTS } from '#core/plan/quote'
import type { PricePart, QuoteLine } from '#core/plan/quote'

use([BarChart, GridComponent, CanvasRenderer])

/** How the price of one kind of piece comes about: drawn as bars, and as a table to check with a pocket calculator. */
const props = defineProps<{ line: QuoteLine, currency: string }>()
const NAMES: Record<PricePart, string> = {
  etchant: 'Etchant, less what goes back',
  resist: 'Resist',
  consumables: 'Gloves, wipes, brush',
  work: 'Work',
  wear: 'Wear of tools',
  overhead: 'Overhead',
  blanks: 'Blanks',
  scrap: 'Pieces made again',
  markup: 'Mark-up',
  rounding: 'Rounded up',
}
const canvas = useTemplateRef<HTMLElement>('canvas')
const shown = computed(() => PRICE_PARTS.filter(part => Number(props.line.parts[part]) > 0))
const ROW_PX = 32
const height = computed(() => `${shown.value.length * ROW_PX + 14}px`)
const ON_TOP: readonly PricePart[] = ['markup', 'rounding']

const written = ({ dataIndex }: { dataIndex: number }) => props.line.parts[shown.value[dataIndex]!]

function option() {
  const { colour, font, axis, text } = chartTheme()
  return {
    animation: false,
    grid: { left: 8, right: 78, top: 4, bottom: 4, containLabel: true },
    xAxis: { type: 'value', show: false },
    yAxis: {
      type: 'category',
      inverse: true,
      data: shown.value.map(part => NAMES[part]),
      ...axis,
      axisTick: { show: false },
      axisLabel: { ...text, color: colour('--text') },
    },
    series: [
      {
        type: 'bar',
        silent: true,
        barCategoryGap: '34%',
        data: shown.value.map(part => ({
          value: Number(props.line.parts[part]),
          itemStyle: { color: colour(ON_TOP.includes(part) ? '--frost' : '--glass') },
        })),
        label: { show: true, position: 'right', color: colour('--text'), ...font, fontSize: 15, formatter: written },
      },
    ],
  }
}
useChart(canvas, option, () => [props.line])
</script>

<template>
  <div>
    <div
      ref="canvas"
      class="chart"
      :style="{ height }"
      role="img"
      :aria-label="`How ${line.net} ${currency} come about; the table below has the numbers.`"
    />
    <details>
      <summary>As a table</summary>
      <table>
        <tbody>
          <tr v-for="part in PRICE_PARTS" :key="part">
            <th scope="row">{{ NAMES[part] }}{{ part === 'work' ? `, ${formatDuration(Math.round(line.seconds))}` : '' }}</th>
            <td class="numeral">{{ line.parts[part] }}</td>
          </tr>
          <tr><th scope="row">Costs the studio</th><td class="numeral">{{ line.cost }}</td></tr>
          <tr><th scope="row">Before tax</th><td class="numeral">{{ line.net }}</td></tr>
        </tbody>
      </table>
    </details>
  </div>
</template>

<style scoped>
.chart { width: 100%; max-width: 40rem; }
th { text-align: left; font-weight: 400; padding: 0.25rem 2rem 0.25rem 0; }
td { text-align: right; }
tr { border-bottom: 1px solid var(--line); }
</style>
