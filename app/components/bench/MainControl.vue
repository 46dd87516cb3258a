<script setup lang="ts">
import { useEventListener } from '@vueuse/core'

/** The one large control. Space presses it too. After a press it rests a moment, so that a wet double tap counts once. */
const props = defineProps<{
  label: string
  disabled?: boolean
  over?: boolean
  /** Stays in the flow of a long page instead of in sight. */ flow?: boolean
}>()
const emit = defineEmits<{ press: [] }>()
const REST_MS = 600
const resting = ref(false)
const { isPedal } = usePedal()

/** A palm or a forearm on wet glass touches more than any fingertip, gloved or not. px */
const PALM_PX = 90
let palm = false
const touched = (event: PointerEvent) => (palm = event.pointerType === 'touch' && Math.max(event.width, event.height) > PALM_PX)

function press() {
  if (props.disabled || resting.value) return
  resting.value = true
  setTimeout(() => (resting.value = false), REST_MS)
  emit('press')
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if ((event.code !== 'Space' && !isPedal(event)) || event.repeat) return
  const target = event.target as HTMLElement
  if (target.closest('input, textarea, select, button, a, summary, [role="dialog"]')) return
  event.preventDefault()
  press()
})
</script>

<template>
  <button
    class="main"
    :class="{ over, resting, flow }"
    type="button"
    :aria-disabled="disabled || undefined"
    @pointerdown="touched"
    @click="palm ? undefined : press()"
  >
    <span class="capital">{{ label }}</span>
  </button>
</template>

<style scoped>
.main {
  position: sticky;
  bottom: calc(var(--sill, 0px) + 0.6rem);
  z-index: 3;
  display: block;
  width: 100%;
  min-height: 92px;
  padding: 0.6rem 1.2rem;
  border: 3px solid var(--frost);
  border-radius: 3px;
  background: var(--frost);
  color: var(--on-frost);
  font: 680 2.3rem/1.05 var(--display);
  cursor: pointer;
  touch-action: manipulation;
  user-select: none;
  font-variant-numeric: tabular-nums;
}
.main:active { background: var(--glass); border-color: var(--glass); }
.main[aria-disabled] { background: var(--ground); color: var(--text); border: 3px dashed var(--control-line); cursor: default; }
.main:not(.flow) { box-shadow: 0 0.7rem 0 0 var(--ground), 0 -0.7rem 0 0 var(--ground); }
.flow { position: static; }
.main span { display: inline-block; }
.resting { opacity: 0.75; }
.over { background: var(--alarm); border-color: var(--alarm); color: #14100f; }
html[data-theme='light'] .over { color: #fff; }
@media (max-width: 40rem) { .main { min-height: 76px; font-size: 1.8rem; } }
</style>
