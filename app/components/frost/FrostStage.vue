<script setup lang="ts">
import { coarser } from '#core/basics/outline'
import type { Point, Region } from '#core/basics/outline'
import { mappingOf } from '#core/bench/frost'
import type { Lie, MarkedBox, Window } from '#core/bench/frost'

/** A picture with the art laid over it: its frame is dragged by the corners, or moved with the arrow keys. */
const props = defineProps<{
  picture: Blob
  /** Of the picture upright, pixels. */
  width: number
  height: number
  art: Region
  window: Window
  lie: Lie
  /** Places marked by hand, mm of the window; null where the art says what is frosted. */
  boxes: { frost: MarkedBox, clear: MarkedBox } | null
  disabled: boolean
}>()
const emit = defineEmits<{
  lie: [lie: Lie]
  boxes: [boxes: { frost: MarkedBox, clear: MarkedBox }]
  /** A hand let go. */
  placed: []
}>()

/** Wide enough for any screen here; the measuring is done on the picture itself. */
const SHOWN = 1600
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const loupe = useTemplateRef<HTMLCanvasElement>('loupe')
const drawing = useTemplateRef<SVGSVGElement>('drawing')
const { width: wide } = useElementSize(drawing)
/** Pixels of the picture to one of the screen. */
const px = computed(() => props.width / (wide.value || 600))
watch(
  [() => props.picture, canvas],
  async ([picture, to]) => {
    if (!to) return
    const scale = Math.min(1, SHOWN / props.width)
    const shown = { resizeWidth: Math.round(props.width * scale), resizeQuality: 'high' } as const
    const image = await createImageBitmap(picture, shown).catch(() => null)
    if (!image) return
    to.width = image.width
    to.height = image.height
    to.getContext('2d')!.drawImage(image, 0, 0)
    image.close()
  },
  { immediate: true },
)

const mapping = computed(() => mappingOf(props.window, props.lie))
const outline = computed(() => {
  const map = mapping.value
  if (!map) return ''
  return coarser(props.art, 0.1)
    .map((ring) => {
      const points: string[] = []
      for (let i = 0; i < ring.length; i += 2) {
        const p = map.toPicture(ring[i]!, ring[i + 1]!)
        points.push(`${p.x.toFixed(1)} ${p.y.toFixed(1)}`)
      }
      return `M${points.join('L')}Z`
    })
    .join('')
})
/** Sides of the frame, drawn as they bend round the wall. */
const frame = computed(() => {
  const map = mapping.value
  const { width, height } = props.window
  if (!map) return `M${props.lie.corners.map(c => `${c.x} ${c.y}`).join('L')}Z`
  const side = (from: [number, number], to: [number, number]) =>
    Array.from({ length: 12 }, (_, i) => map.toPicture(from[0] + ((to[0] - from[0]) * i) / 12, from[1] + ((to[1] - from[1]) * i) / 12))
  const round = [...side([0, 0], [width, 0]), ...side([width, 0], [width, height]), ...side([width, height], [0, height]),
    ...side([0, height], [0, 0])]
  return `M${round.map(p => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('L')}Z`
})

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
    move: to => emit('lie', { ...props.lie, corners: props.lie.corners.map((c, k) => (k === i ? to : c)) as unknown as Lie['corners'] }),
  }))
  const map = mapping.value
  if (!map || props.boxes) return corners
  if (props.window.radius === null) return corners
  const { width, height } = props.window
  const foot = map.toPicture(width / 2, height)
  const belly: Handle = {
    name: 'Middle of its lower edge, which hangs lower as you look down on it',
    at: foot,
    move: to => emit('lie', { ...props.lie, front: { ...props.lie.front, lower: props.lie.front.lower + (to.y - foot.y) / map.scale } }),
  }
  return [...corners, belly]
})
const boxHandles = computed<Handle[]>(() => {
  const { boxes } = props
  const map = mapping.value
  if (!boxes || !map) return []
  const inverse = (to: Point): Point => windowPlace(map, to)
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
/** The place of the window that lies under a place of the picture: a few steps of Newton's, by differences. */
function windowPlace(map: NonNullable<typeof mapping.value>, to: Point): Point {
  let [x, y] = [props.window.width / 2, props.window.height / 2]
  for (let i = 0; i < 12; i++) {
    const p = map.toPicture(x, y)
    const [a, b] = [map.toPicture(x + 0.1, y), map.toPicture(x, y + 0.1)]
    const [ax, ay, bx, by] = [(a.x - p.x) * 10, (a.y - p.y) * 10, (b.x - p.x) * 10, (b.y - p.y) * 10]
    const det = ax * by - bx * ay
    if (Math.abs(det) < 1e-9) break
    x += ((to.x - p.x) * by - (to.y - p.y) * bx) / det
    y += ((to.y - p.y) * ax - (to.x - p.x) * ay) / det
  }
  return { x, y }
}
const boxPath = (box: MarkedBox) => {
  const map = mapping.value!
  const at = [[box.left, box.top], [box.right, box.top], [box.right, box.bottom], [box.left, box.bottom]] as const
  return `M${at.map(([x, y]) => map.toPicture(x, y)).map(p => `${p.x} ${p.y}`).join('L')}Z`
}

const dragged = ref<Handle['name'] | null>(null)
const all = computed(() => [...handles.value, ...boxHandles.value])
function placeOf(event: PointerEvent): Point {
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(drawing.value!.getScreenCTM()!.inverse())
  return { x: Math.min(props.width, Math.max(0, p.x)), y: Math.min(props.height, Math.max(0, p.y)) }
}
function take(event: PointerEvent, handle: Handle) {
  if (props.disabled) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = handle.name
  look(handle.at)
}
function drag(event: PointerEvent) {
  const handle = all.value.find(h => h.name === dragged.value)
  if (!handle) return
  const to = placeOf(event)
  handle.move(to)
  look(to)
}
function drop() {
  if (dragged.value === null) return
  dragged.value = null
  emit('placed')
}
function key(event: KeyboardEvent, handle: Handle) {
  const step = (event.shiftKey ? 10 : 1) * px.value
  const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[event.key]
  if (!by || props.disabled) return
  event.preventDefault()
  handle.move({ x: handle.at.x + by[0]!, y: handle.at.y + by[1]! })
}
function keyed(event: KeyboardEvent) {
  if (event.key.startsWith('Arrow') && !props.disabled) emit('placed')
}
/** What a finger covers, seen beside it. */
const LOUPE = 132
const ZOOM = 3
function look(at: Point) {
  const [from, to] = [canvas.value, loupe.value]
  if (!from || !to) return
  const scale = from.width / props.width
  const side = LOUPE / ZOOM
  const context = to.getContext('2d')!
  context.fillStyle = '#000'
  context.fillRect(0, 0, LOUPE, LOUPE)
  context.drawImage(from, at.x * scale - side / 2, at.y * scale - side / 2, side, side, 0, 0, LOUPE, LOUPE)
}
const aside = computed(() => {
  const handle = all.value.find(h => h.name === dragged.value)
  return handle !== undefined && handle.at.x < props.width / 2
})
const R = 13
</script>

<template>
  <div class="stage" :style="{ aspectRatio: `${width} / ${height}` }">
    <canvas ref="canvas" class="shown" aria-hidden="true" />
    <svg ref="drawing" :viewBox="`0 0 ${width} ${height}`" role="group" aria-label="The picture, with the frame of the art">
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
