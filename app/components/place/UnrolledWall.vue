<script setup lang="ts">
import { around, corners, snappedPlace, unrolled } from '#core/piece/placement'
import type { KeepOut } from '#core/piece/placement'
import type { Wall } from '#core/piece/vessel'
import type { DrawnArt } from '#shared/passes'
import type { Placed } from '#shared/placements'

/** The wall unrolled at the seam: bands to keep clear, and every stencil with its border. Where they may be moved, by hand or by keys. */
const props = defineProps<{
  wall: Wall
  bands: KeepOut[]
  placed: readonly Placed[]
  outline: (i: number) => { d: string, width: number, height: number } | undefined
  label: (i: number) => string
  movable?: boolean
  /** What is on it from earlier passes. */
  etched?: readonly DrawnArt[]
  /** Stencils that can't stay as they are. */
  bad?: ReadonlySet<number>
}>()
/** @property at degrees round from the seam @property middle mm above the base */
const emit = defineEmits<{ move: [i: number, at: number, middle: number] }>()
const flat = computed(() => unrolled(props.wall))
const girth = computed(() => flat.value.wide)
const tall = computed(() => flat.value.tall)
const up = (z: number) => flat.value.down(z)
const edge = computed(() => `M${flat.value.edge.map(p => `${p.x} ${p.y}`).join('L')}Z`)
/** While it is held, a stencil is drawn where it would be put down. */
const held = ref<{ i: number, at: number, middle: number } | null>(null)
const placeOf = (i: number) => ({ ...props.placed[i]!.placement!, ...(held.value?.i === i ? held.value : {}) })
const centre = (i: number) => centreAt(placeOf(i))
const centreAt = ({ at, middle }: { at: number, middle: number }) => flat.value.place(at, middle)
const border = (i: number) => {
  const place = placeOf(i)
  const c = centre(i)
  const own = corners(props.wall, place)
  const [mx, my] = [own.reduce((s, q) => s + q.x, 0) / 4, own.reduce((s, q) => s + q.y, 0) / 4]
  return `M${own.map(q => `${c.x + q.x - mx} ${c.y - (q.y - my)}`).join('L')}Z`
}
const art = (i: number) => {
  const o = props.outline(i)
  const c = centre(i)
  return o && { d: o.d, transform: `translate(${c.x} ${c.y}) rotate(${-placeOf(i).turn}) translate(${-o.width / 2} ${-o.height / 2})` }
}
/** What is etched already, a plain box where nobody has drawn it. */
const there = computed(() =>
  (props.etched ?? []).flatMap(({ art: own, artWidth: w, artHeight: h, spots }) =>
    spots.map((spot) => {
      const c = centreAt(spot)
      const [width, height] = own ? [own.width, own.height] : [w, h]
      return {
        d: own?.d ?? `M0 0L${w} 0L${w} ${h}L0 ${h}Z`,
        transform: `translate(${c.x} ${c.y}) rotate(${-spot.turn}) translate(${-width / 2} ${-height / 2})`,
      }
    }),
  ),
)
const band = (k: KeepOut) => {
  const own = 2 * Math.PI * props.wall.at((k.from + k.to) / 2).r
  const width = k.at === null ? girth.value : (k.width / 360) * own
  const xs = k.at === null ? [0] : [-360, 0, 360].map(lap => girth.value / 2 + ((around(k.at!) - 180 + lap) / 360) * own - width / 2)
  return xs
    .filter(x => x < girth.value && x + width > 0)
    .map(x => ({ x: Math.max(0, x), width: Math.min(girth.value, x + width) - Math.max(0, x), y: up(k.to), height: up(k.from) - up(k.to) }))
}
const drawing = useTemplateRef<SVGSVGElement>('drawing')
/** As wide as the drawing is on this screen: letters keep their size on a phone. */
const { width: wide } = useElementSize(drawing)
const px = computed(() => Math.max(girth.value / (wide.value || 620), tall.value / 300))
const clip = useId()

