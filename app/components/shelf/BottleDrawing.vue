<script setup lang="ts">
/** A bottle as tall as it holds much, or a bag, filled to what is left. */
const props = defineProps<{
  size: number
  left: number
  /** A bag of abrasive. */ bag?: boolean
  /** Liquid metal etchant: the one warm colour. */ liquid?: boolean
}>()
const clip = useId()
const height = computed(() => 70 + 60 * Math.min(1, Math.sqrt(props.size / (props.bag ? 15_000 : 700))))
const level = computed(() => Math.min(1, props.left / props.size))
const path = computed(() => {
  const h = height.value
  if (props.bag) return `M6 8 q18 8 36 0 L46 ${h - 8} q0 6 -6 6 H8 q-6 0 -6 -6 Z`
  return `M14 2 h20 v14 q0 6 6 10 q6 4 6 12 V${h - 6} q0 6 -6 6 H8 q-6 0 -6 -6 V38 q0 -8 6 -12 q6 -4 6 -10 Z`
})
</script>

<template>
  <svg class="bottle" viewBox="0 0 48 134" width="62" height="173" aria-hidden="true">
    <g :transform="`translate(0 ${132 - height})`">
      <clipPath :id="clip"><path :d="path" /></clipPath>
      <rect
        :clip-path="`url(#${clip})`"
        :class="liquid ? 'liquid' : 'cream'"
        x="0"
        width="48"
        :y="height - (height - 20) * level"
        :height="(height - 20) * level"
      />
      <path :d="path" class="wall" />
      <path :d="bag ? 'M8 6 h32' : 'M13 2 h22'" class="cap" />
    </g>
  </svg>
</template>

<style scoped>
.cream { fill: var(--frost); opacity: 0.85; }

.liquid { fill: var(--ferric); }
.wall { fill: none; stroke: var(--glass); stroke-width: 2; }
.cap { stroke: var(--glass); stroke-width: 4; }
</style>
