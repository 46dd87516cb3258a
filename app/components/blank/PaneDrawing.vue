<script setup lang="ts">
import { paneArea } from '#core/piece/blank'
import type { Pane } from '#core/piece/blank'
import { formatArea } from '#core/basics/units'

/** A flat pane to scale, with its holes. */
const props = defineProps<{ pane: Pane }>()
const units = useUnits()
const px = computed(() => Math.max(props.pane.width / 460, props.pane.height / 320))
</script>

<template>
  <div>
    <svg
      :viewBox="`${-6 * px} ${-6 * px} ${pane.width + 12 * px} ${pane.height + 12 * px}`"
      role="img"
      aria-label="The pane with its holes"
    >
      <rect x="0" y="0" :width="pane.width" :height="pane.height" :stroke-width="2.2 * px" />
      <circle v-for="(h, i) in pane.holes" :key="i" :cx="h.x" :cy="pane.height - h.y" :r="h.across / 2" :stroke-width="1.6 * px" />
    </svg>
    <p class="muted">
      {{ units.length(pane.width) }} wide, {{ units.length(pane.height) }} tall, {{ units.length(pane.thickness) }} thick;
      {{ formatArea(paneArea(pane)) }} of one face.
    </p>
  </div>
</template>

<style scoped>
svg { display: block; width: 100%; max-height: 24rem; background: #0f1112; padding: 1rem; }
rect { fill: #8cc5b217; stroke: #8cc5b2; }
circle { fill: #0f1112; stroke: #8cc5b2; }
p { margin-top: 0.5rem; }
</style>
