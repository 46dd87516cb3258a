<script setup lang="ts">
import type { PieceShape } from '#shared/runs'
import type { DwellWindow } from '#core/dwell'
import { apparentWidth, diameterFromGirth, measuredWall } from '#core/vessel'

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
  dimensions?: { height: string, across: string, artWidth: string, artHeight: string }
}>()

const clip = useId()
/** Lines keep their weight on the screen however large the piece is. */
const WALL_PX = 2.2
const flat = computed(() => props.shape.surface === 'flat')
const measured = computed(() => props.shape.wall && measuredWall(props.shape.wall.readings, props.shape.wall.kind))
/** Half widths from the rim down, as the tape found them: enough points for a smooth edge. */
const POINTS = 48
const edge = computed(() => {
  const wall = measured.value
  return wall && Array.from({ length: POINTS + 1 }, (_, i) => {
    const z = wall.to - (wall.to - wall.from) * i / POINTS
    return { y: wall.to - z, r: wall.at(z).r }
  })
})
const box = computed(() => {
  const { artWidth, artHeight } = props.shape
  const taped = measured.value
  const girth = taped ? 2 * Math.PI * taped.at(props.shape.wall!.middle).r : props.shape.girth
  const height = taped ? taped.to - taped.from : props.shape.height
  const width = edge.value ? 2 * Math.max(...edge.value.map(e => e.r)) : flat.value ? girth : diameterFromGirth(girth)
  const size = props.size ?? 220
  const scale = Math.min(size / height, (props.wide ?? 1.7 * size) / width)
  const wall = WALL_PX / scale
  const art = { width: flat.value ? artWidth : apparentWidth(artWidth, girth), height: artHeight }
  return { width, height, scale, wall, base: flat.value ? 0 : Math.min(wall * 2.6, height * 0.05), art: { ...art, x: (width - art.width) / 2, y: taped ? taped.to - props.shape.wall!.middle - art.height / 2 : (height - art.height) * (flat.value ? 0.5 : 0.46) } }
})
const pad = computed(() => (props.dimensions ? 78 / box.value.scale : props.window ? 9 * box.value.wall : box.value.wall))
const padBottom = computed(() => (props.dimensions ? 34 / box.value.scale : box.value.wall))
const padLeft = computed(() => (props.dimensions ? pad.value : box.value.wall))
const level = computed(() => (props.window && props.dwelt !== undefined ? Math.min(1, props.dwelt / props.window.notAfter) : 0))
/** Marks from the base up. */
const marks = computed(() => {
  const w = props.window
  if (!w) return []
  const at = (s: number) => box.value.height * (1 - s / w.notAfter)
  return [{ name: 'notBefore', y: at(w.notBefore), long: false }, { name: 'best', y: at(w.best), long: true }, { name: 'notAfter', y: at(w.notAfter), long: false }]
})
/** Etched art stands for itself as tide lines: it is not drawn yet. */
const tide = computed(() => {
  const w = box.value.art.width / 3
  const h = box.value.art.height / 4
  return `M${-w / 2} ${h / 2} q${w / 4} ${-h * 0.5} ${w / 2} 0 t${w / 2} 0 t${w / 2} 0 t${w / 2} 0`
})
/** The art as it is seen from in front: on a round piece its sides turn away. */
const drawn = computed(() => {
  const { art, girth } = props.shape
  const { art: place } = box.value
  if (!art) return null
  const r = (measured.value ? 2 * Math.PI * measured.value.at(props.shape.wall!.middle).r : girth) / (2 * Math.PI)
  const across = props.shape.artWidth / art.width
  const at = (x: number) => {
    const along = (x - art.width / 2) * across
    // Beyond a quarter round it lies on the far side.
    return place.x + place.width / 2 + (flat.value ? along : r * Math.sin(Math.max(-Math.PI / 2, Math.min(Math.PI / 2, along / r))))
  }
  return art.d.replace(/([ML])(-?[\d.]+) (-?[\d.]+)/g, (_, command: string, x: string, y: string) => `${command}${at(Number(x)).toFixed(2)} ${(place.y + Number(y) * place.height / art.height).toFixed(2)}`)
})
const outline = computed(() => {
  const { width: w, height: h, wall } = box.value
  const r = wall * 2.4
  if (edge.value) {
    const right = edge.value.map(e => `${w / 2 + e.r} ${e.y}`)
    const left = edge.value.map(e => `${w / 2 - e.r} ${e.y}`)
    return `M${left.join(' L')} L${right.reverse().join(' L')}`
  }
  if (flat.value) return `M0 0 V${h} H${w} V0 Z`
  return `M0 0 V${h - r} Q0 ${h} ${r} ${h} H${w - r} Q${w} ${h} ${w} ${h - r} V0`
})
const text = computed(() => 19 / box.value.scale)
</script>

