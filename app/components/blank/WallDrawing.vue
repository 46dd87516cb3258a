<script setup lang="ts">
import type { SheetFit, Wall } from '#core/piece/vessel'
import { heightAlong } from '#core/piece/vessel'
import { zones } from '#core/piece/blank'
import type { ZoneClass } from '#core/piece/blank'
import { usualKeepOut } from '#core/piece/placement'
import { formatNumber } from '#core/basics/units'

/** The wall as measured, the art where it sits, and beside it how far a flat sheet is out at each level. */
const props = defineProps<{
  wall: Wall
  middle: number
  art: { width: number, height: number } | null
  fit: SheetFit | null
  tolerance: number
}>()
const POINTS = 72
const HEIGHT_PX = 300
const outline = computed(() =>
  Array.from({ length: POINTS + 1 }, (_, i) => {
    const z = props.wall.to - ((props.wall.to - props.wall.from) * i) / POINTS
    return { y: props.wall.to - z, r: props.wall.at(z).r }
  }),
)
const tall = computed(() => props.wall.to - props.wall.from)
const wide = computed(() => 2 * Math.max(...outline.value.map(p => p.r)))
const scale = computed(() => HEIGHT_PX / tall.value)
const path = computed(
  () =>
    `M${outline.value.map(p => `${wide.value / 2 - p.r} ${p.y}`).join(' L')} L${[...outline.value]
      .reverse()
      .map(p => `${wide.value / 2 + p.r} ${p.y}`)
      .join(' L')} Z`,
)
/** The art's edges seen from in front: at each level the chord across the arc it covers. */
const art = computed(() => {
  if (!props.art) return null
  const { width, height } = props.art
  const angle = width / props.wall.at(props.middle).r
  const side = Array.from({ length: 21 }, (_, i) => {
    const z = heightAlong(props.wall, props.middle, height * (i / 20 - 0.5))
    return { y: props.wall.to - z, half: props.wall.at(z).r * Math.sin(Math.min(angle / 2, Math.PI / 2)) }
  })
  return `M${side.map(p => `${wide.value / 2 - p.half} ${p.y}`).join(' L')} L${[...side]
    .reverse()
    .map(p => `${wide.value / 2 + p.half} ${p.y}`)
    .join(' L')} Z`
})
/** Bars of excess beside the wall: to the right too much sheet, to the left too little. */
const BAR = computed(() => wide.value * 0.28)
const bars = computed(() => {
  if (!props.fit) return []
  const most = Math.max(props.fit.worst, props.tolerance)
  const shown = props.fit.levels.filter((_, i) => i % 4 === 0)
  // Figures stand no closer than they are tall; where there is little room only the ends and the middle have one.
  const apart = ((props.art?.height ?? 0) * scale.value) / Math.max(1, shown.length - 1)
  const step = apart >= 16 ? 1 : apart * 2 >= 16 ? 2 : 5
  return shown.map((l, i) => ({
    named: i % step === 0,
    y: props.wall.to - heightAlong(props.wall, props.middle, l.along),
    length: (BAR.value * l.excess) / most,
    over: Math.abs(l.excess) > props.tolerance,
    text: `${l.excess > 0 ? '+' : l.excess < 0 ? '−' : ''}${formatNumber(Math.abs(l.excess), 2)}`,
  }))
})
/** What a small stencil meets at each height, beside the wall. */
const strip = computed(() => zones(props.wall).map(z => ({ ...z, y: props.wall.to - z.to, height: z.to - z.from })))
/** A double-curved zone is dotted, a cone dashed. */
const dashes = (zone: ZoneClass) => {
  const dash = zone === 'double curved' ? 3 : zone === 'cone' ? 11 : null
  return dash === null ? undefined : `${dash / scale.value} ${3 / scale.value}`
}
/** Where art keeps clear of the mouth and the base. */
const clear = computed(() =>
  (['lip', 'base'] as const).map((kind) => {
    const k = usualKeepOut(kind, props.wall)
    return { y: props.wall.to - k.to, height: k.to - k.from }
  }),
)
const clip = useId()
const LEFT = computed(() => 92 / scale.value)
const axis = computed(() => wide.value + BAR.value * 1.5)
</script>

<template>
  <div class="card dark-card">
    <svg
      :viewBox="`${-4 - LEFT} ${-4} ${axis + BAR * 1.15 + 56 / scale + LEFT} ${tall + 8}`"
      :height="HEIGHT_PX + 20"
      role="img"
      :aria-label="`Silhouette of the wall${fit ? `; a flat sheet is out by ${formatNumber(fit.worst, 2)} mm at most` : ''}`"
    >
      <clipPath :id="clip"><path :d="path" /></clipPath>
      <g :clip-path="`url(#${clip})`">
        <rect v-for="c in clear" :key="c.y" class="clear" x="0" :width="wide" :y="c.y" :height="c.height" />
      </g>
      <path :d="path" class="wall" :stroke-width="2.2 / scale" />
      <g v-for="z in strip" :key="z.from">
        <line
          :class="z.zone.replace(' ', '-')"
          :x1="-LEFT * 0.12"
          :x2="-LEFT * 0.12"
          :y1="z.y + 1 / scale"
          :y2="z.y + z.height - 1 / scale"
          :stroke-width="5 / scale"
          :stroke-dasharray="dashes(z.zone)"
        />
        <text
          v-if="z.height * scale > 18"
          :x="-LEFT * 0.2"
          :y="z.y + z.height / 2 + 5 / scale"
          :font-size="14 / scale"
          text-anchor="end"
        >{{ z.zone }}</text>
      </g>
      <path v-if="art" :d="art" class="art" :stroke-width="1.4 / scale" :stroke-dasharray="`${5 / scale} ${4 / scale}`" />
      <g v-if="fit">
        <line :x1="axis" :x2="axis" :y1="bars[0]?.y" :y2="bars.at(-1)?.y" class="zero" :stroke-width="1 / scale" />
        <g v-for="b in bars" :key="b.y">
          <rect
            :x="b.length < 0 ? axis + b.length : axis"
            :width="Math.max(Math.abs(b.length), 0.6 / scale)"
            :y="b.y - 4 / scale"
            :height="8 / scale"
            :class="b.over ? 'over' : 'fine'"
          />
          <text v-if="b.named" :x="axis + BAR * 1.15" :y="b.y + 5 / scale" :font-size="15 / scale">{{ b.text }}</text>
        </g>
      </g>
    </svg>
    <p v-if="fit" class="legend">Sheet over the wall at each level, mm: solid within what the house allows, dashed beyond.</p>
  </div>
</template>

<style scoped>
.card {
  padding: 1rem;
  display: grid;
  justify-items: center;
  gap: 0.4rem;
}
svg { max-width: 100%; }
.wall { fill: color-mix(in srgb, var(--glass) 9%, transparent); stroke: var(--glass); }
.art { fill: color-mix(in srgb, var(--frost) 16%, transparent); stroke: var(--frost); }
.clear { fill: var(--glass); opacity: 0.2; }
.cylinder, .cone, .double-curved { stroke: var(--glass); }
.zero { stroke: #77858a; }
.fine { fill: var(--glass); }
.over { fill: none; stroke: var(--frost); stroke-width: 1px; vector-effect: non-scaling-stroke; stroke-dasharray: 3 2; }
text { fill: #dfe8e8; font-family: var(--display); }
.legend { font-size: 0.9rem; color: #a9b4b4; }
</style>
