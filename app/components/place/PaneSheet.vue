<script setup lang="ts">
import type { Pane } from '#core/piece/blank'
import type { Placed } from '#shared/placements'

/** The pane with its holes and every stencil with its border. */
const props = defineProps<{
  pane: Pane
  placed: readonly Placed[]
  outline: (i: number) => { d: string, width: number, height: number } | undefined
  label: (i: number) => string
}>()
const px = computed(() => Math.max(props.pane.width / 620, props.pane.height / 330))
const rows = computed(() =>
  props.placed.flatMap((p, i) => {
    const at = p.onPane
    const o = props.outline(i)
    return at ? [{ at, o, y: props.pane.height - at.y, label: props.label(i) }] : []
  }),
)
</script>

<template>
  <svg
    class="pane"
    :viewBox="`${-8 * px} ${-8 * px} ${pane.width + 16 * px} ${pane.height + 16 * px}`"
    role="img"
    aria-label="The pane with its stencils"
  >
    <rect class="glass" x="0" y="0" :width="pane.width" :height="pane.height" :stroke-width="2 * px" />
    <circle
      v-for="(h, i) in pane.holes"
      :key="i"
      class="hole"
      :cx="h.x"
      :cy="pane.height - h.y"
      :r="h.across / 2"
      :stroke-width="1.6 * px"
    />
    <g v-for="(r, i) in rows" :key="i" :transform="`translate(${r.at.x} ${r.y}) rotate(${-r.at.turn})`">
      <rect class="border" :x="-r.at.width / 2" :y="-r.at.height / 2" :width="r.at.width" :height="r.at.height" :stroke-width="1.4 * px" />
      <path v-if="r.o" class="art" :d="r.o.d" :transform="`translate(${-r.o.width / 2} ${-r.o.height / 2})`" fill-rule="evenodd" />
      <text :y="-r.at.height / 2 - 4 * px" :font-size="15 * px" text-anchor="middle">{{ r.label }}</text>
    </g>
  </svg>
</template>

<style scoped>
.pane { display: block; width: 100%; max-height: 24rem; background: #0f1112; padding: 0.6rem; }
.glass { fill: #1a2624; stroke: #8cc5b2; }
.hole { fill: #0f1112; stroke: #8cc5b2; }
.border { fill: #24413a; fill-opacity: 0.85; stroke: #8cc5b2; }
.art { fill: #f4fafa; }
text { fill: #f4fafa; font-family: var(--display); font-weight: 600; }
</style>
