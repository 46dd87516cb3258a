<script setup lang="ts">
import { coarser, pathText } from '#core/basics/outline'
import type { Region } from '#core/basics/outline'
import type { FrostSpot, HeatMap, Window } from '#core/bench/frost'

/** The art as it lies on the piece, and on it where frost is that should not be, and where it is missing. */
const props = defineProps<{ art: Region, window: Window, heat: HeatMap, spots: readonly FrostSpot[] }>()
const units = useUnits()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const around = computed(() => {
  const { margin, cell, width, height } = props.heat
  return `${-margin} ${-margin} ${width * cell} ${height * cell}`
})
/** Frost that is too much glows, and what is missing is a cold blue; both stand out from card and frost, and from each other. */
const TOO_MUCH = [255, 150, 70] as const
const TOO_LITTLE = [86, 160, 255] as const
watch(
  [canvas, () => props.heat],
  ([to, heat]) => {
    if (!to) return
    to.width = heat.width
    to.height = heat.height
    const context = to.getContext('2d')!
    const image = context.createImageData(heat.width, heat.height)
    heat.values.forEach((v, k) => {
      const [r, g, b] = v > 0 ? TOO_MUCH : TOO_LITTLE
      // A little more or less is how frost is; it shows from a fifth on.
      const strength = Math.min(1, Math.max(0, (Math.abs(v) - 20) / 60))
      image.data.set([r, g, b, Math.round(255 * strength)], 4 * k)
    })
    context.putImageData(image, 0, 0)
  },
  { immediate: true, flush: 'post' },
)
const outline = computed(() => pathText(coarser(props.art, 0.05), 2))
const px = computed(() => props.window.width / 500)
const says = (s: FrostSpot) => (s.kind === 'outside' ? 'frost outside the art' : 'frost missing')
const area = (mm2: number) => `${mm2 < 10 ? mm2.toFixed(1) : mm2.toFixed(0)} mm²`
</script>

<template>
  <figure>
    <div class="piece" :style="{ aspectRatio: `${heat.width} / ${heat.height}` }">
      <svg :viewBox="around" aria-hidden="true"><path class="art" :d="outline" fill-rule="evenodd" /></svg>
      <canvas ref="canvas" aria-hidden="true" />
      <svg :viewBox="around" aria-hidden="true">
        <path class="line" :d="outline" :stroke-width="px" />
        <g v-for="(s, i) in spots.slice(0, 9)" :key="i" :transform="`translate(${s.x} ${s.y})`">
          <!-- Beside its spot, so that it does not hide it. -->
          <g :transform="`translate(${14 * px} ${-14 * px})`">
            <circle class="no-ground" :r="9 * px" /><text
              class="no"
              :font-size="13 * px"
              text-anchor="middle"
              dominant-baseline="central"
            >{{ i + 1 }}</text>
          </g>
        </g>
      </svg>
    </div>
    <figcaption>
      <span class="key"><i class="much" /> more frost than planned <i class="little" /> less</span>
      <ol v-if="spots.length" aria-label="Spots on the piece">
        <li v-for="(s, i) in spots.slice(0, 9)" :key="i">
          {{ says(s) }}, {{ area(s.area) }}, {{ units.length(Math.max(0, s.x)) }} from the left and
          {{ units.length(Math.max(0, s.y)) }} from the top of the art
        </li>
      </ol>
      <p v-else>No frost outside the art, and none missing inside it.</p>
    </figcaption>
  </figure>
</template>

<style scoped>
figure { margin: 0; }
.piece { position: relative; background: var(--card); max-height: 15rem; max-width: 100%; margin: 0 auto; }
.piece svg, .piece canvas { position: absolute; inset: 0; width: 100%; height: 100%; }
.piece canvas { image-rendering: pixelated; }
.art { fill: #4d5657; }
.line { fill: none; stroke: #e9f4f2; opacity: 0.8; }
.no-ground { fill: #f4fafa; stroke: #131516; stroke-width: 0.2; }
.no { fill: #131516; font-weight: 700; }
.key { display: flex; align-items: center; gap: 0.5rem; color: var(--muted); font-size: 0.95rem; }
.key i { width: 1rem; height: 1rem; display: inline-block; }
.much { background: rgb(255 150 70); }
.little { background: rgb(86 160 255); margin-left: 0.8rem; }
figcaption { margin-top: 0.5rem; display: grid; gap: 0.3rem; }
ol { margin: 0; padding-left: 1.3rem; }
</style>
