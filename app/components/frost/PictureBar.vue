<script setup lang="ts">
import Button from 'primevue/button'
import type { FrostMeter } from '~/composables/useFrostPicture'

/** Where a picture comes from: this device, or the studio's camera; a way to stop the measuring; and what is wrong with the picture. */
const props = defineProps<{
  meter: FrostMeter
  /** What lies before a stand-in for a camera: the same words, the same picture. */
  of: string
  /** Frost of each ring, where they differ. */
  strengths?: number[]
  /** There is nothing yet that a picture could be held against. */
  notYet?: boolean
  /** A reading is there already. */
  read: boolean
}>()
const { picked, fromCamera, cancel, problem, taking, busy, share } = props.meter
</script>

<template>
  <div class="choose">
    <slot />
    <PickFile label="Take or choose a picture" accept="image/*" :strong="!read" :disabled="notYet" @pick="picked" />
    <Button
      severity="secondary"
      :label="taking ? 'The camera is taking it' : 'Use the studio\'s camera'"
      :disabled="notYet || taking || busy"
      @click="fromCamera(of, strengths ?? null)"
    />
    <Button v-if="busy" severity="secondary" :label="`Stop measuring (${Math.round(share * 100)} %)`" @click="cancel" />
  </div>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
</template>

<style scoped>
.choose { display: flex; flex-wrap: wrap; gap: 0.7rem; align-items: center; margin-bottom: 1rem; }
.choose :deep(label) { min-height: 48px; display: inline-flex; align-items: center; }
</style>
