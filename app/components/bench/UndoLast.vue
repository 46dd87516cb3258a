<script setup lang="ts">
import Button from 'primevue/button'
import { describeEvent } from '#core/bench/run'
import type { RunEvent } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'

/** Takes back what the person at the device entered last. */
const props = defineProps<{ plan: RunPlan, event: RunEvent }>()
const emit = defineEmits<{ undo: [target: string] }>()
function undo() {
  emit('undo', props.event.id)
  // The next press of the space bar is for the large control again, not for taking back once more.
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
}
</script>

<template>
  <Button severity="secondary" class="back" :label="`Undo: ${describeEvent(plan, event)}`" @click="undo" />
</template>

<style scoped>
.back { min-height: 56px; max-width: 100%; }
</style>
