<script setup lang="ts">
import type { PieceShape } from '#shared/runs'
import type { DwellWindow } from '#core/dwell'
import { apparentWidth, diameterFromGirth } from '#core/vessel'

/**
 * One piece from in front, to scale: its wall, its base, and the art where it will sit. While its dwell runs it
 * fills with frost from the base up; the window is marked at its side.
 */
const props = defineProps<{
  shape: PieceShape
  /** s since the last part was covered; absent when nothing runs */
  dwelt?: number
  window?: DwellWindow
  over?: boolean
  /** Frost stays in the art: the piece is rinsed. */
  frosted?: boolean
  /** Largest height in px that the drawing may take. */
  size?: number
  dimensions?: { height: string, across: string, artWidth: string, artHeight: string }
}>()

const clip = useId()
const box = computed(() => {
  const { height, girth, artWidth, artHeight } = props.shape
  const width = diameterFromGirth(girth)
  const wall = Math.max(1.6, Math.min(width, height) * 0.025)
  const art = { width: apparentWidth(artWidth, girth), height: artHeight }
  return { width, height, wall, base: wall * 2.6, art: { ...art, x: (width - art.width) / 2, y: (height - art.height) * 0.46 } }
})
const pad = computed(() => (props.dimensions ? box.value.width * 0.55 : props.window ? box.value.width * 0.42 : box.value.wall))
const padBottom = computed(() => (props.dimensions ? box.value.height * 0.14 : box.value.wall))
const scale = computed(() => Math.min(1, (props.size ?? 220) / (box.value.height + 2 * box.value.wall)) || 1)
const level = computed(() => (props.window && props.dwelt !== undefined ? Math.min(1, props.dwelt / props.window.notAfter) : 0))
/** Marks from the base up. */
const marks = computed(() => {
  const w = props.window
  if (!w) return []
  const at = (s: number) => box.value.height * (1 - s / w.notAfter)
  return [{ name: 'notBefore', y: at(w.notBefore), long: false }, { name: 'best', y: at(w.best), long: true }, { name: 'notAfter', y: at(w.notAfter), long: false }]
})
const outline = computed(() => {
  const { width: w, height: h, wall } = box.value
  const r = wall * 2.4
  return `M0 0 V${h - r} Q0 ${h} ${r} ${h} H${w - r} Q${w} ${h} ${w} ${h - r} V0`
})
const text = computed(() => Math.max(box.value.height, box.value.width) * 0.062)
</script>

<template>
  <svg
    class="piece" :class="{ over, running: dwelt !== undefined && !over }" aria-hidden="true"
    :viewBox="`${-box.wall - (dimensions ? pad * 0.25 : 0)} ${-box.wall} ${box.width + box.wall * 2 + pad + (dimensions ? pad * 0.25 : 0)} ${box.height + box.wall + padBottom}`"
    :height="(box.height + box.wall + padBottom) * scale" :width="(box.width + box.wall * 2 + pad + (dimensions ? pad * 0.25 : 0)) * scale"
  >
    <defs>
      <clipPath :id="clip"><path :d="`${outline} Z`" /></clipPath>
    </defs>
    <path :d="`${outline} Z`" class="inside" />
    <g :clip-path="`url(#${clip})`">
      <rect v-if="level > 0" class="frost" :x="0" :y="box.height * (1 - level)" :width="box.width" :height="box.height * level" />
      <rect class="art" :class="{ frosted }" :x="box.art.x" :y="box.art.y" :width="box.art.width" :height="box.art.height" :stroke-width="box.wall * 0.7" :stroke-dasharray="`${box.wall * 2} ${box.wall * 1.4}`" />
      <rect class="base" :x="0" :y="box.height - box.base" :width="box.width" :height="box.base" />
    </g>
    <path :d="outline" class="wall" :stroke-width="box.wall" />
    <ellipse class="rim" :cx="box.width / 2" :cy="0" :rx="box.width / 2" :ry="box.wall * 0.9" :stroke-width="box.wall * 0.6" />
    <g v-for="mark in marks" :key="mark.name" class="mark">
      <line :x1="box.width + box.wall" :x2="box.width + box.wall * (mark.long ? 6 : 3.4)" :y1="mark.y" :y2="mark.y" :stroke-width="box.wall * (mark.long ? 1 : 0.6)" />
    </g>
    <g v-if="dimensions" class="size" :stroke-width="box.wall * 0.35" :font-size="text">
      <line :x1="box.width + pad * 0.22" :x2="box.width + pad * 0.22" y1="0" :y2="box.height" />
      <text :x="box.width + pad * 0.3" :y="box.height * 0.86">{{ dimensions.height }}</text>
      <line x1="0" :x2="box.width" :y1="box.height + padBottom * 0.3" :y2="box.height + padBottom * 0.3" />
      <text :x="box.width / 2" :y="box.height + padBottom * 0.3 + text * 1.1" text-anchor="middle">{{ dimensions.across }}</text>
      <text :x="box.width / 2" :y="box.art.y - text * 0.4" text-anchor="middle">{{ dimensions.artWidth }}</text>
      <text :x="box.width + pad * 0.3" :y="box.art.y + box.art.height / 2 + text * 0.35">{{ dimensions.artHeight }}</text>
      <path :d="`M${box.width + pad * 0.12} ${box.art.y} h${-pad * 0.06} v${box.art.height} h${pad * 0.06}`" fill="none" />
    </g>
  </svg>
</template>

<style scoped>
.piece { display: block; overflow: visible; max-width: 100%; }
.inside { fill: color-mix(in srgb, var(--glass) 9%, transparent); }
.wall, .rim { fill: none; stroke: var(--glass); stroke-linecap: round; }
.base { fill: color-mix(in srgb, var(--glass) 45%, transparent); }
.frost { fill: var(--frost); opacity: 0.82; }
.over .frost { fill: var(--alarm); opacity: 1; }
.over .wall, .over .rim { stroke: var(--alarm); }
.art { fill: color-mix(in srgb, var(--frost) 12%, transparent); stroke: var(--frost); }
.art.frosted { fill: var(--frost); stroke: none; }
.mark line { stroke: var(--text); }
.size line, .size path { stroke: var(--muted); }
.size text { fill: var(--text); font-family: var(--display); font-weight: 560; stroke: none; }
</style>