<template>
  <svg
    class="piece" :class="{ over, running: dwelt !== undefined && !over }" aria-hidden="true"
    :viewBox="`${-padLeft} ${-2 * box.wall} ${box.width + padLeft + pad} ${box.height + 2 * box.wall + padBottom}`"
    :height="(box.height + 2 * box.wall + padBottom) * box.scale" :width="(box.width + padLeft + pad) * box.scale"
  >
    <defs>
      <pattern :id="`${clip}-tide`" patternUnits="userSpaceOnUse" :x="box.art.x" :y="box.art.y" :width="box.art.width / 3" :height="box.art.height / 4">
        <path :d="tide" class="line" :stroke-width="box.art.height / 9" />
      </pattern>
      <clipPath :id="clip"><path :d="`${outline} Z`" /></clipPath>
    </defs>
    <path :d="`${outline} Z`" class="inside" />
    <g :clip-path="`url(#${clip})`">
      <rect v-if="level > 0" class="frost" :x="0" :y="box.height * (1 - level)" :width="box.width" :height="box.height * level" />
      <path v-if="drawn" class="drawn" :class="{ frosted }" :d="drawn" fill-rule="evenodd" />
      <rect v-if="!drawn || !frosted" class="art" :class="{ frosted, framed: drawn }" :fill="frosted ? `url(#${clip}-tide)` : undefined" :x="box.art.x" :y="box.art.y" :width="box.art.width" :height="box.art.height" :stroke-width="box.wall * 0.7" :stroke-dasharray="`${box.wall * 2} ${box.wall * 1.4}`" />
      <rect v-if="!flat" class="base" :x="0" :y="box.height - box.base" :width="box.width" :height="box.base" />
    </g>
    <path :d="outline" class="wall" :stroke-width="box.wall" />
    <ellipse v-if="!flat" class="rim" :cx="box.width / 2" :cy="0" :rx="edge ? edge[0]!.r : box.width / 2" :ry="box.wall * 0.9" :stroke-width="box.wall * 0.6" />
    <g v-for="mark in marks" :key="mark.name" class="mark">
      <line :x1="box.width + box.wall * 1.5" :x2="box.width + box.wall * 5" :y1="mark.y" :y2="mark.y" :stroke-width="box.wall * 0.8" />
      <path v-if="mark.long" :d="`M${box.width + box.wall * 3} ${mark.y} l${box.wall * 5} ${-box.wall * 2.6} v${box.wall * 5.2} z`" />
    </g>
    <g v-if="dimensions" class="size" :stroke-width="box.wall * 0.5" :font-size="text">
      <line :x1="-padLeft * 0.2" :x2="-padLeft * 0.2" y1="0" :y2="box.height" />
      <text :x="-padLeft * 0.28" :y="box.height * 0.5 + text * 0.35" text-anchor="end">{{ dimensions.height }}</text>
      <line x1="0" :x2="box.width" :y1="box.height + padBottom * 0.32" :y2="box.height + padBottom * 0.32" />
      <text :x="box.width / 2" :y="box.height + padBottom * 0.34 + text" text-anchor="middle">{{ dimensions.across }}</text>
      <text :x="box.width / 2" :y="box.art.y - text * 0.35" text-anchor="middle">{{ dimensions.artWidth }}</text>
      <text :x="box.width + pad * 0.22" :y="box.art.y + box.art.height / 2 + text * 0.35">{{ dimensions.artHeight }}</text>
      <path :d="`M${box.width + pad * 0.08} ${box.art.y} h${pad * 0.07} v${box.art.height} h${-pad * 0.07}`" fill="none" />
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
.drawn { fill: var(--frost); opacity: 0.72; }
.drawn.frosted { opacity: 1; }
.line { fill: none; stroke: var(--frost); }
.mark line { stroke: var(--text); }
.mark path { fill: var(--text); }
.size line, .size path { stroke: var(--muted); }
.size text { fill: var(--text); font-family: var(--display); font-weight: 560; stroke: none; }
</style>
