<script setup lang="ts">
import { boxRing, coarser, pathText } from '#core/basics/outline'
import type { Point, Region } from '#core/basics/outline'
import { frameOf, inPicture, mappingOf, windowPlace } from '#core/bench/frost'
import type { Lie, MarkedBox, Window } from '#core/bench/frost'
import type { FrostMeter, FrostPicture } from '~/composables/useFrostPicture'

/** A picture with the art laid over it: its frame is dragged by the corners, or moved with the arrow keys. */
const props = defineProps<{
  meter: FrostMeter
  picture: FrostPicture
  lie: Lie
  art: Region
  window: Window
  /** Places marked by hand, mm of the window; null where the art says what is frosted. */
  boxes: { frost: MarkedBox, clear: MarkedBox } | null
}>()
const emit = defineEmits<{ boxes: [boxes: { frost: MarkedBox, clear: MarkedBox }] }>()
const { busy: disabled, put, placed, moving } = props.meter

/** Wide enough for any screen here; the measuring is done on the picture itself. */
const SHOWN = 1600
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const loupe = useTemplateRef<HTMLCanvasElement>('loupe')
const drawing = useTemplateRef<SVGSVGElement>('drawing')
const { width: wide } = useElementSize(drawing)
/** Pixels of the picture to one of the screen. */
const px = computed(() => props.picture.width / (wide.value || 600))
watch(
  [() => props.picture, canvas],
  async ([{ blob, width }, to]) => {
    if (!to) return
    const shown = { resizeWidth: Math.min(SHOWN, width), resizeQuality: 'high' } as const
    const image = await createImageBitmap(blob, shown).catch(() => null)
    if (!image) return
    to.width = image.width
    to.height = image.height
    to.getContext('2d')!.drawImage(image, 0, 0)
    image.close()
  },
  { immediate: true },
)

const mapping = computed(() => mappingOf(props.window, props.lie))
const outline = computed(() => (mapping.value ? pathText(inPicture(coarser(props.art, 0.1), mapping.value), 1) : ''))
/** Sides of the frame, drawn as they bend round the wall; corners that make no frame are joined as they lie. */
const frame = computed(() =>
  mapping.value
    ? pathText(inPicture([frameOf(props.window)], mapping.value), 1)
    : `M${props.lie.corners.map(c => `${c.x} ${c.y}`).join('L')}Z`,
)

interface Handle {
  name: string
  at: Point
  move: (to: Point) => void
}
const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'] as const
const handles = computed<Handle[]>(() => {
  const corners = props.lie.corners.map((at, i): Handle => ({
    name: `Corner of the art, ${CORNERS[i]}`,
    at,
    move: to => put({ ...props.lie, corners: props.lie.corners.map((c, k) => (k === i ? to : c)) as unknown as Lie['corners'] }),
  }))
  const map = mapping.value
  if (!map || props.boxes || props.window.radius === null) return corners
  const { width, height } = props.window
  const foot = map.toPicture(width / 2, height)
  const belly: Handle = {
    name: 'Middle of its lower edge, which hangs lower as you look down on it',
    at: foot,
    move: to => put({ ...props.lie, front: { ...props.lie.front, lower: props.lie.front.lower + (to.y - foot.y) / map.scale } }),
  }
  return [...corners, belly]
})
const boxHandles = computed<Handle[]>(() => {
  const { boxes } = props
  const map = mapping.value
  if (!boxes || !map) return []
  const inverse = (to: Point): Point => windowPlace(props.window, map, to)
  return (['frost', 'clear'] as const).flatMap((key): Handle[] => {
    const box = boxes[key]
    const name = key === 'frost' ? 'Frosted place' : 'Clear place'
    const set = (change: Partial<MarkedBox>) => emit('boxes', { ...boxes, [key]: { ...box, ...change } })
    return [
      {
        name: `${name}, upper left`,
        at: map.toPicture(box.left, box.top),
        move: (to) => {
          const p = inverse(to)
          set({ left: Math.min(p.x, box.right - 1), top: Math.min(p.y, box.bottom - 1) })
        },
      },
      {
        name: `${name}, lower right`,
        at: map.toPicture(box.right, box.bottom),
        move: (to) => {
          const p = inverse(to)
          set({ right: Math.max(p.x, box.left + 1), bottom: Math.max(p.y, box.top + 1) })
        },
      },
    ]
  })
})
const boxPath = (box: MarkedBox) => pathText(inPicture([boxRing(box)], mapping.value!), 1)

