<script setup lang="ts">
import { coarser, pathText, vertexCount } from '#core/basics/outline'
import type { Box, Region } from '#core/basics/outline'
import type { Mark } from '#core/art/art-report'

/** The stencil lying flat: what is weeded shows the frost, the rest is resist. Marks stand where a finding points. */
const props = defineProps<{
  open: Region
  sheet: Box
  view: Box | null
  marks: Mark[]
  chosen: number | null
  wet: boolean
  behind: 'dark' | 'light'
  ghost?: Region | null
}>()
const emit = defineEmits<{ choose: [index: number] }>()
/** More points than this only slow the screen; the figures come from all of them. */
const DRAWN = 40_000
const text = (region: Region) => pathText(vertexCount(region) > DRAWN ? coarser(region, 0.05) : region, 2)
const art = computed(() => text(props.open))
const before = computed(() => (props.ghost ? text(props.ghost) : ''))
const box = computed(() => {
  const b = props.view ?? props.sheet
  const pad = (b.right - b.left) * 0.015
  return { x: b.left - pad, y: b.top - pad, width: b.right - b.left + 2 * pad, height: b.bottom - b.top + 2 * pad }
})
/** One px on the screen, mm, about: lines keep their weight however near one looks. */
const px = computed(() => Math.max(box.value.width / 720, box.value.height / 500))
const middle = (m: Mark) => ({ x: (m.box.left + m.box.right) / 2, y: (m.box.top + m.box.bottom) / 2 })
const tick = (m: Mark) => {
  const p = m.across!
  const [ux, uy] = [(p.bx - p.ax) / p.width, (p.by - p.ay) / p.width]
  const t = Math.max(4 * px.value, p.width * 0.25)
  return (
    `M${p.ax - uy * t} ${p.ay + ux * t}L${p.ax + uy * t} ${p.ay - ux * t}M${p.bx - uy * t} ${p.by + ux * t}L${p.bx + uy * t} `
    + `${p.by - ux * t}M${p.ax} ${p.ay}L${p.bx} ${p.by}`
  )
}
</script>

<template>
  <svg
    class="flat"
    :class="[behind, { wet }]"
    role="img"
    aria-label="The stencil lying flat"
    :viewBox="`${box.x} ${box.y} ${box.width} ${box.height}`"
    preserveAspectRatio="xMidYMid meet"
  >
    <rect
      class="sheet"
      :x="sheet.left"
      :y="sheet.top"
      :width="sheet.right - sheet.left"
      :height="sheet.bottom - sheet.top"
      :stroke-width="px"
    />
    <path v-if="before" class="before" :d="before" fill-rule="evenodd" :stroke-width="1.4 * px" :stroke-dasharray="`${4 * px} ${3 * px}`" />
    <path class="open" :d="art" fill-rule="evenodd" />
    <slot :px="px" />
    <g v-for="(m, i) in marks" :key="i" class="mark" :class="{ chosen: chosen === i }" @click="emit('choose', i)">
      <path v-if="m.rings.length" class="part" :d="pathText(m.rings, 2)" fill-rule="evenodd" :stroke-width="2 * px" />
      <path v-if="m.across" class="across" :d="tick(m)" :stroke-width="2.2 * px" />
      <circle
        v-if="m.circle"
        class="round"
        :cx="m.circle.x"
        :cy="m.circle.y"
        :r="m.circle.radius"
        :stroke-width="2 * px"
        :stroke-dasharray="`${6 * px} ${4 * px}`"
      />
      <circle class="spot" :cx="middle(m).x" :cy="middle(m).y" :r="(chosen === i ? 15 : 11) * px" :stroke-width="2 * px" />
      <text :x="middle(m).x" :y="middle(m).y - 16 * px" :font-size="17 * px" text-anchor="middle" :stroke-width="4 * px">{{ i + 1 }}</text>
    </g>
  </svg>
</template>

<style scoped>
.flat {
  display: block;
  width: 100%;
  height: 100%;
  background: var(--back);
  --back: #0f1112;
  --resist: #24413a;
  --seen: #f4fafa;
  --line: #8cc5b2;
}
.flat.light { --back: #d9dcd6; --resist: #9fc3b5; --seen: #fdfefd; --line: #1b6350; }
.sheet { fill: var(--resist); stroke: var(--line); }
.open { fill: var(--seen); }
/* Wet frost is nearly clear: what lies behind shows through. */
.wet .open { fill: color-mix(in srgb, var(--seen) 26%, var(--back)); }
.before { fill: none; stroke: var(--line); }
.mark { cursor: pointer; }
.part, .across, .round, .spot { fill: none; stroke: #17191a; paint-order: stroke; }
.part { stroke: #d08a3e; fill: #d08a3e; fill-opacity: 0.55; }
.across, .round { stroke: #d08a3e; }
.spot { stroke: #d08a3e; opacity: 0.9; }
.chosen .spot { stroke-dasharray: none; opacity: 1; }
text { font-family: var(--display); font-weight: 700; fill: #17191a; stroke: #f4fafa; paint-order: stroke; }
</style>