/** A point of the screen on the wall: degrees round, mm above the base. */
function onWallAt(x: number, y: number) {
  const p = new DOMPoint(x, y).matrixTransform(drawing.value!.getScreenCTM()!.inverse())
  return flat.value.placeAt(p.x, p.y)
}
/** Screen pixels within which it snaps to a mark. */
const SNAP = 9
const others = (i: number) => props.placed.flatMap((p, k) => (k === i || !p.placement ? [] : [p.placement]))
let grip = { at: 0, middle: 0 }
function take(event: PointerEvent, i: number) {
  if (!props.movable || event.button !== 0) return
  const here = onWallAt(event.clientX, event.clientY)
  const place = props.placed[i]!.placement!
  grip = { at: place.at - here.at, middle: place.middle - here.middle }
  held.value = { i, at: place.at, middle: place.middle }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!held.value) return
  const { i } = held.value
  const here = onWallAt(event.clientX, event.clientY)
  const free = { at: around(here.at + grip.at), middle: Math.min(props.wall.to, Math.max(props.wall.from, here.middle + grip.middle)) }
  const mm = SNAP / drawing.value!.getScreenCTM()!.a
  held.value = { i, ...snappedPlace(props.wall, free, props.bands, others(i), mm) }
}
function drop() {
  if (!held.value) return
  const { i, at, middle } = held.value
  held.value = null
  const was = props.placed[i]!.placement!
  if (Math.abs(was.at - at) > 0.05 || Math.abs(was.middle - middle) > 0.05) emit('move', i, at, middle)
}
/** By the arrow keys a millimetre at a time, ten with the shift key. */
function nudge(event: KeyboardEvent, i: number) {
  const step = event.shiftKey ? 10 : 1
  const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key]
  if (!props.movable || !by) return
  event.preventDefault()
  const { at, middle } = props.placed[i]!.placement!
  const degrees = (360 * by[0]!) / (2 * Math.PI * props.wall.at(middle).r)
  emit('move', i, around(at + degrees), Math.min(props.wall.to, Math.max(props.wall.from, middle + by[1]!)))
}
const spoken = (i: number) => `${props.label(i)}, ${Math.round(placeOf(i).at)} degrees round, ${Math.round(placeOf(i).middle)} mm up`
</script>

<template>
  <svg
    ref="drawing"
    class="wall"
    :viewBox="`${-8 * px} ${-8 * px} ${girth + 16 * px} ${tall + 34 * px}`"
    :role="movable ? 'group' : 'img'"
    aria-label="The wall unrolled, from the seam round to the seam"
  >
    <clipPath :id="clip"><path :d="edge" /></clipPath>
    <path class="glass" :d="edge" :stroke-width="1.6 * px" />
    <g :clip-path="`url(#${clip})`">
      <g v-for="k in bands" :key="k.kind">
        <rect v-for="(b, i) in band(k)" :key="i" class="band" :x="b.x" :y="b.y" :width="b.width" :height="b.height" />
      </g>
    </g>
    <path v-for="(e, i) in there" :key="`e${i}`" class="there" :d="e.d" :transform="e.transform" fill-rule="evenodd" />
    <g
      v-for="(p, i) in placed"
      :key="i"
      class="stencil"
      :class="{ movable, held: held?.i === i, bad: bad?.has(i) }"
      :tabindex="movable ? 0 : undefined"
      :role="movable ? 'button' : undefined"
      :aria-label="movable ? `${spoken(i)}. Arrow keys move it.` : undefined"
      @pointerdown="take($event, i)"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="held = null"
      @keydown="nudge($event, i)"
    >
      <path class="border" :d="border(i)" :stroke-width="1.4 * px" />
      <path v-if="art(i)" class="art" v-bind="art(i)" fill-rule="evenodd" />
      <text
        :x="centre(i).x"
        :y="centre(i).y - p.placement!.height / 2 - 4 * px"
        :font-size="15 * px"
        text-anchor="middle"
      >{{ label(i) }}</text>
    </g>
    <text
      v-for="(t, i) in ['seam', '1/4', 'opposite', '3/4', 'seam']"
      :key="i"
      class="scale"
      :x="girth * i / 4"
      :y="tall + 20 * px"
      :font-size="14 * px"
      :text-anchor="i === 0 ? 'start' : i === 4 ? 'end' : 'middle'"
    >{{ t }}</text>
  </svg>
</template>

<style scoped>
.wall { display: block; width: 100%; max-height: 21rem; background: #0f1112; padding: 0.6rem; }
.glass { fill: #1a2624; stroke: #8cc5b2; }
.band { fill: #8cc5b2; opacity: 0.22; }
.border { fill: #24413a; fill-opacity: 0.85; stroke: #8cc5b2; }
.art { fill: #f4fafa; }
.there { fill: #f4fafa; opacity: 0.34; }
.movable { cursor: grab; touch-action: none; }
.movable.held { cursor: grabbing; }
.movable:focus-visible { outline: none; }
.movable:focus-visible .border, .held .border { stroke: #f4fafa; stroke-width: 3px; vector-effect: non-scaling-stroke; }
.bad .border { stroke-dasharray: 6 4; stroke: #f4fafa; vector-effect: non-scaling-stroke; stroke-width: 2px; }
text { fill: #f4fafa; font-family: var(--display); font-weight: 600; }
.scale { fill: #a9b4b4; }
</style>