const dragged = ref<Handle['name'] | null>(null)
const all = computed(() => [...handles.value, ...boxHandles.value])
function placeOf(event: PointerEvent): Point {
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(drawing.value!.getScreenCTM()!.inverse())
  return { x: Math.min(props.picture.width, Math.max(0, p.x)), y: Math.min(props.picture.height, Math.max(0, p.y)) }
}
function move(handle: Handle, to: Point) {
  moving.value = true
  handle.move(to)
}
function take(event: PointerEvent, handle: Handle) {
  if (disabled.value) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = handle.name
  look(handle.at)
}
function drag(event: PointerEvent) {
  const handle = all.value.find(h => h.name === dragged.value)
  if (!handle) return
  const to = placeOf(event)
  move(handle, to)
  look(to)
}
function drop() {
  if (dragged.value === null) return
  dragged.value = null
  void placed()
}
function key(event: KeyboardEvent, handle: Handle) {
  const step = (event.shiftKey ? 10 : 1) * px.value
  const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[event.key]
  if (!by || disabled.value) return
  event.preventDefault()
  move(handle, { x: handle.at.x + by[0]!, y: handle.at.y + by[1]! })
}
/** Several presses are one move. */
const settled = useDebounceFn(placed, 500)
function keyed(event: KeyboardEvent) {
  if (event.key.startsWith('Arrow') && !disabled.value) void settled()
}
/** What a finger covers, seen beside it. */
const LOUPE = 132
const ZOOM = 3
function look(at: Point) {
  const [from, to] = [canvas.value, loupe.value]
  if (!from || !to) return
  const scale = from.width / props.picture.width
  const side = LOUPE / ZOOM
  const context = to.getContext('2d')!
  context.fillStyle = '#000'
  context.fillRect(0, 0, LOUPE, LOUPE)
  context.drawImage(from, at.x * scale - side / 2, at.y * scale - side / 2, side, side, 0, 0, LOUPE, LOUPE)
}
const aside = computed(() => {
  const handle = all.value.find(h => h.name === dragged.value)
  return handle !== undefined && handle.at.x < props.picture.width / 2
})
const R = 13
</script>

<template>
  <div class="stage" :style="{ aspectRatio: `${picture.width} / ${picture.height}` }">
    <canvas ref="canvas" class="shown" aria-hidden="true" />
    <svg ref="drawing" :viewBox="`0 0 ${picture.width} ${picture.height}`" role="group" aria-label="The picture, with the frame of the art">
      <path v-if="!boxes" class="art" :d="outline" :stroke-width="1.5 * px" fill-rule="evenodd" />
      <path class="frame" :d="frame" :stroke-width="2 * px" :stroke-dasharray="`${8 * px} ${6 * px}`" />
      <template v-if="boxes && mapping">
        <path class="box" :d="boxPath(boxes.frost)" :stroke-width="2.5 * px" />
        <path class="box clear" :d="boxPath(boxes.clear)" :stroke-width="2.5 * px" :stroke-dasharray="`${3 * px} ${5 * px}`" />
      </template>
      <g
        v-for="h in all"
        :key="h.name"
        class="handle"
        role="button"
        tabindex="0"
        :aria-label="`${h.name}. Drag it, or move it with the arrow keys.`"
        :aria-disabled="disabled"
        :transform="`translate(${h.at.x} ${h.at.y})`"
        @pointerdown.prevent="take($event, h)"
        @pointermove="drag"
        @pointerup="drop"
        @pointercancel="drop"
        @keydown="key($event, h)"
        @keyup="keyed"
        @blur="moving && settled()"
      >
        <circle class="reach" :r="24 * px" />
        <circle class="ring" :r="R * px" :stroke-width="3 * px" />
        <circle class="dot" :r="2 * px" />
      </g>
    </svg>
    <canvas
      v-show="dragged"
      ref="loupe"
      class="loupe"
      :class="{ aside }"
      :width="LOUPE"
      :height="LOUPE"
      aria-hidden="true"
    />
  </div>
</template>

<style scoped>
.stage { position: relative; width: 100%; max-height: 74vh; background: var(--card); overflow: hidden; }
.shown { width: 100%; height: 100%; object-fit: contain; display: block; }
svg { position: absolute; inset: 0; width: 100%; height: 100%; }
.art { fill: none; stroke: #ff9f5a; opacity: 0.85; }
.frame { fill: none; stroke: #8cc5b2; }
.box { fill: rgb(255 159 90 / 0.12); stroke: #ff9f5a; }
.box.clear { fill: none; stroke: #f4fafa; }
.handle { cursor: grab; touch-action: none; }
.handle:active { cursor: grabbing; }
.reach { fill: transparent; }
.ring { fill: rgb(15 17 18 / 0.35); stroke: #8cc5b2; }
.dot { fill: #f4fafa; }
.handle:focus-visible { outline: none; }
.handle:focus-visible .ring { stroke: #f4fafa; fill: rgb(140 197 178 / 0.5); }
.loupe { position: absolute; top: 0.6rem; left: 0.6rem; border: 2px solid #8cc5b2; border-radius: 50%; pointer-events: none; }
.loupe.aside { left: auto; right: 0.6rem; }
</style>
