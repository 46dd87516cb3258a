<script setup lang="ts">
import { snapShift } from '#core/art/compose'
import type { Box } from '#core/basics/outline'

/** Parts of a composed stencil to be moved by hand or by arrow keys; while one is held it is drawn to what it lines up with. */
const props = defineProps<{
  /** Where each lies, mm; the first is what the others lie against, and stays. */
  boxes: readonly Box[]
  names: readonly string[]
  /** mm of one pixel, about */
  px: number
}>()
/** @property right mm @property up mm, from where it is seen when it is dragged, from where it is by now when it is nudged */
const emit = defineEmits<{ move: [part: number, right: number, up: number, dragged: boolean] }>()
const holding = defineModel<boolean>('holding', { required: true })
/** Pixels within which it is drawn to a line. */
const SNAP = 8
const NUDGE = 0.5
const group = useTemplateRef<SVGGElement>('group')
const held = ref<{ part: number, x: number, y: number } | null>(null)
watch(held, h => (holding.value = h !== null), { flush: 'sync' })
onBeforeUnmount(() => (holding.value = false))
let began = { x: 0, y: 0 }

function point(event: PointerEvent) {
  return new DOMPoint(event.clientX, event.clientY).matrixTransform(group.value!.getScreenCTM()!.inverse())
}
const at = (part: number): Box => {
  const box = props.boxes[part]!
  const { x, y } = held.value?.part === part ? held.value : { x: 0, y: 0 }
  return { left: box.left + x, right: box.right + x, top: box.top + y, bottom: box.bottom + y }
}
function take(event: PointerEvent, part: number) {
  if (event.button !== 0) return
  began = point(event)
  held.value = { part, x: 0, y: 0 }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!held.value) return
  const { part } = held.value
  const here = point(event)
  held.value = { part, x: here.x - began.x, y: here.y - began.y }
  const snap = snapShift(at(part), props.boxes.filter((_, k) => k !== part), SNAP * props.px)
  held.value = { part, x: held.value.x + snap.x, y: held.value.y + snap.y }
}
function drop() {
  if (!held.value) return
  const { part, x, y } = held.value
  held.value = null
  if (Math.hypot(x, y) > 0.05) emit('move', part, x, -y, true)
}
/** Half a millimetre at a time, ten times as far with the shift key. */
function nudge(event: KeyboardEvent, part: number) {
  const step = event.shiftKey ? 10 * NUDGE : NUDGE
  const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key]
  if (!by) return
  event.preventDefault()
  emit('move', part, by[0]!, by[1]!, false)
}
/** A thin part is still broad enough to be taken hold of. */
const grip = (part: number) => {
  const box = at(part)
  const [wide, high] = [Math.max(box.right - box.left, 24 * props.px), Math.max(box.bottom - box.top, 24 * props.px)]
  return { x: (box.left + box.right - wide) / 2, y: (box.top + box.bottom - high) / 2, width: wide, height: high }
}
const movable = computed(() => props.boxes.map((_, part) => part).filter(part => part > 0))
</script>

<template>
  <g ref="group">
    <rect
      v-for="part in movable"
      :key="part"
      class="handle"
      :class="{ held: held?.part === part }"
      v-bind="grip(part)"
      :stroke-width="1.4 * px"
      tabindex="0"
      role="button"
      :aria-label="`${names[part]}. Arrow keys move it.`"
      @pointerdown="take($event, part)"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="held = null"
      @keydown="nudge($event, part)"
    />
  </g>
</template>

<style scoped>
.handle { fill: transparent; stroke: transparent; cursor: grab; touch-action: none; }
.handle { vector-effect: non-scaling-stroke; stroke-width: 2px; }
.handle:hover, .handle:focus-visible, .held { stroke: #d08a3e; stroke-dasharray: 6 4; }
.handle:focus { outline: none; }
.handle:focus-visible { stroke-dasharray: none; }
.held { cursor: grabbing; fill: #d08a3e; fill-opacity: 0.18; }
</style>
