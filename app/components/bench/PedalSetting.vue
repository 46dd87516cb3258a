<script setup lang="ts">
import Button from 'primevue/button'
import { useEventListener } from '@vueuse/core'

/** Learns which key the foot pedal of this device sends. */
const { pedal } = usePedal()
const learning = ref(false)
/** Keys that move about on a page are needed by hands. */
const TAKEN = /^(Tab|Escape|Enter|NumpadEnter|Space|Shift\w*|Control\w*|Alt\w*|Meta\w*)$/
const refused = ref(false)
useEventListener(
  document,
  'keydown',
  (event: KeyboardEvent) => {
    if (!learning.value) return
    if (event.code === 'Escape' || event.code === 'Tab') return void (learning.value = false)
    event.preventDefault()
    event.stopPropagation()
    refused.value = TAKEN.test(event.code) && event.code !== 'Space'
    if (refused.value) return
    pedal.value = event.code === 'Space' ? '' : event.code
    learning.value = false
  },
  { capture: true },
)
</script>

<template>
  <p class="pedal" aria-live="polite">
    <Button
      :label="learning ? 'Press the pedal now' : 'Set the foot pedal'"
      severity="secondary"
      :aria-pressed="learning"
      @click="learning = !learning"
    />
    <Button v-if="pedal" label="Forget it" severity="secondary" @click="pedal = ''" />
    <span class="muted">{{ refused ? 'That key is needed to move about. Set the pedal to another one, for example F9.' : pedal
      ? `The pedal sends ${pedal}. It presses the one large control, as space does.`
      : 'Space presses the one large control; a pedal that sends another key can be taught here.' }}</span>
  </p>
</template>

<style scoped>
.pedal { display: flex; flex-wrap: wrap; gap: 0.8rem; align-items: center; margin-top: 1.2rem; }
</style>
