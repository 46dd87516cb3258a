import { init } from 'echarts/core'
import type { ECharts, EChartsCoreOption } from 'echarts/core'
import { useElementSize } from '@vueuse/core'

/** Colours and type of our own for a chart, read from the theme as it stands. */
export function chartTheme() {
  const css = getComputedStyle(document.documentElement)
  const colour = (name: string) => css.getPropertyValue(name).trim()
  const font = { fontFamily: colour('--body') }
  const text = { ...font, color: colour('--muted'), fontSize: 14 }
  return {
    colour,
    font,
    text,
    axis: {
      axisLine: { lineStyle: { color: colour('--control-line') } },
      splitLine: { lineStyle: { color: colour('--line') } },
      axisLabel: text,
      nameTextStyle: text,
    },
  }
}

/**
 * Keeps a chart drawn in its element: anew when what it shows, its width or the theme changes.
 * @param shown what the option depends on
 */
export function useChart(canvas: Readonly<Ref<HTMLElement | null>>, option: () => EChartsCoreOption, shown: () => unknown) {
  const { width } = useElementSize(canvas)
  const theme = useTheme()
  let chart: ECharts | undefined
  function draw() {
    chart ??= init(canvas.value!)
    chart.resize()
    chart.setOption(option(), true)
  }
  watch(
    () => [shown(), width.value, theme.name.value],
    () => nextTick(() => canvas.value && draw()),
    { deep: true },
  )
  onMounted(draw)
  onBeforeUnmount(() => chart?.dispose())
}
