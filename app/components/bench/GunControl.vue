<script setup lang="ts">
import { pieceLabel, windowOf } from '#core/plan/run-plan'
import Button from 'primevue/button'
import { useEventListener } from '@vueuse/core'
import { capital, formatDuration, parseDuration } from '#core/basics/units'
import type { NewEvent, PieceState } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'

/**
 * The foot pedal of the blast cabinet: gun time counts while space, or the control itself, is held. It works as a
 * dead man's pedal: whatever takes the hand, the key or the page away switches the count off.
 */
const props = defineProps<{ plan: RunPlan, piece: PieceState, label: string }>()
const emit = defineEmits<{ enter: [part: NewEvent] }>()
const name = computed(() => pieceLabel(props.plan, props.piece.n))
const on = computed(() => props.piece.gunOn !== null)

function down() {
  if (!on.value) emit('enter', { kind: 'gun.on', piece: props.piece.n })
}
function up() {
  if (on.value) emit('enter', { kind: 'gun.off', piece: props.piece.n })
}
/** What is asked before a piece is called blasted long before its time, or with nothing counted. */
const asking = ref(false)
const typed = ref('')
const read = computed(() => parseDuration(typed.value))
const short = computed(() => props.piece.gunSeconds < windowOf(props.plan, props.piece.n).notBefore)
/** In whole seconds, as the clock shows them. */
const counted = computed(() => {
  const { gunSeconds } = props.piece
  return gunSeconds === 0 ? 'No gun time was counted' : `Only ${formatDuration(Math.floor(gunSeconds))} of gun time was counted`
})
function done() {
  if (short.value) asking.value = true
  else emit('enter', { kind: 'piece.blasted', piece: props.piece.n })
}
function take() {
  if (!read.value.ok) return
  emit('enter', { kind: 'gun.entered', piece: props.piece.n, seconds: Math.round(read.value.value) })
  finish()
}
function finish() {
  asking.value = false
  typed.value = ''
  emit('enter', { kind: 'piece.blasted', piece: props.piece.n })
}
watch(() => props.piece.n, () => (asking.value = false))
const { isPedal } = usePedal()
const presses = (event: KeyboardEvent) => event.code === 'Space' || isPedal(event)
const elsewhere = (event: KeyboardEvent) =>
  (event.target as HTMLElement).closest('input, textarea, select, a, summary, [role="dialog"], button:not(.pedal)')
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!presses(event) || elsewhere(event)) return
  event.preventDefault()
  if (!event.repeat) down()
})
useEventListener(document, 'keyup', (event: KeyboardEvent) => {
  if (!presses(event)) return
  if (!elsewhere(event)) event.preventDefault()
  up()
})
useEventListener(window, 'blur', up)
useEventListener(document, 'visibilitychange', () => document.visibilityState === 'hidden' && up())
onBeforeUnmount(up)
</script>

<template>
  <div class="gun">
    <button
      v-if="!asking"
      type="button"
      class="pedal"
      :class="{ on }"
      :aria-pressed="on"
      @pointerdown.prevent="down"
      @pointerup="up"
      @pointercancel="up"
      @pointerleave="up"
      @contextmenu.prevent
    >{{ label }}</button>
    <Button
      v-if="!asking"
      class="done"
      severity="secondary"
      :label="`${capital(name)} is blasted`"
      :disabled="on"
      @click="done"
    />
    <form v-if="asking" class="ask" novalidate @submit.prevent="take">
      <p role="alert">
        {{ counted }},
        and {{ formatDuration(windowOf(plan, piece.n).best) }} was planned. If the pedal was not used, enter the time here.
      </p>
      <TextField
        v-model="typed"
        label="Gun time"
        hint="For example 2:30, or 90 s"
        :error="typed.trim() && !read.ok ? read.error : undefined"
      />
      <Button type="submit" label="Enter it" :disabled="!read.ok" />
      <Button v-if="piece.gunSeconds > 0" type="button" severity="secondary" label="It is done all the same" @click="finish" />
      <Button type="button" severity="secondary" label="Keep blasting" @click="asking = false" />
    </form>
  </div>
</template>

<style scoped>
.gun {
  position: sticky;
  bottom: calc(var(--sill, 0px) + 0.6rem);
  z-index: 3;
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.8rem;
  background: var(--ground);
}
.pedal {
  min-height: 92px;
  padding: 0.6rem 1.2rem;
  border: 3px solid var(--frost);
  border-radius: 3px;
  background: var(--frost);
  color: var(--on-frost);
  font: 680 2.3rem/1.05 var(--display);
  cursor: pointer;
  touch-action: none;
  user-select: none;
  font-variant-numeric: tabular-nums;
}
.pedal.on { background: repeating-linear-gradient(-45deg, var(--glass) 0 18px, var(--frost) 18px 36px); border-color: var(--glass); }
.done { min-height: 56px; }
@media (max-width: 40rem) { .gun { grid-template-columns: 1fr; } .pedal { min-height: 76px; font-size: 1.8rem; } }
.ask {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
  align-items: end;
  border: 2px solid var(--control-line);
  padding: 0.8rem 1rem;
}
.ask p { flex-basis: 100%; }
</style>
