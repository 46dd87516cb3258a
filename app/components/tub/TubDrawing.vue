<script setup lang="ts">
import { stripColour } from '#core/plan/tub'

/** A rinse tub in section: its water, the mud on its floor, the room for foam, and a strip dipped into it. */
const props = defineProps<{ pH: number, clean: boolean, mud: number, volume: number, foam: number, dipped: boolean }>()
/** The mud's share of the water, as far as it can be seen. */
const floor = computed(() => (props.mud <= 0 ? 0 : Math.max(3, Math.min(60, (props.mud / props.volume) * 120))))
const water = computed(() => 96 / (1 + props.foam))
const strip = computed(() => `rgb(${stripColour(props.pH).join(',')})`)
</script>

<template>
  <svg viewBox="0 0 200 150" class="tub" role="img" :aria-label="clean ? 'A tub of clean water' : 'A tub with rinse water'">
    <path d="M18 22 L34 130 Q35 136 42 136 L158 136 Q165 136 166 130 L182 22" fill="none" stroke="var(--glass)" stroke-width="2.5" />
    <clipPath id="tub-inside"><path d="M20 22 L36 129 Q37 134 43 134 L157 134 Q163 134 164 129 L180 22 Z" /></clipPath>
    <g clip-path="url(#tub-inside)">
      <rect x="0" :y="134 - water" width="200" :height="water" :fill="clean ? 'var(--glass-deep)' : 'var(--water)'" opacity="0.75" />
      <line x1="0" x2="200" :y1="134 - water" :y2="134 - water" stroke="var(--frost)" stroke-width="1.4" />
      <line v-if="foam > 0 && !clean" x1="22" x2="178" y1="38" y2="38" stroke="var(--line)" stroke-dasharray="4 4" />
      <rect v-if="floor > 0" x="0" :y="134 - floor" width="200" :height="floor" fill="#a5633a" opacity="0.9" />
    </g>
    <text v-if="foam > 0 && !clean" x="100" y="34" text-anchor="middle">room for foam</text>
    <g v-if="dipped">
      <rect x="136" y="6" width="12" height="92" fill="#f2efe6" stroke="var(--line)" />
      <rect x="137" y="78" width="10" height="18" :fill="strip" />
    </g>
  </svg>
</template>

<style scoped>
.tub { width: 100%; max-width: 22rem; --water: #34564f; }
text { font: 500 9px var(--body); fill: var(--muted); }
</style>
