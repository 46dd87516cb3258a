<script setup lang="ts">
import { LAYERS } from '#core/art/sheet'
import type { CutSheet, NestedSheet } from '#core/art/sheet'

/** One piece of stock with its stencils laid on it; what goes back on the shelf is dashed. */
const props = defineProps<{ sheet: NestedSheet, cut: CutSheet }>()
const px = computed(() => Math.max(props.sheet.stock.width / 560, props.sheet.used / 320))
const d = computed(() =>
  Object.fromEntries(
    LAYERS.map(layer => [
      layer,
      props.cut.lines
        .filter(l => l.layer === layer)
        .map((l) => {
          const out: string[] = []
          for (let i = 0; i < l.points.length; i += 2) out.push(`${l.points[i]!.toFixed(1)} ${l.points[i + 1]!.toFixed(1)}`)
          return `M${out.join('L')}${l.closed ? 'Z' : ''}`
        })
        .join(''),
    ]),
  ),
)
</script>

<template>
  <svg
    class="nest"
    :viewBox="`${-4 * px} ${-4 * px} ${sheet.stock.width + 8 * px} ${sheet.used + 8 * px}`"
    role="img"
    :aria-label="`${sheet.laid.length} stencils laid on the stock`"
  >
    <rect class="stock" x="0" y="0" :width="sheet.stock.width" :height="sheet.used" :stroke-width="px" />
    <path class="border" :d="d.border" :stroke-width="px" />
    <path class="weeding" :d="d.weeding" :stroke-width="0.6 * px" :stroke-dasharray="`${3 * px} ${3 * px}`" />
    <path class="art" :d="d.art" fill-rule="evenodd" />
    <path class="mark" :d="d.slit" :stroke-width="1.6 * px" />
    <path class="mark" :d="d.mark" :stroke-width="1.2 * px" />
    <g v-if="sheet.scrap">
      <rect
        class="scrap"
        :x="sheet.scrap.x"
        :y="sheet.scrap.y"
        :width="sheet.scrap.width"
        :height="sheet.scrap.height"
        :stroke-width="1.4 * px"
        :stroke-dasharray="`${6 * px} ${4 * px}`"
      />
      <text
        :x="sheet.scrap.x + sheet.scrap.width / 2"
        :y="sheet.scrap.y + sheet.scrap.height / 2"
        :font-size="15 * px"
        text-anchor="middle"
      >back on the shelf</text>
    </g>
  </svg>
</template>

<style scoped>
.nest { display: block; width: 100%; max-height: 24rem; background: #0f1112; padding: 0.5rem; }
.stock { fill: #24413a; stroke: #8cc5b2; }
.border { fill: none; stroke: #8cc5b2; }
.weeding, .mark { fill: none; stroke: #dfe8e8; }
.art { fill: #f4fafa; }
.scrap { fill: #17191a; fill-opacity: 0.55; stroke: #dfe8e8; }
text { fill: #dfe8e8; font-family: var(--display); font-weight: 600; }
</style>
