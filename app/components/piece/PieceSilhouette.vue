<script setup lang="ts">
import type { PieceShape } from '#shared/runs'
import type { DwellWindow } from '#core/plan/dwell'

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
  /** Largest width in px; 1.7 times the height when absent. */
  wide?: number
  /** The art is on the far side: it is dotted, as what lies behind is. */
  behind?: boolean
  dimensions?: { height: string, across: string, artWidth: string, artHeight: string }
}>()

const clip = useId()
/** Worked out once for each shape and size: what ticks is only the level of the frost. */
const drawing = computed(() => silhouetteOf(props.shape, props.size ?? 220, props.wide))
const box = computed(() => drawing.value.box)
const flat = computed(() => drawing.value.flat)
const pad = computed(() => (props.dimensions ? 78 / box.value.scale : props.window ? 9 * box.value.wall : box.value.wall))
const padBottom = computed(() => (props.dimensions ? 34 / box.value.scale : box.value.wall))
const padLeft = computed(() => (props.dimensions ? pad.value : box.value.wall))
const level = computed(() => (props.window && props.dwelt !== undefined ? Math.min(1, props.dwelt / props.window.notAfter) : 0))
/** Marks from the base up. */
const marks = computed(() => {
  const w = props.window
  if (!w) return []
  const at = (s: number) => box.value.height * (1 - s / w.notAfter)
  return [
    { name: 'notBefore', y: at(w.notBefore), long: false },
    { name: 'best', y: at(w.best), long: true },
    { name: 'notAfter', y: at(w.notAfter), long: false },
  ]
})
const text = computed(() => 19 / box.value.scale)
/** The first stencil, whose sizes are written beside it. */
const front = computed(() => drawing.value.arts[0]?.box)
</script>

<template>
  <svg
    class="piece" :class="{ over, running: dwelt !== undefined && !over }" aria-hidden="true"
    :viewBox="`${-padLeft} ${-2 * box.wall} ${box.width + padLeft + pad} ${box.height + 2 * box.wall + padBottom}`"
    :height="(box.height + 2 * box.wall + padBottom) * box.scale" :width="(box.width + padLeft + pad) * box.scale"
  >
    <defs>
      <pattern
        v-for="(a, i) in drawing.arts"
        :id="`${clip}-tide-${i}`"
        :key="i"
        patternUnits="userSpaceOnUse"
        :x="a.box.x"
        :y="a.box.y"
        :width="a.box.width / 3"
        :height="a.box.height / 4"
      >
        <path :d="a.tide" class="line" :stroke-width="a.box.height / 9" />
      </pattern>
      <clipPath :id="clip"><path :d="`${drawing.outline} Z`" /></clipPath>
    </defs>
    <path :d="`${drawing.outline} Z`" class="inside" />
    <g :clip-path="`url(#${clip})`">
      <rect v-if="level > 0" class="frost" :x="0" :y="box.height * (1 - level)" :width="box.width" :height="box.height * level" />
      <template v-for="(e, i) in drawing.etched" :key="i">
        <path v-if="e.drawn" class="etched" :d="e.drawn" fill-rule="evenodd" />
        <rect v-else class="etched" :x="e.box.x" :y="e.box.y" :width="e.box.width" :height="e.box.height" />
      </template>
      <template v-for="(a, i) in drawing.arts" :key="i">
        <path v-if="a.drawn" class="drawn" :class="{ frosted }" :d="a.drawn" fill-rule="evenodd" />
        <rect
          v-if="!a.drawn || !frosted"
          class="art"
          :class="{ frosted, framed: a.drawn }"
          :fill="frosted ? `url(#${clip}-tide-${i})` : undefined"
          :x="a.box.x"
          :y="a.box.y"
          :width="a.box.width"
          :height="a.box.height"
          :stroke-width="box.wall * 0.7"
          :stroke-dasharray="behind ? `${box.wall * 0.4} ${box.wall * 1.2}` : `${box.wall * 2} ${box.wall * 1.4}`"
        />
      </template>
      <rect v-if="!flat" class="base" :x="0" :y="box.height - box.base" :width="box.width" :height="box.base" />
    </g>
    <path :d="drawing.outline" class="wall" :stroke-width="box.wall" />
    <ellipse v-if="!flat" class="rim" :cx="box.width / 2" :cy="0" :rx="drawing.rim" :ry="box.wall * 0.9" :stroke-width="box.wall * 0.6" />
    <g v-for="mark in marks" :key="mark.name" class="mark">
      <line :x1="box.width + box.wall * 1.5" :x2="box.width + box.wall * 5" :y1="mark.y" :y2="mark.y" :stroke-width="box.wall * 0.8" />
      <path v-if="mark.long" :d="`M${box.width + box.wall * 3} ${mark.y} l${box.wall * 5} ${-box.wall * 2.6} v${box.wall * 5.2} z`" />
    </g>
    <g v-if="dimensions" class="size" :stroke-width="box.wall * 0.5" :font-size="text">
      <line :x1="-padLeft * 0.2" :x2="-padLeft * 0.2" y1="0" :y2="box.height" />
      <text :x="-padLeft * 0.28" :y="box.height * 0.5 + text * 0.35" text-anchor="end">{{ dimensions.height }}</text>
      <line x1="0" :x2="box.width" :y1="box.height + padBottom * 0.32" :y2="box.height + padBottom * 0.32" />
      <text :x="box.width / 2" :y="box.height + padBottom * 0.34 + text" text-anchor="middle">{{ dimensions.across }}</text>
      <template v-if="front">
        <text :x="front.x + front.width / 2" :y="front.y - text * 0.35" text-anchor="middle">{{ dimensions.artWidth }}</text>
        <text :x="box.width + pad * 0.22" :y="front.y + front.height / 2 + text * 0.35">{{ dimensions.artHeight }}</text>
        <path :d="`M${box.width + pad * 0.08} ${front.y} h${pad * 0.07} v${front.height} h${-pad * 0.07}`" fill="none" />
      </template>
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
.art { stroke: var(--frost); }
.art:not(.frosted) { fill: color-mix(in srgb, var(--frost) 12%, transparent); }
.art.frosted { stroke: none; }
.art.framed { fill: none; opacity: 0.6; }
.etched { fill: var(--frost); opacity: 0.34; }
.drawn { fill: var(--frost); opacity: 0.72; }
.drawn.frosted { opacity: 1; }
.line { fill: none; stroke: var(--frost); }
.mark line { stroke: var(--text); }
.mark path { fill: var(--text); }
.size line, .size path { stroke: var(--muted); }
.size text { fill: var(--text); font-family: var(--display); font-weight: 560; stroke: none; }
</style>
