<script setup lang="ts">
/** A bottle or a bag, filled to what is left, with a mark at each quarter: sizes differ too much to be drawn beside each other. */
const props = defineProps<{
  size: number
  left: number
  /** A bag of abrasive. */ bag?: boolean
  /** Liquid metal etchant: the one warm colour. */ liquid?: boolean
}>()
const clip = useId()
const BOTTLE = 'M14 2 h20 v14 q0 6 6 10 q6 4 6 12 V124 q0 6 -6 6 H8 q-6 0 -6 -6 V38 q0 -8 6 -12 q6 -4 6 -10 Z'
const BAG = 'M6 8 q18 8 36 0 L46 122 q0 6 -6 6 H8 q-6 0 -6 -6 Z'
/** Where it is full, and where its floor is. */
const [FULL, FLOOR] = [30, 130]
const yOf = (share: number) => FLOOR - (FLOOR - FULL) * Math.min(1, share)
const level = computed(() => yOf(props.left / props.size))
const QUARTERS = [0.25, 0.5, 0.75, 1].map(share => ({ y: yOf(share), long: share === 0.5 || share === 1 }))
</script>

<template>
  <svg class="bottle" viewBox="0 0 48 132" width="74" height="204" aria-hidden="true">
    <clipPath :id="clip"><path :d="bag ? BAG : BOTTLE" /></clipPath>
    <rect :clip-path="`url(#${clip})`" :class="liquid ? 'liquid' : 'cream'" x="0" width="48" :y="level" :height="FLOOR - level" />
    <path v-for="q in QUARTERS" :key="q.y" :d="`M${q.long ? 36 : 40} ${q.y} H46`" :class="['mark', { under: q.y > level }]" />
    <path :d="bag ? BAG : BOTTLE" class="wall" />
    <path :d="bag ? 'M8 6 h32' : 'M13 2 h22'" class="cap" />
  </svg>
</template>

<style scoped>
.cream { fill: var(--frost); opacity: 0.85; }
.liquid { fill: var(--ferric); }
.wall { fill: none; stroke: var(--glass); stroke-width: 2; }
.cap { stroke: var(--glass); stroke-width: 4; }
.mark { stroke: var(--glass); stroke-width: 1.5; }
.mark.under { stroke: var(--card); }
</style>
